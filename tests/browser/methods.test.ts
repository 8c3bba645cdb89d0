// Every way of looking, in every position: simulated and real camera, stickers, outline, hands, eye, files, many pictures.
import JSZip from 'jszip';
import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { poseBody } from '@/core/body/skeleton';
import { withFault } from '@/core/body/deviations';
import { demoPicture, standingCamera } from '@/core/figure/picture';
import { entry, levelOf } from '@/core/knowledge/find';
import type { View } from '@/core/anatomy/positions';
import { renderPicture } from '@/data/demo/render';
import { repertoire } from '@/repertoire';
import { By, Key, openChrome } from './chrome';
import type { Chrome } from './chrome';
import { openHouse } from './house';
import type { House } from './house';
import { file, handsOn, number } from './hands';
import { markAt } from './marking';

let house: House;
let chrome: Chrome;
const { signIn, allKept, cell, complaintsBut, findNothingToImprove } = handsOn(() => chrome);

const client = { heightM: 1.74, massKg: 79, sex: 'm' } as const; // Anselm, as his page has him
const size = { wide: 2000, high: 1125 };
const drawn = (exercise: string, level: number, view: View, fault?: string) => {
  const one = entry(repertoire.exercises, exercise);
  const pose = levelOf(one, level).top;
  return demoPicture(
    poseBody(client, fault ? withFault(pose, fault) : pose),
    standingCamera(one.position, view, size),
    view,
  );
};

/** One picture as a short film, in the plain format that Chromium takes for a camera. */
async function film(svg: string): Promise<string> {
  const { data, info } = await sharp(await renderPicture(svg, 9))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const [w, h] = [info.width - (info.width % 2), info.height - (info.height % 2)];
  const frame = Buffer.alloc(w * h * 1.5);
  const at = (x: number, y: number, c: number) => data[(y * info.width + x) * 3 + c] ?? 0;
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const [r, g, b] = [at(x, y, 0), at(x, y, 1), at(x, y, 2)];
      frame[y * w + x] = 16 + 0.257 * r + 0.504 * g + 0.098 * b;
      if (x % 2 || y % 2) continue;
      const spot = w * h + (y / 2) * (w / 2) + x / 2;
      frame[spot] = 128 - 0.148 * r - 0.291 * g + 0.439 * b;
      frame[spot + (w * h) / 4] = 128 + 0.439 * r - 0.368 * g - 0.071 * b;
    }
  const to = path.join(os.tmpdir(), `spine-film-${process.pid}.y4m`);
  writeFileSync(
    to,
    Buffer.concat([Buffer.from(`YUV4MPEG2 W${w} H${h} F10:1 Ip A1:1 C420jpeg\n`), Buffer.from('FRAME\n'), frame]),
  );
  return to;
}

async function begin(exercise: string, level = 2): Promise<void> {
  const one = entry(repertoire.exercises, exercise);
  await chrome.go('/');
  await chrome.pressOn(By.css('a[aria-label="Look at Anselm Fairlead-Brackenbury of Upper Sallow"]'));
  await chrome.isAt(/look$/);
  await chrome.choose('Exercise', one.name);
  await chrome.choose('Level', levelOf(one, level).name);
  await chrome.press('To the pictures');
  await chrome.isAt(/looks\//);
}

/** Sets the lines of a picture whose truth is known, and its length. */
async function layLines(truth: ReturnType<typeof drawn>): Promise<void> {
  const [mat1, mat2] = truth.matLine;
  const [known1, known2] = truth.scale.points;
  const inside = ([x, y]: readonly [number, number]) => [Math.min(1995, Math.max(5, x)), y] as const;
  const ends = { mat1: inside(mat1), mat2: inside(mat2), known1, known2 };
  const rows = Object.entries(ends).map(
    ([mark, [x, y]]) => `a,${mark},${x},${y},${mark === 'known1' ? truth.scale.mm : ''}`,
  );
  await loadMarks('lines.csv', ['picture,mark,x,y,mm', ...rows].join('\n'));
}

/** Types into the box of a reading by hand. */
async function typeIn(label: string, text: string): Promise<void> {
  const box = await chrome.find(By.xpath(`//label[normalize-space(.)='${label}']/..//input`));
  await box.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE);
  await box.sendKeys(text);
}

const loadMarks = async (name: string, text: string) =>
  (await chrome.driver.findElement(By.css('input[data-load-marks]'))).sendKeys(file(name, text));

