// What a browser makes of the grown studio's first screens, on a tablet four times slower than this machine: nodes, how far
// things move while it loads (cumulative layout shift), the longest task, and the page's weight.
import { demoSignIn } from '@/data/demo/world';
import { openChrome, tablet } from '../browser/chrome';
import { openHouse } from '../browser/house';

type Seen = { readonly nodes: number; readonly shift: number; readonly longest: number; readonly kb: number };

/** Listens from the page's first moment on: asked afterwards, a browser tells only the newest entries. */
const listen = `
  window.seenShift = 0; window.seenTask = 0;
  new PerformanceObserver((list) => { for (const one of list.getEntries()) if (!one.hadRecentInput) window.seenShift += one.value; })
    .observe({ type: 'layout-shift', buffered: true });
  new PerformanceObserver((list) => { for (const one of list.getEntries()) window.seenTask = Math.max(window.seenTask, one.duration); })
    .observe({ type: 'longtask', buffered: true });`;

const seenNow = `return {
  nodes: document.getElementsByTagName('*').length,
  shift: window.seenShift,
  longest: window.seenTask,
  kb: performance.getEntriesByType('navigation')[0].decodedBodySize / 1024,
};`;

async function main(): Promise<void> {
  const house = await openHouse({ PORT: '3495' });
  const chrome = await openChrome(house.address, tablet);
  try {
    await chrome.go('/sign-in');
    await chrome.type('E-mail address', demoSignIn.email);
    await chrome.type('Password', demoSignIn.password);
    await chrome.press('Sign in');
    await chrome.seesExactly('Today', 'h1');
    await chrome.go('/clients?find=Grown+0000');
    const client = new URL(
      await chrome.driver.executeScript<string>(
        "return [...document.querySelectorAll('main a')].find((one) => one.textContent.includes('Grown 0000')).href",
      ),
    ).pathname;
    await chrome.driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: listen });
    await chrome.driver.sendDevToolsCommand('Emulation.setCPUThrottlingRate', { rate: 4 });
    for (const [name, path] of [
      ['Today', '/'],
      ['client of three years', client],
      ['her ladders', `${client}?part=ladders`],
      ['her windows', `${client}?part=window`],
      ['her course', `${client}?part=course`],
      ['her looks', `${client}?part=looks`],
      ['Clients', '/clients'],
    ] as const) {
      const seen: Seen[] = [];
      for (let i = 0; i < 3; i += 1) {
        await chrome.go(path);
        await new Promise((resolve) => setTimeout(resolve, 4000));
        seen.push(await chrome.driver.executeScript<Seen>(seenNow));
      }
      const middle = (of: (one: Seen) => number) => seen.map(of).sort((a, b) => a - b)[1] ?? Number.NaN;
      console.warn(
        `  ${name.padEnd(24)} ${String(middle(({ nodes }) => nodes)).padStart(6)} nodes  shift ${middle(({ shift }) => shift).toFixed(3)}  longest task ${middle(
          ({ longest }) => longest,
        )
          .toFixed(0)
          .padStart(5)} ms  ${middle(({ kb }) => kb)
          .toFixed(0)
          .padStart(5)} KB of HTML`,
      );
    }
  } finally {
    await chrome.close();
    await house.end('SIGINT');
  }
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
