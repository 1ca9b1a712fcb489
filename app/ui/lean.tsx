/** Lean as colour, shape and word together. The shape is our own: one ribbon over another, as fabric does it. */
import type { Lean } from '@core/stitch/types';

export const LEAN_WORDS: Record<Lean, string> = { right: 'leans right', left: 'leans left' };
export const leanColour = (lean: Lean) => (lean === 'right' ? 'var(--right)' : 'var(--left)');

export function LeanGlyph({ lean, size = 44 }: { lean: Lean; size?: number }) {
  const over = 'M7 44C7 28 37 20 37 4';
  return (
    <svg
      viewBox="0 0 44 48"
      width={size}
      height={(size * 48) / 44}
      aria-hidden="true"
      style={{ transform: lean === 'left' ? 'scaleX(-1)' : undefined }}
    >
      <path d="M37 44C37 28 7 20 7 4" fill="none" stroke="var(--soft)" strokeWidth="7" opacity="0.55" />
      <path d={over} fill="none" stroke="var(--sheet)" strokeWidth="17" />
      <path d={over} fill="none" stroke={leanColour(lean)} strokeWidth="11" />
    </svg>
  );
}

export function LeanWord({ lean }: { lean: Lean }) {
  return (
    <span className="font-semibold" style={{ color: leanColour(lean) }}>
      {LEAN_WORDS[lean]}
    </span>
  );
}
