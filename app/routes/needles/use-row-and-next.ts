/** The row in hand and the one after it: that one is written beforehand, out of sight, and only has to be brought forward. */
import { useEffect, useState } from 'react';
import type { RowView } from './row-view';
import type { NeedlesView } from './view';

/** So long after a row was shown there is time for the next one. */
const AHEAD_MS = 90;

/**
 * What is to be drawn, by rows: the row in hand, the next one as soon as there is time, and the one before until then.
 * Only {@link NeedlesView.said} of the view is to be seen.
 */
export function useRowAndNext(view: NeedlesView): readonly RowView[] {
  const [written, setWritten] = useState<readonly RowView[]>([view.said]);
  useEffect(() => {
    const timer = setTimeout(() => {
      const next = view.ahead();
      setWritten(next ? [view.said, next] : [view.said]);
    }, AHEAD_MS);
    return () => clearTimeout(timer);
  }, [view]);
  return written.includes(view.said) ? written : [view.said];
}
