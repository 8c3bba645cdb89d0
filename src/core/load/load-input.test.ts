import * as v from 'valibot';
import { refusedWith } from '../../../tests/rigs/refused';
import { bodyInput, equalInput, loadInput, strapInput } from './load-input';

const body = { massKg: 65, heightM: 1.7 };
const leg = { thighDeg: 45, kneeDeg: 0 };
const equal = { body, known: { legs: [leg] }, variation: { legCount: 2, kneeDeg: 0 } };

test.each<[string, v.GenericSchema, unknown, string[]]>([
  ['a light one', bodyInput, { massKg: 15, heightM: 0.9 }, []],
  ['a heavy one', bodyInput, { massKg: 300, heightM: 2.3, sex: 'm' }, []],
  ['too light', bodyInput, { ...body, massKg: 14.9 }, ['massKg: must be at least 15 kg']],
  ['too heavy', bodyInput, { ...body, massKg: 300.1 }, ['massKg: must be at most 300 kg']],
  ['too small', bodyInput, { ...body, heightM: 0.89 }, ['heightM: must be at least 0.9 m']],
  ['too tall', bodyInput, { ...body, heightM: 2.31 }, ['heightM: must be at most 2.3 m']],
  ['no such sex', bodyInput, { ...body, sex: 'x' }, ['sex: must be f or m']],
  ['measured lengths', bodyInput, { ...body, measuredMm: { thigh: 10, shank: 1200, asisWidth: 240 } }, []],
  [
    'a length that can’t be',
    bodyInput,
    { ...body, measuredMm: { thigh: 9 } },
    ['measuredMm.thigh: must be at least 10 mm'],
  ],
  ['another', bodyInput, { ...body, measuredMm: { hand: 1201 } }, ['measuredMm.hand: must be at most 1200 mm']],
  ['no leg', loadInput, { body, variation: { legs: [] } }, []],
  [
    'as far as joints go',
    loadInput,
    {
      body,
      variation: {
        legs: [
          { thighDeg: -30, kneeDeg: -5 },
          { thighDeg: 135, kneeDeg: 150, ankleWeightKg: 15 },
        ],
      },
    },
    [],
  ],
  [
    'three legs',
    loadInput,
    { body, variation: { legs: [leg, leg, leg] } },
    ['variation.legs: must not be more than two legs'],
  ],
  ['legs that are none', loadInput, { body, variation: { legs: 'two' } }, ['variation.legs: must be a list of legs']],
  [
    'a hip beyond its limit',
    loadInput,
    { body, variation: { legs: [{ ...leg, thighDeg: -31 }] } },
    ['variation.legs.0.thighDeg: must be at least -30°'],
  ],
  [
    'the other way',
    loadInput,
    { body, variation: { legs: [{ ...leg, thighDeg: 136 }] } },
    ['variation.legs.0.thighDeg: must be at most 135°'],
  ],
  [
    'a knee beyond its limit',
    loadInput,
    { body, variation: { legs: [{ ...leg, kneeDeg: 151 }] } },
    ['variation.legs.0.kneeDeg: must be at most 150°'],
  ],
  [
    'bent forward',
    loadInput,
    { body, variation: { legs: [{ ...leg, kneeDeg: -6 }] } },
    ['variation.legs.0.kneeDeg: must be at least -5°'],
  ],
  [
    'too heavy an ankle',
    loadInput,
    { body, variation: { legs: [{ ...leg, ankleWeightKg: 15.1 }] } },
    ['variation.legs.0.ankleWeightKg: must be at most 15 kg'],
  ],
  [
    'lifted by a balloon',
    loadInput,
    { body, variation: { legs: [{ ...leg, ankleWeightKg: -1 }] } },
    ['variation.legs.0.ankleWeightKg: must be at least 0 kg'],
  ],
  ['a strap', strapInput, { tensionN: 1000, towardHeadM: -3, upM: 3 }, []],
  ['another', strapInput, { tensionN: 0, towardHeadM: 3, upM: -1 }, []],
  ['a strap that pushes', strapInput, { tensionN: -1, towardHeadM: 0, upM: 0 }, ['tensionN: must be at least 0 N']],
  [
    'one that pulls too much',
    strapInput,
    { tensionN: 1001, towardHeadM: 0, upM: 0 },
    ['tensionN: must be at most 1000 N'],
  ],
  [
    'from too far away',
    strapInput,
    { tensionN: 1, towardHeadM: -3.1, upM: 3.1 },
    ['towardHeadM: must be at least -3 m', 'upM: must be at most 3 m'],
  ],
  [
    'from below the floor',
    strapInput,
    { tensionN: 1, towardHeadM: 3.1, upM: -1.1 },
    ['towardHeadM: must be at most 3 m', 'upM: must be at least -1 m'],
  ],
  [
    'what is known needs a leg',
    equalInput,
    { ...equal, known: { legs: [] } },
    ['known.legs: must be at least one leg'],
  ],
  [
    'three legs alike',
    equalInput,
    { ...equal, variation: { legCount: 3, kneeDeg: 0 } },
    ['variation.legCount: must be 1 or 2'],
  ],
  ['the head half down', equalInput, { ...equal, headDown: 'half' }, ['headDown: must be true or false']],
  [
    'a head that weighs nothing',
    equalInput,
    { ...equal, headDownFactor: 0.29 },
    ['headDownFactor: must be at least 0.3'],
  ],
  ['a head that adds', equalInput, { ...equal, headDownFactor: 1.01 }, ['headDownFactor: must be at most 1']],
  [
    'the ends of it',
    equalInput,
    { ...equal, variation: { legCount: 1, kneeDeg: 150, ankleWeightKg: 0 }, headDownFactor: 0.3 },
    [],
  ],
])('%s', (_, schema, value, said) => expect(refusedWith(schema, value)).toEqual(said));

test('left out, the head is up; down, it leaves 85 %', () =>
  expect(v.parse(equalInput, equal)).toMatchObject({ headDown: false, headDownFactor: 0.85 }));
