// A session composed for a client, edited by hand and keys, kept, and taken to the Floor: in the real interface.
import { By, Key, desk, phone, tablet } from './chrome';
import type { Chrome } from './chrome';
import { atHome, handsOn } from './hands';

let chrome: Chrome;
atHome((_house, opened) => {
  chrome = opened;
});
const { findNothingToImprove, complaintsBut } = handsOn(() => chrome);

const name = 'Pell Rowlock';
const order = () =>
  chrome.driver.executeScript<string[]>(`return [...document.querySelectorAll('.line')].map((one) => one.ariaLabel)`);
const becomes = (what: string, holds: (order: string[]) => boolean) =>
  chrome.until(what, async () => holds(await order()));
const openPlan = async (of = name) => {
  await chrome.go('/clients');
  await chrome.pressOn(By.linkText(of));
  await chrome.seesExactly(of, 'h1');
  await chrome.pressOn(By.css('main a[href$="/plan"]'));
  await chrome.seesExactly('Plan', 'h1');
};
const isComposed = () => chrome.find(By.css('[data-gap]'));
const minutes = async () => Number(await (await chrome.find(By.css('[data-minutes]'))).getAttribute('data-minutes'));

test('composed as it opens: within the time, nothing to mend, and how good it is; nothing to improve', async () => {
  await openPlan();
  await isComposed();
  await chrome.sees('Nothing to mend.');
  expect(await minutes()).toBeLessThanOrEqual(50);
  expect((await order()).length).toBeGreaterThan(5);
  expect(await chrome.text('[data-gap]')).toMatch(/^Nothing better can be put together|^Within \d+\.\d % of the best/);
  await findNothingToImprove('a plan');
  for (const [size, dark] of [[tablet, false], [phone, true]] as const) {
    await chrome.resize(size);
    await chrome.prefersDark(dark);
    const over = 'return document.documentElement.scrollWidth - document.documentElement.clientWidth';
    expect([size.width, await chrome.driver.executeScript<number>(over)]).toEqual([size.width, 0]);
    await findNothingToImprove(`a plan at ${size.width}`);
  }
  await chrome.resize(desk);
  await chrome.prefersDark(false);
}); // prettier-ignore

test('hers: locked, left out, another instead, moved by keys; every step can be undone', async () => {
  const before = await order();
  const [, second = '', third = ''] = before;
  await chrome.press(`Lock ${second}`);
  await chrome.press(`Leave out ${third}`);
  await becomes('left out', (all) => !all.includes(third));
  await chrome.press('Undo');
  await becomes('back again', (all) => all.join() === before.join());
  await chrome.press(`Instead of ${third}`);
  await (await chrome.find(By.css('[role=menuitem]'))).click();
  await becomes('another instead', (all) => all[2] !== third && all.length === before.length);
  await chrome.press('Undo');
  await becomes('the old one again', (all) => all.join() === before.join());
  await chrome.driver.executeScript(`document.querySelectorAll('.line')[3].focus()`);
  await chrome.driver.actions().keyDown(Key.ALT).sendKeys(Key.ARROW_DOWN).keyUp(Key.ALT).perform();
  await becomes('a place later', (all) => all[4] === before[3] && all[3] === before[4]);
  await chrome.press('Undo');
  await becomes('where it was', (all) => all.join() === before.join());
  await chrome.press(`Leave out ${third}`);
  await chrome.press('Compose');
  await chrome.find(By.xpath("//button[normalize-space(.)='Composing…']"));
  await chrome.button('Compose');
  const after = await order();
  expect(after).toContain(second);
  expect(after).not.toContain(third);
});

test('another room: planned with what stands there', async () => {
  await chrome.choose('Room', 'Sail loft');
  await chrome.pressOn(By.xpath("//details/summary[starts-with(normalize-space(.), 'Not today')]"));
  await chrome.sees('There is no such apparatus in the room.');
  await chrome.choose('Room', 'River room');
  await chrome.until('the apparatus is there', async () => !(await chrome.has(By.xpath("//*[contains(text(), 'no such apparatus')]"))));
  await chrome.button('Compose');
}); // prettier-ignore

test('wishes that can’t all be had are named, and what stood there stays', async () => {
  const before = await order();
  for (const one of before.slice(3, 6)) await chrome.press(`Lock ${one}`);
  await chrome.type('Minutes', '6');
  await chrome.sees('These can’t all be had: 6 minutes');
  expect(await order()).toEqual(before);
  await chrome.sees('Longer than the time there is.');
  for (const one of before.slice(3, 6)) await chrome.press(`Unlock ${one}`);
  await chrome.type('Minutes', '45');
  await chrome.until('composed anew', async () => (await minutes()) > 20 && (await minutes()) <= 45);
});

