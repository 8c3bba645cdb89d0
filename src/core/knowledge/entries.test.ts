// The shapes of entries, along their edges: what is taken, what is refused and where.
import * as v from 'valibot';
import { refusedAt, refusedWith } from '../../../tests/rigs/refused';
import { repertoire as shipped } from '@/repertoire';
import { clearanceForm, clearStopsForm, intakeForm, intakeHolds, overruleForm, stopForm } from './caution-forms';
import {
  condition,
  correction,
  exercise,
  fault,
  longestId,
  prop,
  school,
  sequence,
  stance,
  target,
  term,
} from './entries';
import { entry } from './find';
import { loadQuery, loadTags } from './load-tags';

const march = entry(shipped.exercises, 'march');
const [level] = march.levels;
const arch = entry(shipped.faults, 'arch');
const cue = entry(shipped.corrections, 'breatheFirst');
const tilt = shipped.targets.find(({ measure }) => measure === 'pelvicTilt');
const neck = entry(shipped.conditions, 'neck');
const [point] = shipped.stances;
const [preset] = shipped.schools;
const roller = shipped.props.find(({ drawn }) => drawn);
const withLevel = (change: object) => ({ ...march, levels: [{ ...level, ...change }] });
const force = (change: object) => withLevel({ force: { role: 'resist', units: 1, ...change } });
const dose = (change: object) => withLevel({ dose: { ...level?.dose, ...change } });
const scene = (apparatus: object) => withLevel({ scene: { apparatus } });

test('ids: a small letter, then letters and figures, as long as their column', () => {
  const named = (id: unknown) => refusedWith(fault, { ...arch, id });
  expect(named('a1B')).toEqual([]);
  expect(named(`a${'b'.repeat(longestId - 1)}`)).toEqual([]);
  expect(named(`a${'b'.repeat(longestId)}`)).toEqual(['id: An id has 60 letters at most.']);
  for (const wrong of ['', 'A', '1a', 'a-b', 'a b', 'ä', 'a\n'])
    expect(named(wrong)).toEqual(['id: An id is a small letter, then letters and figures: legFloat.']);
});

test('words are trimmed, and wanted', () => {
  expect(refusedWith(fault, { ...arch, name: '  ' })).toEqual(['name: Some words are wanted here.']);
  expect(v.parse(fault, { ...arch, name: ' An arch ' }).name).toBe('An arch');
});

test('what is left out has its usual', () => {
  const bare = {
    id: 'x',
    name: 'X',
    plain: 'x',
    block: 'ribs',
    seen: 'x',
    standAt: 'side',
    why: 'x',
    causes: ['tired'],
    safety: false,
  };
  expect(v.parse(fault, bare)).toEqual({ ...bare, shownBy: [], inShape: [], feltAt: [] });
  const { position, spine, regions, feel, setUp, watches, looks, levels, gate, breath, faults } = march;
  const least = {
    id: 'x',
    name: 'X',
    plain: 'x',
    purpose: 'x',
    family: march.family,
    endPoint: 'x',
    transition: 'x',
    position,
    spine,
    regions,
    feel,
    setUp,
    watches,
    looks,
    levels,
    gate,
    breath,
    faults,
  };
  expect(v.parse(exercise, least)).toMatchObject({
    apparatus: 'mat',
    prepareTrunk: 'stance',
    sideOrder: 'both',
    selfChecks: [],
    setUpMinutes: 0.5,
    corrections: [],
    prepares: [],
    follows: [],
    stances: [],
    cautions: [],
    notes: [],
  });
  const { load: _, ...plainLevel } = level ?? {};
  expect(v.parse(exercise, { ...march, levels: [plainLevel] }).levels[0]?.load).toMatchObject({
    effort: 'light',
    flexion: 'none',
    weightOn: [],
  });
  expect(v.parse(condition, { ...neck, rules: undefined, safetyFaults: undefined, then: undefined })).toMatchObject({
    rules: [],
    safetyFaults: [],
    then: [],
  });
  expect(v.parse(loadTags, {})).toEqual({
    flexion: 'none',
    extension: 'none',
    twist: 'none',
    sideBend: 'none',
    inversion: false,
    headUp: false,
    rolling: false,
    lever: 'none',
    legs: 'none',
    weightOn: [],
    balance: false,
    movingCarriage: false,
    jump: false,
    breathEffort: false,
    effort: 'light',
    lying: 'no',
    also: [],
  });
});

