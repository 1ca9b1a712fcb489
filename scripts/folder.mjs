/** `npm run backup [FILE]` and `npm run restore FILE`, on the folder `data` or the one GRITCH_DATA names. */
import { buildApp, dataFolder, installPackages, run } from './prepare.mjs';

installPackages();
await buildApp();
try {
  run('node', ['build/tools/folder.mjs', ...process.argv.slice(2)], { GRITCH_DATA: dataFolder() });
} catch {
  process.exit(1);
}
