import { segmentLengthMm, segmentMassKg, segmentCentre } from '../body/segments';
import { legLoad } from './demand';
import { demandOfForm, equal, lowestThigh, strapRelief } from './equal';
import { fanOf, placeInWords } from './fan';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const demand = (thighDeg: number, kneeDeg: number, count = 1, ankleWeightKg = 0) =>
  legLoad(
    body,
    Array.from({ length: count }, () => ({ thighDeg, kneeDeg, ankleWeightKg })),
  ).demandPct;
const known = (thighDeg: number, kneeDeg = 0) => ({ legs: [{ thighDeg, kneeDeg }] });
const ask = (thighDeg: number, variation: Parameters<typeof equal>[0]['variation'], headDown = false) =>
  equal({ body, known: known(thighDeg), variation, headDown, headDownFactor: 0.85 });

test('the same form comes back at its own angle', () => {
  const found = ask(40, { legCount: 1, kneeDeg: 0 });
  expect(found.thighDeg).toBeCloseTo(40, 3);
  expect(found.endedBy).toBe('demand');
});
test('straight legs, two for one: the cosine is halved', () => {
  const found = ask(30, { legCount: 2, kneeDeg: 0 });
  expect(found.thighDeg).toBeCloseTo((Math.acos(Math.cos(Math.PI / 6) / 2) * 180) / Math.PI, 3); // 64.3°
  expect(found.demandPct).toBeCloseTo(demand(30, 0), 6);
});
test('an ankle weight by hand: the lever times the weight is made up by the cosine', () => {
  const [t, s] = [segmentLengthMm('thigh', body) / 1000, segmentLengthMm('shank', body) / 1000];
  const level =
    segmentMassKg('thigh', body) * segmentCentre('thigh', body) * t +
    segmentMassKg('shank', body) * (t + segmentCentre('shank', body) * s) +
    segmentMassKg('foot', body) * (t + s);
  const byHand = Math.acos((level * Math.cos((25 * Math.PI) / 180)) / (level + 1.5 * (t + s)));
  const found = ask(25, { legCount: 1, kneeDeg: 0, ankleWeightKg: 1.5 });
  expect(found.thighDeg).toBeCloseTo((byHand * 180) / Math.PI, 3);
});
test('the head down leaves less: the angle rises', () => {
  const [up, down] = [ask(30, { legCount: 2, kneeDeg: 0 }), ask(30, { legCount: 2, kneeDeg: 0 }, true)];
  expect(down.thighDeg ?? 0).toBeGreaterThan((up.thighDeg ?? 90) + 2);
  expect(down.demandPct).toBeCloseTo(0.85 * demand(30, 0), 6);
});
test.each([10, 25, 45, 70])('bent knees, held at %d°: from the answer up to the vertical nothing asks more', (held) => {
  for (const kneeDeg of [30, 60, 90, 120]) {
    const limit = demand(held, 0);
    const found = ask(held, { legCount: 1, kneeDeg });
    if (found.thighDeg === null) {
      expect(demand(90, kneeDeg)).toBeGreaterThan(limit);
      continue;
    }
    for (let deg = found.thighDeg; deg <= 90; deg += 0.5)
      expect(demand(deg, kneeDeg)).toBeLessThanOrEqual(limit + 1e-6);
    const lower = found.thighDeg - 0.5;
    const ankle =
      segmentLengthMm('thigh', body) * Math.sin((lower * Math.PI) / 180) +
      segmentLengthMm('shank', body) * Math.sin(((lower - kneeDeg) * Math.PI) / 180);
    expect(found.thighDeg === 0 || demand(lower, kneeDeg) > limit || ankle < 0).toBe(true);
  }
});
test('what is beyond reach even straight up has no angle', () =>
  expect(ask(85, { legCount: 2, kneeDeg: 90 })).toEqual({
    thighDeg: null,
    reachable: false,
    demandPct: null,
    endedBy: 'demand',
  }));
test('a light form is ended by the mat, or by nothing', () => {
  expect(lowestThigh(body, { legCount: 1, kneeDeg: 90 }, 50)).toMatchObject({ endedBy: 'mat' });
  expect(lowestThigh(body, { legCount: 1, kneeDeg: 0 }, 50)).toMatchObject({ thighDeg: 0, endedBy: 'nothing' });
});
test('a rope over the hip lifts; its moment is its pull times its distance from the hip', () => {
  // Leg level, rope straight up from the ankle: the whole leg is its lever.
  const leg = (segmentLengthMm('thigh', body) + segmentLengthMm('shank', body)) / 1000;
  const strap = { tensionN: 50, towardHeadM: -leg, upM: 1 };
  expect(strapRelief(body, { thighDeg: 0, kneeDeg: 0 }, strap)).toBeCloseTo(50 * leg, 6);
  // Rope along the leg: no lever at all.
  expect(strapRelief(body, { thighDeg: 0, kneeDeg: 0 }, { tensionN: 50, towardHeadM: 1, upM: 0 })).toBeCloseTo(0, 9);
  const form = { legCount: 2, kneeDeg: 0 } as const;
  expect(demandOfForm(body, { ...form, strap: { tensionN: 30, towardHeadM: 0.9, upM: 0.3 } }, 30)).toBeLessThan(
    demandOfForm(body, form, 30),
  );
});

describe('the fan', () => {
  const rays = fanOf(body, demand(30, 0), demand(20, 0));
  const ray = (id: string) => rays.find((one) => one.id === id)?.thighDeg ?? Number.NaN;
  test('one long leg is where it was held; two are higher; head down higher still', () => {
    expect(ray('oneLong')).toBeCloseTo(30, 3);
    expect(ray('twoLong')).toBeGreaterThan(ray('oneLong'));
    expect(ray('twoLongHeadDown')).toBeGreaterThan(ray('twoLong'));
    // Shins level, thighs at 90°, both legs ask 1.7 %: there is room below.
    expect(ray('twoBent')).toBeLessThan(90);
    expect(rays.find(({ id }) => id === 'twoBent')?.demandPct).toBeLessThanOrEqual(demand(30, 0) + 1e-9);
  });
  test('what might be held lies lower', () => expect(rays[0]?.mightDeg).toBeCloseTo(20, 3));
  test('a capacity below one straight leg has forms that are not yet there', () => {
    const bent = fanOf(body, 0.6).find(({ id }) => id === 'twoBent');
    expect(bent).toMatchObject({ thighDeg: null, words: 'not yet: even straight up it asks more than is held' });
  });
  test('angles in plain words', () => {
    expect(placeInWords(body, 90, { kneeDeg: 0, legCount: 2 })).toBe('feet over the hips, legs straight up');
    expect(placeInWords(body, 3, { kneeDeg: 0, legCount: 2 })).toBe('heels just over the mat');
    // Heel at 0.09 + 0.785·sin 35° = 0.54 m; a standing knee at 0.46 m: one hand of 9 cm over it.
    expect(placeInWords(body, 35, { kneeDeg: 0, legCount: 1 })).toBe('heel a hand above a standing knee');
  });
});
