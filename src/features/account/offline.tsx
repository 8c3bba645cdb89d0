'use client';

import { useEffect } from 'react';

/** Readies the Floor to run without a network, once somebody is signed in. */
export function ReadyOffline() {
  useEffect(() => {
    if (process.env.NODE_ENV === 'production' && 'serviceWorker' in navigator)
      void navigator.serviceWorker.register('/offline/sw.js', { scope: '/' }).catch(() => undefined);
  }, []);
  return null;
}
