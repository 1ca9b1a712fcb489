/** A part that is folded away until it is wanted; what must be seen opens it, and only the knitter closes it. */
import { useState, type ReactNode } from 'react';

export function Fold({
  title,
  summary,
  must = false,
  className = 'more',
  children,
}: {
  title: ReactNode;
  summary?: ReactNode;
  /** Something in it is wrong, or in use. */
  must?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(must);
  const [was, setWas] = useState(must);
  if (must !== was) {
    setWas(must);
    if (must) setOpen(true);
  }
  return (
    <details className={className} open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>
        {title}
        {summary !== undefined && <span>{summary}</span>}
      </summary>
      {children}
    </details>
  );
}
