// Serves the built application to a network: locked (HTTPS), and on the same port one unlocked page that says where to go.
// Started by scripts/app.mjs, which hands over the certificate in SPINE_TLS (JSON).
import http from 'node:http';
import https from 'node:https';
import net from 'node:net';
import next from 'next';
import { authorityBytes, whereToGo } from './where-to-go.mjs';

const port = Number(process.env.PORT);
const hostname = process.env.SPINE_HOST;
const tls = JSON.parse(process.env.SPINE_TLS ?? '{}');
delete process.env.SPINE_TLS; // the key is nobody else's

/** What a proxy would say is believed only where the studio says that there is one. */
const saidByProxies = ['x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'x-forwarded-port', 'forwarded'];
const hasProxy = process.env.TRUST_PROXY === '1';

const app = next({ dev: false, hostname, port, dir: process.cwd() });
const handle = app.getRequestHandler();
await app.prepare();

const locked = https.createServer({ cert: tls.cert, key: tls.key }, (request, response) => {
  if (!hasProxy) for (const name of saidByProxies) delete request.headers[name];
  // With an authority made here the name may become another machine's: only a studio's own certificate is promised for long.
  if (!tls.authority) response.setHeader('strict-transport-security', 'max-age=15552000');
  void handle(request, response);
});

const unlocked = http.createServer((request, response) => {
  response.setHeader('x-content-type-options', 'nosniff');
  response.setHeader('cache-control', 'no-store');
  if (request.method !== 'GET' && request.method !== 'HEAD') return response.writeHead(405).end();
  if (request.url === '/authority.crt' && tls.authority) {
    response.writeHead(200, { 'content-type': 'application/x-x509-ca-cert' });
    return response.end(authorityBytes(tls.authority));
  }
  whereToGo(request.headers.host ?? '', tls).then(
    (page) => response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page),
    () => response.writeHead(500).end(),
  );
});

// A connection on which nothing moves is nobody's: these servers do not listen themselves, and watch no clocks of their own.
locked.setTimeout(120_000);
unlocked.setTimeout(10_000);

const startsLocked = 0x16; // the first byte of a TLS handshake
const patienceMs = 10_000;

/** One port for both: the first byte tells which it is. */
const door = net.createServer((socket) => {
  socket.on('error', () => socket.destroy());
  socket.setTimeout(patienceMs, () => socket.destroy());
  socket.once('data', (first) => {
    socket.pause();
    socket.setTimeout(0);
    socket.unshift(first);
    (first[0] === startsLocked ? locked : unlocked).emit('connection', socket);
    process.nextTick(() => socket.resume());
  });
});

door.listen(port, hostname);
process.on('SIGTERM', () => {
  door.close();
  locked.closeIdleConnections();
  setTimeout(() => process.exit(0), 1500).unref();
});
