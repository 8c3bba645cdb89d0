// Other ways through the house than the straight one.
import sharp from 'sharp';
import { renderPicture } from '@/data/demo/render';
import type { Vec2 } from '@/core/geometry';
import { By, Key } from './chrome';
import type { Chrome } from './chrome';
import { atHome, file, handsOn, number, setUp, top } from './hands';
import type { House } from './house';
import { layMarks, markAt, takeDemoPicture, truthOf, wantedMarks } from './marking';

let house: House;
let chrome: Chrome;
const { send, allKept, cell, complaintsBut, findNothingToImprove } = handsOn(() => chrome);

atHome((ownHouse, ownChrome) => {
  [house, chrome] = [ownHouse, ownChrome];
});

async function beginLook(client: string): Promise<void> {
  await chrome.go('/');
  await chrome.pressOn(By.css(`a[aria-label="Look at ${client}"]`));
  await chrome.isAt(/\/look$/);
}

/** Where a block's bubble stands: below 0 at the left of its glass. */
const bubble = async (block: string) =>
  Number(await (await chrome.find(By.css(`[data-block="${block}"] .bubble`))).getAttribute('cx'));

describe('a picture with the head at the right', () => {
  test('mirrored, it measures the same, and the bubbles stand on the other side', async () => {
    const truth = truthOf(top);
    const width = 2400;
    const flip = ([x, y]: Vec2): Vec2 => [width - x, y];
    const mirrored = {
      ...truth,
      landmarks: Object.fromEntries(Object.entries(truth.landmarks).map(([key, at]) => [key, flip(at)])),
      matLine: [flip(truth.matLine[0]), flip(truth.matLine[1])] as const,
      scale: { ...truth.scale, points: [flip(truth.scale.points[0]), flip(truth.scale.points[1])] as const },
    };
    const [places, tilts]: [number[], number[]] = [[], []];
    for (const [end, seen] of [
      ['left', truth],
      ['right', mirrored],
    ] as const) {
      await beginLook('Bertil Oakum');
      await chrome.press(end);
      await chrome.press('To the pictures');
      await chrome.isAt(/looks\//);
      await chrome.press('2Top');
      const picture = sharp(await renderPicture(truth.svg, 9)).flop(end === 'right');
      await send(file(`head at the ${end}.png`, await picture.png().toBuffer()));
      await chrome.find(By.css('svg.sheet'));
      await layMarks(chrome, wantedMarks(seen, { lines: true }), ['ASIS', 'PS']);
      await chrome.type('Known length in mm', '1000');
      tilts.push(number(await cell('pelvicTilt', 2)));
      expect(number(await cell('legElevation', 2))).toBeCloseTo(90, -1);
      places.push(await bubble('pelvis'));
    }
    for (const tilt of tilts) expect(Math.abs(tilt - 13)).toBeLessThan(3); // the lens stands higher than the hip bone
    expect(Math.abs((tilts[0] ?? 0) - (tilts[1] ?? 99))).toBeLessThanOrEqual(1);
    expect(places[0]).toBeLessThan(0); // an arch lifts the end toward the head
    expect(places[1]).toBeCloseTo(-(places[0] ?? 0), -1);
  });
  test('read with the head at the wrong end, it is refused in words', async () => {
    await beginLook('Bertil Oakum');
    await chrome.press('right');
    await chrome.press('To the pictures');
    await takeDemoPicture(chrome, top);
    await layMarks(chrome, wantedMarks(truthOf(top), { lines: true }).slice(0, 6));
    await chrome.sees('or the head end is wrong');
  });
});

describe('with keys alone', () => {
  test('marks are chosen, set, moved, stepped through, removed and brought back', async () => {
    await beginLook('Jory Thwart');
    await chrome.press('To the pictures');
    await takeDemoPicture(chrome, setUp);
    const canvas = await chrome.find(By.css('svg.sheet'));
    await canvas.sendKeys(Key.ENTER); // the mat line's first end, in the middle of the picture
    expect(await markAt(chrome, 'mat1')).toEqual([1200, 600]);
    await canvas.sendKeys(Key.ARROW_LEFT, Key.chord(Key.SHIFT, Key.ARROW_DOWN));
    expect(await markAt(chrome, 'mat1')).toEqual([1199, 610]);
    await canvas.sendKeys(Key.ENTER); // on to the next
    await chrome.sees('mat line, other end');
    await canvas.sendKeys(']', ']', '[', Key.ARROW_UP);
    expect(await markAt(chrome, 'known1')).toEqual([1200, 599]);
    await canvas.sendKeys(Key.DELETE);
    expect(await markAt(chrome, 'known1')).toBeUndefined();
    await canvas.sendKeys(Key.chord(Key.CONTROL, 'z'));
    expect(await markAt(chrome, 'known1')).toEqual([1200, 599]);
    await canvas.sendKeys(Key.chord(Key.CONTROL, 'y'));
    expect(await markAt(chrome, 'known1')).toBeUndefined();
  });
  test('a mark is dragged by hand, and one undo takes the whole drag back', async () => {
    const at: { x: number; y: number } = await chrome.driver.executeScript(
      'const m = document.querySelector("svg.sheet").getScreenCTM(); return { x: Math.round(1199 * m.a + m.e), y: Math.round(610 * m.d + m.f) }',
    );
    await chrome.driver
      .actions()
      .move({ x: at.x, y: at.y, duration: 0 })
      .press()
      .move({ x: at.x + 30, y: at.y + 10, duration: 60 })
      .move({ x: at.x + 60, y: at.y + 40, duration: 60 })
      .release()
      .perform();
    const [x = 0, y = 0] = (await markAt(chrome, 'mat1')) ?? [];
    expect(x).toBeGreaterThan(1300);
    expect(y).toBeGreaterThan(700);
    await chrome.press('Undo');
    expect(await markAt(chrome, 'mat1')).toEqual([1199, 610]);
  });
});

describe('before the bench', () => {
  test('an exercise with fewer levels comes with one that it has', async () => {
    const trigger = (label: string) =>
      chrome.find(By.xpath(`//*[@class='label'][normalize-space(.)='${label}']/following-sibling::button`));
    await beginLook('Maren Tolleck');
    await chrome.choose('Exercise', 'March');
    await chrome.choose('Level', '5 · Hold both');
    await chrome.choose('Exercise', 'Leg float');
    await chrome.until('level 1 is shown', async () =>
      (await (await trigger('Level')).getText()).includes('1 · Heel peels'),
    );
  });
});

describe('on the bench', () => {
  test('another finding can be worked on, and the corrections are for that one', async () => {
    await beginLook('Maren Tolleck');
    await chrome.press('To the pictures');
    await takeDemoPicture(chrome, setUp);
    await layMarks(chrome, wantedMarks(truthOf(setUp), { lines: true }), ['ASIS', 'PS']);
    await chrome.press('Now the top');
    await takeDemoPicture(chrome, top);
    await layMarks(chrome, wantedMarks(truthOf(top), { lines: false }), ['ASIS', 'PS']);
    await chrome.press('See findings');
    await chrome.seesExactly('Try one thing against an arch', 'h2');
    await chrome.pressOn(By.xpath("//li[@data-fault='flare']//button"));
    await chrome.seesExactly('Try one thing against the ribs flaring', 'h2');
    await chrome.sees('sand'); // the studio's taught sessions speak for it
    await chrome.sees('times in this studio');
  });
  test('a look without a retest is kept all the same, with its dose and no verdict', async () => {
    await allKept();
    await chrome.press('5Dose');
    await chrome.press('Keep look and dose');
    await chrome.isAt(/clients\//);
    await chrome.sees('Looks', 'h2');
    const look = await chrome.text('[data-look]');
    expect(look).toMatch(/correction\s+none/);
    expect(look).not.toContain('retest');
    expect(await complaintsBut()).toEqual([]);
  });
});

describe('a client on file', () => {
  test('is changed, keeps what was not touched, and says so', async () => {
    await chrome.go('/clients?find=odo');
    await chrome.pressOn(By.linkText('Odo Quillwater'));
    await chrome.press('Change');
    await chrome.isAt(/edit$/);
    await chrome.type('Body mass, kg', '79,5');
    await (await chrome.sees('wrist trouble', 'label')).click();
    await chrome.type('Thigh measured, cm', '4');
    await findNothingToImprove('change client');
    await chrome.press('Keep client');
    await chrome.sees('Type a number from 15 to 80 cm.');
    await chrome.type('Thigh measured, cm', '43,5');
    await chrome.press('Keep client');
    await chrome.seesExactly('Odo Quillwater', 'h1');
    await chrome.sees('183 cm · 80 kg');
    await chrome.sees('No weight on a flat hand.');
    await chrome.sees('without the neck complaining');
  });
});

describe('light and dark', () => {
  test('the choice outlives the page', async () => {
    await chrome.go('/clients');
    const ground = () =>
      chrome.driver.executeScript<string>('return getComputedStyle(document.documentElement).backgroundColor');
    const light = await ground();
    await chrome.press('Light or dark');
    await chrome.until('the ground is dark', async () => (await ground()) !== light);
    await chrome.until('the choice is kept', async () => (await chrome.cookies()).includes('spine-theme=dark'));
    await chrome.refresh();
    expect(await ground()).not.toBe(light);
    await chrome.press('Light or dark');
    await chrome.until('the ground is light', async () => (await ground()) === light);
  });
});

describe('without a session', () => {
  const ask = (path: string, init: RequestInit = {}) =>
    fetch(new URL(path, house.address), { redirect: 'manual', ...init });
  test.each(['/', '/clients', '/clients/new', '/looks/any'])('%s leads to the sign-in', async (path) => {
    const answer = await ask(path);
    expect([answer.status, answer.headers.get('location')]).toEqual([307, '/sign-in']);
  });
  test('a picture is not found, and none is taken in', async () => {
    await chrome.go('/clients?find=maren');
    await chrome.pressOn(By.linkText('Maren Tolleck'));
    await chrome.pressOn(By.linkText('Looks'));
    const address = await (await chrome.find(By.css('[data-look] image'))).getAttribute('href');
    expect((await ask(address ?? '')).status).toBe(404);
    const form = new FormData();
    form.set('client', 'anyone');
    form.set('picture', new File(['x'], 'x.png'));
    const refused = await ask('/api/pictures', { method: 'POST', body: form });
    expect(refused.status).toBe(401);
    expect(await refused.json()).toMatchObject({ ok: false, error: { code: 'signedOut' } });
  });
  test('only a page of ours may send taps or pictures, and after signing in one is led to our pages alone', async () => {
    const cookie = await chrome.cookies();
    const from = (origin: string) => ({ cookie, origin, 'content-type': 'application/json' });
    const tap = { method: 'POST', body: JSON.stringify({ sentAt: Date.now(), follow: null, events: [] }) };
    const own = new URL(house.address).origin;
    expect((await ask('/api/floor/exchange', { ...tap, headers: from(own) })).status).toBe(200);
    const other = await ask('/api/floor/exchange', { ...tap, headers: from('http://127.0.0.1:1') });
    expect([other.status, await other.json()]).toMatchObject([403, { error: { code: 'otherOrigin' } }]);
    const picture = await ask('/api/pictures', {
      method: 'POST',
      body: new FormData(),
      headers: { cookie, origin: 'null' },
    });
    expect(await picture.json()).toMatchObject({ error: { code: 'otherOrigin' } });
    const led = await ask(`/sign-in?to=${encodeURIComponent('/\t/evil.example')}`, { headers: { cookie } });
    expect(led.headers.get('location')).toBe('/');
  });
  test.each([
    '/clients?find=a&find=b',
    '/clients/%ff',
    '/looks/%ff',
    '/sessions/%00',
    '/repertoire/march?client=a&client=b',
    '/clients/x?part=attic',
    '/api/floor/day?client=9',
    '/api/hand-out/10000-01-01?as=pdf',
  ])('%s is answered as something that is not there', async (path) => {
    const { status } = await ask(path, { headers: { cookie: await chrome.cookies() } });
    expect([400, 404, 422]).toContain(status);
  });
  test('a body longer than it may be is not read to its end', async () => {
    let sent = 0;
    const endless = new ReadableStream<Uint8Array>({
      pull(stream) {
        sent += 1;
        if (sent > 400) stream.close();
        else stream.enqueue(new Uint8Array(1_048_576));
      },
    });
    const answer = await ask('/api/floor/exchange', {
      method: 'POST',
      body: endless,
      headers: { cookie: await chrome.cookies() },
      duplex: 'half',
    } as RequestInit).catch(() => undefined);
    if (answer) expect(answer.status).toBe(413);
    expect(sent).toBeLessThan(200);
  });
  test('pages carry headers that keep others from framing and guessing', async () => {
    const { headers } = await ask('/sign-in');
    expect(headers.get('x-frame-options')).toBe('DENY');
    const mayBeFramed = await ask('/clients/1/look'); // laid over the Floor
    expect(mayBeFramed.headers.get('x-frame-options')).toBe('SAMEORIGIN');
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-powered-by')).toBeNull();
  });
});
