/** `npm start`: a knitter's own data, in the folder `data` or where GRITCH_DATA says. */
import { buildApp, dataFolder, installPackages } from './prepare.mjs';
import { serveOrSayWhy } from './serve.mjs';

installPackages();
await buildApp();
await serveOrSayWhy({ what: 'Gritch is on', fallbackPort: 4321, folder: dataFolder() });
