/** What large posts cost in memory, and what a device that catches up costs the others. */
import http from 'node:http';
import { pour } from '../e2e/helpers/http';
import { TAKES } from '../server/takes';
import { longPiece } from './long-piece';
import { atMost, equal, median, quantile, type Line } from './numbers';
import { Served } from './served';

const BODY = 150_000_000;
const BLOCK = 1_000_000;
const ENTRIES = 200_000;
const READERS = 3;
const HEAD = 'event: entry';
const LOOK_MS = 5;

async function largePosts(): Promise<Line[]> {
  const served = new Served();
  let pieceId = '';
  try {
    await served.fill(async (db) => {
      pieceId = await longPiece(db, 10);
    });
    await served.start();
    for (let i = 0; i < 20; i += 1) await served.page('/');
    const rest = served.memory();
    let peak = rest;
    const watch = setInterval(() => (peak = Math.max(peak, served.memory())), LOOK_MS);
    let letIn = 0;
    for (const kind of ['x', '[', '{"a":'])
      for (const [path, { types }] of TAKES) {
        const at = `/${path.replace(/:\w+/, pieceId)}`;
        const block = Buffer.from(kind.repeat(BLOCK / kind.length));
        const headers = { 'content-type': types[0] as string };
        for (const said of [headers, { ...headers, 'content-length': String(BODY) }])
          if ((await pour(served.address, at, said, block, BODY)) !== 413) letIn += 1;
      }
    clearInterval(watch);
    return [
      equal('posts of 150 MB that were let in, and none', letIn, 0),
      atMost('peak memory under posts of 150 MB on every route, above rest', peak - rest, 100, ' MB'),
    ];
  } finally {
    served.stop();
  }
}

/** Follows a live line until its last entry; resolves with the entries it was told. */
const catchUp = (address: string, pieceId: string, last: number): Promise<number> =>
  new Promise((resolve, reject) => {
    let told = 0;
    let rest = '';
    const request = http.get(`${address}/pieces/${pieceId}/live`, { agent: false }, (answer) => {
      answer.on('end', () => reject(new Error(`the line ended after ${told} entries`)));
      answer.setEncoding('utf8').on('data', (text: string) => {
        // An entry's head may lie over two chunks.
        const seen = rest + text;
        told += seen.split(HEAD).length - 1;
        rest = seen.slice(1 - HEAD.length);
        if (told < last) return;
        request.destroy();
        resolve(told);
      });
    });
    request.on('error', reject);
  });

async function catchingUp(): Promise<Line[]> {
  const served = new Served();
  let pieceId = '';
  try {
    await served.fill(async (db) => {
      pieceId = await longPiece(db, ENTRIES);
    });
    await served.start();
    const one = async () => (await served.page('/health')).ms;
    const quiet: number[] = [];
    for (let i = 0; i < 200; i += 1) quiet.push(await one());
    const waits: number[] = [];
    let going = true;
    const others = (async () => {
      while (going) waits.push(await one());
    })();
    const told = await Promise.all(
      Array.from({ length: READERS }, () => catchUp(served.address, pieceId, ENTRIES)),
    );
    going = false;
    await others;
    return [
      equal(`entries told to ${READERS} devices that catch up`, Math.min(...told), ENTRIES),
      atMost('longest wait of another request meanwhile', Math.max(...waits), 250, ' ms'),
      atMost('its usual wait (19 of 20) against a quiet server', quantile(waits, 0.95) / median(quiet), 60),
    ];
  } finally {
    served.stop();
  }
}

export const doors = async (): Promise<Line[]> => [...(await largePosts()), ...(await catchingUp())];
