/** `npm run demo`: everything on a fresh machine, made-up data in a folder of its own, anew at every start. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import fs from 'node:fs';
import path from 'node:path';
import { buildApp, installPackages, ROOT } from './prepare.mjs';
import { serveOrSayWhy } from './serve.mjs';

const MARK = 'this-is-demo-data';
/** Held by this very process, with a journal of its own beside it. */
const LOCK = 'gritch.lock';

/** Only a folder that is missing, empty or marked as the demo's own is ever cleared. */
function clear(folder) {
  const names = fs.readdirSync(folder).filter((name) => !name.startsWith(LOCK));
  if (names.length > 0 && !names.includes(MARK)) {
    console.error(
      `${folder} holds data that is not the demo's. Choose another folder with GRITCH_DATA, or see it with npm start.`,
    );
    process.exit(1);
  }
  for (const name of names) fs.rmSync(path.join(folder, name), { recursive: true });
  fs.writeFileSync(path.join(folder, MARK), '');
}

async function seed(folder) {
  const env = { ...process.env, GRITCH_DATA: folder };
  const child = spawn(process.execPath, ['build/tools/seed.mjs'], { cwd: ROOT, stdio: 'inherit', env });
  const [code] = await once(child, 'exit');
  if (code !== 0) throw new Error('the demo could not be laid out');
}

installPackages();
await buildApp();
const folder = path.resolve(ROOT, process.env.GRITCH_DATA || '.cache/demo');
await serveOrSayWhy({
  what: "Wren Attlow's bench is on",
  fallbackPort: 4320,
  folder,
  prepare: async () => {
    clear(folder);
    await seed(folder);
  },
});
