// How hard it is: the fan and the ladder of a client, the what-if bench by hand and keys, apparatus with its springs.
import { answer } from '@/cli/verbs';
import { By, Key, desk, phone, tablet } from './chrome';
import type { Chrome } from './chrome';
import { atHome, handsOn, number } from './hands';

let chrome: Chrome;
const { complaintsBut, findNothingToImprove } = handsOn(() => chrome);

atHome((_, own) => {
  chrome = own;
});

const clientPage = async (name: string): Promise<string> => {
  await chrome.go(`/clients?find=${name}`);
  const href = await (await chrome.find(By.xpath(`//a[contains(normalize-space(.), '${name}')]`))).getAttribute('href');
  return new URL(href ?? '').pathname;
};
const shell = (verb: string, input: unknown): Record<string, number> => {
  const answered = answer(verb, JSON.stringify(input));
  if (!answered.ok) throw new Error(answered.error.message);
  return answered.value as Record<string, number>;
};
const data = async (css: string, name: string) => (await chrome.find(By.css(css))).getAttribute(`data-${name}`);
const choose = (label: string, option: string) => chrome.choose(label, option);
const slide = async (name: string): Promise<number> =>
  number(await (await chrome.find(By.xpath(`//label[starts-with(normalize-space(.), '${name}')]//output`))).getText());

const pell = { massKg: 81, heightM: 1.8, sex: 'm' }; // as his page has him

describe('a strong client', () => {
  test('has a fan: two legs higher than one, head down higher still, each form the shell’s', async () => {
    await chrome.go(`${await clientPage('Pell')}?part=window`);
    await chrome.seesExactly('Safe window', 'h2');
    await chrome.sees('known fairly well');
    const degrees: Record<string, number> = {};
    for (const form of ['Both legs, long', 'Both legs, knees bent', 'Both legs, long, head down']) {
      const row = await chrome.find(
        By.xpath(`//*[@aria-label='Forms']//button[.//text()[normalize-space(.)='${form}']]`),
      );
      degrees[form] = number((await row.getText()).split('\n')[0] ?? '');
    }
    const [two, down] = [degrees['Both legs, long'] ?? 0, degrees['Both legs, long, head down'] ?? 0];
    expect(down).toBeGreaterThan(two);
    const known = { legs: [1, 2].map(() => ({ thighDeg: two, kneeDeg: 0 })) };
    const bent = shell('equal', { body: pell, known, variation: { legCount: 2, kneeDeg: 90 } }).thighDeg ?? 0;
    expect(Math.abs(bent - (degrees['Both legs, knees bent'] ?? 0))).toBeLessThanOrEqual(2); // whole degrees on the screen
    const held =
      shell('equal', { body: pell, known, variation: { legCount: 2, kneeDeg: 0 }, headDown: true }).thighDeg ?? 0;
    expect(Math.abs(held - down)).toBeLessThanOrEqual(2);
  });
  test('another form is drawn when it is pressed', async () => {
    await (
      await chrome.find(
        By.xpath("//*[@aria-label='Forms']//button[.//text()[normalize-space(.)='Both legs, long, head down']]"),
      )
    ).click();
    await chrome.find(By.css('svg[aria-label^="Both legs, long, head down: down to"]'));
  });
  test('a level beyond 130 % of what is held is a leap, with half steps that carry less', async () => {
    await findNothingToImprove('a client’s fan');
    await chrome.pressOn(By.linkText('Ladders'));
    await chrome.find(By.css('[data-size="leap"]'));
    const words = await chrome.text('[data-half]');
    expect(words).toMatch(/would be a leap\. Half-way: /);
    const leap = Math.max(
      ...(await Promise.all(
        (await chrome.driver.findElements(By.css('[data-size="leap"]'))).map(async (one) =>
          Number(await one.getAttribute('data-demand')),
        ),
      )),
    );
    for (const [, pct] of words.matchAll(/\((\d+\.\d) %\)/g)) expect(Number(pct)).toBeLessThan(leap);
    await findNothingToImprove('a client’s ladders');
  });
});

