import { useEffect } from 'react';

/** The screen stays on while somebody counts, where the browser allows it. */
export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const hold = async () => {
      if (document.visibilityState !== 'visible') return;
      // A device that saves its battery says no: then the screen goes off as ever.
      lock = await navigator.wakeLock.request('screen').catch(() => null);
      if (over) void lock?.release();
    };
    void hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', hold);
      void lock?.release();
    };
  }, [on]);
}