test.each<[string, v.GenericSchema, unknown, string[]]>([
  ['a fault without a cause', fault, { ...arch, causes: [] }, ['causes']],
  ['a fault of no block', fault, { ...arch, block: 'elbow' }, ['block']],
  ['a fault seen from below', fault, { ...arch, standAt: 'below' }, ['standAt']],
  ['a fault on no side', fault, { ...arch, shownBy: [{ measure: 'pelvicTilt', side: 'left' }] }, ['shownBy.0.side']],
  ['a fault on either side', fault, { ...arch, shownBy: [{ measure: 'pelvicTilt', side: 'either' }] }, []],
  ['a breath that is kept', fault, { ...arch, ofBreath: false }, ['ofBreath']],
  ['a target against the moon', target, { ...tilt, relativeTo: 'moon' }, ['relativeTo']],
  ['a target as measured', target, { ...tilt, relativeTo: 'asMeasured' }, []],
  ['half an interval', target, { ...tilt, interval: [-5] }, ['interval.1']],
  ['an open interval', target, { ...tilt, interval: [null, 5], low: null }, []],
  ['a stance with one choice', stance, { ...point, choices: point?.choices.slice(0, 1) }, ['choices']],
  ['a school with half a gate', school, { ...preset, gate: { cleanReps: 5 } }, []],
  ['a school with another gate', school, { ...preset, gate: { tempo: 5 } }, ['gate.tempo']],
  ['an exercise without a spine', exercise, { ...march, spine: [] }, ['spine']],
  ['an exercise without regions', exercise, { ...march, regions: [] }, ['regions']],
  ['an exercise without a set-up', exercise, { ...march, setUp: [] }, ['setUp']],
  ['a set-up of the feet', exercise, { ...march, setUp: [{ block: 'feet', check: 'x' }] }, []],
  ['a set-up of the hands', exercise, { ...march, setUp: [{ block: 'hands', check: 'x' }] }, ['setUp.0.block']],
  ['an exercise nobody looks at', exercise, { ...march, looks: [] }, ['looks']],
  ['an exercise without levels', exercise, { ...march, levels: [] }, ['levels']],
  ['an exercise without breath', exercise, { ...march, breath: [] }, ['breath']],
  ['an exercise without faults', exercise, { ...march, faults: [] }, ['faults']],
  ['a gate of nothing', exercise, { ...march, gate: { cleanReps: 0, sessions: 1 } }, ['gate.cleanReps']],
  ['a gate of a hundred', exercise, { ...march, gate: { cleanReps: 100, sessions: 1 } }, []],
  ['a gate of more', exercise, { ...march, gate: { cleanReps: 4, sessions: 101 } }, ['gate.sessions']],
  ['a gate of halves', exercise, { ...march, gate: { cleanReps: 4.5, sessions: 1 } }, ['gate.cleanReps']],
  ['another order of sides', exercise, { ...march, sideOrder: 'any' }, ['sideOrder']],
  ['another preparation', exercise, { ...march, prepareTrunk: 'hard' }, ['prepareTrunk']],
  ['no such apparatus', exercise, { ...march, apparatus: 'swing' }, ['apparatus']],
  [
    'no such phase',
    exercise,
    { ...march, watches: [{ measure: 'pelvicTilt', phases: ['top'] }] },
    ['watches.0.phases.0'],
  ],
  ['level nought', exercise, withLevel({ number: 0 }), ['levels.0.number']],
  ['half a level', exercise, withLevel({ number: 1.5 }), ['levels.0.number']],
  ['a dose of three sides', exercise, dose({ sides: 3 }), ['levels.0.dose.sides']],
  ['a dose of three ways', exercise, dose({ directions: 3 }), ['levels.0.dose.directions']],
  ['a dose of nothing', exercise, dose({ repetitions: 0 }), ['levels.0.dose.repetitions']],
  ['springs as light as they come', exercise, force({ units: 0.25, weightPct: 1, ofCapacity: 0.1 }), []],
  ['springs as heavy as they come', exercise, force({ units: 8, weightPct: 200, ofCapacity: 1.5 }), []],
  ['lighter', exercise, force({ units: 0.2 }), ['levels.0.force.units']],
  ['heavier', exercise, force({ units: 8.5 }), ['levels.0.force.units']],
  ['no weight', exercise, force({ weightPct: 0.5 }), ['levels.0.force.weightPct']],
  ['too much weight', exercise, force({ weightPct: 201 }), ['levels.0.force.weightPct']],
  ['no share', exercise, force({ ofCapacity: 0.05 }), ['levels.0.force.ofCapacity']],
  ['too much of it', exercise, force({ ofCapacity: 1.6 }), ['levels.0.force.ofCapacity']],
  ['no such role', exercise, force({ role: 'push' }), ['levels.0.force.role']],
  [
    'a reformer',
    exercise,
    scene({ kind: 'reformer', travelMm: 200, springs: 2, ropes: 'hands', facing: 'rests', feetOnBar: true }),
    [],
  ],
  [
    'a reformer facing away',
    exercise,
    scene({ kind: 'reformer', travelMm: 200, springs: 2, facing: 'away' }),
    ['levels.0.scene.apparatus.facing'],
  ],
  ['a table', exercise, scene({ kind: 'trapezeTable', elastic: 'feet' }), []],
  [
    'a table with ropes',
    exercise,
    scene({ kind: 'trapezeTable', elastic: 'head' }),
    ['levels.0.scene.apparatus.elastic'],
  ],
  ['a chair', exercise, scene({ kind: 'chair', pedalMm: 100 }), []],
  ['a sofa', exercise, scene({ kind: 'sofa' }), ['levels.0.scene.apparatus.kind']],
  ['a cue that always works', correction, { ...cue, prior: 0.96 }, ['prior']],
  ['one that never does', correction, { ...cue, prior: 0.04 }, ['prior']],
  ['the surest', correction, { ...cue, prior: 0.95 }, []],
  ['the least sure', correction, { ...cue, prior: 0.05, spring: 'less', levelDown: true, positions: ['prone'] }, []],
  ['some spring', correction, { ...cue, spring: 'some' }, ['spring']],
  ['shouting', correction, { ...cue, kind: 'shout' }, ['kind']],
  ['a prop drawn nowhere', prop, { ...roller, drawn: { ...roller?.drawn, at: 'moon' } }, ['drawn.at']],
  ['a prop drawn as nothing', prop, { ...roller, drawn: { ...roller?.drawn, form: 'cloud' } }, ['drawn.form']],
  [
    'a rule that only warns',
    condition,
    { ...neck, rules: [{ id: 'x', when: { headUp: true }, act: 'warn', why: 'x' }] },
    ['rules.0.act'],
  ],
  [
    'a rule that changes',
    condition,
    { ...neck, rules: [{ id: 'x', when: { headUp: true }, act: 'change', why: 'x' }] },
    [],
  ],
  [
    'a rule for nothing',
    condition,
    { ...neck, rules: [{ id: 'x', when: {}, act: 'ruleOut', why: 'x' }] },
    ['rules.0.when'],
  ],
  ['half steps that are none', condition, { ...neck, halfSteps: false }, ['halfSteps']],
  ['an order of one', sequence, { id: 's', name: 'S', about: 'x', exercises: ['march'] }, ['exercises']],
  ['an order of two', sequence, { id: 's', name: 'S', about: 'x', exercises: ['march', 'legFloat'] }, []],
  ['a word without a meaning', term, { id: 'w', term: 'w', plain: 'w', meaning: '' }, ['meaning']],
  ['a rule that looks for no list', loadQuery, { flexion: [] }, ['flexion']],
  ['a rule that looks for a flag that is not', loadQuery, { headUp: false }, ['headUp']],
  [
    'every field of a rule',
    loadQuery,
    {
      flexion: ['none', 'light', 'loaded', 'endRange'],
      extension: ['loaded'],
      twist: ['endRange'],
      sideBend: ['light'],
      inversion: true,
      headUp: true,
      rolling: true,
      lever: ['none', 'short', 'long'],
      legs: ['none', 'one', 'both'],
      weightOn: ['hands', 'forearms', 'knees', 'neck'],
      balance: true,
      movingCarriage: true,
      jump: true,
      breathEffort: true,
      effort: ['none', 'light', 'strong'],
      lying: ['no', 'flat', 'front', 'side', 'incline'],
      also: ['hardSeat'],
      position: ['prone'],
      apparatus: ['mat', 'chair'],
      demandAbove: 2,
      anything: true,
      butGentle: true,
    },
    [],
  ],
])('%s', (_, schema, value, paths) => expect(refusedAt(schema, value)).toEqual(paths));