beforeAll(async () => {
  house = await openHouse();
  chrome = await openChrome(house.address, undefined, await film(drawn('legFloat', 2, 'side', 'arch').svg));
  await signIn();
  await chrome.isAt(/\/$/);
});
afterAll(async () => {
  await chrome?.close();
  await house?.end('SIGINT');
});

describe('front support, by the simulated camera and its stickers', () => {
  const photograph = async (fault?: string) => {
    await chrome.press('Simulated camera');
    if (fault) await chrome.press(fault);
    await chrome.press('at once');
    await chrome.find(By.css('video[data-ready="true"]'));
    await new Promise((resolve) => setTimeout(resolve, 1500)); // until the film shows what was chosen
    await chrome.press('Take the picture');
    await chrome.find(By.css('svg.sheet'));
    await chrome.press('Find stickers');
    await chrome.sees('stickers found are landmarks now');
  };

  test('the set-up is photographed, and its stickers become landmarks where they truly are', async () => {
    await begin('frontSupportHold');
    await findNothingToImprove('where a picture comes from');
    await photograph();
    const truth = drawn('frontSupportHold', 2, 'side');
    for (const mark of ['ASIS', 'GT', 'LM', 'AC']) {
      const [at, true1] = [await markAt(chrome, mark), truth.landmarks[`${mark}_L` as 'ASIS_L']];
      expect(Math.hypot((at?.[0] ?? 0) - (true1?.[0] ?? 0), (at?.[1] ?? 0) - (true1?.[1] ?? 0))).toBeLessThan(1.5);
    }
    // The two on the mat's edge: its line, and a metre of it.
    for (const mark of ['mat1', 'mat2'] as const) {
      const [x = 0, y = 0] = (await markAt(chrome, mark)) ?? [];
      const [[x1, y1], [x2, y2]] = truth.matLine;
      expect(Math.abs(y - (y1 + ((x - x1) * (y2 - y1)) / (x2 - x1)))).toBeLessThan(1.5);
    }
    const length = await chrome.find(By.xpath("//input[@id = //label[.='Known length in mm']/@for]"));
    expect(await length.getAttribute('value')).toBe('1000');
    await layLines(truth);
    await chrome.sees('marks loaded from lines.csv');
    expect(Math.abs(number(await cell('plankLine', 1)))).toBeLessThan(6);
    await findNothingToImprove('bench in front support');
  });
  test('hips that hang are seen to hang, and named', async () => {
    await chrome.press('Now the top');
    await photograph('the hips sagging');
    expect(number(await cell('plankLine', 2))).toBeLessThan(-6);
    expect(await chrome.text('tr[data-measure="plankLine"]')).toBeTruthy();
    await chrome.press('See findings');
    await chrome.sees('the hips sagging', 'h3');
    expect((await chrome.driver.findElements(By.css('[data-kind]'))).length).toBeGreaterThanOrEqual(4);
    await allKept();
  });
});

