import { views } from '../anatomy/positions';
import { drawableFaults, withFault } from '../body/deviations';
import { poseBody } from '../body/skeleton';
import { exerciseAt } from '../knowledge/find';
import { startOf } from '../body/shown';
import { isMeasuredFrom, looksAt } from '../knowledge/looks';
import { repertoire } from '@/repertoire';
import { flatEye } from './camera';
import { drawBody } from './draw';
import { frameFigure } from './frame';
import { overlaySvg } from './overlay';
import { demoPicture, standingCamera, stickered } from './picture';
import { figureSvg, figureSymbol } from './print';
import { drawScene } from './scene';
import { onProp, propForms, propPlaces } from './props';

const body = { heightM: 1.7, massKg: 65 } as const;
const poses = repertoire.exercises.flatMap((exercise) =>
  exercise.levels.flatMap((level) => [startOf(level), level.top]),
);
const numbers = (path: string): number[] => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);

test.each(views)('from %s every pose of every exercise is drawn whole, blocks last', (view) => {
  for (const pose of poses) {
    const shapes = drawBody(poseBody(body, pose), flatEye(view, 0.4, [-900, 900]));
    for (const { path } of shapes) expect(path).not.toMatch(/NaN|Infinity|undefined/);
    expect(shapes.map(({ role }) => role)).toEqual(expect.arrayContaining(['body', 'head', 'hair', 'pelvisBlock']));
    const roles = shapes.map(({ role }) => role);
    expect(roles.lastIndexOf('pelvisBlock')).toBeGreaterThan(roles.lastIndexOf('body'));
  }
});

test('two legs in one place are told apart from the side', () => {
  const tabletop = { kind: 'raised', thighDeg: 90, kneeDeg: 90 } as const;
  const shapes = drawBody(poseBody(body, { left: tabletop, right: tabletop }), flatEye('side', 0.4, [-900, 650]));
  const [near, far] = (['nearLimb', 'farLimb'] as const).map((role) =>
    numbers(shapes.find((one) => one.role === role)?.path ?? ''),
  );
  expect(near?.length).toBe(far?.length);
  const apart = (near ?? []).map((value, i) => Math.abs(value - (far?.[i] ?? 0)));
  expect(Math.max(...apart)).toBeGreaterThan(4); // of 700 picture units across
});

test('a fault changes the drawing, of its own block', () => {
  const pose = { left: { kind: 'footDown' }, right: { kind: 'footDown' } } as const;
  const draw = (of: typeof pose | ReturnType<typeof withFault>) =>
    Object.fromEntries(drawBody(poseBody(body, of), flatEye('side', 1, [0, 0])).map(({ role, path }) => [role, path]));
  const clean = draw(pose);
  expect(draw(withFault(pose, 'arch', 10)).pelvisBlock).not.toBe(clean.pelvisBlock);
  expect(draw(withFault(pose, 'chinUp', 20)).head).not.toBe(clean.head);
  expect(draw(withFault(pose, 'chinUp', 20)).pelvisBlock).toBe(clean.pelvisBlock);
  expect(drawableFaults.length).toBeGreaterThan(15);
});

test('a frame holds the whole body, in every position and view', () => {
  for (const pose of poses)
    for (const view of ['side', 'foot', 'above', 'front'] as const) {
      const posed = poseBody(body, pose);
      const { eye, width, height } = frameFigure(posed, view, 0.4);
      for (const point of [posed.sides.L.hand, posed.sides.R.toe, posed.sides.L.knee, posed.head.at]) {
        const [x, y] = eye.see(point).at;
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(width);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(height + 1);
      }
    }
});

