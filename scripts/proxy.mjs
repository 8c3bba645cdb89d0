// A small proxy (Debian's haproxy) before several application servers, on loopback: who does not answer is asked no more, and a
// request that died with its server is asked again of another. That is safe here: every write carries its own id, and is kept
// once however often it comes.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { findProgram, installDebian } from './set-up.mjs';
import { StageFailure } from './stages.mjs';

/** Lines of its configuration. `servers`: addresses as http://127.0.0.1:3000. */
export const proxyLines = (port, servers) => [
  'global',
  '  tune.bufsize 131072', // what may be asked again is held so long
  '  maxconn 2000',
  'defaults',
  '  mode http',
  '  option httpchk GET /api/health',
  '  option redispatch 1',
  '  option forwardfor',
  '  retries 6',
  '  retry-on conn-failure empty-response response-timeout junk-response 503',
  '  timeout connect 2s',
  '  timeout client 60s',
  '  timeout server 30s',
  '  timeout queue 20s',
  '  timeout check 6s', // who is slow for a moment is not gone
  'frontend people',
  `  bind 127.0.0.1:${port}`,
  '  http-request del-header X-Forwarded-For', // nobody says for herself where she comes from
  '  http-request set-header X-Forwarded-Proto http unless { ssl_fc }',
  '  default_backend servers',
  'backend servers',
  '  balance roundrobin',
  ...servers.map(
    (address, n) =>
      `  server app${n + 1} ${new URL(address).host} check inter 500ms fall 2 rise 2 on-marked-down shutdown-sessions`,
  ),
  '',
];

export const proxyPackage = () => installDebian(['haproxy'], ['haproxy']);

/** Starts the proxy; { address, kill(), start(), stop() }. */
export async function startProxy(port, servers) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-proxy-'));
  const file = path.join(folder, 'haproxy.cfg');
  writeFileSync(file, proxyLines(port, servers).join('\n'));
  const address = `http://127.0.0.1:${port}`;
  let child;
  const isOpen = () =>
    fetch(`${address}/api/health/live`)
      .then(({ status }) => status === 200)
      .catch(() => false);
  const start = async () => {
    child = spawn(findProgram('haproxy'), ['-f', file, '-db'], { stdio: ['ignore', 'ignore', 'pipe'] });
    let said = '';
    child.stderr.on('data', (part) => (said = (said + part).slice(-2000)));
    for (let tries = 0; !(await isOpen()); tries += 1) {
      if (child.exitCode !== null || tries > 300)
        throw new StageFailure('the proxy does not stand', said || 'it says nothing');
      await sleep(100);
    }
  };
  await start();
  return {
    address,
    start,
    kill: () => child.kill('SIGKILL'),
    async stop() {
      child.kill('SIGTERM');
      for (let tries = 0; child.exitCode === null && child.signalCode === null && tries < 50; tries += 1)
        await sleep(100);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
