/** `npm run unit -- NAME`: unit tests of a folder or a file (all without a name), `--watch` to run them at each change. */
import { installPackages } from './prepare.mjs';
import { jest, namesIn, needFiles } from './tests.mjs';

installPackages();
const asked = process.argv.slice(2);
needFiles(['unit'], namesIn(asked));
process.exit(await jest('unit', asked));
