// Springs for a person, told in words: every sentence beside the figures that it is made of, worked by hand.
import { repertoire } from '@/repertoire';
import { calibrated } from '../../../tests/rigs/springs';
import { entry, levelOf } from './find';
import { usualRig } from '../springs/apparatus';
import { legsInStraps, nearestInStraps } from '../load/straps';
import { againstLast, offerSprings, springAdvice } from './spring-setting';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const reformer = calibrated(usualRig('reformer'));
const ask = (exercise: string, level: number, more: Partial<Parameters<typeof offerSprings>[0]> = {}) => {
  const found = entry(repertoire.exercises, exercise);
  const offer = offerSprings({
    repertoire,
    exercise: found,
    level: levelOf(found, level),
    rig: reformer,
    body,
    history: { faults: [] },
    ...more,
  });
  if (!offer.ok) throw new Error(offer.error.message);
  return offer.value;
};
const reasonOf = (offer: ReturnType<typeof ask>, text: string) => offer.sets.find((one) => one.text === text)?.reason;

describe('against the bar', () => {
  // 46 % of 65 kg is 293 N. A full spring is 240 N/m stretched 0.2 m before: three are 144 N at the start and 417.6 N after
  // the 0.38 m of the drawing, 280.8 N between them.
  test('the wanted force, and each set’s own with how far off it is', () => {
    const offer = ask('footwork', 2);
    expect(offer.because).toEqual([
      'The springs resist: heavier is harder.',
      'Wanted over the stroke: 46 % of body weight is 293 N for 65 kg.',
    ]);
    expect(offer.wanted).toMatchObject({ stroke: [0, 0.38] });
    expect(reasonOf(offer, '3 full')).toBe('281 N on the mean, 144 N rising to 418 N.'); // 4.3 % under: near enough
    expect(reasonOf(offer, '3 full + 1 half')).toBe('328 N on the mean, 168 N rising to 487 N, 12 % over.');
    expect(reasonOf(offer, '1 full')).toBe('94 N on the mean, 48 N rising to 139 N, 68 % under.');
    expect(offer.sets[0]).toMatchObject({ restPct: null, peakPct: null, travelM: 0.38, units: 3.25 });
    expect(offer.leftOut).toEqual([]);
  });
  test('springs that carry a plank leave less at its hips the stronger they are', () => {
    const offer = ask('longStretch', 2);
    const rest = offer.sets.map(({ set, units, restPct }) => [units, restPct ?? Number.NaN, set] as const);
    const byUnits = [...rest].sort(([one], [other]) => one - other);
    for (const [i, [units, pct]] of byUnits.entries()) {
      const [before, more] = byUnits[i - 1] ?? [units, pct];
      if (units > before) expect(pct).toBeLessThan(more);
    }
    expect(offer.sets[0]?.reason).toMatch(/Leaves \d\.\d % at the hips at the end of the way\.$/);
    expect(ask('longStretch', 1, { body: { ...body, massKg: 80 } }).sets[0]?.restPct).toBeGreaterThan(2);
  });
  test('a fault that asks for more spring: half a spring of the usual three', () => {
    const offer = ask('footwork', 2, { history: { faults: ['carriageRuns'] } });
    expect(offer.because.at(-1)).toBe(
      'Wanted over the stroke: 46 % of body weight, more by half a spring, is 342 N for 65 kg.',
    );
    const less = ask('footwork', 2, { history: { faults: ['armsPush'] } });
    expect(less.wanted).toMatchObject({ meanN: expect.closeTo((0.46 * 65 * 9.81 * 2.5) / 3, 6) });
    expect(less.because.at(-1)).toContain('less by half a spring');
  });
  test('a carriage that is short stops the stroke; an apparatus without a drawn travel is taken to three fifths of its way', () => {
    expect(ask('footwork', 2, { rig: { ...reformer, travelM: 0.3 } }).wanted).toMatchObject({ stroke: [0, 0.3] });
    const chair = calibrated(usualRig('chair'));
    expect(ask('seatedPress', 1, { rig: chair }).wanted).toMatchObject({
      kind: 'force',
      stroke: [0, expect.closeTo(0.24, 9)],
    });
    expect(ask('seatedPress', 1, { rig: { ...chair, travelM: 0.1 } }).wanted).toMatchObject({ stroke: [0, 0.1] });
  });
  test('what she holds changes nothing where a share of her weight is wanted', () =>
    expect(ask('footwork', 2, { capacityPct: 3 }).wanted).toEqual(ask('footwork', 2).wanted));
  test('kinds without a rate are left out and named', () => {
    const springs = reformer.springs.map((one) => (one.id === 'half' ? { ...one, rate: null } : one));
    const offer = ask('footwork', 2, { rig: { ...reformer, springs } });
    expect(offer.leftOut).toEqual(['half']);
    expect(offer.sets.every(({ set }) => !('half' in set))).toBe(true);
  });
});

