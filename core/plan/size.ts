/** From a wanted width to counts: the nearest below and the nearest above that keep multiples and symmetry. */
import { err, ok, type Result } from '../result';
import { LIMITS } from '../piece/plan';

export type Count = {
  /** Steps taken (repeats, stitches, pairs of panels). */
  readonly steps: number;
  readonly stitches: number;
  readonly cm: number;
};
/** `below` is not wider than wanted, `above` is wider; null if no such count can be knitted. */
export type Counts = { readonly below: Count | null; readonly above: Count | null };

export type SizeProblem =
  | { readonly code: 'width-not-sound'; readonly most: number }
  | { readonly code: 'no-count-meets'; readonly least: number };

/** What grows: `fixed` never changes, every step adds stitches and width. */
export type Growth = {
  readonly fixed: { readonly stitches: number; readonly cm: number };
  readonly step: { readonly stitches: number; readonly cm: number };
  readonly least: number;
  readonly most?: number;
};

const NEAR = 1e-9;

/** Both counts beside a wanted width. The smallest piece wider than wanted is still a count; no width at all is not. */
export function countsFor(
  wantedCm: number,
  { fixed, step, least, most = Infinity }: Growth,
): Result<Counts, SizeProblem> {
  if (!Number.isFinite(wantedCm) || wantedCm <= 0 || wantedCm > LIMITS.cm)
    return err({ code: 'width-not-sound', most: LIMITS.cm });
  const at = (steps: number): Count | null => {
    const stitches = fixed.stitches + steps * step.stitches;
    const possible = steps >= least && steps <= most && stitches >= 1 && stitches <= LIMITS.stitches;
    return possible ? { steps, stitches, cm: fixed.cm + steps * step.cm } : null;
  };
  const steps = Math.floor((wantedCm - fixed.cm) / step.cm + NEAR);
  const below = at(steps);
  const above = at(Math.max(least, steps + 1));
  if (!below && !above) return err({ code: 'no-count-meets', least: fixed.cm + least * step.cm });
  return ok({ below, above });
}

/** A pattern of `multiple` stitches plus a balance, `perCm` stitches to the centimetre. */
export const countsOfMultiple = (wantedCm: number, perCm: number, multiple: number, plus: number) =>
  countsFor(wantedCm, {
    fixed: { stitches: plus, cm: plus / perCm },
    step: { stitches: multiple, cm: multiple / perCm },
    least: plus > 0 ? 0 : 1,
  });

/** Thick roving: stitches of a known width each. */
export const countsOfStitchWidth = (wantedCm: number, stitchCm: number) =>
  countsOfMultiple(wantedCm, 1 / stitchCm, 1, 0);

/** Finished size for snug (negative ease) or loose wear, in cm. */
export const withEase = (bodyCm: number, easeCm: number) => bodyCm + easeCm;
