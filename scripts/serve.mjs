/** Starts the built app: `GRITCH_DATA`, `HOST` (127.0.0.1 unless told otherwise) and `PORT` say where. */
import { createServer } from 'node:http';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT } from './prepare.mjs';

/** Resolves with the address once the data folder is open and the port is listening; port 0 takes any free one. */
export async function serve({ port, host }) {
  process.chdir(ROOT);
  process.env.NODE_ENV ??= 'production';
  const { default: app, ready } = await import(pathToFileURL(path.join(ROOT, 'build/server/index.js')).href);
  await ready;
  const server = createServer(app);
  await new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, resolve);
  });
  return { server, address: `http://${host.includes(':') ? `[${host}]` : host}:${server.address().port}` };
}

/** The port from the environment, or a plain word about what is wrong with it. */
export function wantedPort(fallback) {
  const text = process.env.PORT ?? String(fallback);
  const port = Number(text);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  console.error(`PORT must be a number from 0 to 65535, not “${text}”.`);
  process.exit(1);
}

export async function serveOrSayWhy(what, fallbackPort) {
  const port = wantedPort(fallbackPort);
  const host = process.env.HOST ?? '127.0.0.1';
  try {
    const { address } = await serve({ port, host });
    console.log(`${what}: ${address}`);
  } catch (error) {
    const busy = error?.code === 'EADDRINUSE';
    console.error(busy ? `Port ${port} is taken. Choose another: PORT=${port + 1}` : error);
    process.exit(1);
  }
}
