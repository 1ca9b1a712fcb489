/** `npm start`: a knitter's own data, in the folder `data` or where GRITCH_DATA says. */
import { buildApp, installPackages } from './prepare.mjs';
import { serveOrSayWhy } from './serve.mjs';

installPackages();
await buildApp();
await serveOrSayWhy('Gritch is on', 4321);
