import { useEffect } from 'react';

/** Keeps the display lit while `on`, where the device allows it; a wish, refused in silence. Coming back to the page asks again. */
export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on) return;
    let lock: Promise<WakeLockSentinel | null> | undefined;
    const ask = () => {
      if (document.visibilityState === 'visible') lock = navigator.wakeLock?.request('screen').catch(() => null);
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      document.removeEventListener('visibilitychange', ask);
      void lock?.then((l) => l?.release());
    };
  }, [on]);
}
