import { useEffect } from 'react';

/** Keeps the screen on while a task is open, where the browser can. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (!('wakeLock' in navigator) || document.visibilityState !== 'visible') return;
      try {
        const held = await navigator.wakeLock.request('screen');
        if (gone) await held.release();
        else lock = held;
      } catch {
        // Low on battery, or not allowed: the screen then sleeps as it always did.
      }
    };
    const again = () => void hold();
    again();
    // A screen that was switched off lets go of it.
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
}
