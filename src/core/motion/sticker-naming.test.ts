import { withFault } from '../body/deviations';
import { poseBody } from '../body/skeleton';
import { demoPicture, standingCamera } from '../figure/picture';
import { flatEye } from '../figure/camera';
import { isLandmarkKey } from '../anatomy/landmarks';
import type { Landmark } from '../anatomy/landmarks';
import type { View } from '../anatomy/positions';
import type { Vec2 } from '../geometry';
import { entry, levelOf } from '../knowledge/find';
import { repertoire } from '@/repertoire';
import { nameStickers } from './sticker-naming';
import type { ExpectedMark } from './sticker-naming';
import { colourOf } from '../anatomy/stickers';
import type { Sticker } from './stickers';

const model: readonly ExpectedMark[] = (
  [
    ['ASIS', 0, 0],
    ['PS', 101, 2],
    ['GT', 71, 50],
    ['LK', 75, -310],
    ['LM', 500, -305],
    ['SN', -420, -20],
    ['LR', -165, -60],
    ['FH', -640, 10],
    ['CH', -490, 12],
  ] as const
).map(([name, x, y]) => ({ name, landmark: name, at: [x, y] }));
const [c, s, k] = [Math.cos(0.1), Math.sin(0.1), 1.4];
const stickerAt = (at: Vec2, colour: number): Sticker => ({ at, radius: 9, colour, isCovered: false, sdPx: 0.3 });
/** The model turned, stretched and moved, each sticker a little beside its place. */
const stuck = model.map(({ landmark, at: [x, y] }, i) => ({
  name: landmark,
  sticker: stickerAt(
    [900 + k * (c * x - s * y) + (i % 3) * 6, 500 + k * (s * x + c * y) - (i % 2) * 7],
    colourOf(landmark),
  ),
}));
const all = stuck.map(({ sticker }) => sticker);
const without = (...names: string[]) => stuck.filter(({ name }) => !names.includes(name));

test('stickers become landmarks by colour and place, turned, moved and with one too many', () => {
  const stray = stickerAt([300, 60], 2);
  const { named, unnamed } = nameStickers([stray, ...all], model);
  expect(named).toHaveLength(model.length);
  for (const { name, sticker } of named) expect(sticker).toBe(stuck.find((one) => one.name === name)?.sticker);
  expect(unnamed).toEqual([{ sticker: stray, why: 'no landmark of its colour is near' }]);
});

test('a hidden sticker does not lend its name to its neighbour', () => {
  for (const gone of ['ASIS', 'PS', 'GT', 'LK', 'SN', 'LR', 'CH'])
    for (const { name, sticker } of nameStickers(
      without(gone).map((one) => one.sticker),
      model,
    ).named)
      expect([gone, name, sticker]).toEqual([gone, name, stuck.find((one) => one.name === name)?.sticker]);
});

test('one that may be either of two gets no name, and both are said', () => {
  const { named, unnamed } = nameStickers(
    [...without('ASIS', 'PS', 'GT').map(({ sticker }) => sticker), stickerAt([960, 515], 0)],
    model,
  );
  expect(named.map(({ name }) => name)).toEqual(expect.arrayContaining(['LK', 'LM', 'SN', 'LR', 'FH', 'CH']));
  expect(named).toHaveLength(6);
  expect(unnamed).toHaveLength(1);
  expect(unnamed[0]?.why).toMatch(/^(either (ASIS|PS|GT) or (ASIS|PS|GT)|perhaps (ASIS|PS|GT))$/);
});

test('a figure that lies the other way round than was told, and stickers strewn about, get no names', () => {
  const mirrored = all.map((one) => ({ ...one, at: [1800 - one.at[0], one.at[1]] as const }));
  const wrongly = nameStickers(mirrored, model);
  expect(wrongly.named).toEqual([]);
  expect(wrongly.unnamed).toHaveLength(model.length);
  expect(wrongly.unnamed[0]?.why).toBe('the stickers make no figure that a body makes here');
  const strewn = all.map((one, i) => ({ ...one, at: [(i * 577) % 1280, (i * 331) % 720] as const }));
  expect(nameStickers(strewn, model).named).toEqual([]);
  expect(nameStickers([], model)).toEqual({ named: [], unnamed: [] });
  expect(nameStickers(all, []).named).toEqual([]);
});

