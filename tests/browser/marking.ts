// Laying marks on a picture of the bench as a hand would: press, then nudge with the arrow keys.
import { poseBody } from '@/core/body/skeleton';
import { carefulCamera, demoPicture } from '@/core/figure/picture';
import type { DemoPicture } from '@/core/figure/picture';
import type { Vec2 } from '@/core/geometry';
import { demoPictureBody, demoPictures } from '@/data/demo/world';
import { By, Key } from './chrome';
import type { Chrome } from './chrome';

/** Where everything truly lies in one of the demo pictures. */
export function truthOf(title: string): DemoPicture {
  const found = demoPictures.find((picture) => picture.title === title);
  if (!found) throw new Error(`no demo picture "${title}"`);
  return demoPicture(poseBody(demoPictureBody, found.pose), carefulCamera());
}

export type Wanted = readonly (readonly [mark: string, at: Vec2])[];

export function wantedMarks({ landmarks, matLine, scale }: DemoPicture, { lines }: { lines: boolean }): Wanted {
  const points = ['ASIS', 'PS', 'SN', 'LR', 'GT', 'LK', 'LM', 'FH', 'CH'].map((name): [string, Vec2] => {
    const at = landmarks[name as 'PS'] ?? landmarks[`${name}_R` as 'ASIS_R'];
    if (!at) throw new Error(`${name} is not in the picture`);
    return [name, at];
  });
  return [
    ...(lines
      ? ([
          ['mat1', matLine[0]],
          ['mat2', matLine[1]],
          ['known1', scale.points[0]],
          ['known2', scale.points[1]],
        ] as const)
      : []),
    ...points,
  ];
}

const sheet = By.css('svg.sheet');

/** The picture's place on the screen: its origin and how many screen pixels one of its own takes. */
async function placeOfSheet({ driver, find }: Chrome): Promise<{ x: number; y: number; scale: number }> {
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', await find(sheet));
  return driver.executeScript(
    'const m = arguments[0].getScreenCTM(); return { x: m.e, y: m.f, scale: m.a }',
    await find(sheet),
  );
}

/** Where a mark lies, read in one go: the picture may be drawn anew between two questions. */
export async function markAt({ driver }: Chrome, mark: string): Promise<Vec2 | undefined> {
  const at = await driver.executeScript<[string, string] | null>(
    'const one = document.querySelector(arguments[0]); return one && [one.dataset.x, one.dataset.y]',
    `svg.sheet [data-mark="${mark}"]`,
  );
  return at ? [Number(at[0]), Number(at[1])] : undefined;
}

/** Presses on each point in the order in which the bench asks for the marks; `exact` nudges them home by keys. */
export async function layMarks(chrome: Chrome, wanted: Wanted, exact: readonly string[] = []): Promise<void> {
  const { x, y, scale } = await placeOfSheet(chrome);
  for (const [mark, at] of wanted) {
    await chrome.driver
      .actions()
      .move({ x: Math.round(x + at[0] * scale), y: Math.round(y + at[1] * scale), duration: 0 })
      .press()
      .release()
      .perform();
    await chrome.until(`${mark} is set`, async () => (await markAt(chrome, mark)) !== undefined);
  }
  for (const mark of exact) {
    const target = wanted.find(([name]) => name === mark)?.[1];
    if (target) await nudgeTo(chrome, mark, target);
  }
}

/** Moves a mark home by keys: tens of pixels with Shift, then single ones. */
export async function nudgeTo(chrome: Chrome, mark: string, [x, y]: Vec2): Promise<void> {
  await chrome.pressOn(By.css(`button[data-pick="${mark}"]`));
  const at = await markAt(chrome, mark);
  if (!at) throw new Error(`${mark} is not set`);
  const keys = (by: number, less: string, more: string): string[] => {
    const [steps, key] = [Math.abs(Math.round(by)), by < 0 ? less : more];
    return [
      ...Array.from({ length: Math.floor(steps / 10) }, () => Key.chord(Key.SHIFT, key)),
      ...Array.from({ length: steps % 10 }, () => key),
    ];
  };
  const canvas = await chrome.find(sheet);
  await canvas.sendKeys(
    ...keys(x - at[0], Key.ARROW_LEFT, Key.ARROW_RIGHT),
    ...keys(y - at[1], Key.ARROW_UP, Key.ARROW_DOWN),
  );
}

/** Puts a demo picture on the bench. */
export async function takeDemoPicture({ find, pressOn }: Chrome, title: string): Promise<void> {
  await pressOn(By.xpath(`//button[span[normalize-space(.)='${title}']]`));
  await find(sheet);
}