describe('a camera', () => {
  test('gives a still, which is measured like any other; the pedal key takes it too', async () => {
    await begin('legFloat');
    await chrome.press('2Top');
    await chrome.press('Camera');
    await chrome.press('at once');
    await chrome.find(By.css('video[data-ready="true"]'));
    await chrome.pressOn(By.css('h1'));
    await chrome.driver.actions().sendKeys(Key.PAGE_DOWN).perform();
    await chrome.find(By.css('svg.sheet'));
    await chrome.press('Find stickers');
    await chrome.sees('stickers found are landmarks now');
    expect(await markAt(chrome, 'ASIS')).toBeDefined();
  });
  test('zoomed, a mark still goes where it is pressed in the picture’s own pixels', async () => {
    const canvas = await chrome.find(By.css('svg.sheet'));
    const width = async () => Number((await canvas.getDomAttribute('viewBox'))?.split(' ')[2]);
    const before = await width();
    await canvas.sendKeys('+', '+');
    await chrome.until('it is larger', async () => (await width()) < before / 1.5);
    const at = await markAt(chrome, 'ASIS');
    await chrome.pressOn(By.css('button[data-pick="ASIS"]'));
    await canvas.sendKeys(Key.ARROW_RIGHT);
    expect((await markAt(chrome, 'ASIS'))?.[0]).toBeCloseTo((at?.[0] ?? 0) + 1, 1);
    await canvas.sendKeys('0');
    await chrome.until('it is whole', async () => (await width()) === before);
  });
  test('what cannot be seen is put aside with its reason, and undo takes it back', async () => {
    await chrome.press('This cannot be seen');
    await chrome.pressOn(By.xpath("//*[@role='menuitem'][contains(., 'behind the arm')]"));
    await chrome.find(By.css('button[data-pick="ASIS"][data-hidden-mark]'));
    await chrome.press('Undo');
    await chrome.until('it is back', async () => (await markAt(chrome, 'ASIS')) !== undefined);
  });
  test('with snapping on, a tap beside a sticker’s middle lands in it', async () => {
    await chrome.press('Snap to stickers');
    const found = await markAt(chrome, 'GT');
    await chrome.pressOn(By.css('button[data-pick="GT"]'));
    await chrome.press('Remove this mark');
    const canvas = await chrome.find(By.css('svg.sheet'));
    const place: { a: number; e: number; f: number } = await chrome.driver.executeScript(
      'arguments[0].scrollIntoView({ block: "center" }); const m = arguments[0].getScreenCTM(); return { a: m.a, e: m.e, f: m.f }',
      canvas,
    );
    const [x, y] = [(found?.[0] ?? 0) + 5, (found?.[1] ?? 0) + 4];
    await chrome.driver
      .actions()
      .move({ x: Math.round(x * place.a + place.e), y: Math.round(y * place.a + place.f), duration: 0 })
      .press()
      .release()
      .perform();
    await chrome.until('it is in the middle again', async () => {
      const at = await markAt(chrome, 'GT');
      return at !== undefined && Math.hypot(at[0] - (found?.[0] ?? 0), at[1] - (found?.[1] ?? 0)) < 0.6;
    });
    await chrome.press('Snap to stickers');
  });
  test('the outline of a body sets the marks that no sticker gave', async () => {
    await chrome.pressOn(By.css('button[data-pick="CH"]'));
    await chrome.press('Remove this mark');
    await chrome.press('Outline');
    await chrome.find(By.css('[data-outline]'));
    await chrome.press('Set the free marks from it');
    await chrome.until('the chin is set', async () => (await markAt(chrome, 'CH')) !== undefined);
  });
  test('a table of marks that is wrong is told with its line, and nothing is changed', async () => {
    const before = await markAt(chrome, 'CH');
    await loadMarks('bad.csv', 'picture,mark,x,y\na,CH,5,5\na,NOSE,1,2');
    await chrome.sees('bad.csv, line 3: "NOSE" is not a known mark.');
    expect(await markAt(chrome, 'CH')).toEqual(before);
  });
  test('a camera held askew is told: the halves of the known length differ', async () => {
    const lines = ['mat1,10,900', 'mat2,1990,900', 'known1,500,950', 'knownMid,1050,950', 'known2,1500,950'];
    await loadMarks('askew.csv', ['picture,mark,x,y,mm', ...lines.map((line) => `a,${line},1000`)].join('\n'));
    await chrome.find(By.css('[data-warning="notSquare"]'));
  });
  test('a mark that could not be sent waits in the browser, locked, and comes back with the page', async () => {
    await allKept();
    const block = (urls: string[]) => chrome.driver.sendDevToolsCommand('Network.setBlockedURLs', { urls });
    await chrome.driver.sendDevToolsCommand('Network.enable', {});
    const at = await markAt(chrome, 'CH');
    const look = await chrome.driver.getCurrentUrl();
    await block(['*/looks/*']);
    await chrome.pressOn(By.css('button[data-pick="CH"]'));
    await (await chrome.find(By.css('svg.sheet'))).sendKeys(Key.ARROW_RIGHT);
    await chrome.find(By.css('[data-keeping="waiting"]'));
    const held = await chrome.driver.executeAsyncScript<string[]>(`
      const done = arguments[0];
      indexedDB.open('level-spine-drafts').onsuccess = ({ target: { result } }) => {
        const all = result.transaction('drafts').objectStore('drafts').getAll();
        all.onsuccess = () => { result.close(); done(all.result.map(({ data }) => String.fromCharCode(...new Uint8Array(data)))); };
      };`);
    expect(held.length).toBeGreaterThan(0);
    expect(held.join()).not.toMatch(/pictureId|landmarks|"CH"/);
    await block([]);
    await chrome.driver.executeScript('window.stop()');
    await chrome.go('/repertoire/glossary');
    await chrome.go(new URL(look).pathname); // at the top, where it was left
    await chrome.until('the mark is back', async () => {
      const again = await markAt(chrome, 'CH');
      return again !== undefined && Math.abs(again[0] - (at?.[0] ?? 0) - 1) < 0.01;
    });
    await allKept();
    await chrome.complaints(); // the requests that were blocked
  });
});

