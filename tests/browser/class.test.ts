// A class in the real interface: planned for eight at once, taught on one board with the server killed in the middle and two tablets
// on it, to what each client's page tells of it.
import { By, desk, openChrome, tablet } from './chrome';
import type { Chrome } from './chrome';
import { handsOn } from './hands';
import { killHouse, openHouse } from './house';
import type { House } from './house';

let house: House;
let chrome: Chrome;
const { signIn, findNothingToImprove } = handsOn(() => chrome);
beforeAll(async () => {
  house = await openHouse();
  chrome = await openChrome(house.address);
  await signIn();
  await chrome.seesExactly('Today', 'h1');
});
afterAll(async () => {
  await chrome?.close();
  await house?.end('SIGINT');
});

const order = () =>
  chrome.driver.executeScript<string[]>(`return [...document.querySelectorAll('.line')].map((one) => one.ariaLabel)`);
const kept = (on: Chrome = chrome) => on.find(By.css('[data-keeping="sent"]'));
const face = (name: string, on: Chrome = chrome) => on.pressOn(By.xpath(`//li[@data-face='${name}']/button`));
/** How many clean and lost a face tells. */
const told = async (name: string, on: Chrome = chrome) =>
  (await on.find(By.css(`li[data-face="${name}"] > button`))).getAttribute('aria-label');
const tells = (name: string, words: string, on: Chrome = chrome) =>
  on.until(`${name}: ${words}`, async () => (await told(name, on)) === `${name}: ${words}`);
const mark = async (name: string, what: string, on: Chrome = chrome) => {
  await face(name, on);
  await on.pressOn(By.xpath(`//*[@role='group'][@aria-label='${name}']//button[normalize-space(.)='${what}']`));
};
const next = (on: Chrome = chrome) => on.pressOn(By.xpath("//button[starts-with(normalize-space(.), 'Next: ')]"));
let planned: string[] = [];

test('planned for all of them at once: each at her own level, what is changed for whom; edited, kept, taken to the board', async () => {
  await chrome.press('Plan River mat');
  await chrome.seesExactly('River mat', 'h1');
  await chrome.find(By.css('[data-gap]'));
  await chrome.sees('Nothing to mend.');
  const all = await order();
  expect(all.length).toBeGreaterThan(5);
  for (const out of ['Teaser', 'Hundred', 'Lower and lift']) expect(all).not.toContain(out); // ruled out for one of them
  await chrome.sees('Everybody at level 1');
  await chrome.sees('Bertil, round upper back');
  await chrome.pressOn(By.css('details summary'));
  await chrome.sees('Not for Sefa Marrowby');
  await findNothingToImprove('the plan of a class');
  await chrome.press(`Leave out ${all[2]}`);
  await chrome.until('left out', async () => !(await order()).includes(all[2] ?? ''));
  planned = await order();
  await chrome.press('To the board');
  await chrome.isAt(/\/floor\?class=/);
  await chrome.seesExactly('River mat', 'h1');
});

test('begun without who is not here yet; the board shows everybody, none cut off, at a desk and upright; nothing to improve', async () => {
  await chrome.press('Tamsin Eddystrom');
  await findNothingToImprove('the beginning of a class');
  await chrome.press('Begin with 7');
  await chrome.seesExactly(planned[0] ?? '', 'h1');
  await chrome.find(By.css('li[data-face="Tamsin Eddystrom"][data-here="notYet"]'));
  await chrome.until('seven are here', async () => (await chrome.driver.findElements(By.css('[data-here="here"]'))).length === 7);
  const over = `return document.documentElement.scrollHeight - document.documentElement.clientHeight`;
  expect(await chrome.driver.executeScript<number>(over)).toBe(0);
  await findNothingToImprove('the board');
  await chrome.resize(tablet);
  await findNothingToImprove('the board, upright');
  expect(
    await chrome.driver.executeScript<number>(`return document.documentElement.scrollWidth - document.documentElement.clientWidth`),
  ).toBe(0);
  await chrome.resize(desk);
}); // prettier-ignore

