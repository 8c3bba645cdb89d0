// Takes one picture of each main view. Run by npm run screenshots.
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { By, openChrome, tablet } from './chrome';
import { openHouse } from './house';
import { layMarks, takeDemoPicture, truthOf, wantedMarks } from './marking';

const folder = path.resolve('docs/screenshots');
const settleMs = 900;

async function main(): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const house = await openHouse({ PORT: '3390' });
  const chrome = await openChrome(house.address);
  let taken = 0;
  const shoot = async (name: string) => {
    await chrome.driver.executeAsyncScript(
      'const done = arguments[0]; document.fonts.ready.then(() => Promise.all([...document.querySelectorAll("image")].map((one) => fetch(one.getAttribute("href"))))).then(done, done)',
    );
    await new Promise((resolve) => setTimeout(resolve, settleMs));
    const png = await sharp(Buffer.from(await chrome.picture(), 'base64'))
      .png({ palette: true, dither: 0.2, compressionLevel: 9 })
      .toBuffer();
    writeFileSync(path.join(folder, `${name}.png`), png);
    taken += 1;
  };
  const atTop = () => chrome.driver.executeScript('document.activeElement?.blur(); scrollTo(0, 0)');
  try {
    await chrome.prefersDark(false);
    await chrome.go('/sign-in');
    await shoot('sign-in');
    await chrome.press('Fill in for me');
    await chrome.press('Sign in');
    await chrome.seesExactly('Today', 'h1');
    await shoot('today');
    await (await chrome.find(By.linkText('Maren Tolleck'))).click();
    await chrome.seesExactly('Maren Tolleck', 'h1');
    await shoot('client');
    const client = await chrome.driver.getCurrentUrl();
    await chrome.press('Look');
    await chrome.isAt(/\/look$/);
    await shoot('look-start');
    await chrome.press('To the pictures');
    const [setUp, top, better] = [
      'Leg float · set-up',
      'Leg float · top, uncorrected',
      'Leg float · top, after “breathe out first”',
    ] as const;
    await takeDemoPicture(chrome, setUp);
    await layMarks(chrome, wantedMarks(truthOf(setUp), { lines: true }), ['ASIS', 'PS']);
    await chrome.type('Known length in mm', '1000');
    await chrome.press('Now the top');
    await takeDemoPicture(chrome, top);
    await layMarks(chrome, wantedMarks(truthOf(top), { lines: false }), ['PS', 'ASIS']);
    await chrome.driver.executeScript('scrollTo(0, 0)');
    await shoot('look-top');
    await chrome.press('See findings');
    await (await chrome.find(By.css('[data-kind="verbal"]'))).click();
    await atTop();
    await shoot('look-findings');
    await chrome.press('Retest with this');
    await takeDemoPicture(chrome, better);
    await layMarks(chrome, wantedMarks(truthOf(better), { lines: false }), ['ASIS', 'PS']);
    await atTop();
    await shoot('look-retest');
    await chrome.resize(tablet);
    await chrome.prefersDark(true);
    await atTop();
    await shoot('look-retest-tablet-dark');
    await chrome.resize({ width: 1280, height: 800 });
    await chrome.prefersDark(false);
    await chrome.press('Go on to the dose');
    await atTop();
    await shoot('look-dose');
    await chrome.press('Keep look and dose');
    await chrome.isAt(/clients\//);
    await chrome.driver.executeScript('document.querySelector("#history").scrollIntoView()');
    await shoot('client-looks');
    await chrome.prefersDark(true);
    await chrome.go(client);
    await shoot('client-dark');
    await chrome.resize(tablet);
    await chrome.prefersDark(false);
    await chrome.go('/');
    await shoot('today-tablet');
  } finally {
    await chrome.close();
    await house.end('SIGINT');
  }
  console.warn(`${taken} in docs/screenshots`);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
