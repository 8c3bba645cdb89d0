// An apparatus as a studio tells it: what is taken, what is refused and where, and what is usual before it is told.
import * as v from 'valibot';
import { refusedAt, refusedWith } from '../../../tests/rigs/refused';
import { apparatusKinds, usualRig } from './apparatus';
import { apparatusName, rigInput, setInput, settingWords } from './rig-input';
import { calibrateInput, springsInput } from './springs-input';

const reformer = JSON.parse(JSON.stringify(usualRig('reformer'))) as Record<string, unknown>;
const springs = reformer.springs as Record<string, unknown>[];
const rate = { rateNPerM: 200, preloadM: 0.2, residualN: 1 };
const spring = (change: object) => ({ ...reformer, springs: [{ ...springs[0], ...change }, springs[1]] });

test.each(apparatusKinds)('what is usual of a %s can be told, with and without rates', (kind) => {
  const rig = usualRig(kind);
  expect(rig.kind).toBe(kind);
  expect(refusedAt(rigInput, rig)).toEqual([]);
  expect(refusedAt(rigInput, { ...rig, springs: rig.springs.map((one) => ({ ...one, rate })) })).toEqual([]);
  expect(rig.springs.every((one) => one.rate === null)).toBe(true);
});

test('the usual kinds: springs as count × label (units), hooks, way, bars, where the ropes end', () => {
  const usual = apparatusKinds.map((kind) => {
    const { springs: own, hooks, inPairs = false, travelM, bars, rope } = usualRig(kind);
    return [
      own.map(({ id, label, units, count }) => `${count} × ${label} (${units})${id === label ? '' : id}`).join(', '),
      hooks,
      inPairs,
      travelM,
      bars.map(({ name, heightM }) => `${name} ${heightM}`).join(', '),
      rope && `${rope.ends} ${rope.beyondShouldersM} ${rope.upM}`,
    ];
  });
  expect(usual).toEqual([
    [
      '3 × full (1), 1 × half (0.5), 1 × quarter (0.25)',
      5,
      false,
      0.95,
      'low 0.22, middle 0.34, high 0.45',
      'carriage 0.95 0.2',
    ],
    ['2 × light (0.25), 2 × medium (0.5), 2 × heavy (1)', 2, true, 0.8, 'low 0.5, high 1.1', 'frame 0.25 1.1'],
    ['2 × light (0.5), 2 × medium (1)', 2, false, 0.4, '', null],
  ]);
});

