/** `npm run demo`: everything on a fresh machine, made-up data in a folder of its own, anew at every start. */
import fs from 'node:fs';
import path from 'node:path';
import { buildApp, installPackages, ROOT, run } from './prepare.mjs';
import { serveOrSayWhy } from './serve.mjs';

const MARK = 'this-is-demo-data';

/** Only a folder that is missing, empty or marked as the demo's own is ever cleared. */
function freshFolder(folder) {
  if (fs.existsSync(folder) && fs.readdirSync(folder).length > 0 && !fs.existsSync(path.join(folder, MARK))) {
    console.error(
      `${folder} holds data that is not the demo's. Choose another folder with GRITCH_DATA, or see it with npm start.`,
    );
    process.exit(1);
  }
  fs.rmSync(folder, { recursive: true, force: true });
  fs.mkdirSync(folder, { recursive: true });
  fs.writeFileSync(path.join(folder, MARK), '');
}

installPackages();
await buildApp();
const folder = path.resolve(process.env.GRITCH_DATA ?? path.join(ROOT, '.cache/demo'));
freshFolder(folder);
run('node', ['build/tools/seed.mjs'], { GRITCH_DATA: folder });
process.env.GRITCH_DATA = folder;
await serveOrSayWhy("Wren Attlow's bench is on", 4320);
