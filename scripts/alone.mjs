// One process at a time does something on this machine; a second one waits. One that was killed holds nothing up.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

export const isAlive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
};

/** Runs `work` while nobody else holds the lock file. */
export async function alone(lock, work) {
  mkdirSync(path.dirname(lock), { recursive: true });
  for (;;) {
    try {
      writeFileSync(lock, String(process.pid), { flag: 'wx', mode: 0o600 });
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const holder = existsSync(lock) ? Number(readFileSync(lock, 'utf8')) : 0;
      if (holder && holder !== process.pid && isAlive(holder)) await sleep(100);
      else rmSync(lock, { force: true });
    }
  }
  try {
    return await work();
  } finally {
    rmSync(lock, { force: true });
  }
}
