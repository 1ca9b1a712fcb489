/** Times in words. */
const HOUR = 60;

/** An estimate: "about 7 min". */
export const aboutWords = (ms: number) => (ms < 30_000 ? durationWords(ms) : `about ${durationWords(ms)}`);

export function durationWords(ms: number): string {
  const minutes = Math.round(ms / 60_000);
  if (minutes < 1) return 'less than a minute';
  if (minutes < HOUR) return `${minutes} min`;
  const hours = Math.floor(minutes / HOUR);
  const rest = minutes % HOUR;
  return rest === 0 ? `${hours} h` : `${hours} h ${rest} min`;
}
