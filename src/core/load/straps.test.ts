import { repertoire } from '@/repertoire';
import { calibrated } from '../../../tests/rigs/springs';
import { entry, levelOf } from '../knowledge/find';
import { legLoad } from './demand';
import { lowestThigh } from './equal';
import { usualRig } from '../springs/apparatus';
import { legsInStraps, lowestInStraps, nearestInStraps, strapsAt } from './straps';
import type { Rig } from '../springs/apparatus';
import { againstLast, offerSprings, springAdvice } from '../knowledge/spring-setting';

const body = { heightM: 1.7, massKg: 65, sex: 'f' } as const;
const reformer = calibrated(usualRig('reformer'));
const rope = reformer.rope ?? { beyondShouldersM: 0, upM: 0, ends: 'frame' as const };
const springs = [{ rateNPerM: 200, preloadM: 0.2, count: 1 }];
const leg = (thighDeg: number, kneeDeg = 0) => ({ thighDeg, kneeDeg });

describe('feet in straps', () => {
  test('legs straight up: carriage home; the lower they go, the farther it is drawn', () => {
    const travels = [90, 70, 50, 30].map((deg) => strapsAt(body, rope, springs, leg(deg), 2).travelM);
    expect(travels[0]).toBeCloseTo(0, 6);
    expect(travels.every((one, i) => i === 0 || one > (travels[i - 1] ?? 9))).toBe(true);
  });
  test('1:1, the rope keeps its length, and the work of springs and feet is the same', () => {
    // Virtual work over a small step: springs store F·dx; both feet give 2·T·(rope paid out against the carriage).
    for (const ends of ['frame', 'carriage'] as const) {
      const [a, b] = [50, 49.9].map((deg) => strapsAt(body, { ...rope, ends }, springs, leg(deg), 2));
      if (!a || !b) throw new Error('no answer');
      const stored = 0.5 * 200 * ((b.travelM + 0.2) ** 2 - (a.travelM + 0.2) ** 2);
      const tension = (a.strap.tensionN + b.strap.tensionN) / 2;
      const paidOut = (b.travelM - a.travelM) * (ends === 'frame' ? 1 : 2);
      expect(2 * tension * paidOut).toBeCloseTo(stored, 6);
    }
  });
  test('straps leave less than the legs weigh, and more spring leaves less', () => {
    const bare = legLoad(body, [leg(45), leg(45)]).demandPct;
    const net = (count: number) => {
      const found = legsInStraps(body, reformer, [{ rateNPerM: 100, preloadM: 0.2, count }], leg(45));
      return found.ok ? found.value.netPct : Number.NaN;
    };
    expect(net(1)).toBeLessThan(bare);
    expect(net(2)).toBeLessThan(net(1));
    expect(net(0)).toBeCloseTo(bare, 9);
  });
  test('the set found is the best of all sets tried one by one', () => {
    const found = nearestInStraps(body, reformer, { from: leg(88), lowest: leg(45) }, 2);
    if (!found.ok) throw new Error(found.error.message);
    const offs = found.value.sets.map(({ netPct }) => Math.abs(netPct - 2));
    expect(offs[0]).toBe(Math.min(...offs));
    expect(found.value.leftOut).toEqual([]);
  });
  test('in straps the legs go lower for the same demand, and everything above stays under it', () => {
    const bare = lowestInStraps(body, reformer, [], 0, 2.5);
    const held = lowestInStraps(body, reformer, springs, 0, 2.5);
    if (!bare.ok || !held.ok || held.value === null) throw new Error('no answer');
    expect(bare.value).toBeCloseTo(lowestThigh(body, { legCount: 2, kneeDeg: 0 }, 2.5).thighDeg ?? -1, 4);
    expect(held.value).toBeLessThan(bare.value ?? 0);
    for (let deg = held.value; deg <= 90; deg += 2) {
      const at = legsInStraps(body, reformer, springs, leg(deg));
      expect(at.ok && at.value.netPct).toBeLessThanOrEqual(2.5 + 1e-6);
    }
    expect(lowestInStraps(body, reformer, springs, 90, 0.01)).toMatchObject({ ok: true });
  });
  test('straight up the ropes are just taut: they pull with what the springs are stretched before', () => {
    expect(strapsAt(body, rope, springs, leg(90), 2)).toMatchObject({
      isSlack: false,
      strap: { tensionN: expect.closeTo((200 * 0.2) / 4, 6) },
    });
    const table = calibrated(usualRig('trapezeTable'));
    expect(legsInStraps(body, table, springs, leg(90))).toMatchObject({
      value: { isSlack: false, tensionN: expect.closeTo((200 * 0.2) / 2, 6) },
    });
  });
  test('how low they may go is not told without straps', () =>
    expect(lowestInStraps(body, usualRig('chair'), springs, 0, 2)).toMatchObject({
      ok: false,
      error: { code: 'noRope', path: 'rope', message: 'This apparatus has no straps for the feet.' },
    }));
  test('a chair has no straps', () =>
    expect(legsInStraps(body, usualRig('chair'), springs, leg(45))).toMatchObject({
      ok: false,
      error: { code: 'noRope' },
    }));
});

