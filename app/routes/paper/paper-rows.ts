/** The coming rows as a table for paper: a line a row, a column a panel. What stands there is the row's telling. */
import { cueFor } from '@core/cue/cue';
import { noticesOf } from '@core/cue/notices';
import { tellRow } from '@core/cue/tell';
import type { RowTelling } from '@core/cue/telling';
import type { Worksheet } from '@core/piece/worksheet';
import type { Direction, Hand, Side } from '@core/stitch/types';
import type { WayOf } from '~/knitter/settings';
import { markerWords } from '~/messages/marker';
import { noticeWords } from '~/messages/notices';
import { capital, partsWords, ropesWords, ruleLine, tellingLines, type Telling } from '~/messages/telling';

export type PaperColumn = { readonly id: string; readonly name: string };
export type PaperRow = {
  readonly row: number;
  readonly side: Side;
  readonly direction: Direction;
  /** Done in every panel whose cell is empty; null where each panel says all of it. */
  readonly rule: string | null;
  /** By panel: what to do there, empty where the rule says it; null where the panel is not on the needle. */
  readonly cells: Readonly<
    Record<string, { readonly words: string; readonly crosses: boolean; readonly pattern: number | null }>
  >;
  readonly notices: readonly string[];
  readonly takes: number;
  readonly gives: number;
  /** An earlier row on the same sheet that says the very same. */
  readonly as: number | null;
};

function wordsIn({ panels }: RowTelling, id: string, how: Telling): string {
  return panels
    .filter(({ panel }) => panel.id === id)
    .map(
      ({ parts, ropes, rest, ruled }) =>
        `${rest ? 'at the end of the round: ' : ''}${partsWords(parts, { ...how, ruled })}${ropes ? ` (${ropesWords(ropes)})` : ''}`,
    )
    .join('; ');
}

type Said = { readonly paper: PaperRow; readonly text: string };

function said(sheet: Worksheet, row: number, hand: Hand, wayOf: WayOf): Said {
  const cue = cueFor(sheet, row, hand);
  const telling = tellRow(cue);
  const how = { wayOf, round: cue.round };
  const crossing = new Set(cue.panels.filter(({ crosses }) => crosses).map(({ panel }) => panel.id));
  const cells = Object.fromEntries(
    cue.panels.map(({ panel, name }) => [
      panel.id,
      {
        words: wordsIn(telling, panel.id, how),
        crosses: crossing.has(panel.id),
        pattern: name.kind === 'row' ? name.number : null,
      },
    ]),
  );
  const { takes, gives } = cue.row.laid;
  const { side, direction } = cue.working;
  const marker = markerWords(cue.marker);
  const notices = [...(marker ? [marker] : []), ...noticesOf(sheet, row, hand).map(noticeWords)];
  const rule = ruleLine(telling);
  const paper = { row, side, direction, rule: rule && capital(rule), cells, notices, takes, gives, as: null };
  return { paper, text: [side, ...tellingLines(telling, how), ...notices].join(' ') };
}

/** Fewer words than these are said again rather than looked up. */
const WORTH_LOOKING_UP = 60;

/** So many rows from one on. A row that says the very same as one before it on the sheet says so. */
export function paperRows(
  sheet: Worksheet,
  from: number,
  count: number,
  hand: Hand,
  wayOf: WayOf,
): PaperRow[] {
  const first = new Map<string, number>();
  return Array.from({ length: count }, (_, i) => {
    const { paper, text } = said(sheet, from + i, hand, wayOf);
    const before = first.get(text);
    first.set(text, before ?? paper.row);
    return { ...paper, as: text.length >= WORTH_LOOKING_UP ? (before ?? null) : null };
  });
}

/** Columns in the order in which they lie, right side showing: from left to right. Only those that say something. */
export function paperColumns(sheet: Worksheet, rows: readonly PaperRow[]): PaperColumn[] {
  const saying = new Set(
    rows.flatMap(({ cells }) =>
      Object.entries(cells).flatMap(([id, { words }]) => (words === '' ? [] : [id])),
    ),
  );
  const all = new Map<string, PaperColumn>();
  for (const { panels } of sheet.plan.sections)
    for (const { id, name, edge } of [...panels].reverse())
      if (rows.some(({ cells }) => id in cells) && (!edge || saying.has(id))) all.set(id, { id, name });
  return [...all.values()];
}
