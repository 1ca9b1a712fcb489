/** A piece's strip, fetched when its line comes near the view; what was fetched once is not fetched again. */
import { useEffect, useRef, useState } from 'react';
import type { Glance } from '~/glance/summary.server';

export type Glanced = Glance | { readonly damage: string };

/** Begun before the line is in view, so that it is there when it is. */
const NEAR = '400px';
const MOST_KEPT = 60;
const kept = new Map<string, Glanced>();

function keep(key: string, glance: Glanced) {
  kept.set(key, glance);
  const [oldest] = kept.keys();
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
}

/** @param of another one when the piece has changed */
export function useGlance<E extends Element>(id: string, of: string) {
  const place = useRef<E>(null);
  const key = `${id} ${of}`;
  const [found, setFound] = useState<{ readonly key: string; readonly glance: Glanced } | null>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const gone = new AbortController();
    const fetchIt = async () => {
      const known = kept.get(key);
      const answer = known
        ? null
        : await fetch(`/pieces/${id}/glance?of=${encodeURIComponent(of)}`, { signal: gone.signal });
      if (answer && !answer.ok) return;
      const glance = known ?? ((await answer?.json()) as Glanced);
      keep(key, glance);
      setFound({ key, glance });
    };
    const seen = new IntersectionObserver(
      (entries) => {
        if (!entries.some(({ isIntersecting }) => isIntersecting)) return;
        seen.disconnect();
        // Without a network the line is there, only its picture is not.
        void fetchIt().catch(() => undefined);
      },
      { rootMargin: NEAR },
    );
    seen.observe(element);
    return () => {
      seen.disconnect();
      gone.abort();
    };
  }, [id, of, key]);
  return { place, glance: found?.key === key ? found.glance : null };
}
