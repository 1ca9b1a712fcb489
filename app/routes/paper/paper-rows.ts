/** The coming rows as a table for paper: a line a row, a column a panel. */
import { cueFor, type PanelCue } from '@core/cue/cue';
import { noticesOf } from '@core/cue/notices';
import { foldSteps } from '@core/cue/repeating';
import type { Step } from '@core/cue/steps';
import type { Worksheet } from '@core/piece/worksheet';
import type { Direction, Hand, Side } from '@core/stitch/types';
import { holdWords, stepWords } from '~/messages/cue';
import { noticeWords } from '~/messages/notices';
import { LEAN_WORDS } from '~/ui/lean';

export type PaperColumn = { readonly id: string; readonly name: string };
export type PaperRow = {
  readonly row: number;
  readonly side: Side;
  readonly direction: Direction;
  /** By panel: what to do there; null where the panel is not on the needle. */
  readonly cells: Readonly<
    Record<string, { readonly words: string; readonly crosses: boolean; readonly pattern: number | null }>
  >;
  readonly notices: readonly string[];
  readonly takes: number;
  readonly gives: number;
};

const stepLine = (step: Step, times: number) => {
  const often = times > 1 ? ` × ${times}` : '';
  return step.kind === 'crossing'
    ? `${holdWords(step)}, ${LEAN_WORDS[step.lean]}${often}`
    : `${stepWords(step)}${often}`;
};

/** A row that is as the stitches present themselves says only its crossings; any other says every step. */
function wordsOf({ steps, exceptions }: PanelCue, presented: boolean): string {
  const { head, unit, times, tail } = foldSteps(presented ? exceptions : steps);
  const many = unit.length > 1 && times > 1;
  return [
    ...head.map((step) => stepLine(step, 1)),
    ...(many
      ? [`${times} times: ${unit.map((step) => stepLine(step, 1)).join(', ')}`]
      : unit.map((step) => stepLine(step, times))),
    ...tail.map((step) => stepLine(step, 1)),
  ].join(', ');
}

export function paperRow(sheet: Worksheet, row: number, hand: Hand): PaperRow {
  const cue = cueFor(sheet, row, hand);
  const cells = Object.fromEntries(
    cue.panels.map((panel) => [
      panel.panel.id,
      {
        words: wordsOf(panel, cue.presented),
        crosses: panel.crosses,
        pattern: panel.name.kind === 'row' ? panel.name.number : null,
      },
    ]),
  );
  const { takes, gives } = cue.row.laid;
  const { side, direction } = cue.working;
  return { row, side, direction, cells, notices: noticesOf(sheet, row).map(noticeWords), takes, gives };
}

/** Columns in the order in which they lie, right side showing: from left to right. Edges only where they say something. */
export function paperColumns(sheet: Worksheet, rows: readonly PaperRow[]): PaperColumn[] {
  const said = new Set(
    rows.flatMap(({ cells }) =>
      Object.entries(cells).flatMap(([id, { words }]) => (words === '' ? [] : [id])),
    ),
  );
  const all = new Map<string, PaperColumn>();
  for (const { panels } of sheet.plan.sections)
    for (const { id, name, edge } of [...panels].reverse())
      if (rows.some(({ cells }) => id in cells) && (!edge || said.has(id))) all.set(id, { id, name });
  return [...all.values()];
}
