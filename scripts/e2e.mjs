/** `npm run e2e -- NAME`: browser tests of a file (all without a name), on the built app. */
import { buildApp, installPackages } from './prepare.mjs';
import { jest, namesIn, needFiles } from './tests.mjs';

installPackages();
const asked = process.argv.slice(2);
needFiles(['e2e'], namesIn(asked));
await buildApp();
process.exit(await jest('e2e', asked));