describe('one who begins', () => {
  test('is told so: nothing known, and where it would come from', async () => {
    await chrome.go(`${await clientPage('Jory')}?part=window`);
    await chrome.sees('Nothing is known yet of how low the legs may go');
  });
  test('on the exercise’s page the ladder is this body’s, with what is held', async () => {
    const id = (await clientPage('Maren')).split('/').at(-1);
    await chrome.go(`/repertoire/lowerLift?client=${id}`);
    await chrome.sees('the upright stroke is what is held');
    await chrome.find(By.css('[data-size="leap"]'));
    expect(await chrome.text('[data-half="2"]')).toMatch(/^Half-way: /);
  });
});

describe('what if', () => {
  const figures = async () => ({
    demand: Number(await data('[data-demand]', 'demand')),
    thigh: await slide('thigh'),
    knee: await slide('knee bends'),
  });
  test('its demand is the shell’s for the same legs', async () => {
    const id = (await clientPage('Pell')).split('/').at(-1);
    await chrome.go(`/what-if?client=${id}`);
    await chrome.press('Both alike');
    const { demand, thigh, knee } = await figures();
    const legs = [1, 2].map(() => ({ thighDeg: thigh, kneeDeg: knee }));
    expect(demand).toBeCloseTo(shell('load', { body: pell, variation: { legs } }).demandPct ?? 0, 1);
    await chrome.sees('Pell Rowlock holds');
    expect(await data('[data-size]', 'size')).toBe('leap');
    await findNothingToImprove('what if');
  });
  test('the heel is dragged: knee, moment and equivalents follow', async () => {
    const before = await figures();
    const heel = await chrome.find(By.css('[data-handle="right foot"]'));
    const same = await chrome.text('[data-same="twoLong"]');
    await chrome.driver
      .actions()
      .move({ origin: heel })
      .press()
      .move({ origin: heel, x: -50, y: 0, duration: 150 }) // from where the heel was
      .release()
      .perform();
    await chrome.until('the knee bends', async () => (await figures()).knee > 10);
    const { demand, thigh, knee } = await figures();
    expect(demand).toBeLessThan(before.demand);
    const legs = [1, 2].map(() => ({ thighDeg: thigh, kneeDeg: knee }));
    expect(demand).toBeCloseTo(shell('load', { body: pell, variation: { legs } }).demandPct ?? 0, 1);
    expect(await chrome.text('[data-same="twoLong"]')).not.toBe(same);
  });
  test('keys move it too', async () => {
    const before = await figures();
    await (await chrome.find(By.css('[data-handle="right knee"]'))).sendKeys(Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_UP);
    expect((await figures()).thigh).toBe(before.thigh + 3);
  });
  test('straps carry; on springs that nobody measured they do not, and it says why', async () => {
    const bare = (await figures()).demand;
    await choose('Feet in straps', 'Heron');
    await choose('Springs on', '1 full');
    await chrome.find(By.css('[data-straps]'));
    expect((await figures()).demand).toBeLessThan(bare);
    await choose('Feet in straps', 'Bittern');
    await choose('Springs on', '2 heavy');
    await chrome.sees('The heavy spring has not been calibrated');
    expect((await figures()).demand).toBeCloseTo(bare, 1);
    await chrome.press('One leg');
    await chrome.sees('Straps hold both feet');
  });
  test('a body that cannot be is told where it is wrong, and not used', async () => {
    const before = await data('[data-net]', 'net');
    await chrome.type('Weight, kg', '0');
    await chrome.sees('Type a weight from 15 to 300 kg.');
    await chrome.type('Height, cm', '300');
    await chrome.sees('Type a height from 90 to 230 cm.');
    expect(await data('[data-net]', 'net')).toBe(before);
  });
});

