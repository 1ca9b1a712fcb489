/** The needles of a piece with 200,000 entries against those of one with 500. */
import { longPiece } from './long-piece';
import { atMost, median, type Line } from './numbers';
import { Served } from './served';

const LONG = 200_000;
const SHORT = 500;
const ROUNDS = 15;

/** How long others wait while something is done, at the worst, in ms. */
async function longestWait(served: Served, during: Promise<unknown>): Promise<number> {
  let going = true;
  void during.finally(() => (going = false));
  let longest = 0;
  while (going) longest = Math.max(longest, (await served.page('/health')).ms);
  return longest;
}

export async function longJournal(): Promise<Line[]> {
  const served = new Served();
  const at = { long: '', short: '' };
  try {
    await served.fill(async (db) => {
      at.long = `/pieces/${await longPiece(db, LONG)}`;
      at.short = `/pieces/${await longPiece(db, SHORT)}`;
    });
    await served.start();
    for (let i = 0; i < ROUNDS; i += 1) await served.page(at.short);
    const waited = await longestWait(served, served.page(at.long));
    const times = { long: [] as number[], short: [] as number[] };
    for (let i = 0; i < ROUNDS; i += 1)
      for (const which of ['long', 'short'] as const) times[which].push((await served.page(at[which])).ms);
    const { kB } = await served.page(at.long);
    return [
      atMost(
        `needles with ${LONG} entries, time against ${SHORT}`,
        median(times.long) / median(times.short),
        3,
      ),
      atMost('their page, gzipped', kB, 400, ' kB'),
      atMost('longest wait of another request while they are opened for the first time', waited, 250, ' ms'),
    ];
  } finally {
    served.stop();
  }
}