describe('a setting for a person', () => {
  const footwork = entry(repertoire.exercises, 'footwork');
  const straps = entry(repertoire.exercises, 'feetInStraps');
  const ask = (exercise: typeof footwork, level: number, more: Partial<Parameters<typeof offerSprings>[0]> = {}) => {
    const found = offerSprings({
      repertoire,
      exercise,
      level: levelOf(exercise, level),
      rig: reformer,
      body,
      history: { faults: [] },
      ...more,
    });
    if (!found.ok) throw new Error(found.error.message);
    return found.value;
  };
  test('against the bar: a share of body weight, so a heavier body gets more', () => {
    const light = ask(footwork, 2);
    expect(light.wanted).toMatchObject({ kind: 'force', meanN: expect.closeTo(0.46 * 65 * 9.81, 6) });
    expect(light.because.join(' ')).toContain('46 % of body weight');
    const heavy = ask(footwork, 2, { body: { ...body, massKg: 80 } });
    expect(heavy.sets[0]?.meanN ?? 0).toBeGreaterThan((light.sets[0]?.meanN ?? 0) * 1.12);
  });
  test('in straps: a share of what is held is left; who holds less gets more carried', () => {
    const [weak, strong] = [ask(straps, 2, { capacityPct: 2 }), ask(straps, 2, { capacityPct: 4 })];
    expect(weak.wanted).toMatchObject({ kind: 'rest', pct: expect.closeTo(1.8, 6), thighDeg: 45 });
    expect(weak.sets[0]?.restPct ?? 9).toBeLessThan(strong.sets[0]?.restPct ?? 0);
    expect(weak.sets[0]?.units ?? 0).toBeGreaterThanOrEqual(strong.sets[0]?.units ?? 9);
  });
  test('without rates: relative units, by weight, and it says so', () => {
    const offer = ask(footwork, 2, { rig: usualRig('reformer') });
    expect(offer.wanted).toEqual({ kind: 'units', units: 3 });
    expect(offer.because.join(' ')).toContain('relative units only');
    expect(offer.sets[0]).toMatchObject({ text: '3 full', meanN: null });
  });
  test('calibrated, but nobody known: it asks for a client, not for a scale', () => {
    const words = ask(straps, 2).because.join(' ');
    expect(words).toContain('choose a client');
    expect(words).not.toContain('Calibrate');
    expect(ask(footwork, 2, { rig: usualRig('reformer') }).because.join(' ')).toContain('Calibrate the springs');
  });
  test('more spring in straps leaves less for the hips, less spring leaves more', () => {
    // 0.9 of 2 % held is 1.8 %; half a spring of the 3 that are usual is a sixth.
    const wanted = (...faults: string[]) => {
      const offer = ask(straps, 2, { capacityPct: 2, history: { faults } });
      return offer.wanted.kind === 'rest' ? offer.wanted.pct : Number.NaN;
    };
    const { units } = levelOf(straps, 2).force ?? { units: Number.NaN };
    const [more, less] = (['more', 'less'] as const).map(
      (way) => repertoire.faults.find(({ id }) => springAdvice(repertoire, straps, [id]).way === way)?.id ?? '',
    );
    expect(wanted()).toBeCloseTo(1.8, 9);
    expect(wanted(more ?? '')).toBeCloseTo(1.8 * (1 - 0.5 / units), 9);
    expect(wanted(less ?? '')).toBeCloseTo(1.8 * (1 + 0.5 / units), 9);
  });
  test('a carriage that runs asks for more, arms that push for less; both at once for neither', () => {
    const advice = (...faults: string[]) => springAdvice(repertoire, footwork, faults).way;
    expect([advice('carriageRuns'), advice('armsPush'), advice('carriageRuns', 'armsPush'), advice('flare')]).toEqual([
      'more',
      'less',
      null,
      null,
    ]);
    const more = ask(footwork, 2, { history: { faults: ['carriageRuns'] } });
    expect(more.wanted).toMatchObject({ meanN: expect.closeTo(0.46 * 65 * 9.81 * (3.5 / 3), 6) });
    expect(more.because).toContain('The carriage running away: more spring.');
  });
  test('against last time', () => {
    expect(againstLast(reformer, { full: 2 }, { full: 2 })).toBe('as last time');
    expect(againstLast(reformer, { full: 2, half: 1 }, { full: 2 })).toBe('½ more than last time');
    expect(againstLast(reformer, { full: 1 }, { full: 2, quarter: 1 })).toBe('1¼ less than last time');
  });
  test('a mat exercise, or another apparatus, is refused in words', () => {
    const no = (exercise: typeof footwork, rig = reformer) =>
      offerSprings({ repertoire, exercise, level: levelOf(exercise, 1), rig, body, history: { faults: [] } });
    expect(no(entry(repertoire.exercises, 'march'))).toMatchObject({ ok: false, error: { code: 'noForce' } });
    expect(no(footwork, usualRig('chair'))).toMatchObject({ ok: false, error: { code: 'otherApparatus' } });
  });
});