test('clean, lost, corrected, pain: each on her own face; a latecomer joins where the class is', async () => {
  await mark('Maren Tolleck', 'Clean');
  await mark('Maren Tolleck', 'Clean');
  await tells('Maren Tolleck', '2 clean, 0 lost');
  await mark('Sefa Marrowby', 'Lost');
  await tells('Sefa Marrowby', '0 clean, 1 lost');
  await mark('Pell Rowlock', 'Corrected');
  await mark('Pell Rowlock', 'It helped');
  await mark('Odo Quillwater', 'Pain');
  await chrome.press('Neck');
  await chrome.pressOn(By.xpath("//dialog[@open]//button[normalize-space(.)='3']"));
  await chrome.pressOn(By.xpath("//dialog[@open]//button[normalize-space(.)='Keep it']"));
  await chrome.pressOn(By.css('li[data-face="Tamsin Eddystrom"] > button'));
  await chrome.find(By.css('li[data-face="Tamsin Eddystrom"][data-here="here"]'));
  await kept();
});

test('a second tablet on the same board sees it, and taps into the same sessions', async () => {
  const other = await openChrome(house.address);
  try {
    await handsOn(() => other).signIn();
    await other.seesExactly('Today', 'h1');
    await other.press('Teach River mat');
    await tells('Maren Tolleck', '2 clean, 0 lost', other);
    await mark('Maren Tolleck', 'Lost', other);
    await kept(other);
    await tells('Maren Tolleck', '2 clean, 1 lost');
    await chrome.press('Undo'); // the newest tap, whoever made it
    await tells('Maren Tolleck', '2 clean, 0 lost');
    await tells('Maren Tolleck', '2 clean, 0 lost', other);
  } finally {
    await other.close();
  }
});

test('the server dies: the class goes on, opened again it stands where it was; it comes back, and all is sent', async () => {
  await kept();
  await killHouse(house);
  await next();
  await chrome.seesExactly(planned[1] ?? '', 'h1');
  await mark('Ness Gunwhale', 'Clean');
  await tells('Ness Gunwhale', '1 clean, 0 lost');
  await chrome.find(By.css('[data-keeping="waiting"][data-line="down"]'));
  await chrome.refresh();
  await chrome.seesExactly(planned[1] ?? '', 'h1');
  await tells('Ness Gunwhale', '1 clean, 0 lost');
  await face('Ila Coamings');
  await chrome.pressOn(By.xpath("//*[@role='group'][@aria-label='Ila Coamings']//button[@aria-label='More']"));
  await chrome.press('Stops here');
  await chrome.find(By.css('li[data-face="Ila Coamings"][data-here="left"]'));
  house = await openHouse();
  await kept();
});

test('by keys alone: a face by its digit, clean by c; on by n', async () => {
  const body = await chrome.find(By.css('body'));
  await body.sendKeys('1');
  await body.sendKeys('c');
  await tells('Maren Tolleck', '1 clean, 0 lost');
  await body.sendKeys('n');
  await chrome.seesExactly(planned[2] ?? '', 'h1');
  await kept();
});

test('closed, each has her own share on her page, and came to the class in the book', async () => {
  await chrome.press('Wrap up');
  await chrome.seesExactly('Wrap-up', 'h1');
  await chrome.sees('8 took part');
  await findNothingToImprove('the wrap-up of a class');
  await chrome.press('Close the class');
  await chrome.seesExactly('Class closed', 'h1');
  await kept();
  await chrome.pressOn(By.xpath("//li[@data-came='Maren Tolleck']//a"));
  await chrome.isAt(/\/clients\/.*part=course/);
  await chrome.sees(`${planned[0]}, level 1: 2 of 2 clean`);
  await chrome.sees(`${planned[1]}, level 1: 1 of 1 clean`);
  await chrome.go('/clients');
  await chrome.pressOn(By.linkText('Bertil Oakum'));
  await chrome.pressOn(By.linkText('Course and sessions'));
  await chrome.sees(`${planned[0]}, level 1: done with the class, not counted`);
  await chrome.go('/book?view=day');
  await chrome.pressOn(By.css('li[data-event="River mat"] button'));
  await chrome.until(
    'eight came',
    async () => (await chrome.driver.findElements(By.css('[data-place="came"]'))).length === 8,
  );
});