describe('in straps', () => {
  test('what is wanted and what each set leaves, in words', () => {
    const offer = ask('feetInStraps', 2, { capacityPct: 2 });
    expect(offer.because).toEqual([
      'The springs carry on the way out and resist on the way back.',
      'Wanted at the lowest, thighs at 45°: 90 % of the 2.0 % that is held, so 1.8 % left for the hips.',
    ]);
    expect(offer.wanted).toEqual({ kind: 'rest', pct: expect.closeTo(1.8, 9), thighDeg: 45, kneeDeg: 6 });
    for (const { set, reason, restPct, meanN } of offer.sets) {
      expect(meanN).toBeNull();
      const springs = reformer.springs.map(({ id, rate }) => ({
        rateNPerM: rate?.rateNPerM ?? 0,
        preloadM: 0.2,
        count: set[id] ?? 0,
      }));
      const held = legsInStraps(body, reformer, springs, { thighDeg: 45, kneeDeg: 6 });
      if (!held.ok) throw new Error(held.error.message);
      expect(restPct).toBeCloseTo(held.value.netPct, 9);
      expect(reason).toBe(
        held.value.netPct < 0
          ? 'Carries more than the legs weigh: they have to be pressed down.'
          : `Leaves ${held.value.netPct.toFixed(1)} % for the hips at the lowest.`,
      );
    }
    expect(reasonOf(offer, '3 full + 1 half + 1 quarter')).toMatch(/^Carries more/);
  });
  test('the highest on the way is told: thighs from 88° down to 45°, looked at in twelve steps', () => {
    // The legs' demand grows steadily on the way down; with little spring the lowest is the highest.
    const offer = ask('feetInStraps', 2, { capacityPct: 2 });
    const quarter = offer.sets.find(({ text }) => text === '1 quarter');
    expect(quarter?.peakPct).toBeCloseTo(quarter?.restPct ?? Number.NaN, 9);
    const all = offer.sets.find(({ text }) => text === '3 full + 1 half + 1 quarter');
    const springs = [{ rateNPerM: 240 * 3.75, preloadM: 0.2, count: 1 }];
    const ways = Array.from({ length: 13 }, (_, i) =>
      legsInStraps(body, reformer, springs, { thighDeg: 88 - (43 * i) / 12, kneeDeg: 6 }),
    ).map((one) => (one.ok ? one.value.netPct : Number.NaN));
    expect(all?.peakPct).toBeCloseTo(Math.max(...ways), 9);
  });
  test('a way that begins with more than it ends with has its highest at the start', () => {
    const way = { from: { thighDeg: 30, kneeDeg: 6 }, lowest: { thighDeg: 80, kneeDeg: 6 } };
    const found = nearestInStraps(body, reformer, way, 1);
    if (!found.ok) throw new Error(found.error.message);
    const quarter = found.value.sets.find(({ text }) => text === '1 quarter');
    const atStart = legsInStraps(body, reformer, [{ rateNPerM: 60, preloadM: 0.2, count: 1 }], way.from);
    expect(atStart.ok && atStart.value.netPct).toBeCloseTo(quarter?.peakPct ?? Number.NaN, 9);
    expect(quarter?.peakPct ?? 0).toBeGreaterThan(2 * (quarter?.netPct ?? 9));
  });
  test('of two legs the lower one counts, whichever side it is on', () => {
    const exercise = entry(repertoire.exercises, 'feetInStraps');
    const level = levelOf(exercise, 2);
    const high = { kind: 'raised', thighDeg: 80, kneeDeg: 6 } as const;
    const low = { kind: 'raised', thighDeg: 50, kneeDeg: 10 } as const;
    for (const [left, right] of [
      [high, low],
      [low, high],
    ] as const)
      expect(
        ask('feetInStraps', 2, { capacityPct: 3, level: { ...level, top: { ...level.top, left, right } } }).wanted,
      ).toMatchObject({ kind: 'rest', thighDeg: 50, kneeDeg: 10 });
  });
  test('with a foot down there is no lowest of both legs: relative units', () => {
    const level = levelOf(entry(repertoire.exercises, 'feetInStraps'), 2);
    const raised = { kind: 'raised', thighDeg: 50, kneeDeg: 10 } as const;
    for (const top of [
      { left: { kind: 'footDown' } as const, right: raised },
      { left: raised, right: { kind: 'footDown' } as const },
    ])
      expect(ask('feetInStraps', 2, { capacityPct: 3, level: { ...level, top } }).wanted.kind).toBe('units');
  });
  test('without rates, without a client’s capacity or without ropes there are relative units, and why', () => {
    const bare = ask('feetInStraps', 2, { capacityPct: 2, rig: usualRig('reformer') });
    expect(bare.wanted).toEqual({ kind: 'units', units: 1 });
    expect(bare.because.at(-1)).toBe(
      'In relative units only: 1 usual for 65 kg, 1.00 for 65 kg. Calibrate the springs to reckon in newtons.',
    );
    expect(ask('feetInStraps', 2, { capacityPct: 2, rig: { ...reformer, rope: null } }).wanted.kind).toBe('units');
    expect(ask('feetInStraps', 2).because.at(-1)).toBe(
      'In relative units only: 1 usual for 65 kg, 1.00 for 65 kg. How much is held is not known here: choose a client who was seen working, and the straps are reckoned for her.',
    );
  });
  test('a level that tells neither force nor share says that it tells none', () => {
    const level = levelOf(entry(repertoire.exercises, 'footwork'), 2);
    const offer = ask('footwork', 2, { level: { ...level, force: { role: 'support', units: 2 } } });
    expect(offer.because).toEqual([
      'The springs carry a part of the body: lighter is harder.',
      'In relative units only: 2 usual for 65 kg, 2.00 for 65 kg. This level tells no force to reckon with.',
    ]);
    expect(offer.sets[0]).toMatchObject({ text: '2 full', reason: '2 in all.', units: 2, meanN: null, travelM: null });
  });
  test('nearest first, and kinds without a rate named', () => {
    const springs = reformer.springs.map((one) => (one.id === 'quarter' ? { ...one, rate: null } : one));
    const way = { from: { thighDeg: 88, kneeDeg: 6 }, lowest: { thighDeg: 45, kneeDeg: 6 } };
    const found = nearestInStraps(body, { ...reformer, springs }, way, 1.7);
    if (!found.ok) throw new Error(found.error.message);
    expect(found.value.leftOut).toEqual(['quarter']);
    expect(found.value.sets).toHaveLength(4 * 2 - 1);
    const offs = found.value.sets.map(({ netPct }) => Math.abs(netPct - 1.7));
    expect(offs).toEqual([...offs].sort((a, b) => a - b));
    expect(found.value.sets.map(({ off }) => off)).toEqual(offs);
  });
});

describe('more or less', () => {
  const footwork = entry(repertoire.exercises, 'footwork');
  test('reasons begin with what was seen; what points both ways is told as such', () => {
    expect(springAdvice(repertoire, footwork, ['carriageRuns', 'armsPush'])).toEqual({
      way: null,
      reasons: [
        'The carriage running away: more spring.',
        expect.stringMatching(/^[A-Z].*: less spring\.$/),
        'They point both ways: look at one fault at a time.',
      ],
    });
    expect(springAdvice(repertoire, footwork, ['carriageRuns', 'carriageRuns']).way).toBe('more');
    expect(springAdvice(repertoire, footwork, [])).toEqual({ way: null, reasons: [] });
  });
  test('a fault that no correction of springs serves says nothing', () =>
    expect(springAdvice(repertoire, footwork, ['noSuchFault', 'flare'])).toEqual({ way: null, reasons: [] }));
  test('a set with kinds that are gone since counts what is left', () =>
    expect(againstLast(reformer, { full: 1 }, { old: 2, full: 2 })).toBe('1 less than last time'));
});
