/**
 * Starting and closing. The port is taken first, so that nothing is touched where another Gritch is; then the data folder
 * is opened; requests that come meanwhile wait. Closing finishes what was begun and leaves everything in the one file.
 */
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { useDatabase } from '~/db/client.server';
import { openFolder } from '~/db/folder/open';
import { FolderError } from '~/db/folder/problem';
import { endLines } from '~/db/live.server';
import { folderWords } from '~/messages/folder';
import { application } from './app';
import { SettingProblem } from './settings';

/** A reader that takes nothing, or a sender that stops, is waited for so long. */
const IDLE_MS = 60_000;
/** So long requests may go on after closing was asked for, in ms. */
const FINISH_MS = 5000;
const LOOK_MS = 50;

type Place = { readonly host: string; readonly port: number; readonly folder: string };
type Start = Place & {
  /** A connection on which nothing moves for so long, in ms, is closed. */
  readonly idleMs?: number;
  /** What is done to the folder before it is opened, once nobody else has it. */
  readonly prepare?: () => Promise<void>;
};
export type Running = { readonly address: string; close(): Promise<void> };

/** Why Gritch does not start, in plain words; null for what nobody foresaw. */
export function whyNot(error: unknown, { port }: { port: number }): string | null {
  if (error instanceof FolderError) return folderWords(error.problem);
  if (error instanceof SettingProblem) return error.message;
  const { code } = (error ?? {}) as { code?: string };
  if (code === 'EADDRINUSE') return `Port ${port} is taken. Choose another: PORT=${port + 1}`;
  if (code === 'EACCES') return `Port ${port} may not be used here. Choose another: PORT=4321`;
  if (code === 'EADDRNOTAVAIL' || code === 'ENOTFOUND')
    return 'HOST is not an address of this machine. Leave it out, or say HOST=0.0.0.0 for all of them.';
  return null;
}

function listen(server: Server, { port, host }: Place): Promise<string> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      const at = (server.address() as AddressInfo).port;
      resolve(`http://${host.includes(':') ? `[${host}]` : host}:${at}`);
    });
  });
}

/** Until `open` is called, requests wait. */
function heldBack(listener: RequestListener) {
  let open: () => void = () => undefined;
  const opened = new Promise<void>((resolve) => (open = resolve));
  const wait: RequestListener = (request, response) => void opened.then(() => listener(request, response));
  return { wait, open };
}

const closed = (server: Server) =>
  new Promise<void>((resolve) => {
    const cut = setTimeout(() => server.closeAllConnections(), FINISH_MS);
    // A connection is idle again when its answer has gone out.
    const idle = setInterval(() => server.closeIdleConnections(), LOOK_MS);
    server.close(() => {
      clearTimeout(cut);
      clearInterval(idle);
      resolve();
    });
    endLines();
  });

/** Throws what `whyNot` has words for. */
export async function start({ prepare, idleMs = IDLE_MS, ...place }: Start): Promise<Running> {
  const { wait, open } = heldBack(application(process.env));
  const server = createServer({ requestTimeout: 2 * idleMs }, wait);
  server.timeout = idleMs;
  const address = await listen(server, place);
  try {
    const folder = await openFolder(place.folder, prepare);
    folder.hold.sayAddress(address);
    useDatabase(Promise.resolve(folder.db));
    open();
    return {
      address,
      close: async () => {
        await closed(server);
        await folder.close();
      },
    };
  } catch (error) {
    server.close();
    server.closeAllConnections();
    throw error;
  }
}
