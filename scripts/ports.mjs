import { createServer } from 'node:net';

function isFree(port, host) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen({ port, host, exclusive: true }, () => server.close(() => resolve(true)));
  });
}

/** The first free port from `wanted` upwards. */
export async function freePort(wanted, host = '127.0.0.1') {
  for (let port = wanted; port < wanted + 200; port += 1) if (await isFree(port, host)) return port;
  throw new Error(`no free port between ${wanted} and ${wanted + 199}`);
}
