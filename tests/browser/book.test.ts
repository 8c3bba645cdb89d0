// The book in the real interface: written, moved, cancelled, come again, clashed, waited for; read by another calendar and from one;
// and a day from the book by the plan to what was taught.
import { weekdayOf } from '@/core/book/clock';
import { daysLater } from '@/core/day';
import { todayIn } from '@/data/days';
import { demoStudio } from '@/data/demo/world';
import { By, Key, desk, phone, tablet } from './chrome';
import type { Chrome } from './chrome';
import { atHome, file, handsOn } from './hands';
import type { House } from './house';

let chrome: Chrome;
let house: House;
atHome((opened, browser) => {
  [house, chrome] = [opened, browser];
});
const { findNothingToImprove, complaintsBut, send } = handsOn(() => chrome);

const today = todayIn(demoStudio.timeZone);
/** A Monday eight weeks ahead, where the demo has only what comes again. */
const monday = daysLater(today, 56 - weekdayOf(today));
const openDay = async (day: string) => {
  await chrome.go(`/book?view=day&day=${day}`);
  await chrome.seesExactly('Book', 'h1');
  await chrome.find(By.css('.fc-timegrid, ol, main p'));
};
const openIn = async (what: string) => {
  await chrome.pressOn(By.css(`li[data-event="${what}"] button`));
  await chrome.find(By.css('[role=dialog]'));
};
const closed = () => chrome.until('closed', async () => !(await chrome.has(By.css('[role=dialog]'))));
const lines = () =>
  chrome.driver.executeScript<string[]>(
    `return [...document.querySelectorAll('li[data-event]')].map((one) => one.innerText.replace(/\\s+/g, ' ').trim())`,
  );
const holds = (what: string, told: (lines: string[]) => boolean) => chrome.until(what, async () => told(await lines()));
/** Types into a day or a time, part by part. */
const typeWhen = async (label: string, ...parts: string[]) => {
  const of = By.xpath(`//*[normalize-space(.)='${label}'][contains(@class, 'label')]/..//*[@role='spinbutton']`);
  await chrome.find(of);
  const segments = await chrome.driver.findElements(of);
  for (const [i, part] of parts.entries()) await segments[i]?.sendKeys(part);
};
const at = (hour: number, minute = 0) =>
  typeWhen('From', String(hour % 12 || 12).padStart(2, '0'), String(minute).padStart(2, '0'), hour < 12 ? 'a' : 'p');
const whoComes = async (name: string, label = 'Who comes') => chrome.choose(label, name);

test('the week at a desk, upright on a tablet and on a phone: all that comes, what clashes; nothing to improve', async () => {
  await chrome.go('/book');
  await chrome.find(By.css('.fc-event'));
  expect((await chrome.driver.findElements(By.css('.fc-event'))).length).toBeGreaterThan(8);
  await chrome.find(By.css('.event.clashes'));
  await findNothingToImprove('the week');
  for (const [size, dark] of [[tablet, false], [phone, true]] as const) {
    await chrome.resize(size);
    await chrome.prefersDark(dark);
    const over = 'return document.documentElement.scrollWidth - document.documentElement.clientWidth';
    expect([size.width, await chrome.driver.executeScript<number>(over)]).toEqual([size.width, 0]);
    await findNothingToImprove(`the book at ${size.width}`);
  }
  await chrome.find(By.css('li[data-event="River mat"]')); // on a phone the day is a list
  await chrome.resize(desk);
  await chrome.prefersDark(false);
}); // prettier-ignore

test('written in: nothing chosen is said where it is, a clash before it is kept; booked all the same it stands and says so', async () => {
  await openDay(monday);
  await chrome.sees('Nothing is booked on');
  await chrome.press('New appointment');
  await chrome.press('Keep appointment');
  await chrome.sees('say who comes');
  await whoComes('Pell Rowlock');
  await at(9, 30);
  await chrome.type('Note', 'By the window.');
  await findNothingToImprove('a new appointment');
  await chrome.press('Keep appointment');
  await closed();
  await holds('Pell is in it', ([first = '']) => first.startsWith('9:30 AM 50 min Pell Rowlock'));
  await chrome.press('New appointment');
  await whoComes('Odo Quillwater');
  await at(10);
  await chrome.press('Keep appointment');
  await chrome.sees('Wren Halyard has Pell Rowlock at 9:30 AM.');
  await chrome.sees('River room is taken by Pell Rowlock at 9:30 AM.');
  expect(await lines()).toHaveLength(1);
  await chrome.press('Keep it all the same');
  await closed();
  await holds(
    'both, each with the clash',
    (all) => all.length === 2 && all.every((line) => /Wren Halyard has/.test(line)),
  );
});

test('moved by its form, taken out and put back; the clash goes and comes with it', async () => {
  await openIn('Odo Quillwater');
  await chrome.press('Change');
  await at(11);
  await chrome.press('Keep the change');
  await closed();
  await holds(
    'at eleven, nothing clashes',
    (all) => all[1]?.startsWith('11:00 AM') === true && !all.join().includes('has'),
  );
  await openIn('Odo Quillwater');
  await chrome.press('Take out');
  await chrome.press('Take it out of the book');
  await chrome.sees('This is out of the book.');
  await chrome.press('Put it back');
  await chrome.button('Change');
  await chrome.press('Close');
  await holds('as before', (all) => all.length === 2 && !all.join().includes('cancelled'));
});

