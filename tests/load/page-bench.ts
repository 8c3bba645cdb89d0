// The server's answer for Today with the demo data, as a multiple of its bare answer to a health question; frames of a drag.
import { demoSignIn } from '@/data/demo/world';
import { openChrome } from '../browser/chrome';
import { openHouse } from '../browser/house';

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

/** In the page: the heel goes round under a pointer, one move a frame; how long each frame was. */
const drag = `
  const done = arguments[arguments.length - 1];
  const heel = document.querySelector('[data-handle="right foot"]');
  const sheet = heel.closest('svg');
  const { left, top, width, height } = sheet.getBoundingClientRect();
  const tell = (kind, on, x, y) =>
    on.dispatchEvent(new PointerEvent(kind, { bubbles: true, pointerId: 1, clientX: x, clientY: y }));
  heel.setPointerCapture = () => undefined; // there is no real pointer to capture
  tell('pointerdown', heel, left, top);
  const frames = [];
  let [n, last] = [0, performance.now()];
  const turn = (now) => {
    if (n > 0) frames.push(now - last);
    last = now;
    if (n === 240) return done(frames);
    n += 1;
    tell('pointermove', sheet, left + width * (0.62 + 0.14 * Math.cos(n / 18)), top + height * (0.45 + 0.2 * Math.sin(n / 18)));
    requestAnimationFrame(turn);
  };
  requestAnimationFrame(turn);`;

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

    await chrome.go('/what-if');
    await chrome.press('Both alike');
    const frames = await chrome.driver.executeAsyncScript<number[]>(drag);
    const sorted = [...frames].sort((a, b) => a - b);
    console.warn(
      `• what if, dragging the heel over 240 frames: ${(1000 / median(frames)).toFixed(0)} a second, 95 % of them within ${(sorted[Math.floor(0.95 * sorted.length)] ?? Number.NaN).toFixed(1)} ms`,
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