describe('rope and carriage, worked by hand', () => {
  // Hips to pulley 0.6 m, legs 0.8 m, the pulley at the hips' height: a 3-4-5 triangle with the legs straight up, rope 1 m.
  const handy = { heightM: 1.7, massKg: 65, measuredMm: { thigh: 400, shank: 400 } };
  const from = { beyondShouldersM: 0.6 - 0.29 * 1.7, upM: 0 };
  const flat = leg(0);
  test('legs flat: the ankles are 1.4 m from the pulley; a rope fixed to the frame draws the carriage 0.4 m, 60 N a side', () => {
    const { travelM, strap, isSlack } = strapsAt(handy, { ...from, ends: 'frame' }, springs, flat, 2);
    expect(travelM).toBeCloseTo(0.4, 9);
    expect(strap.tensionN).toBeCloseTo((200 * (0.4 + 0.2)) / 2, 6); // 120 N over two sides
    expect(strap.towardHeadM).toBeCloseTo(0.2, 9);
    expect(isSlack).toBe(false);
  });
  test('fixed to the carriage it is taken twice: half the way, a quarter of the force a side', () => {
    const { travelM, strap } = strapsAt(handy, { ...from, ends: 'carriage' }, springs, flat, 2);
    expect(travelM).toBeCloseTo(0.2, 9);
    expect(strap.tensionN).toBeCloseTo((200 * (0.2 + 0.2)) / 4, 6);
  });
  test('the carriage stops at its end, and legs that come toward the pulley hang the rope slack', () => {
    expect(strapsAt(handy, { ...from, ends: 'frame' }, springs, flat, 0.3).travelM).toBeCloseTo(0.3, 9);
    const slack = strapsAt(handy, { ...from, ends: 'frame' }, springs, leg(120), 2);
    expect(slack).toMatchObject({ travelM: 0, isSlack: true, strap: { tensionN: 0 } });
  });
  test('leg springs: stretched by what the ankle is farther away than straight up, shared by two feet', () => {
    const table: Rig = { ...usualRig('trapezeTable'), rope: { ...from, ends: 'frame' } };
    const held = legsInStraps(handy, table, springs, flat);
    expect(held.ok && held.value.travelM).toBeCloseTo(0.4, 9); // 1.4 m less 1.0 m
    expect(held.ok && held.value.tensionN).toBeCloseTo((200 * (0.4 + 0.2)) / 2, 6);
    const near = legsInStraps(handy, table, springs, leg(120));
    expect(near).toMatchObject({ value: { travelM: 0, tensionN: 0, isSlack: true } });
  });
});

test('in relative units a heavier body gets more, by its weight', () => {
  const footwork = entry(repertoire.exercises, 'footwork');
  const units = (massKg: number) => {
    const level = levelOf(footwork, 2);
    const offer = offerSprings({
      repertoire,
      exercise: footwork,
      level,
      rig: usualRig('reformer'),
      body: { ...body, massKg },
      history: { faults: [] },
    });
    return offer.ok && offer.value.wanted.kind === 'units' ? offer.value.wanted.units : Number.NaN;
  };
  expect(units(65)).toBeCloseTo(3, 9);
  expect(units(97.5)).toBeCloseTo(4.5, 9);
});