test('dragged it asks where it was let go, and stands there once that is kept', async () => {
  const block = await chrome.find(By.css('.fc-event[aria-label*="Pell Rowlock"]'));
  const hour = Number(
    await chrome.driver.executeScript<number>(
      `const at = (time) => document.querySelector('.fc-timegrid-slot-lane[data-time="' + time + '"]').getBoundingClientRect().top;
       return at('11:00:00') - at('10:00:00');`,
    ),
  );
  const drag = chrome.driver.actions({ async: true }).move({ origin: block, x: 0, y: -10 }).press();
  for (let i = 1; i <= 8; i += 1) drag.move({ origin: block, x: 0, y: Math.round(-10 + (hour * 3 * i) / 8), duration: 60 });
  await drag.release().perform();
  await chrome.find(By.xpath("//*[@role='dialog']//*[normalize-space(.)='Change: Pell Rowlock']"));
  expect((await lines()).some((line) => line.startsWith('9:30 AM 50 min Pell'))).toBe(true); // nothing is kept yet
  await chrome.press('Keep the change');
  await closed();
  await holds('three hours later, to five minutes', (all) => all.some((line) => /^12:(25|30|35) PM 50 min Pell Rowlock/.test(line)));
}); // prettier-ignore

test('every week on two days, then from the second week on at another hour; the first week stays', async () => {
  await openDay(daysLater(monday, 1));
  await chrome.press('New appointment');
  await whoComes('Ila Coamings');
  await at(7);
  await chrome.choose('How often', 'Every week');
  await chrome.pressOn(By.xpath("//label[normalize-space(.)='Thursday']"));
  await chrome.press('Keep appointment');
  await closed();
  await openDay(daysLater(monday, 10)); // the Thursday of the week after
  await holds('on Thursday too', (all) => all.some((line) => line.startsWith('7:00 AM 50 min Ila Coamings')));
  await openIn('Ila Coamings');
  await chrome.sees('every week on Tuesday and Thursday');
  await chrome.press('Change');
  await at(6, 30);
  await chrome.press('This and all after it');
  await chrome.press('Keep the change');
  await closed();
  await holds('earlier', (all) => all.some((line) => line.startsWith('6:30 AM 50 min Ila Coamings')));
  for (const [day, clock] of [[3, '7:00'], [8, '7:00'], [15, '6:30'], [17, '6:30']] as const) {
    await openDay(daysLater(monday, day));
    await holds(`${day}: ${clock}`, (all) => all.some((line) => line.startsWith(`${clock} AM 50 min Ila Coamings`)));
  }
}); // prettier-ignore

test('a class: full, one waits; somebody cancels late, the one who waited is taken in; who came is noted', async () => {
  await openDay(today);
  await openIn('River mat');
  await chrome.sees('8 of 8 places');
  const takeIn = await chrome.button('Take Hanno Skerry in');
  expect(await takeIn.isEnabled()).toBe(false);
  const place = (name: string, state: string) =>
    chrome.pressOn(By.xpath(`//*[@aria-label='${name}']//button[normalize-space(.)='${state}']`));
  await place('Bertil Oakum', 'Cancelled');
  await chrome.sees('7 of 8 places');
  await chrome.sees('a place is free: take somebody in');
  await chrome.button('Count Bertil Oakum as in time'); // less than a day before
  await chrome.press('Take Hanno Skerry in');
  await chrome.sees('8 of 8 places');
  await place('Pell Rowlock', 'Came');
  await chrome.find(By.xpath("//*[@data-place='came']//a[normalize-space(.)='Pell Rowlock']"));
  await findNothingToImprove('a class');
  await chrome.press('Close');
});

test('another calendar reads it at a secret address, with names or without, until it is ended', async () => {
  await chrome.go('/book/files');
  await chrome.press('Make an address');
  const shown = async () => (await chrome.text('output')).trim();
  const first = await shown();
  const read = async (address: string) => {
    const answer = await fetch(new URL(new URL(address).pathname, house.address));
    return { status: answer.status, text: (await answer.text()).replace(/\r\n /g, '') };
  };
  expect(first.startsWith(house.address)).toBe(true);
  expect((await read(first)).text).toMatch(/SUMMARY:Pell Rowlock[\s\S]*|BEGIN:VEVENT/);
  expect((await read(first)).text).toContain('SUMMARY:Maren Tolleck');
  await chrome.pressOn(By.xpath("//label[contains(., 'With the names')]"));
  await chrome.press('Make a new address');
  await chrome.until('another', async () => (await shown()) !== first);
  const second = await read(await shown());
  expect(second.text).toContain('SUMMARY:Appointment');
  expect(second.text).not.toContain('Maren');
  expect((await read(first)).status).toBe(404);
  await findNothingToImprove('calendars');
  const address = await shown();
  await chrome.press('End it');
  await chrome.button('Make an address');
  expect((await read(address)).status).toBe(404);
});

