/** The first of a long list; the others are shown, and so printed, on request. */
import { useState, type ReactNode } from 'react';

type Props<T> = {
  items: readonly T[];
  /** So many at first. */
  most: number;
  /** What they are, in the plural. */
  what: string;
  children: (shown: readonly T[]) => ReactNode;
};

export function Some<T>({ items, most, what, children }: Props<T>) {
  const [all, setAll] = useState(false);
  const others = items.length - most;
  return (
    <>
      {children(all ? items : items.slice(0, most))}
      {others > 0 && !all && (
        <button type="button" className="plain-button mt-3" onClick={() => setAll(true)}>
          Show the other {others} {what}
        </button>
      )}
    </>
  );
}
