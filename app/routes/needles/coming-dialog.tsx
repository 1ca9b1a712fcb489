/** What comes: the next rows panel by panel, rows to the end of everything, and when that will be at her pace. */
import { useMemo } from 'react';
import { paceOf, timeFor } from '@core/journal/pace';
import { crossingsOf } from '@core/piece/crossings';
import { charted, lastRowOf, sectionIndexAt, type Worksheet } from '@core/piece/worksheet';
import type { Hand } from '@core/stitch/types';
import { rowKinds } from '@core/plan/row-facts';
import { noticesOf } from '@core/cue/notices';
import { noticeWords } from '~/messages/notices';
import { LEAN_WORDS, LeanGlyph } from '~/ui/lean';
import type { DialogProps } from './dialog-props';
import type { PanelColumn } from './row-view';
import type { NeedlesView } from './view';
import { aboutWords } from '~/messages/durations';
import { counted, lineOf, type Line } from '~/messages/numbers';

const ROWS_AHEAD = 10;
/** Further ahead the time is not reckoned row by row. */
const MOST_ROWS = 20_000;

function leansIn(sheet: Worksheet, row: number, panel: string) {
  const here = charted(sheet, row).panels.find((one) => one.panel.id === panel);
  return [...new Set((here ? crossingsOf(here) : []).map(({ cell }) => cell.lean))];
}

function Strip({ view, hand }: { view: NeedlesView; hand: Hand }) {
  const { sheet, working, columns } = view;
  if (working === null) return null;
  const rows = Array.from({ length: Math.min(ROWS_AHEAD, sheet.rows - working + 1) }, (_, i) => working + i);
  return (
    <div className="strip-scroll">
      <table className="ahead">
        <thead>
          <tr>
            <th scope="col">{lineOf(view.round)}</th>
            {columns.map(({ id, name }) => (
              <th key={id} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row} data-now={row === working}>
              <th scope="row" className="numerals">
                {row}
                {noticesOf(sheet, row, hand).map((notice) => (
                  <span key={noticeWords(notice)} className="ahead-notice">
                    {noticeWords(notice)}
                  </span>
                ))}
              </th>
              {columns.map(({ id }) => (
                <td key={id}>
                  {leansIn(sheet, row, id).map((lean) => (
                    <span key={lean}>
                      <LeanGlyph lean={lean} size={26} />
                      <span className="sr-only">{LEAN_WORDS[lean]}</span>
                    </span>
                  ))}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Repeat({ column, line }: { column: PanelColumn; line: Line }) {
  const { name, pattern, patternRows, once, next } = column;
  const left = pattern.kind === 'row' ? patternRows - pattern.number + 1 : null;
  return (
    <li>
      <strong>{name}</strong>:{' '}
      {pattern.kind === 'row'
        ? `${line} ${pattern.number} of ${patternRows}, ${counted(left ?? 0, line)} ${once ? 'to its end' : 'to the end of the repeat'}`
        : `set-up ${line} ${pattern.number}`}
      {next && next.plain > 0 && `; crosses in ${line} ${next.row}`}
    </li>
  );
}

function Ends({ view, events, state }: DialogProps) {
  const { sheet, working, columns, done } = view;
  const line = lineOf(view.round);
  const kindOf = useMemo(() => rowKinds(sheet), [sheet]);
  const pace = useMemo(() => paceOf(events, state, kindOf), [events, state, kindOf]);
  if (working === null) return null;
  const section = lastRowOf(sheet, sectionIndexAt(sheet, working));
  const crossing = Math.min(...columns.flatMap(({ next }) => (next && next.plain > 0 ? [next.row] : [])));
  const until = (row: number) => {
    const ms = row - done > MOST_ROWS ? null : timeFor(pace, kindOf, working, row);
    return ms === null ? '' : `, ${aboutWords(ms)} at the needles`;
  };
  return (
    <ul className="ends">
      {Number.isFinite(crossing) && (
        <li>
          Next crossing after this {line}: in {line} {crossing}
          {until(crossing - 1)}.
        </li>
      )}
      <li>
        {view.sectionName}: {view.sectionOpen ? 'about ' : ''}
        {counted(section - done, line)} to its end{until(section)}.
      </li>
      <li>
        The piece: {view.rowsEstimated ? 'about ' : ''}
        {counted(sheet.rows - done, line)} to go{until(sheet.rows)}.
      </li>
    </ul>
  );
}

export function ComingForm(props: DialogProps) {
  return (
    <>
      <Strip view={props.view} hand={props.settings.hand} />
      <Ends {...props} />
      <h3 className="how-title">Repeats</h3>
      <ul className="ends">
        {props.view.columns.map((column) => (
          <Repeat key={column.id} column={column} line={lineOf(props.view.round)} />
        ))}
      </ul>
    </>
  );
}
