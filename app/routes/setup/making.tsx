/** How the piece is made: name, construction, how row 1 is worked, yarn. */
import { useId } from 'react';
import type { PieceDraft } from '@core/draft/draft';
import { YARNS, type Yarn } from '~/knitter/settings';

export type Change = (change: (draft: PieceDraft) => PieceDraft) => void;

export function Making({
  draft,
  change,
  yarn,
  setYarn,
  fixed,
}: {
  draft: PieceDraft;
  change: Change;
  yarn: Yarn;
  setYarn: (yarn: Yarn) => void;
  /** The piece is on the needles: how it is made cannot change any more. */
  fixed: boolean;
}) {
  const id = useId();
  const radio = (
    name: string,
    value: string,
    checked: boolean,
    label: string,
    patch: Partial<PieceDraft>,
  ) => (
    <label key={value} className="choice">
      <input
        type="radio"
        name={name}
        checked={checked}
        onChange={() => change((d) => ({ ...d, ...patch }))}
      />
      <span>{label}</span>
    </label>
  );
  return (
    <section className="mb-8">
      <label className="label" htmlFor={id}>
        Name of the piece
      </label>
      <input
        id={id}
        className="field mb-5 text-2xl font-semibold"
        value={draft.name}
        maxLength={80}
        onChange={(event) => change((d) => ({ ...d, name: event.target.value }))}
      />
      <div className="flex flex-wrap gap-x-10 gap-y-2">
        <fieldset disabled={fixed}>
          <legend className="label">It is knitted</legend>
          {radio('construction', 'flat', draft.construction === 'flat', 'flat, turned after every row', {
            construction: 'flat',
          })}
          {radio('construction', 'round', draft.construction === 'round', 'in the round', {
            construction: 'round',
          })}
          {radio(
            'construction',
            'unturned',
            draft.construction === 'unturned',
            'to and fro without turning (by hand)',
            { construction: 'unturned' },
          )}
        </fieldset>
        {draft.construction === 'flat' && (
          <fieldset disabled={fixed}>
            <legend className="label">Row 1 is</legend>
            {radio('side', 'RS', draft.firstSide === 'RS', 'a right-side row', { firstSide: 'RS' })}
            {radio('side', 'WS', draft.firstSide === 'WS', 'a wrong-side row', { firstSide: 'WS' })}
          </fieldset>
        )}
        {draft.construction === 'unturned' && (
          <fieldset disabled={fixed}>
            <legend className="label">Row 1 runs</legend>
            {radio('direction', 'rtl', draft.firstDirection === 'rightToLeft', 'from right to left', {
              firstDirection: 'rightToLeft',
            })}
            {radio('direction', 'ltr', draft.firstDirection === 'leftToRight', 'from left to right', {
              firstDirection: 'leftToRight',
            })}
          </fieldset>
        )}
        <fieldset>
          <legend className="label">Yarn</legend>
          <div className="flex gap-2">
            {YARNS.map((name) => (
              <label key={name} className="yarn-choice" data-yarn={name} title={name}>
                <input
                  type="radio"
                  name="yarn"
                  className="sr-only"
                  checked={yarn === name}
                  onChange={() => setYarn(name)}
                  aria-label={name}
                />
              </label>
            ))}
          </div>
        </fieldset>
      </div>
    </section>
  );
}
