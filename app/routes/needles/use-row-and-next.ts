/** The row in hand and the one after it: that one is written beforehand, out of sight, and only has to be brought forward. */
import { useEffect, useState } from 'react';
import type { NeedlesView, RowOnFabric } from './view';

/** So long after a row was shown there is time for the next one. */
const AHEAD_MS = 90;

/**
 * What is to be drawn, by rows: the row in hand, the next one as soon as there is time, and the one before until then.
 * Only {@link NeedlesView.said} of the view is to be seen.
 */
export function useRowAndNext(view: NeedlesView): readonly RowOnFabric[] {
  const [written, setWritten] = useState<readonly RowOnFabric[]>([view]);
  useEffect(() => {
    const timer = setTimeout(() => {
      const next = view.ahead();
      setWritten(next ? [view, next] : [view]);
    }, AHEAD_MS);
    return () => clearTimeout(timer);
  }, [view]);
  const isNow = ({ said }: RowOnFabric) => said === view.said;
  return written.some(isNow) ? written.map((row) => (isNow(row) ? view : row)) : [view];
}

/** The view as it was until there is time for the new one: for an overview, which the eye comes to last. */
export function useSettled(view: NeedlesView): NeedlesView {
  const [settled, setSettled] = useState(view);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(view), AHEAD_MS);
    return () => clearTimeout(timer);
  }, [view]);
  return settled;
}
