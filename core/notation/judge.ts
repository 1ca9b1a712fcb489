/** All that may be meant otherwise in a readable text: what it says of itself, and what its chart makes one wonder. */
import { chartDoubts } from '../chart/checks/checks';
import { doubtKey, type ChartDoubt } from '../chart/checks/doubt';
import type { NotationDoubt, TextSpan } from './problems';
import type { ReadChart } from './read-chart';

/** `key` names the finding for as long as the words it is about stay where they are. */
export type Finding = { readonly key: string; readonly at: TextSpan } & (
  | { readonly kind: 'text'; readonly doubt: NotationDoubt }
  | { readonly kind: 'chart'; readonly doubt: ChartDoubt }
);

/** Words of the cell that a doubt is about. */
function spanOf({ words }: ReadChart, { at }: ChartDoubt): TextSpan {
  const row = words[at.row] as ReadChart['words'][number];
  return row[at.part][at.cell] ?? row.at;
}

const textKey = (source: string, { code, at }: NotationDoubt) =>
  `${code}:${source
    .slice(at.from, at.from + at.length)
    .trim()
    .slice(0, 200)}`;

export function judge(source: string, read: ReadChart): Finding[] {
  const said = read.doubts.map((doubt): Finding => ({ kind: 'text', key: textKey(source, doubt), at: doubt.at, doubt })); // prettier-ignore
  const drawn = chartDoubts(read.chart).map((doubt): Finding => ({ kind: 'chart', key: doubtKey(doubt), at: spanOf(read, doubt), doubt })); // prettier-ignore
  return [...said, ...drawn].sort((a, b) => a.at.from - b.at.from);
}
