// A log that is kept over starts and never grows without end. The server holds the file open while it is turned over: its
// lines are copied away and the file is emptied under it.
import { copyFileSync, existsSync, openSync, renameSync, statSync, truncateSync } from 'node:fs';

const mostBytes = 5 * 1024 * 1024;
const kept = 4;

/** Turns a log over when it has grown past `most` bytes: `app.log` → `app.log.1` → `app.log.2` … */
export function turnOver(file, most = mostBytes) {
  if (!existsSync(file) || statSync(file).size <= most) return false;
  for (let n = kept - 1; n >= 1; n -= 1) if (existsSync(`${file}.${n}`)) renameSync(`${file}.${n}`, `${file}.${n + 1}`);
  copyFileSync(file, `${file}.1`);
  truncateSync(file, 0);
  return true;
}

/** Opens a log to write at its end, whatever stands in it, and turns it over from time to time. */
export function openLog(file) {
  turnOver(file);
  const timer = setInterval(() => turnOver(file), 20_000);
  timer.unref();
  return openSync(file, 'a', 0o600);
}