test('a camera held askew names them still, one that lies on its side does not', () => {
  const turned = (by: number) =>
    all.map((one) => ({
      ...one,
      at: [
        900 + Math.cos(by) * (one.at[0] - 900) - Math.sin(by) * (one.at[1] - 500),
        500 + Math.sin(by) * (one.at[0] - 900) + Math.cos(by) * (one.at[1] - 500),
      ] as const,
    }));
  for (const by of [-0.4, 0.25]) {
    const stickers = turned(by); // on top of the 0.1 that they are turned by already
    const { named } = nameStickers(stickers, model);
    expect(named).toHaveLength(model.length);
    for (const { name, sticker } of named) expect(sticker).toBe(stickers[model.findIndex((one) => one.name === name)]);
  }
  expect(nameStickers(turned(1.2), model).named).toEqual([]);
});

test('of a great many only the first are gone into, and their names stay theirs', () => {
  const strays = Array.from({ length: 40 }, (_, i) => stickerAt([60 + 30 * i, 40], 2));
  const { named, unnamed } = nameStickers([...all, ...strays], model);
  expect(named.length + unnamed.length).toBe(28);
  for (const { name, sticker } of named) expect(sticker).toBe(stuck.find((one) => one.name === name)?.sticker);
});

test('where a landmark lies, a sticker of another colour is not it', () => {
  const odd = stuck.map(({ name, sticker }) => (name === 'LR' ? { ...sticker, colour: 1 } : sticker));
  const { named, unnamed } = nameStickers(odd, model);
  expect(named.map(({ name }) => name)).not.toContain('LR');
  expect(named).toHaveLength(model.length - 1);
  expect(unnamed).toMatchObject([{ sticker: { colour: 1 }, why: 'no landmark of its colour is near' }]);
});

test('stickers on the mat are no landmarks', () => {
  const mat = stickerAt([400, 700], 3);
  const { named, unnamed } = nameStickers([mat, ...all], model);
  expect(named).toHaveLength(model.length);
  expect(unnamed).toEqual([]);
});

/** A body and its stickers in a picture, and where a model of another height has them. */
function photographed(id: string, view: View, fault: string | null) {
  const exercise = entry(repertoire.exercises, id);
  const pose = levelOf(exercise, 2).top;
  const camera = standingCamera(exercise.position, view, { wide: 2000, high: 2000 });
  const done = fault ? withFault(pose, fault) : pose;
  const seen = demoPicture(poseBody({ heightM: 1.78, massKg: 70 }, done), camera, view).landmarks;
  const { landmarks } = poseBody({ heightM: 1.7, massKg: 65 }, pose);
  const eye = flatEye(view, 1, [0, 0]);
  const marks = Object.entries(seen).flatMap(([key, at]) => {
    const point = isLandmarkKey(key) && landmarks[key];
    const landmark = key.replace(/_[LR]$/, '') as Landmark;
    return point
      ? [
          {
            sticker: stickerAt(at, colourOf(landmark)),
            expected: { name: key as Landmark, landmark, at: eye.see(point).at },
          },
        ]
      : [];
  });
  return marks;
}

test.each(
  ['frontSupportHold', 'armLegReach', 'legFloat', 'standKneeLift'].flatMap((id) =>
    [null, 'arch', 'sag', 'flare', 'chinUp'].map((fault) => [id, fault] as const),
  ),
)('%s with %s: the stickers of a fault are named as those of the clean pose would be', (id, fault) => {
  const marks = photographed(id, 'side', fault);
  const { named } = nameStickers(
    marks.map(({ sticker }) => sticker),
    marks.map(({ expected }) => expected),
  );
  expect(named.length).toBeGreaterThanOrEqual(marks.length - 2);
  for (const { name, sticker } of named)
    expect([name, sticker]).toEqual([name, marks.find(({ expected }) => expected.name === name)?.sticker]);
});