test('a calendar file is looked at before it is taken in, and taken in once; a file that is none is refused in words', async () => {
  await chrome.go('/book/files');
  await send(file('none.ics', 'name,phone\nPell,1'));
  await chrome.sees('This is no calendar file');
  const stamp = (day: number, hour: string) => `${daysLater(monday, day).replaceAll('-', '')}T${hour}00`;
  const event = (uid: string, summary: string, ...rest: string[]) => ['BEGIN:VEVENT', `UID:${uid}`, `SUMMARY:${summary}`, ...rest, 'END:VEVENT']; // prettier-ignore
  const calendar = ['BEGIN:VCALENDAR', 'VERSION:2.0',
    ...event('one', 'Mat with Ness Gunwhale', `DTSTART;TZID=Europe/Berlin:${stamp(4, '1000')}`, 'DURATION:PT50M'),
    ...event('two', 'Boat shed stretch', `DTSTART:${stamp(4, '1200')}`, 'DURATION:PT45M'),
    ...event('three', 'Regatta', `DTSTART;VALUE=DATE:${daysLater(monday, 4).replaceAll('-', '')}`),
    ...event('four', 'Nowhere', `DTSTART;TZID=Made/Up:${stamp(4, '1500')}`, 'DURATION:PT30M'),
    'END:VCALENDAR'].join('\r\n'); // prettier-ignore
  await send(file('other.ics', calendar));
  await chrome.sees('other.ics: 3 of 3 to take in');
  await chrome.sees('1 for a whole day: left out (Regatta)');
  await chrome.sees('1 of a time zone that is not known');
  await findNothingToImprove('a calendar file');
  await chrome.press('Take 3 in');
  await chrome.sees('3 appointments were taken into your book.');
  await send(file('again.ics', calendar));
  await chrome.sees('again.ics: 0 of 3 to take in');
  await openDay(daysLater(monday, 4));
  await holds('by the studio’s clock', (all) =>
    ['9:00 AM 50 min Ness Gunwhale', '12:00 PM 45 min Boat shed stretch', '3:00 PM 30 min Nowhere'].every((line) =>
      all.some((one) => one.startsWith(line)),
    ),
  );
});

test('from the book by the plan to the Floor, and what was taught', async () => {
  await openDay(today);
  await chrome.press('New appointment');
  await whoComes('Odo Quillwater');
  await at(22);
  await chrome.type('Minutes', '40');
  await chrome.press('Keep appointment');
  await closed();
  await chrome.go('/');
  await chrome.press('Plan Odo Quillwater');
  await chrome.seesExactly('Plan', 'h1');
  await chrome.find(By.css('[data-gap]'));
  expect(await (await chrome.field('Minutes')).getAttribute('value')).toBe('40');
  const order = () =>
    chrome.driver.executeScript<string[]>(`return [...document.querySelectorAll('.line')].map((one) => one.ariaLabel)`);
  const [first = '', second = ''] = await order();
  await chrome.press(`Leave out ${second}`);
  await chrome.until('left out', async () => !(await order()).includes(second));
  await chrome.press('To the Floor');
  await chrome.isAt(/\/floor\?client=/);
  await chrome.press('Well');
  await chrome.press('Begin');
  await chrome.find(By.css('[aria-label="Repetitions"]'));
  await chrome.seesExactly(first, 'h1');
  const body = await chrome.find(By.css('body'));
  for (let i = 0; i < 3; i += 1) await body.sendKeys(' ');
  await chrome.find(By.css('[data-keeping="sent"]'));
  await chrome.press('Wrap up');
  await chrome.press('Close the session');
  await chrome.seesExactly('Session closed', 'h1');
  await chrome.find(By.css('[data-keeping="sent"]'));
  await chrome.go('/clients');
  await chrome.pressOn(By.linkText('Odo Quillwater'));
  await chrome.pressOn(By.linkText('Course and sessions'));
  await chrome.sees(`${first}, level`);
});

test('anything by a few letters and keys alone: a client, an exercise, a page', async () => {
  await chrome.go('/');
  const body = await chrome.find(By.css('body'));
  await body.sendKeys('/');
  await chrome.find(By.css('[role=dialog] input'));
  await findNothingToImprove('find');
  const keys = () => chrome.driver.actions();
  await keys().sendKeys('ness').perform();
  await chrome.find(By.xpath("//*[@role='option'][normalize-space(.)='Ness Gunwhale']"));
  await keys().sendKeys(Key.ENTER).perform();
  await chrome.seesExactly('Ness Gunwhale', 'h1');
  await keys().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
  await chrome.find(By.css('[role=dialog] input'));
  await keys().sendKeys('springs zz').perform();
  await chrome.sees('Nothing here begins so.');
  await keys().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).sendKeys('calend').perform();
  await chrome.find(By.xpath("//*[@role='option'][contains(., 'Calendars')]"));
  await keys().sendKeys(Key.ENTER).perform();
  await chrome.seesExactly('Calendars', 'h1');
  expect(await complaintsBut(/404/)).toEqual([]);
});
