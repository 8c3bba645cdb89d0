/// <reference no-default-lib="true" />
/// <reference lib="esnext" />
/// <reference lib="webworker" />
// Serves the Floor without a network: its page, scripts and type, as built. No answer of the server is ever kept here.
import { Serwist } from 'serwist';
import type { PrecacheEntry, SerwistGlobalConfig } from 'serwist';

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: ServiceWorkerGlobalScope;

// A worker reads what it must load from the hash of its own address, which an answer kept here has not.
self.addEventListener('fetch', (event) => {
  if (event.request.destination === 'worker') event.stopImmediatePropagation();
});

new Serwist({
  precacheEntries: self.__SW_MANIFEST ?? [],
  // The Floor is one page for every client.
  precacheOptions: { ignoreURLParametersMatching: [/^client$/], cleanupOutdatedCaches: true },
  skipWaiting: true,
  clientsClaim: true,
  navigationPreload: false,
  disableDevLogs: true,
}).addEventListeners();
