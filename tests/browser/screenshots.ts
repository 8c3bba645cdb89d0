// Takes one picture of each main view. Run by npm run screenshots.
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { By, openChrome } from './chrome';
import { better as betterTitle, setUp as setUpTitle, top as topTitle } from './hands';
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
    await chrome.press('Fill in for me');
    await chrome.press('Sign in');
    await chrome.seesExactly('Today', 'h1');
    await shoot('today');
    await chrome.pressOn(By.linkText('Maren Tolleck'));
    await chrome.seesExactly('Maren Tolleck', 'h1');
    await shoot('client');
    await chrome.press('Look');
    await chrome.isAt(/\/look$/);
    await chrome.press('To the pictures');
    const [setUp, top, better] = [setUpTitle, topTitle, betterTitle];
    await takeDemoPicture(chrome, setUp);
    await layMarks(chrome, wantedMarks(truthOf(setUp), { lines: true }), ['ASIS', 'PS']);
    await chrome.type('Known length in mm', '1000');
    await chrome.press('Now the top');
    await takeDemoPicture(chrome, top);
    await layMarks(chrome, wantedMarks(truthOf(top), { lines: false }), ['PS', 'ASIS']);
    await chrome.driver.executeScript('scrollTo(0, 0)');
    await shoot('look-top');
    await chrome.press('See findings');
    await chrome.pressOn(By.css('[data-kind="verbal"]'));
    await atTop();
    await shoot('look-findings');
    await chrome.press('Retest with this');
    await takeDemoPicture(chrome, better);
    await layMarks(chrome, wantedMarks(truthOf(better), { lines: false }), ['ASIS', 'PS']);
    await atTop();
    await new Promise((resolve) => setTimeout(resolve, 2 * settleMs)); // the marks are kept by then
    await chrome.press('Go on to the dose');
    await chrome.press('Keep look and dose');
    await chrome.isAt(/clients\//);
    await chrome.go('/');
    await chrome.pressOn(By.css('a[aria-label="Look at Maren Tolleck"]'));
    await chrome.isAt(/\/look$/);
    await chrome.press('To the pictures');
    await chrome.isAt(/looks\//);
    await chrome.press('Film');
    await chrome.sees('A whole set, uncorrected');
    for (const choice of ['Simulated camera', 'an arch', 'Film this set', 'Mark this moment', 'Find stickers'])
      await chrome.press(choice);
    await chrome.sees('Mat line and known length');
    await chrome.press('Follow through the film');
    await chrome.press('Follow through the film');
    await (await chrome.find(By.css('svg[aria-describedby="film-keys"]'))).sendKeys('w');
    await chrome.find(By.css('ol[aria-label=Repetitions] li:nth-child(6) img'));
    await atTop();
    await shoot('look-film');
    await chrome.go('/clients');
    await chrome.pressOn(By.linkText('Maren Tolleck'));
    await chrome.pressOn(By.css('main a[href$="/plan"]'));
    await chrome.find(By.css('[data-gap]'));
    await shoot('plan');
    await chrome.pressOn(By.linkText('Weeks ahead'));
    await chrome.find(By.css('[data-ladder]'));
    await shoot('weeks');
    await chrome.go('/book');
    await chrome.find(By.css('.fc-event'));
    await shoot('book');
    await chrome.go('/');
    await chrome.press('Plan River mat');
    await chrome.find(By.css('[data-gap]'));
    await chrome.press('To the board');
    await chrome.press('Begin with 8');
    await chrome.pressOn(By.css('li[data-face="Pell Rowlock"] > button'));
    await chrome.press('Clean');
    await chrome.pressOn(By.xpath("//button[starts-with(normalize-space(.), 'Next: ')]"));
    await chrome.pressOn(By.xpath("//button[starts-with(normalize-space(.), 'Next: ')]"));
    await chrome.pressOn(By.css('li[data-face="Maren Tolleck"] > button'));
    await chrome.find(By.css('[data-keeping="sent"]'));
    await shoot('class');
    await chrome.go('/repertoire');
    await shoot('repertoire');
    await chrome.go('/repertoire/singleLegStretch');
    await chrome.press('4 · Leg lower');
    await atTop();
    await shoot('exercise');
    await chrome.go('/');
    await chrome.pressOn(By.css('a[aria-label="Teach Maren Tolleck"]'));
    /** Presses whatever stands there by then: the Floor paints anew under the hand. */
    const press = async (...names: string[]) => {
      for (const name of names) {
        await chrome.until(`a button ${name}`, () =>
          chrome.driver.executeScript<boolean>(
            `const found = [...(document.querySelector('dialog[open], [aria-label="What was lost"]') ?? document).querySelectorAll('button')].find((one) => one.textContent.trim().startsWith(arguments[0]) && !one.disabled);
             found?.click();
             return Boolean(found);`,
            name,
          ),
        );
        await new Promise((resolve) => setTimeout(resolve, 150));
      }
    };
    await press('Well', 'Begin');
    await press('March', 'Clean', 'Clean', 'Clean', 'Lost it', 'an arch', 'Lost it', 'an arch', 'Pace');
    await new Promise((resolve) => setTimeout(resolve, 5200));
    await shoot('floor');
    await press('Pause', 'Better', ...Array.from({ length: 5 }, () => 'Clean'));
    await chrome.prefersDark(true);
    await press('Breathing', 'Clean', 'Clean', 'Clean', 'Clean', 'Level');
    await shoot('floor-dark');
    await chrome.prefersDark(false);
    await press('Wrap up', 'Confirm', 'Mon', 'Wed', 'Fri');
    await atTop();
    await shoot('wrap-up');
    await press('Close the session');
    await chrome.press('Hand-out');
    await chrome.sees('Your practice');
    await atTop();
    await shoot('hand-out');
    await chrome.go('/clients?find=Pell');
    await chrome.pressOn(By.linkText('Pell Rowlock'));
    await chrome.seesExactly('Pell Rowlock', 'h1');
    await chrome.pressOn(By.linkText('Safe window'));
    await chrome.seesExactly('Safe window', 'h2');
    await atTop();
    await shoot('safe-window');
    await chrome.press('What if');
    await chrome.seesExactly('What if', 'h1');
    await chrome.press('Both alike');
    await atTop();
    await shoot('what-if');
    await chrome.go('/apparatus?exercise=footwork&level=2');
    await chrome.find(By.css('.recharts-line'));
    await atTop();
    await shoot('apparatus');
    await chrome.prefersDark(true);
    await chrome.go('/eye/round?kind=tilt');
    await chrome.find(By.css('[data-sure]'));
    await chrome.press('Level');
    await chrome.pressOn(By.css('[data-sure="0.7"]'));
    await chrome.find(By.css('[data-told]'));
    await shoot('eye-dark');
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
