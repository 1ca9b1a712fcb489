/** `npm run bench`: builds what it needs, then measures. */
import { buildApp, installPackages, run } from './prepare.mjs';

installPackages();
await buildApp();
try {
  run('node', ['build/tools/bench.mjs'], { NODE_ENV: 'production' });
} catch {
  process.exit(1);
}