test('seen from the foot end, left and right get names of their own', () => {
  const marks = photographed('legFloat', 'foot', null);
  const { named } = nameStickers(
    marks.map(({ sticker }) => sticker),
    marks.map(({ expected }) => expected),
  );
  const names = named.map(({ name }) => name);
  expect(names).toEqual(expect.arrayContaining(['ASIS_L', 'ASIS_R']));
  for (const { name, sticker } of named)
    expect([name, sticker]).toEqual([name, marks.find(({ expected }) => expected.name === name)?.sticker]);
});

/** What a landmark's place is told from, besides the figure as a whole: the block or bone that it sits on, or is joined to. */
const neighbours: readonly (readonly [Landmark, readonly Landmark[]])[] = [
  ['PS', ['ASIS', 'GT']],
  ['PSIS', ['ASIS', 'GT']],
  ['STF', ['ASIS', 'GT']],
  ['STB', ['STF', 'GT', 'ASIS']],
  ['GT', ['ASIS']],
  ['LK', ['GT', 'ASIS']],
  ['PAT', ['ASIS', 'GT', 'LK']],
  ['LM', ['LK', 'PAT', 'GT']],
  ['HEEL', ['LM', 'PAT']],
  ['LR', ['ASIS', 'GT']],
  ['SN', ['LR', 'ASIS']],
  ['AC', ['SN', 'LR', 'GT']],
  ['WR', ['AC', 'SN']],
  ['C7', ['AC', 'SN']],
  ['TR', ['AC', 'SN']],
  ['CH', ['SN', 'TR', 'AC']],
  ['FH', ['CH', 'TR', 'SN']],
  ['SL2', ['GT', 'ASIS']],
  ['SL4', ['SL2', 'LR', 'SN']],
  ['SL5', ['SL4', 'AC', 'SN']],
];
const pairs = neighbours
  .flatMap(([landmark, others]) => others.map((other) => [landmark, other] as const))
  .filter((pair) => pair.join() !== 'SN,ASIS'); // too few are left that hang on neither of the two

test.each(pairs)('%s goes along where %s has moved, and a stray where it was before is not it', (landmark, other) => {
  const known = neighbours.find(([one]) => one === landmark)?.[1] ?? [];
  // Some that tell how the whole lies, none of them one that either of the two is told from.
  const told = [...known, ...(neighbours.find(([one]) => one === other)?.[1] ?? []), landmark, other];
  const corners = [
    [0, 0],
    [1000, 0],
    [0, 600],
    [1000, 600],
    [0, 300],
    [1000, 300],
  ] as const;
  const frame = neighbours
    .filter(([one, from]) => !told.includes(one) && !from.includes(other) && !from.includes(landmark))
    .slice(0, corners.length)
    .map(([one], at) => ({ name: one, landmark: one, at: corners[at] ?? [0, 0] }));
  const expected: readonly ExpectedMark[] = [
    ...frame,
    { name: other, landmark: other, at: [300, 150] },
    { name: landmark, landmark, at: [640, 150] },
  ];
  const moved: Vec2 = [0, 190];
  const its = stickerAt([640, 150 + moved[1]], colourOf(landmark));
  const decoy = stickerAt([640, 150], colourOf(landmark));
  const stickers = [
    ...frame.map((one) => stickerAt(one.at, colourOf(one.landmark))),
    stickerAt([300, 150 + moved[1]], colourOf(other)),
    its,
  ];
  const namedOf = (seen: readonly Sticker[]) =>
    nameStickers(seen, expected).named.find(({ name }) => name === landmark)?.sticker;
  expect(namedOf(stickers)).toBe(its);
  expect(namedOf([...stickers, decoy])).toBe(its);
});