describe('refused where it is wrong', () => {
  test.each<[object, string]>([
    [spring({ id: 'Full' }), 'springs.0.id'],
    [spring({ id: '' }), 'springs.0.id'],
    [spring({ id: `a${'b'.repeat(40)}` }), 'springs.0.id'],
    [spring({ label: '  ' }), 'springs.0.label'],
    [spring({ label: 'l'.repeat(31) }), 'springs.0.label'],
    [spring({ label: 3 }), 'springs.0.label'],
    [spring({ units: 0.04 }), 'springs.0.units'],
    [spring({ units: 10.1 }), 'springs.0.units'],
    [spring({ count: 13 }), 'springs.0.count'],
    [spring({ count: -1 }), 'springs.0.count'],
    [spring({ count: 1.5 }), 'springs.0.count'],
    [spring({ rate: { ...rate, rateNPerM: 0 } }), 'springs.0.rate.rateNPerM'],
    [spring({ rate: { ...rate, preloadM: 2.1 } }), 'springs.0.rate.preloadM'],
    [spring({ rate: { ...rate, preloadM: -1.1 } }), 'springs.0.rate.preloadM'],
    [spring({ rate: { ...rate, residualN: -1 } }), 'springs.0.rate.residualN'],
    [spring({ colour: 'red' }), 'springs.0.colour'],
    [{ ...reformer, kind: 'swing' }, 'kind'],
    [{ ...reformer, springs: [] }, 'springs'],
    [{ ...reformer, springs: Array.from({ length: 13 }, (_, i) => ({ ...springs[0], id: `s${i}` })) }, 'springs'],
    [{ ...reformer, springs: [springs[0], springs[0]] }, 'springs'],
    [{ ...reformer, hooks: 0 }, 'hooks'],
    [{ ...reformer, hooks: 21 }, 'hooks'],
    [{ ...reformer, travelM: 0.04 }, 'travelM'],
    [{ ...reformer, travelM: 3.1 }, 'travelM'],
    [{ ...reformer, bars: [{ name: 'low', heightM: 3.1 }] }, 'bars.0.heightM'],
    [{ ...reformer, bars: Array.from({ length: 13 }, () => ({ name: 'low', heightM: 1 })) }, 'bars'],
    [{ ...reformer, rope: { beyondShouldersM: 3.1, upM: 0, ends: 'frame' } }, 'rope.beyondShouldersM'],
    [{ ...reformer, rope: { beyondShouldersM: -2.1, upM: 0, ends: 'frame' } }, 'rope.beyondShouldersM'],
    [{ ...reformer, rope: { beyondShouldersM: 0, upM: 3.1, ends: 'frame' } }, 'rope.upM'],
    [{ ...reformer, rope: { beyondShouldersM: 0, upM: -0.6, ends: 'frame' } }, 'rope.upM'],
    [{ ...reformer, rope: { beyondShouldersM: 0, upM: 0, ends: 'ceiling' } }, 'rope.ends'],
  ])('%j', (value, path) => expect(refusedAt(rigInput, value)).toEqual([path]));
  test('the ends of every range are still taken', () => {
    const edge = {
      kind: 'reformer',
      springs: [
        { id: `a${'b'.repeat(39)}`, label: 'l'.repeat(30), units: 0.05, count: 0, rate: { ...rate, preloadM: -1 } },
        { id: 'z', label: ' z ', units: 10, count: 12, rate: { ...rate, preloadM: 2, residualN: 0 } },
      ],
      hooks: 20,
      travelM: 3,
      bars: [
        { name: 'floor', heightM: 0 },
        { name: 'top', heightM: 3 },
      ],
      rope: { beyondShouldersM: -2, upM: -0.5, ends: 'frame' },
    };
    expect(refusedAt(rigInput, edge)).toEqual([]);
    expect(v.parse(rigInput, edge).springs[1]?.label).toBe('z');
    expect(refusedAt(rigInput, { ...edge, hooks: 1, travelM: 0.05 })).toEqual([]);
  });
  test('a setting: ids and whole numbers up to twelve, a few words, a name', () => {
    expect(refusedAt(setInput, { full: 12, half: 0 })).toEqual([]);
    expect(refusedAt(setInput, { full: 13 })).toEqual(['full']);
    expect(refusedAt(setInput, { 'Full spring': 1 })).toHaveLength(1);
    expect(refusedAt(settingWords, 'w'.repeat(200))).toEqual([]);
    expect(refusedAt(settingWords, 'w'.repeat(201))).toHaveLength(1);
    expect(v.parse(settingWords, ' on the low bar ')).toBe('on the low bar');
    expect(refusedAt(apparatusName, 'n'.repeat(60))).toEqual([]);
    expect(refusedAt(apparatusName, 'n'.repeat(61))).toHaveLength(1);
  });
  test('in words', () => {
    const one = { label: 'full', rateNPerM: 200, preloadM: 0.2, count: 1 };
    expect(refusedWith(springsInput, { springs: [{ ...one, preloadM: 3 }], travelM: [] })).toEqual([
      'springs.0.preloadM: must be at most 2 m',
      'travelM: must not be empty',
    ]);
    expect(refusedWith(springsInput, { springs: 1, travelM: 2 })).toEqual([
      'springs: must be a list of springs',
      'travelM: must be a list of carriage travels',
    ]);
    expect(refusedWith(calibrateInput, { readings: 3 })).toEqual(['readings: must be a list of readings']);
    expect(refusedWith(rigInput, { ...reformer, hooks: 21, travelM: 4, springs: [springs[0], springs[0]] })).toEqual([
      'hooks: must be at most 20',
      'travelM: must be at most 3 m',
      'springs: names two springs alike',
    ]);
    expect(refusedWith(rigInput, { ...reformer, springs: [springs[0], springs[0]] })).toEqual([
      'springs: names two springs alike',
    ]);
    expect(refusedWith(rigInput, { ...reformer, bars: [{ name: ' ', heightM: 4 }] })).toEqual([
      'bars.0.name: Some words are wanted here.',
      'bars.0.heightM: must be at most 3 m',
    ]);
    expect(refusedWith(rigInput, spring({ id: 'F', label: 'l'.repeat(31) }))).toEqual([
      'springs.0.id: is not an id',
      'springs.0.label: must be at most 30 letters',
    ]);
  });
  test('the shell’s springs and readings', () => {
    const one = { label: 'full', rateNPerM: 200, preloadM: 0.2, count: 1 };
    const asked = { springs: [one], travelM: [0, 3] };
    expect(refusedAt(springsInput, asked)).toEqual([]);
    expect(refusedAt(springsInput, { ...asked, springs: Array.from({ length: 40 }, () => one) })).toEqual([]);
    expect(refusedAt(springsInput, { ...asked, springs: Array.from({ length: 41 }, () => one) })).toEqual(['springs']);
    expect(refusedAt(springsInput, { ...asked, springs: 'full' })).toEqual(['springs']);
    expect(refusedAt(springsInput, { ...asked, springs: [{ ...one, count: 21 }] })).toEqual(['springs.0.count']);
    expect(refusedAt(springsInput, { ...asked, springs: [{ ...one, preloadM: 2.1 }] })).toEqual(['springs.0.preloadM']);
    expect(refusedAt(springsInput, { ...asked, springs: [{ ...one, label: 'l'.repeat(61) }] })).toEqual([
      'springs.0.label',
    ]);
    expect(refusedAt(springsInput, { ...asked, travelM: [] })).toEqual(['travelM']);
    expect(refusedAt(springsInput, { ...asked, travelM: [0, 3.1] })).toEqual(['travelM.1']);
    expect(refusedAt(springsInput, { ...asked, travelM: [-0.1] })).toEqual(['travelM.0']);
    expect(refusedAt(springsInput, { ...asked, travelM: Array.from({ length: 10_001 }, () => 0) })).toEqual([
      'travelM',
    ]);
    const reading = { travelM: 0, forceN: 0 };
    expect(refusedAt(calibrateInput, { readings: Array.from({ length: 1000 }, () => reading) })).toEqual([]);
    expect(refusedAt(calibrateInput, { readings: Array.from({ length: 1001 }, () => reading) })).toEqual(['readings']);
    expect(refusedAt(calibrateInput, { readings: [{ ...reading, forceN: -1 }] })).toEqual(['readings.0.forceN']);
    expect(refusedAt(calibrateInput, { readings: [{ ...reading, travelM: 3.1 }] })).toEqual(['readings.0.travelM']);
  });
});
