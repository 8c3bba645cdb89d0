// Keeps the screen awake while something is watched or measured, where the browser can.
import { useEffect } from 'react';

export function useWakeLock(isWanted: boolean): void {
  useEffect(() => {
    if (!isWanted || !('wakeLock' in navigator)) return undefined;
    let lock: WakeLockSentinel | undefined;
    let isOver = false;
    const take = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock
        .request('screen')
        .then((got) => {
          lock = got;
          if (isOver) void got.release();
        })
        .catch(() => undefined); // a battery that is low refuses: the set goes on
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [isWanted]);
}
