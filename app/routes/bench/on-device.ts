/**
 * What this device knows of a piece beyond what the page says: rows that are not sent yet, and, without a network, a copy
 * of the journal that may be newer than the page.
 */
import { useEffect, useState } from 'react';
import { fold } from '@core/journal/fold';
import { deviceStore } from '~/device/store';
import { browserCopies } from '~/journal/copies';
import { readPending } from '~/journal/pending';

export type OnDevice = { readonly done: number; readonly unsent: number };

async function look(pieceId: string): Promise<OnDevice | null> {
  const unsent = readPending(deviceStore(), pieceId);
  if (unsent.length === 0 && navigator.onLine) return null;
  const kept = await browserCopies.read(pieceId).catch(() => ({ base: null, events: [] }));
  if (kept.base === null && kept.events.length + unsent.length === 0) return null;
  return { done: fold([...kept.events, ...unsent], kept.base).done, unsent: unsent.length };
}

/** Null where the page knows as much as the device. */
export function useOnDevice(pieceId: string): OnDevice | null {
  const [known, setKnown] = useState<OnDevice | null>(null);
  useEffect(() => {
    let here = true;
    const again = () => void look(pieceId).then((found) => here && setKnown(found));
    again();
    window.addEventListener('online', again);
    window.addEventListener('offline', again);
    return () => {
      here = false;
      window.removeEventListener('online', again);
      window.removeEventListener('offline', again);
    };
  }, [pieceId]);
  return known;
}
