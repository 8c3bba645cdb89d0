// First visits: what each page's first scripts weigh on the wire, how soon it can be used at a quarter of the speed, and whether
// anything moves, beside an empty page of the same application. Least of several rounds; times are ratios.
import http from 'node:http';
import { demoSignIn } from '@/data/demo/world';
import { openChrome } from '../browser/chrome';
import type { Chrome } from '../browser/chrome';
import { openHouse } from '../browser/house';

const rounds = 5;
const slower = 4;

/** Bytes of an address as they travel. */
const weigh = (address: URL, cookie: string): Promise<number> =>
  new Promise((resolve, reject) => {
    const headers = { cookie, 'accept-encoding': 'gzip' };
    http
      .get(address, { headers }, (answer) => {
        let bytes = 0;
        answer.on('data', (part: Buffer) => (bytes += part.length)).on('end', () => resolve(bytes));
      })
      .on('error', reject);
  });

/** Scripts that a page's markup asks for. */
async function firstScripts(address: string, path: string, cookie: string): Promise<number> {
  const text = await (await fetch(new URL(path, address), { headers: { cookie } })).text();
  const asked = [...text.matchAll(/<script[^>]*\ssrc="([^"]+\.js[^"]*)"[^>]*>/g)]
    .filter(([tag]) => !/nomodule/i.test(tag))
    .map(([, source = '']) => source);
  const sizes = await Promise.all([...new Set(asked)].map((source) => weigh(new URL(source, address), cookie)));
  return sizes.reduce((sum, one) => sum + one, 0);
}

/** `usableMs`: all scripts that the page asked for are there and React has its main part, so that a press is served before what is
 * not taken over yet; `wholeMs`: nothing is left to take over. */
type Visit = { readonly usableMs: number; readonly wholeMs: number; readonly shift: number; readonly requests: number };

/** One visit with nothing in the browser's cache: from the press until React has taken over the page, and all of its parts. */
async function visit({ driver, go }: Chrome, path: string): Promise<Visit> {
  await driver.get('about:blank');
  await driver.sendDevToolsCommand('Network.clearBrowserCache', {});
  await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: `window.shift = 0; window.usableAt = 0; window.wholeAt = 0;
      new PerformanceObserver((list) => { for (const one of list.getEntries()) if (!one.hadRecentInput) window.shift += one.value; }).observe({ type: 'layout-shift', buffered: true });
      const isTaken = (one) => Object.keys(one).some((key) => key.startsWith('__react'));
      const come = new Set();
      document.addEventListener('load', ({ target }) => come.add(target), true);
      const isHere = (script) => script.noModule || come.has(script);
      const look = () => {
        const main = document.querySelector('main');
        const first = [...document.querySelectorAll('script[src]')];
        if (main && isTaken(main) && (window.usableAt || first.every(isHere))) window.usableAt ||= performance.now();
        const parts = [...document.querySelectorAll('main section, main a, main button')];
        if (window.usableAt && parts.every(isTaken)) window.wholeAt = performance.now();
        else setTimeout(look, 4);
      };
      look();`,
  });
  await go(path);
  await new Promise((resolve) => setTimeout(resolve, 4000));
  return driver.executeScript<Visit>(
    "return { usableMs: window.usableAt, wholeMs: window.wholeAt, shift: window.shift, requests: performance.getEntriesByType('resource').length }",
  );
}

async function main(): Promise<void> {
  const house = await openHouse({ PORT: '3490' });
  const signedIn = await openChrome(house.address);
  await signedIn.go('/sign-in');
  await signedIn.type('E-mail address', demoSignIn.email);
  await signedIn.type('Password', demoSignIn.password);
  await signedIn.press('Sign in');
  await signedIn.seesExactly('Today', 'h1');
  const cookie = await signedIn.cookies();
  const client = await signedIn.driver.executeScript<string>(
    "return document.querySelector('[data-client] h2 a').pathname",
  );
  await signedIn.go(`${client}/look`);
  await signedIn.press('To the pictures');
  await signedIn.isAt(/looks\//);
  const look = new URL(await signedIn.driver.getCurrentUrl()).pathname;
  const pages = [
    ['empty', '/nothing-here'],
    ['Today', '/'],
    ['clients', '/clients'],
    ['a client', client],
    ['repertoire', '/repertoire'],
    ['an exercise', '/repertoire/legFloat'],
    ['before a look', `${client}/look`],
    ['bench', look],
    ['Floor', `/floor?client=${client.split('/').pop()}`],
  ] as const;
  try {
    await signedIn.driver.sendDevToolsCommand('Emulation.setCPUThrottlingRate', { rate: slower });
    const seen = new Map<string, Visit[]>(pages.map(([name]) => [name, []]));
    // Round by round, so that a slow minute of the machine falls on all pages alike.
    for (let round = 0; round < rounds; round += 1)
      for (const [name, path] of pages) seen.get(name)?.push(await visit(signedIn, path));
    const least = (name: string, of: (one: Visit) => number) => Math.min(...(seen.get(name) ?? []).map(of));
    const most = (name: string, of: (one: Visit) => number) => Math.max(...(seen.get(name) ?? []).map(of));
    const empty = await firstScripts(house.address, '/nothing-here', cookie);
    for (const [name, path] of pages) {
      const bytes = await firstScripts(house.address, path, cookie);
      const empties = least('empty', ({ usableMs }) => usableMs);
      const [usable, whole] = [({ usableMs }: Visit) => usableMs, ({ wholeMs }: Visit) => wholeMs].map((of) =>
        (least(name, of) / empties).toFixed(2),
      );
      console.warn(
        `• ${name.padEnd(13)} first scripts ${(bytes / 1024).toFixed(0).padStart(4)} kB (empty + ${((bytes - empty) / 1024).toFixed(0)}), page ${((await weigh(new URL(path, house.address), cookie)) / 1024).toFixed(0).padStart(3)} kB, usable at ${usable}, whole at ${whole} × empty at ${slower} × slower, shift ${most(name, ({ shift }) => shift).toFixed(3)}, ${most(name, ({ requests }) => requests)} requests`,
      );
    }
  } finally {
    await signedIn.close();
    await house.end('SIGINT');
  }
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
