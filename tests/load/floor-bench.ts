// The Floor: folding a long session, what a tap costs until it is painted, opening and sending 1,500 events, script weight.
import { gzipSync } from 'node:zlib';
import { v7 as newId } from 'uuid';
import { demoSignIn } from '@/data/demo/world';
import type { Payload, SessionEvent } from '@/core/progression/events';
import { foldSession } from '@/core/progression/session';
import { By, openChrome } from '../browser/chrome';
import { killHouse, openHouse } from '../browser/house';

const many = 1500;
const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? Number.NaN;

function fold(): void {
  const [session, item, by] = [newId(), newId(), newId()];
  const dose = { repetitions: 5, sets: 2, sides: 2 as const, directions: 1 as const, pattern: 'in 4, out 4', pace: 1 };
  const begun = { item, exercise: 'march', name: 'March', level: 3, levelName: 'x', order: 'alternate' as const, dose };
  const made = (what: Payload, i: number): SessionEvent => ({
    id: newId(),
    v: 1,
    session,
    device: by,
    seq: i,
    at: i * 2400,
    by,
    what,
  });
  const events = Array.from({ length: many }, (_, i) =>
    i === 0
      ? made({ kind: 'started', client: newId(), room: '', school: 'x', rules: 'x', plan: [begun] }, i)
      : made(
          {
            kind: 'repetition',
            item,
            set: 1 + Math.floor(i / 40),
            side: i % 2 ? 'left' : 'right',
            direction: 1,
            clean: i % 5 > 0,
          },
          i,
        ),
  );
  const text = JSON.stringify(events);
  const timed = (work: () => unknown): number => {
    const all = Array.from({ length: 40 }, () => {
      const from = performance.now();
      work();
      return performance.now() - from;
    });
    return quantile(all, 0.5);
  };
  const [folding, reading] = [timed(() => foldSession(session, events)), timed(() => JSON.parse(text))];
  console.warn(
    `• folding ${many} events: ${(folding / reading).toFixed(1)} × reading them as JSON (here ${folding.toFixed(1)} ms)`,
  );
}

async function main(): Promise<void> {
  fold();
  let house = await openHouse({ PORT: '3490' });
  const chrome = await openChrome(house.address);
  try {
    await chrome.go('/sign-in');
    await chrome.type('E-mail address', demoSignIn.email);
    await chrome.type('Password', demoSignIn.password);
    await chrome.press('Sign in');
    await chrome.seesExactly('Today', 'h1');
    await (await chrome.find(By.css('a[aria-label="Teach Maren Tolleck"]'))).click();
    await chrome.press('Well');
    await chrome.press('Begin');
    await chrome.find(By.css('[data-keeping="sent"]'));
    /** ms from a press to the frame that shows it, one after another. */
    const taps = (count: number) =>
      chrome.driver.executeAsyncScript<number[]>(
        `const [count, done] = arguments;
         const times = [];
         const total = () => [...document.querySelectorAll('[data-side]')].reduce((sum, one) => sum + Number(one.dataset.done), 0) + '/' + document.querySelector('[data-side]').textContent;
         const next = () => {
           if (times.length === count) return done(times);
           const before = total();
           const from = performance.now();
           [...document.querySelectorAll('button')].find((one) => one.textContent.startsWith('Clean')).click();
           const look = () => total() === before ? requestAnimationFrame(look) : requestAnimationFrame(() => { times.push(performance.now() - from); setTimeout(next, 30); });
           requestAnimationFrame(look);
         };
         next();`,
        count,
      );
    await chrome.driver.manage().setTimeouts({ script: 600_000 });
    await taps(20);
    const up = await taps(80);
    await chrome.find(By.css('[data-keeping="sent"]'));
    await killHouse(house);
    const down = await taps(80);
    console.warn(
      `• tap to painted answer, p95: ${quantile(up, 0.95).toFixed(0)} ms with the server up, ${quantile(down, 0.95).toFixed(0)} ms with it down (median ${quantile(up, 0.5).toFixed(0)} and ${quantile(down, 0.5).toFixed(0)})`,
    );
    await chrome.driver.executeAsyncScript(
      `const [count, done] = arguments;
       let left = count;
       const step = () => { for (let i = 0; i < 20 && left > 0; i += 1, left -= 1) [...document.querySelectorAll('button')].find((one) => one.textContent.startsWith('Clean')).click(); left > 0 ? setTimeout(step, 60) : done(); };
       step();`,
      many - 180,
    );
    await chrome.driver.wait(
      async () =>
        Number(await (await chrome.find(By.css('[data-waiting]'))).getAttribute('data-waiting')) >= many - 110,
      120_000,
    );
    house = await openHouse({ PORT: '3490' });
    const started = performance.now();
    await chrome.driver.executeScript("dispatchEvent(new Event('online'))");
    await chrome.driver.wait(
      async () => (await chrome.driver.findElements(By.css('[data-waiting="0"]'))).length > 0,
      60_000,
    );
    console.warn(
      `• about ${many} queued taps sent and acknowledged in ${((performance.now() - started) / 1000).toFixed(1)} s`,
    );
    await chrome.driver.sendDevToolsCommand('Performance.enable', {});
    await chrome.refresh();
    await chrome.find(By.css('[aria-label="Repetitions"]'));
    const { metrics } = (await chrome.driver.sendAndGetDevToolsCommand('Performance.getMetrics', {})) as unknown as {
      metrics: { name: string; value: number }[];
    };
    const script = metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? Number.NaN;
    console.warn(`• a session of ${many} events opens with ${(1000 * script).toFixed(0)} ms of script`);
    const page = await (await fetch(new URL('/floor', house.address))).text();
    const files = [...new Set([...page.matchAll(/<script src="([^"]+)" async/g)].map(([, address]) => address ?? ''))];
    const compressed = async (addresses: readonly string[]): Promise<number> => {
      let bytes = 0;
      for (const address of addresses) {
        const script = await (await fetch(new URL(address, house.address))).arrayBuffer();
        bytes += gzipSync(Buffer.from(script)).byteLength;
      }
      return bytes / 1000;
    };
    const loaded = await chrome.driver.executeScript<string[]>(
      'return [...new Set(performance.getEntriesByType("resource").map((one) => one.name).filter((name) => /\\.js(\\?|$)/.test(name)))]',
    );
    console.warn(
      `• the Floor loads ${files.length} scripts at first, ${(await compressed(files)).toFixed(0)} kB compressed; ${(await compressed(loaded)).toFixed(0)} kB with an exercise in hand and its panes`,
    );
  } finally {
    await chrome.close();
    await house.end('SIGINT');
  }
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
