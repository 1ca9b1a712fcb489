/** Keeps the screen from going dark while the page is in sight. */
import { useEffect, useState } from 'react';

export type Awake = 'off' | 'on' | 'refused';

export function useAwake(wanted: boolean): Awake {
  const [awake, setAwake] = useState<Awake>('off');
  useEffect(() => {
    if (!wanted) return;
    let lock: WakeLockSentinel | null = null;
    let here = true;
    const ask = async () => {
      if (document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (!here) return void lock.release();
        setAwake('on');
      } catch {
        if (here) setAwake('refused');
      }
    };
    void ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      here = false;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release().catch(() => undefined);
      setAwake('off');
    };
  }, [wanted]);
  return awake;
}
