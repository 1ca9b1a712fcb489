/** Whether reading a row costs the same in a long text as in a short one. */
import { readRows } from '@core/notation/read';
import { judge } from '@core/notation/judge';
import { MOST_CHARACTERS } from '@core/notation/scan';
import { HOSTILE } from '@core/testing/hostile';
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

/** Milliseconds to read a text, sound or not; the best of a few. */
function timeOf(text: string): number {
  const runs = Array.from({ length: 3 }, () => {
    const start = performance.now();
    const read = readRows(text, 'bench');
    if (read.ok) judge(text, read.value);
    return performance.now() - start;
  });
  return Math.min(...runs);
}

const plainText = (length: number) =>
  Array.from(
    { length: Math.ceil(length / 1600) },
    (_, i) => `Row ${i + 1}: ${'k2, p2, '.repeat(198)}k4.`,
  ).join('\n');

/** Texts made to be slow against ordinary rows of the same length. */
function hostile(): Line {
  const plain = timeOf(plainText(MOST_CHARACTERS - 5_000));
  const [slowest] = HOSTILE.map(({ what, text }) => ({ what, ms: timeOf(text) })).sort((a, b) => b.ms - a.ms);
  const { what, ms } = slowest as { what: string; ms: number };
  const told = `slowest of ${HOSTILE.length} hostile texts (${what}, ${Math.round(ms)} ms) against a plain text (${Math.round(plain)} ms)`;
  return atMost(told, ms / plain, 3);
}

export function reading(): Line[] {
  perRow(SHORT);
  const [short, long] = [perRow(SHORT), perRow(LONG)];
  return [
    atMost(`reading and checking, time per row at ${LONG} rows against ${SHORT}`, long / short, 1.5),
    hostile(),
  ];
}