describe('by hand and by eye', () => {
  test('a cuff that falls from 40 to 24 under the low back is an arch, told by hand', async () => {
    await begin('legFloat');
    await chrome.press('By hand');
    await typeIn('pressure under the low back', '40');
    await findNothingToImprove('by hand');
    await chrome.press('Now the top');
    await chrome.press('By hand');
    await typeIn('pressure under the low back', '240');
    await chrome.sees('Type a number from 0 to 200 mmHg.');
    await typeIn('pressure under the low back', '24');
    expect(await chrome.text('tr[data-measure="cuffPressure"][data-method="hand"] td')).toContain('−16 mmHg');
    await chrome.press('See findings');
    await chrome.sees('an arch', 'h3');
  });
  test('a bubble pushed with the arrow keys is a grade; it is kept, with its own error', async () => {
    await begin('standKneeLift');
    await chrome.press('2Top');
    await chrome.press('By eye');
    const thumb = await (await chrome.find(By.css('[data-eye="pelvicTilt"]'))).findElement(By.css('input'));
    await thumb.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT); // she faces left: the bubble goes to the back, an arch
    await chrome.sees('far arched');
    expect(await chrome.text('tr[data-measure="pelvicTilt"][data-method="eye"] td')).toMatch(/\+10° ± 5\.0°/);
    await findNothingToImprove('by eye');
    await allKept();
    await chrome.refresh();
    await chrome.press('2Top');
    await chrome.sees('far arched');
    await chrome.press('from the front');
    await chrome.press('By eye');
    await chrome.find(By.css('[data-eye="pelvicRoll"]'));
  });
  test('closed with readings alone, the client’s page says by which method', async () => {
    await chrome.press('5Dose');
    await chrome.press('Keep look and dose');
    await chrome.isAt(/clients\//);
    await chrome.sees('No picture: read by hand and by eye.');
    await chrome.sees('pelvic tilt, by eye');
  });
});

test('the same picture marked three times tells one hand’s own error', async () => {
  await begin('legFloat');
  await chrome.pressOn(By.xpath("//button[span[normalize-space(.)='Leg float · set-up']]"));
  await chrome.find(By.css('svg.sheet'));
  await chrome.press('My own error');
  await chrome.sees('Mark it afresh', 'h2');
  for (const shake of [0, 3, -3]) {
    const canvas = await chrome.find(By.css('svg.sheet'));
    await chrome.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', canvas);
    for (const [x, y] of [
      [-120, 20],
      [0, 10],
      [110, -30],
    ] as const)
      await chrome.driver
        .actions()
        .move({ origin: canvas, x: x + shake, y, duration: 0 })
        .press()
        .release()
        .perform();
    await chrome.press(shake === -3 ? 'See my error' : 'Next round');
  }
  await chrome.sees('Your hand:', 'h2');
  await chrome.press('Back to the picture');
});

test('a zip of pictures with a table gives a row each, and a file of results', async () => {
  const zip = new JSZip();
  const rows = [
    'mat1,100,1000',
    'mat2,2100,1000',
    'known1,500,1010',
    'known2,1500,1010',
    'PS,1100,700',
    'ASIS,1000,682.367',
  ];
  zip.file('marks.csv', ['picture,mark,x,y,mm', ...rows.map((row) => `one.jpg,${row},1000`)].join('\n'));
  zip.file('one.jpg', 'not looked into');
  zip.file('two.jpg', 'no marks');
  await chrome.go('/batch');
  const input = await chrome.driver.findElement(By.css('input[type=file]'));
  await input.sendKeys(file('day.zip', await zip.generateAsync({ type: 'nodebuffer' })));
  await chrome.sees('1 of 2 measured');
  expect(await chrome.text('tr[data-picture="one.jpg"] td[data-measure="pelvicTilt"]')).toMatch(/^\+10° ± 6\.\d°$/);
  expect(await chrome.text('tr[data-picture="two.jpg"]')).toContain('No marks in the table.');
  await findNothingToImprove('batch');
  expect(await complaintsBut(/favicon/)).toEqual([]);
});
