/** The chart written out again in the knitter's own manner, and ways to take it away. */
import { useId, useState } from 'react';
import { Download } from 'lucide-react';
import { FAMILIES, type Family } from '@core/notation/names';
import type { Pattern } from '@core/formats/pattern';
import { writePatternRows } from '@core/notation/write';
import { FAMILY_WORDS } from '~/messages/families';
import { fileOf, FORMATS, saveFile, type Format } from '~/patterns/save-file';

const FORMAT_WORDS: Readonly<Record<Format, string>> = {
  pattern: 'Pattern file',
  rows: 'Written rows',
  grid: 'Grid for spreadsheets',
  picture: 'Chart with legend',
};

export function WrittenOut({ pattern, family: usual }: { pattern: Pattern; family: Family }) {
  const id = useId();
  const [family, setFamily] = useState(usual);
  const { chart } = pattern.stretches[0];
  const ring = chart.rows[0]?.kind === 'ring';
  const turned = pattern.stretches.some((one) => one.chart.firstSide === 'WS');
  const [round, setRound] = useState(pattern.inTheRound);
  const [presented, setPresented] = useState(true);
  const inRound = ring || (round && !turned);
  const construction = inRound ? 'round' : 'flat';
  const rows = writePatternRows(pattern.stretches, { family, construction, presented });
  return (
    <section className="written-out" aria-label="Written out">
      <h2 className="text-2xl">Written out</h2>
      <div className="mt-3 flex flex-wrap items-end gap-x-8 gap-y-3">
        <div>
          <label className="label" htmlFor={id}>
            Names of crossings
          </label>
          <select
            id={id}
            className="field"
            value={family}
            onChange={(event) => setFamily(event.target.value as Family)}
          >
            {FAMILIES.map((name) => (
              <option key={name} value={name}>
                {FAMILY_WORDS[name]}
              </option>
            ))}
          </select>
        </div>
        <label className="choice" data-disabled={ring || turned}>
          <input
            type="checkbox"
            checked={inRound}
            disabled={ring || turned}
            onChange={(event) => setRound(event.target.checked)}
          />
          <span>for work in the round</span>
        </label>
        <label className="choice">
          <input
            type="checkbox"
            checked={!presented}
            onChange={(event) => setPresented(!event.target.checked)}
          />
          <span>every row stitch by stitch</span>
        </label>
      </div>
      <pre className="written-rows" tabIndex={0} aria-label="The rows, written out">
        {rows}
      </pre>
      <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="Take it away as">
        {FORMATS.map((format) => (
          <button
            key={format}
            type="button"
            className="plain-button"
            onClick={() => saveFile(fileOf(pattern, format, rows))}
          >
            <Download aria-hidden="true" size={18} /> {FORMAT_WORDS[format]}
          </button>
        ))}
      </div>
    </section>
  );
}
