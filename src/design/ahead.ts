'use client';

import { useEffect } from 'react';

const latestMs = 4000;

/**
 * Fetches what comes after the page (dialogs, later steps) once the page stands and nothing else is to do, so that a press finds
 * it there, network or not. What fails here is asked for again at the press.
 */
export function useAhead(load: () => Promise<unknown>): void {
  useEffect(() => {
    const fetchNow = () => void load().catch(() => undefined);
    if (!('requestIdleCallback' in window)) {
      const timer = setTimeout(fetchNow, latestMs / 2);
      return () => clearTimeout(timer);
    }
    const idle = requestIdleCallback(fetchNow, { timeout: latestMs });
    return () => cancelIdleCallback(idle);
  }, [load]);
}
