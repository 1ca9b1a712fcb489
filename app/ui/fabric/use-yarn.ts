/** The colours of the yarn around an element; null before they are known. They are looked up anew whenever it is shown. */
import { useEffect, useState, type RefObject } from 'react';
import type { Yarn } from './sprites';

export function yarnAt(element: Element): Yarn {
  const style = getComputedStyle(element);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  return { lit: colour('--lit'), shade: colour('--shade'), deep: colour('--deep') };
}

export function useYarn(ref: RefObject<Element | null>): Yarn | null {
  const [yarn, setYarn] = useState<Yarn | null>(null);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const look = () => setYarn(yarnAt(element));
    look();
    const chosen = element.closest('[data-yarn]');
    const watch = new MutationObserver(look);
    if (chosen) watch.observe(chosen, { attributes: true, attributeFilter: ['data-yarn'] });
    return () => watch.disconnect();
  }, [ref]);
  return yarn;
}
