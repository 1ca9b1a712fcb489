/** How far this device's clock is off the server's, as its answers tell. */
const WORTH_SAYING_MS = 3_600_000;
const HOUR_MS = 3_600_000;
const DAY_HOURS = 24;

let offMs: number | null = null;

/** @param date the `Date` of an answer that has just come; null if it was not told */
export function compareClock(date: string | null, now: number) {
  const theirs = Date.parse(date ?? '');
  if (!Number.isNaN(theirs)) offMs = now - theirs;
}

/** In words, if it is off by an hour or more; null otherwise, or if it is not known. */
export function clockWords(off = offMs): string | null {
  if (off === null || Math.abs(off) < WORTH_SAYING_MS) return null;
  const hours = Math.round(Math.abs(off) / HOUR_MS);
  const days = Math.round(hours / DAY_HOURS);
  const long =
    hours < DAY_HOURS - 1
      ? `${hours} ${hours === 1 ? 'hour' : 'hours'}`
      : `${days} ${days === 1 ? 'day' : 'days'}`;
  return `The clock of this device is about ${long} ${off > 0 ? 'ahead' : 'behind'}. Rows keep their order all the same, but the times beside them are wrong.`;
}
