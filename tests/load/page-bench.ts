// The server's answer for Today with the demo data, as a multiple of its bare answer to a health question; page weight.
import { demoSignIn } from '@/data/demo/world';
import { openChrome } from '../browser/chrome';
import { openHouse } from '../browser/house';

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;
type Loaded = { name: string; kind: string; bytes: number };

async function main(): Promise<void> {
  const house = await openHouse({ PORT: '3490' });
  const chrome = await openChrome(house.address);
  try {
    await chrome.go('/sign-in');
    await chrome.type('E-mail address', demoSignIn.email);
    await chrome.type('Password', demoSignIn.password);
    await chrome.press('Sign in');
    await chrome.seesExactly('Today', 'h1');
    const cookie = await chrome.cookies();
    const ask = async (path: string): Promise<number> => {
      const started = performance.now();
      const response = await fetch(new URL(path, house.address), { headers: { cookie } });
      await response.arrayBuffer();
      if (response.status !== 200) throw new Error(`${path} answered ${response.status}`);
      return performance.now() - started;
    };
    for (let i = 0; i < 20; i += 1) await Promise.all([ask('/'), ask('/api/health')]);
    const [today, health]: [number[], number[]] = [[], []];
    for (let i = 0; i < 60; i += 1) {
      today.push(await ask('/'));
      health.push(await ask('/api/health'));
    }
    console.warn(
      `• Today: ${(median(today) / median(health)).toFixed(1)} × a health answer with one query (here ${median(today).toFixed(0)} ms against ${median(health).toFixed(0)} ms)`,
    );

    for (const [name, path] of [
      ['Today', '/'],
      ['a client', new URL(await clientAddress(chrome)).pathname],
    ] as const) {
      await chrome.driver.sendDevToolsCommand('Network.clearBrowserCache', {});
      await chrome.go(path);
      await new Promise((resolve) => setTimeout(resolve, 1500));
      const loaded = await chrome.driver.executeScript<Loaded[]>(
        'return [...performance.getEntriesByType("navigation"), ...performance.getEntriesByType("resource")].map((one) => ({ name: one.name, kind: one.initiatorType, bytes: one.encodedBodySize }))',
      );
      const kb = (wanted: (one: Loaded) => boolean) =>
        Math.round(loaded.filter(wanted).reduce((sum, { bytes }) => sum + bytes, 0) / 1024);
      console.warn(
        `• ${name} weighs ${kb(() => true)} KB on the wire: page ${kb(({ kind }) => kind === 'navigation')}, scripts ${kb((one) => /\.js(\?|$)/.test(one.name))}, fonts ${kb((one) => /\.woff2/.test(one.name))}, pictures ${kb((one) => one.name.includes('/api/pictures/'))}`,
      );
    }
  } finally {
    await chrome.close();
    await house.end('SIGINT');
  }
}

async function clientAddress(chrome: Awaited<ReturnType<typeof openChrome>>): Promise<string> {
  return chrome.driver.executeScript('return document.querySelector(\'[data-client="Maren Tolleck"] h2 a\').href');
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