test('somebody kept another meanwhile: it is said whose, and hers can take its place', async () => {
  await chrome.button('Compose');
  const own = await chrome.driver.getWindowHandle();
  const at = await chrome.driver.getCurrentUrl();
  await chrome.driver.switchTo().newWindow('tab');
  await chrome.go(at);
  await isComposed();
  await chrome.press('Keep');
  await chrome.seesExactly('Kept');
  await chrome.driver.close();
  await chrome.driver.switchTo().window(own);
  await chrome.press('Keep');
  await chrome.sees('kept another plan meanwhile. Yours still stands here.');
  await chrome.press('Keep mine in its place');
  await chrome.seesExactly('Kept');
});

test('kept, it opens so again, and is what the Floor begins with', async () => {
  await chrome.seesExactly('Kept');
  const kept = await order();
  await openPlan();
  await becomes('as it was kept', (all) => all.join() === kept.join());
  await chrome.press('To the Floor');
  await chrome.isAt(/\/floor\?client=/);
  await chrome.seesExactly(name, 'h1');
  const planned = await chrome.driver.executeScript<string[]>(
    `return [...document.querySelectorAll('.plan li > span:first-child')].map((one) => one.firstChild.textContent.trim())`,
  );
  expect(planned).toEqual(kept);
});

test('who carries twins is planned nothing that her cautions rule out; why is told', async () => {
  await openPlan('Fenna Driftwell');
  await isComposed();
  await chrome.sees('Nothing to mend.');
  await chrome.sees('In most of them: pregnancy: raise head and ribs on an incline');
  await chrome.choose('Room', 'Sail loft'); // no incline there: never longer on the back in a row than she may
  await chrome.sees('it parts the time lying flat');
  await chrome.sees('Nothing to mend.');
  expect(await minutes()).toBeGreaterThan(40); // and the time is filled all the same
  const all = await order();
  for (const out of ['Roll-over', 'Rolling back, ball', 'Swimming']) expect(all).not.toContain(out);
  await chrome.pressOn(By.css('details summary'));
  await chrome.sees('Ruled out, pregnancy');
  await chrome.pressOn(By.xpath("//a[starts-with(normalize-space(.), 'Overrule roll-over')]"));
  await chrome.isAt(/\/repertoire\/rollOver\?client=/);
  await chrome.sees('Fenna Driftwell');
  expect(await complaintsBut()).toEqual([]);
});

test('an order of one’s own: kept under a name, another plan starts from it, taken away it is gone', async () => {
  await openPlan();
  await becomes('it is there', (all) => all.length > 1);
  const [first = '', second = ''] = await order();
  await chrome.press('Own orders');
  await chrome.type('Name', 'Slack water');
  await findNothingToImprove('own orders');
  await chrome.press('Keep this order');
  await openPlan('Ila Coamings');
  await chrome.choose('Start from', 'Slack water');
  await becomes('as far as she may', (all) => all.includes(first) || all.includes(second));
  await chrome.press('Own orders');
  await chrome.press('Take Slack water away');
  await chrome.until('gone', async () => !(await chrome.has(By.xpath("//*[@aria-label='Take Slack water away']"))));
  await chrome.press('Close');
});

test('weeks ahead: where ladders are likely to be, what is due when; kept, and held against what happened; nothing to improve', async () => {
  await chrome.go('/clients');
  await chrome.pressOn(By.linkText('Maren Tolleck'));
  await chrome.pressOn(By.css('main a[href$="/weeks"]'));
  await chrome.seesExactly('Weeks', 'h1');
  await chrome.find(By.css('[data-ladder="march"]'));
  await chrome.sees('Not a promise');
  await chrome.sees('March: from level 2 to 3');
  await findNothingToImprove('weeks ahead');
  const sessions = () => chrome.driver.findElements(By.css('[data-session]'));
  const before = (await sessions()).length;
  await chrome.type('Weeks', '4');
  await chrome.until('fewer', async () => (await sessions()).length < before);
  await chrome.press('Keep');
  await chrome.seesExactly('Kept');
  await chrome.refresh();
  await chrome.sees('0 % of the time is over');
  await chrome.seesExactly('Kept'); // what was kept today is what would be kept
  await chrome.type('Weeks', '5');
  await chrome.button('Plan anew from today');
  for (const [size, dark] of [[tablet, false], [phone, true]] as const) {
    await chrome.resize(size);
    await chrome.prefersDark(dark);
    const over = 'return document.documentElement.scrollWidth - document.documentElement.clientWidth';
    expect([size.width, await chrome.driver.executeScript<number>(over)]).toEqual([size.width, 0]);
    await findNothingToImprove(`weeks at ${size.width}`);
  }
  await chrome.resize(desk);
  await chrome.prefersDark(false);
}); // prettier-ignore
