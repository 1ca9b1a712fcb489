/** How long a tail to leave, by either way of reckoning, and what to keep for the end. */
import { useState } from 'react';
import type { Making } from '@core/piece/making';
import type { Units } from '@core/plan/units';
import { bindOffLength, oneStrandTail, tailByWidth, tailByWraps, WRAPS, wrapsLength } from '@core/plan/yarn';
import { lengthWords } from '~/messages/measures';
import { MeasureInput } from '~/ui/inputs';

export function Tails({
  stitches,
  edges,
  stitchesPer10,
  making,
  units,
}: {
  stitches: number;
  /** Widths of the first and the last row; null without a gauge. */
  edges: { readonly castOn: number; readonly bindOff: number } | null;
  stitchesPer10: number | null;
  making: Making;
  units: Units;
}) {
  const [wraps, setWraps] = useState<number | null>(null);
  const guess = making.needle && making.needle.kind !== 'hands' ? wrapsLength(making.needle.mm) : null;
  const measured = wraps !== null && wraps > 0 ? wraps : null;
  const long = measured ?? guess;
  const show = (cm: number) => lengthWords(cm, units, 0);
  return (
    <section className="sheet-block">
      <h2>Tail</h2>
      <ul className="sheet-list">
        {long !== null && (
          <li data-testid="tail">
            Long tail, by wraps: {WRAPS} wraps round the needle {measured === null ? 'come to about' : 'took'}{' '}
            {show(long)}; {stitches} stitches want <strong>{show(tailByWraps(stitches, long))}</strong>, 15 cm
            of it to spare.
          </li>
        )}
        {edges && (
          <li>
            Long tail, by width: three times the edge of {show(edges.castOn)} and a bit:{' '}
            <strong>{show(tailByWidth(edges.castOn))}</strong>.
          </li>
        )}
        <li>A cast-on with one strand needs only {show(oneStrandTail())} to weave in.</li>
        {edges && stitchesPer10 !== null && (
          <li>
            Keep <strong>{show(bindOffLength(edges.bindOff, stitchesPer10))}</strong> for binding off{' '}
            {show(edges.bindOff)}. Bind off loosely, with a thicker needle where it must stretch.
          </li>
        )}
      </ul>
      <div className="reckon no-print">
        <MeasureInput label={`${WRAPS} wraps took`} cm={wraps} units={units} onChange={setWraps} />
        {wraps !== null && !(wraps > 0) && <p className="text-fault">Give a length of more than 0.</p>}
      </div>
    </section>
  );
}
