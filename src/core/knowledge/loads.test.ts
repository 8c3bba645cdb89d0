import { repertoire } from '@/repertoire';
import type { Pose } from '../body/pose';
import { entry, levelOf } from './find';
import type { Asking } from './loads';
import { loadsOf } from './loads';
import { extraWords, noLoad } from './load-tags';
import type { LoadTags } from './load-tags';
import { loadWords } from './load-words';

const level = (exercise: string, number: number) => levelOf(entry(repertoire.exercises, exercise), number);
const asked = (exercise: string, number: number): LoadTags => loadsOf(level(exercise, number));
const down = { kind: 'footDown' } as const;
const hook: Pose = { left: down, right: down };
/** A level of one's own that says nothing of itself but its poses. */
const bare = (top: Pose, more: Partial<Asking> = {}): LoadTags => loadsOf({ top, load: noLoad, ...more });
const up = (thighDeg: number, kneeDeg: number) => ({ kind: 'raised', thighDeg, kneeDeg }) as const;

describe('what the poses show, whatever is written with them', () => {
  test.each<readonly [string, number, Partial<LoadTags>]>([
    ['legFloat', 1, { legs: 'none', lever: 'none', flexion: 'none', headUp: false, lying: 'flat' }],
    ['legFloat', 2, { legs: 'one', lever: 'short', headUp: false }],
    ['legPressAway', 3, { legs: 'one', lever: 'long' }],
    ['legSlide', 2, { legs: 'none', lever: 'none' }], // the roller carries it
    ['lowerLift', 2, { legs: 'both', lever: 'long', flexion: 'none' }],
    ['headFloat', 1, { headUp: true, flexion: 'loaded' }],
    ['hundred', 1, { headUp: false, flexion: 'none' }],
    ['hundred', 2, { headUp: true, legs: 'both', lever: 'short' }],
    ['rollUp', 1, { headUp: false, flexion: 'loaded' }], // sitting; it never comes near lying
    ['rollUp', 2, { headUp: true, flexion: 'loaded', lying: 'flat' }],
    ['rollUp', 5, { headUp: true, flexion: 'endRange' }],
    ['teaser', 2, { headUp: true, flexion: 'loaded' }],
    ['teaser', 4, { headUp: true, balance: true, legs: 'both', lever: 'long' }],
    ['rollOver', 1, { inversion: true, rolling: false, weightOn: [] }],
    ['rollOver', 2, { inversion: true, rolling: true, weightOn: ['neck'], flexion: 'endRange' }],
    ['rollingBack', 2, { inversion: true, rolling: true, flexion: 'endRange', balance: true }],
    ['openLegRocker', 2, { inversion: true, rolling: true }],
    ['upStretch', 1, { inversion: true, weightOn: ['hands'] }],
    ['bridgeNeutral', 1, { flexion: 'none', inversion: false }],
    ['bridgeArticulated', 1, { flexion: 'loaded' }],
    ['armLegReach', 1, { weightOn: ['hands', 'knees'], legs: 'none' }],
    ['swimming', 2, { extension: 'loaded', legs: 'both', lying: 'front' }],
    ['swanPrep', 3, { extension: 'endRange' }],
    ['crissCross', 2, { twist: 'loaded', flexion: 'loaded' }],
    ['saw', 1, { twist: 'light' }],
    ['mermaid', 1, { sideBend: 'light' }],
    ['mermaid', 2, { sideBend: 'endRange' }],
    ['spineStretch', 1, { flexion: 'loaded', headUp: false }],
    ['rollDownStanding', 1, { flexion: 'loaded', inversion: false, lying: 'no' }],
    ['sitTall', 2, { flexion: 'none', also: ['armsOverhead'] }],
  ])('%s, level %d', (exercise, number, wanted) => expect(asked(exercise, number)).toMatchObject(wanted));

  test.each([
    ['a hip bent past a right angle', 'singleLegStretch', 5, 'deepHip'],
    ['a leg behind the hip', 'proneLegLift', 2, 'hipBehind'],
    ['a leg turned out', 'legCircle', 4, 'hipTurnedOut'],
    ['a circle across the midline', 'legCircle', 3, 'wideOrCrossed'],
    ['a knee bent deep', 'rollingBack', 2, 'deepKnee'],
    ['arms overhead while lying down to begin', 'teaser', 2, 'armsOverhead'],
    ['a high bridge', 'bridgeNeutral', 2, 'highBridge'],
    ['the tailbone on hard ground', 'rollUp', 3, 'hardSeat'],
    ['one leg to stand on', 'standKneeLift', 2, 'singleLegStance'],
    ['a round upper back', 'hundred', 2, 'upperBackRounds'],
    ['one side', 'march', 2, 'oneSided'],
  ] as const)('%s: %s, level %d', (_, exercise, number, extra) =>
    expect(asked(exercise, number).also).toContain(extra),
  );
  test('a low bridge is not high, a knee circle does not cross, heels that peel are not one-sided', () => {
    expect(asked('bridgeNeutral', 1).also).not.toContain('highBridge');
    expect(asked('legCircle', 1).also).not.toContain('hipTurnedOut');
    expect(asked('legFloat', 1).also).not.toContain('oneSided');
  });
});