describe('what comes in about cautions', () => {
  const id = '00000000-0000-7000-8000-000000000001';
  const overrule = { id, clientId: id, exercise: 'march', level: 2, rule: 'neck.curl', reason: 'by my eye' };
  const clearance = {
    clientId: id,
    condition: 'neck',
    revision: 1,
    clearance: { on: '2026-03-01', by: 'Her physician', until: null },
    since: '2026-02-01',
    dueOn: null,
    kindOf: null,
    note: '',
  };
  const intake = { id, clientId: id, conditions: [], signs: [], words: '', signedName: 'A B', signedOn: '2026-03-01' };
  const stops = { clientId: id, stops: [id], on: '2026-03-01', by: 'Her physician' };
  test.each<[string, v.GenericSchema, object, string[]]>([
    ['an overrule', overruleForm, overrule, []],
    ['one for all levels, eight letters', overruleForm, { ...overrule, level: null, reason: '12345678' }, []],
    [
      'seven letters',
      overruleForm,
      { ...overrule, reason: '1234567' },
      ['reason: Give a reason that a colleague would understand.'],
    ],
    [
      'spaces',
      overruleForm,
      { ...overrule, reason: '1234567   ' },
      ['reason: Give a reason that a colleague would understand.'],
    ],
    ['a long story', overruleForm, { ...overrule, reason: 'r'.repeat(401) }, ['reason: At most 400 characters.']],
    ['a long rule', overruleForm, { ...overrule, rule: 'r'.repeat(121) }, ['rule: At most 120 characters.']],
    ['no client', overruleForm, { ...overrule, clientId: 'she' }, ['clientId: is not an id']],
    ['a stop', stopForm, { id, clientId: id, sign: 'chest', seen: 's'.repeat(400), lookId: null }, []],
    [
      'a stop told at length',
      stopForm,
      { id, clientId: id, sign: 'chest', seen: 's'.repeat(401), lookId: id },
      ['seen: At most 400 characters.'],
    ],
    [
      'a long sign',
      stopForm,
      { id, clientId: id, sign: 's'.repeat(61), seen: '', lookId: null },
      ['sign: At most 60 characters.'],
    ],
    ['stops cleared', clearStopsForm, stops, []],
    ['by nobody', clearStopsForm, { ...stops, by: ' ' }, ['by: Say from whom the clearance came.']],
    ['a long name', clearStopsForm, { ...stops, by: 'b'.repeat(121) }, ['by: At most 120 characters.']],
    ['a clearance', clearanceForm, clearance, []],
    ['taken back', clearanceForm, { ...clearance, clearance: null, note: 'n'.repeat(200) }, []],
    [
      'by nobody',
      clearanceForm,
      { ...clearance, clearance: { on: '2026-03-01', by: '', until: null } },
      ['clearance.by: Say from whom the clearance came.'],
    ],
    ['with a long note', clearanceForm, { ...clearance, note: 'n'.repeat(201) }, ['note: At most 200 characters.']],
    [
      'on no day',
      clearanceForm,
      { ...clearance, clearance: { on: '2026-02-30', by: 'x', until: '2026-04-01' } },
      ['clearance.on: Write the date as 2026-03-01.'],
    ],
    ['an intake', intakeForm, intake, []],
    ['unsigned', intakeForm, { ...intake, signedName: ' ' }, ['signedName: The client signs with the full name.']],
    ['with too much to say', intakeForm, { ...intake, words: 'w'.repeat(2001) }, ['words: At most 2000 characters.']],
    [
      'with a long condition',
      intakeForm,
      { ...intake, conditions: ['c'.repeat(61)] },
      ['conditions.0: At most 60 characters.'],
    ],
  ])('%s', (_, schema, value, said) => expect(refusedWith(schema, value)).toEqual(said));
  test('as many as there may be', () => {
    const many = (n: number, one: string) => Array.from({ length: n }, () => one);
    expect(refusedAt(clearStopsForm, { ...stops, stops: [] })).toEqual(['stops']);
    expect(refusedAt(clearStopsForm, { ...stops, stops: many(100, id) })).toEqual([]);
    expect(refusedAt(clearStopsForm, { ...stops, stops: many(101, id) })).toEqual(['stops']);
    expect(refusedAt(intakeForm, { ...intake, conditions: many(201, 'c') })).toEqual(['conditions']);
    expect(refusedAt(intakeForm, { ...intake, signs: many(101, 's') })).toEqual(['signs']);
    expect(refusedAt(intakeForm, { ...intake, conditions: many(200, 'c'), signs: many(100, 's') })).toEqual([]);
    expect(refusedAt(overruleForm, { ...overrule, level: 0 })).toEqual(['level']);
    expect(refusedAt(overruleForm, { ...overrule, level: 1.5 })).toEqual(['level']);
    expect(refusedAt(clearanceForm, { ...clearance, revision: 0.5 })).toEqual(['revision']);
  });
  test('an intake holds for a year: the day before it still does', () => {
    expect(intakeHolds('2025-03-01', '2026-02-28')).toBe(true);
    expect(intakeHolds('2025-03-01', '2026-03-01')).toBe(false);
    expect(intakeHolds('2024-02-29', '2025-02-28')).toBe(true); // due on a day that there is not: the next one
    expect(intakeHolds('2024-02-29', '2025-03-01')).toBe(false);
    expect(intakeHolds('2025-12-31', '2026-12-30')).toBe(true);
  });
});
