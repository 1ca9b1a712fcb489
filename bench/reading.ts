/** Whether reading a row costs the same in a long text as in a short one. */
import { readRows } from '@core/notation/read';
import { judge } from '@core/notation/judge';
import { atMost, median, type Line } from './numbers';

const SHORT = 400;
const LONG = 4000;
const TIMES = 7;

/** A braid over and over, with a legend. */
function textOf(rows: number): string {
  const lines = Array.from({ length: rows }, (_, i) => {
    const number = i + 1;
    if (number % 2 === 0) return `Row ${number}: k2, p6, k2.`;
    const middle = number % 8 === 5 ? '2/2 LC, k2' : number % 8 === 1 ? 'k2, Reach' : 'k6';
    return `Row ${number}: p2, ${middle}, p2.`;
  });
  const legend = 'Reach = slip next 2 sts to cable needle and hold in back, k2, then k2 from cable needle.';
  return `${legend}\n${lines.join('\n')}`;
}

/** Microseconds a row. */
function perRow(rows: number): number {
  const text = textOf(rows);
  const runs = Array.from({ length: TIMES }, () => {
    const start = performance.now();
    const read = readRows(text, 'bench');
    if (!read.ok) throw new Error(JSON.stringify(read.error[0]));
    judge(text, read.value);
    return performance.now() - start;
  });
  return (median(runs) * 1000) / rows;
}

export function reading(): Line[] {
  perRow(SHORT);
  const [short, long] = [perRow(SHORT), perRow(LONG)];
  return [atMost(`reading and checking, time per row at ${LONG} rows against ${SHORT}`, long / short, 1.5)];
}
