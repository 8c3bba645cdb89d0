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

// A worker reads what it must load from the hash of its own address, which an answer of a server or a cache has not: made here it
// has none of its own, and the worker's is that which was asked for.
const asIfAsked = ({ body, status, headers }: Response): Response => new Response(body, { status, headers });

async function workerScript(request: Request): Promise<Response> {
  const answer = await fetch(request).catch(() => undefined);
  if (answer) return asIfAsked(answer);
  const kept = await caches.match(new URL(request.url).pathname, { ignoreSearch: true });
  return kept ? asIfAsked(kept) : Response.error();
}

self.addEventListener('fetch', (event) => {
  if (event.request.destination !== 'worker') return;
  event.stopImmediatePropagation();
  event.respondWith(workerScript(event.request));
});

new Serwist({
  precacheEntries: self.__SW_MANIFEST ?? [],
  // The Floor is one page for every client and every class.
  precacheOptions: { ignoreURLParametersMatching: [/^(client|class)$/], cleanupOutdatedCaches: true },
  skipWaiting: true,
  clientsClaim: true,
  navigationPreload: false,
  disableDevLogs: true,
}).addEventListeners();