describe('props and apparatus', () => {
  const hook = poseBody(body, { left: { kind: 'footDown' }, right: { kind: 'footDown' } });
  test('every form in every place is drawn, from the side and from the foot end', () => {
    for (const form of propForms)
      for (const at of propPlaces)
        for (const view of ['side', 'foot'] as const)
          for (const { path } of drawScene(hook, flatEye(view, 0.4, [-900, 900]), { props: [{ form, at }] }))
            expect(path).not.toMatch(/NaN|Infinity|undefined/);
  });
  test('a wedge has its thin end toward the ribs and lifts head and upper back', () => {
    const pose = onProp(
      { left: { kind: 'footDown' }, right: { kind: 'footDown' } },
      { form: 'wedge', at: 'underRibs' },
    );
    const lifted = poseBody(body, pose);
    expect(lifted.head.at[2]).toBeGreaterThan(hook.head.at[2] + 40);
    const wedge = drawScene(lifted, flatEye('side', 1, [0, 0]), { props: [{ form: 'wedge', at: 'underRibs' }] }).find(
      ({ role }) => role === 'prop',
    );
    const corners = numbers(wedge?.path ?? '');
    const points = corners.flatMap((x, i) => (i % 2 === 0 ? [[x, -(corners[i + 1] ?? 0)] as const] : []));
    const highest = points.reduce((a, b) => (b[1] > a[1] ? b : a));
    expect(-highest[0]).toBeGreaterThan((lifted.landmarks.T12?.[0] ?? 0) + 150); // the high end is nearer the crown
  });
  test('on a reformer the body lies on the carriage, springs at the feet and pulleys at the head', () => {
    const eye = flatEye('side', 1, [0, 0]);
    const shapes = drawScene(hook, eye, { apparatus: { kind: 'reformer', travelMm: 200, springs: 3, ropes: 'feet' } });
    expect(shapes.filter(({ role }) => role === 'spring')).toHaveLength(3);
    expect(shapes.filter(({ role }) => role === 'propLine')).toHaveLength(2);
    const spring = numbers(shapes.find(({ role }) => role === 'spring')?.path ?? '');
    expect(Math.min(...spring.filter((_, i) => i % 2 === 0))).toBeGreaterThan(0); // right of the pelvis: the feet end
    const table = drawScene(hook, eye, { apparatus: { kind: 'trapezeTable', elastic: 'feet' } });
    expect(table.filter(({ role }) => role === 'propLine')).toHaveLength(2);
  });
});

test('for print a figure is one SVG that stands by itself', () => {
  const svg = figureSvg(
    poseBody(body, poses[0] ?? { left: { kind: 'footDown' }, right: { kind: 'footDown' } }),
    'side',
    'Lying ready',
  );
  expect(svg).toMatch(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg" viewBox="0 0 [\d.]+ [\d.]+" role="img">/);
  expect(svg).toContain('<title>Lying ready</title>');
  expect(svg).not.toMatch(/var\(|NaN|undefined/);
});

test('on a sheet a figure is a symbol in the theme’s colours, with its own box and no spine', () => {
  const posed = poseBody(body, { left: { kind: 'footDown' }, right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 } });
  const symbol = figureSymbol('legFloat', posed);
  expect(symbol).toMatch(
    /^<symbol id="legFloat" viewBox="0 0 [\d.]+ [\d.]+" preserveAspectRatio="xMidYMax meet">.*<\/symbol>$/,
  );
  expect(symbol).not.toMatch(/#[0-9a-f]{6}|stroke-dasharray|NaN|undefined/);
  expect(symbol.match(/stroke="var\(--ink\)" stroke-width="3.4"/g)).toHaveLength(2); // pelvis and ribs
});

test('a picture with its levels is one SVG with the picture inside', () => {
  const marks = { matLine: null, scale: null, landmarks: { ASIS: [10, 20] as [number, number] } };
  const line = {
    block: 'pelvis',
    line: [
      [0, 0],
      [10, 0],
    ],
    level: [
      [0, 1],
      [10, 1],
    ],
  } as const;
  const svg = overlaySvg('data:image/png;base64,AAAA', { width: 860, height: 400 }, [line], new Set(['pelvis']), marks);
  expect(svg).toContain('href="data:image/png;base64,AAAA"');
  expect(svg).toContain('stroke="#ff8a5c"');
  expect(svg).toContain('stroke-dasharray');
});

test.each(
  repertoire.exercises.flatMap((exercise) =>
    looksAt(exercise)
      .filter(({ view }) => isMeasuredFrom(exercise, view))
      .map(({ view }) => [exercise.id, view] as const),
  ),
)('the picture of %s from %s shows every sticker and both lines inside it', (id, view) => {
  const exercise = repertoire.exercises.find((one) => one.id === id);
  if (!exercise) throw new Error(id);
  for (const level of exercise.levels) {
    const { position } = exerciseAt(exercise, level.number);
    if (!looksAt(exercise, level.number).some((look) => look.view === view)) continue;
    const upright = ['sitting', 'kneeling', 'standing'].includes(position);
    const size = upright ? { wide: 1200, high: 2000 } : { wide: 2000, high: 1125 };
    const shown = [startOf(level), level.top].map((pose) => poseBody(body, pose));
    const { landmarks, matLine, scale } = demoPicture(
      poseBody(body, startOf(level)),
      standingCamera(position, view, size, shown),
      view,
    );
    expect(Object.keys(landmarks).sort()).toEqual([...stickered(position, view)].sort());
    for (const [x, y] of Object.values(landmarks)) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(size.wide);
      expect(y).toBeGreaterThan(0);
      expect(y).toBeLessThan(size.high);
    }
    expect(Math.abs(matLine[0][1] - matLine[1][1])).toBeLessThan(1);
    expect(Math.abs(scale.points[0][0] - scale.points[1][0])).toBeGreaterThan(350);
  }
});