describe('apparatus', () => {
  const rate = async (spring: string) => (await chrome.find(By.css(`tr[data-spring="${spring}"]`))).getText();
  test('a spring is calibrated: one reading is not enough, a falling force is no spring, three give a rate', async () => {
    await chrome.go('/apparatus');
    await chrome.press('Coot · chair');
    await chrome.sees('No spring is calibrated');
    await chrome.sees('relative units only');
    await chrome.press('Calibrate medium');
    await chrome.sees('One reading cannot tell a rate');
    for (const [i, force] of ['50', '40'].entries()) await chrome.type(`Scale ${i + 1}, N`, force);
    await chrome.sees('no spring does that');
    expect(await (await chrome.button('Keep this rate')).isEnabled()).toBe(false);
    await chrome.type('Scale 2, N', '96');
    await chrome.type('Scale 3, N', '146');
    const fitted = shell('calibrate', {
      readings: [
        { travelM: 0, forceN: 50 },
        { travelM: 0.2, forceN: 96 },
        { travelM: 0.4, forceN: 146 },
      ],
    });
    expect(Number(await data('[data-fit]', 'fit'))).toBeCloseTo(fitted.rateNPerM ?? 0, 1);
    await chrome.press('Keep this rate');
    await chrome.until('the rate stands in the table', async () => (await rate('medium')).includes('240 N/m'));
    await chrome.sees('Not calibrated: light');
  });
  test('the simulated scale fills in readings near its spring', async () => {
    await chrome.press('Calibrate light');
    await chrome.press('Read a simulated scale');
    const fit = Number(await data('[data-fit]', 'fit'));
    expect(fit).toBeGreaterThan(95);
    expect(fit).toBeLessThan(145);
    await findNothingToImprove('calibrating');
    await chrome.press('Leave it');
  });
  test('a setting is found for a person with reasons, adjusted, kept, and told the next time', async () => {
    await chrome.press('Heron · reformer');
    await chrome.seesExactly('Heron', 'h2');
    await choose('Exercise', 'Footwork');
    await chrome.sees('Heels on the bar, small.');
    await choose('Level', '2 · Parallel, balls of the feet');
    await chrome.sees('To the full length.');
    await choose('For', 'Maren Tolleck');
    await chrome.sees('Came home with a knock on two and a half.');
    await chrome.sees('46 % of body weight');
    const first = await chrome.text('[aria-label="Sets"] li:first-child .set');
    expect(first).toBe('3 full');
    await chrome.press('One full more');
    await chrome.sees('There are only 3 full springs.');
    expect(await (await chrome.button('Set for Maren Tolleck')).isEnabled()).toBe(false);
    await chrome.press('One full less');
    await chrome.press('One quarter more');
    await chrome.type('A word on it', 'a little more to push against');
    await chrome.press('Set for Maren Tolleck');
    await chrome.sees('a little more to push against', 'li');
    await chrome.refresh();
    await chrome.sees('¼ less than last time');
  });
  test('its numbers are changed: what is wrong is told where it is wrong, and nothing is lost', async () => {
    await chrome.press('Change');
    await chrome.type('Hooks', '0');
    await chrome.type('Longest travel, cm', '100');
    await chrome.press('Keep');
    await chrome.sees('Type a number from 1 to 20.');
    await chrome.type('Hooks', '4');
    await chrome.press('Keep');
    await chrome.sees('4 hooks');
    expect(await rate('full')).toContain('241 N/m'); // a rate stays with its spring
  });
  test('a new one comes with its kind’s springs, and goes again', async () => {
    await chrome.press('Add to Sail loft');
    await chrome.press('Add it');
    await chrome.sees('Give it a name');
    await chrome.type('Name', 'Grebe');
    await chrome.press('Add it');
    await chrome.seesExactly('Grebe', 'h2');
    await chrome.sees('No spring is calibrated');
    await chrome.press('Take Grebe away');
    await chrome.press('Take it away');
    await chrome.seesExactly('Heron', 'h2');
    expect(await chrome.has(By.xpath("//*[contains(., 'Grebe · reformer')]"))).toBe(false);
  });
});

test('on a tablet in the dark and on a phone nothing runs out of the page', async () => {
  const page = await clientPage('Pell');
  await chrome.prefersDark(true);
  for (const size of [tablet, phone])
    for (const place of [
      '/apparatus',
      '/what-if',
      ...['window', 'ladders', 'course'].map((part) => `${page}?part=${part}`),
    ]) {
      await chrome.resize(size);
      await chrome.go(place);
      expect([
        place,
        size.width,
        await chrome.driver.executeScript('return document.documentElement.scrollWidth <= innerWidth'),
      ]).toEqual([place, size.width, true]);
      if (size === tablet) await findNothingToImprove(`${place} in the dark`);
    }
  await chrome.prefersDark(false);
  await chrome.resize(desk);
  expect(await complaintsBut()).toEqual([]);
});
