/** Starts the built app: `GRITCH_DATA`, `HOST` (127.0.0.1 unless told otherwise) and `PORT` say where. */
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT } from './prepare.mjs';

/** The port from the environment, or a plain word about what is wrong with it. */
export function wantedPort(fallback) {
  const text = process.env.PORT ?? String(fallback);
  const port = Number(text);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  console.error(`PORT must be a number from 0 to 65535, not “${text}”.`);
  process.exit(1);
}

/** Once asked, closes in order; asked again, at once. */
function closeWhenAsked(running) {
  let asked = false;
  const close = async () => {
    if (asked) process.exit(1);
    asked = true;
    try {
      await running.close();
      process.exit(0);
    } catch (error) {
      // What was acknowledged is on the disk all the same, in the file beside the data.
      console.error('Gritch could not put everything into its one file:', error.message);
      process.exit(1);
    }
  };
  for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP']) process.on(signal, () => void close());
}

async function server() {
  process.chdir(ROOT);
  process.env.NODE_ENV ??= 'production';
  return import(pathToFileURL(path.join(ROOT, 'build/server/index.js')).href);
}

/** On any free port of this machine; resolves when the address answers. */
export const serve = async (folder) => (await server()).start({ port: 0, host: '127.0.0.1', folder });

/** @param prepare what is done to the folder once the port and the folder are ours */
export async function serveOrSayWhy({ what, fallbackPort, folder, prepare }) {
  const port = wantedPort(fallbackPort);
  const { start, whyNot } = await server();
  try {
    const running = await start({ port, host: process.env.HOST || '127.0.0.1', folder, prepare });
    closeWhenAsked(running);
    console.log(`${what}: ${running.address}`);
  } catch (error) {
    console.error(whyNot(error, { port }) ?? error);
    process.exit(1);
  }
}
