/** A last row that is another one, and changes of needle or colour from a row on. */
import { useId } from 'react';
import { Plus, Trash2 } from 'lucide-react';
import type { SectionDraft } from '@core/draft/draft';
import type { Change as PlannedChange } from '@core/piece/plan';
import { NumberInput, Select, TextInput, Tick } from '~/ui/inputs';
import { changeSection } from './draft-state';
import type { Change } from './making';

const WHATS = [
  ['needle', 'another needle'],
  ['yarn', 'another colour'],
  ['other', 'something else'],
] as const;
const RIDGE = 'Row 1 (RS): *p1; rep from * to end.';

function LastRow({
  section,
  put,
}: {
  section: SectionDraft;
  put: (change: (s: SectionDraft) => SectionDraft) => void;
}) {
  const id = useId();
  const { lastRow } = section;
  return (
    <>
      <Tick
        label="the last row is another one (a ridge, say)"
        checked={lastRow !== undefined}
        onChange={(on) =>
          put(({ lastRow: _, ...s }) => (on ? { ...s, lastRow: { text: RIDGE, mirrored: false } } : s))
        }
      />
      {lastRow && (
        <div className="mb-3">
          <label className="label" htmlFor={id}>
            That row, over the whole width
          </label>
          <input
            id={id}
            className="field"
            value={lastRow.text}
            onChange={(event) => put((s) => ({ ...s, lastRow: { ...lastRow, text: event.target.value } }))}
          />
        </div>
      )}
    </>
  );
}

export function Further({
  section,
  index,
  change,
}: {
  section: SectionDraft;
  index: number;
  change: Change;
}) {
  const put = (with_: (s: SectionDraft) => SectionDraft) => change((d) => changeSection(d, index, with_));
  const all = section.changes ?? [];
  const set = (i: number, part: Partial<PlannedChange>) =>
    put((s) => ({ ...s, changes: all.map((one, n) => (n === i ? { ...one, ...part } : one)) }));
  return (
    <div className="mt-3">
      <LastRow section={section} put={put} />
      {all.map((one, i) => (
        <div key={i} className="schedule-fields">
          <NumberInput label="From row" value={one.row} onChange={(row) => set(i, { row })} />
          <Select label="Take" value={one.what} options={WHATS} onChange={(what) => set(i, { what })} />
          <TextInput label="Which" value={one.text} onChange={(text) => set(i, { text })} />
          <button
            type="button"
            className="quiet-button"
            aria-label="Take this change away"
            onClick={() => put((s) => ({ ...s, changes: all.filter((_, n) => n !== i) }))}
          >
            <Trash2 aria-hidden="true" size={20} />
          </button>
        </div>
      ))}
      <button
        type="button"
        className="plain-button mt-3"
        onClick={() => put((s) => ({ ...s, changes: [...all, { row: 1, what: 'needle', text: '' }] }))}
      >
        <Plus aria-hidden="true" size={20} /> A change at a row
      </button>
    </div>
  );
}
