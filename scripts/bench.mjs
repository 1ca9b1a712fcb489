/** `npm run bench`: builds what it needs, then measures. */
import { needChromium } from './chromium.mjs';
import { buildApp, installPackages, run } from './prepare.mjs';

installPackages();
await buildApp();
try {
  run('node', ['build/tools/bench.mjs', ...process.argv.slice(2)], {
    NODE_ENV: 'production',
    CHROMIUM: needChromium(),
  });
} catch {
  process.exit(1);
}