describe('a level of one’s own that says nothing of itself', () => {
  test('a curl is a curl, and with the legs out it has its lever', () =>
    expect(
      bare({ left: up(50, 5), right: up(50, 5), thoracicFlexDeg: 38, lumbarFlexDeg: 8, neckFlexDeg: 18 }),
    ).toMatchObject({
      headUp: true,
      flexion: 'loaded',
      legs: 'both',
      lever: 'long',
      lying: 'flat',
    }));
  test('what happens only on the way counts: a half-way curl, a way back that crosses', () => {
    const curled: Pose = { ...hook, thoracicFlexDeg: 38, neckFlexDeg: 18 };
    expect(bare(hook, { via: curled })).toMatchObject({ headUp: true, flexion: 'loaded' });
    const wide: Pose = { left: down, right: { ...up(80, 5), outDeg: 25 } };
    expect(bare({ left: down, right: up(80, 5) }, { back: wide }).also).toContain('wideOrCrossed');
  });
  test('what is written with it adds and never takes away', () => {
    const written = { ...noLoad, effort: 'strong', breathEffort: true, flexion: 'none', weightOn: ['neck'] } as const;
    const both: Pose = { left: up(90, 90), right: up(90, 90), thoracicFlexDeg: 38, neckFlexDeg: 18 };
    expect(bare(both, { load: { ...written, weightOn: [...written.weightOn] } })).toMatchObject({
      effort: 'strong',
      breathEffort: true,
      flexion: 'loaded',
      headUp: true,
      weightOn: ['neck'],
    });
  });
  test('feet that a bar or straps take hang from nobody', () =>
    expect(bare({ left: up(45, 5), right: up(45, 5) }, { load: { ...noLoad, also: ['footHeld'] } }).legs).toBe('none'));
  test('legs one after the other never hang at once half-way, and both do at the top', () => {
    const both: Pose = { left: up(90, 90), right: up(90, 90) };
    expect(bare(both, { legOrder: 'oneAfterOther' })).toMatchObject({ legs: 'both', lever: 'short' });
  });
});

test('from so many degrees on a leg is turned out or in, and a thigh is behind', () => {
  const extras = (leg: object) => bare({ left: down, right: { ...up(60, 2), ...leg } }).also;
  expect(extras({ turnDeg: 15 })).toContain('hipTurnedOut');
  expect(extras({ turnDeg: 14.9 })).not.toContain('hipTurnedOut');
  expect(extras({ turnDeg: -15 })).toContain('hipTurnedIn');
  expect(extras({ turnDeg: -14.9 })).not.toContain('hipTurnedIn');
});

test('a trunk turned, bent or rolled to a side by more than 10° loads one side', () => {
  for (const name of [
    'lumbarTurnDeg',
    'thoracicTurnDeg',
    'lumbarSideDeg',
    'thoracicSideDeg',
    'pelvicRollDeg',
  ] as const) {
    const extras = (deg: number) => bare({ ...hook, [name]: deg }).also.includes('oneSided');
    expect([name, extras(11), extras(-11), extras(10)]).toEqual([name, true, true, false]);
  }
});

test('the way back counts where it is another than the way out', () => {
  const curled: Pose = { ...hook, thoracicFlexDeg: 32, neckFlexDeg: 20 };
  expect([bare(hook).headUp, bare(hook, { back: curled }).headUp]).toEqual([false, true]);
});

test('feet that stand a fifth of a leg apart load one side', () => {
  const stands = (reach: number) => ({ kind: 'footDown', reach }) as const;
  const extras = (right: number) => bare({ left: stands(0.72), right: stands(right) }).also.includes('oneSided');
  expect([extras(0.95), extras(0.74)]).toEqual([true, false]);
});

test('over the shoulders it rolls where the trunk passes 60° headward, or starts from 20° up', () => {
  const over = (trunkDeg: number): Pose => ({
    ...{ trunkDeg, lumbarFlexDeg: 40, thoracicFlexDeg: 20 },
    ...{ left: up(150, 10), right: up(150, 10) },
  });
  const rolls = (top: Pose, start: Pose = top) => bare(top, { start }).rolling;
  expect([rolls(over(-60)), rolls(over(-59))]).toEqual([true, false]);
  expect([rolls(over(-40), over(20)), rolls(over(-40), over(19))]).toEqual([true, false]);
});

test('whatever a level can ask has words', () => {
  for (const [name, words] of Object.entries(extraWords)) expect([name, words.length > 8]).toEqual([name, true]);
});

test('it is told in words', () => {
  expect(loadWords(asked('teaser', 4))).toEqual([
    'the spine bends forward under load',
    'the head is carried off the mat',
    'balances',
    'both legs off the mat, long',
    'strong effort of the trunk',
    'the arms go overhead',
    'sits or rolls on the tailbone',
    'the upper back rounds further',
  ]);
  expect(loadWords(noLoad)).toEqual([]);
});
