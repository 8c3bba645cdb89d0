import { repertoire } from '@/repertoire';
import { sightingsOf } from './sightings';

// What sessions and looks tell of how far a person goes: only pelvis and ribs tell, and only where it could be seen.
const body = { heightM: 1.68, massKg: 65, sex: 'f' } as const;
const faultOf = (block: string): string => repertoire.faults.find((one) => one.block === block)?.id ?? '';
const [pelvis, ribs, head] = ['pelvis', 'ribs', 'head'].map(faultOf) as [string, string, string];

const inSession = (faults: readonly { fault: string; times: number }[], repetitions = 4) =>
  sightingsOf(repertoire, body, {
    sessions: [{ day: '2026-03-02', items: [{ exercise: 'lowerLift', level: 1, repetitions, faults }] }],
    looks: [],
  }).legs?.map(({ held }) => held);

test('a session tells the share in which pelvis and ribs were held', () => {
  expect(inSession([])).toEqual([1]);
  expect(inSession([{ fault: pelvis, times: 1 }])).toEqual([0.75]);
  expect(
    inSession([
      { fault: pelvis, times: 1 },
      { fault: ribs, times: 2 },
    ]),
  ).toEqual([0.25]);
  expect(inSession([{ fault: pelvis, times: 9 }])).toEqual([0]);
});

test('what the head did, or a fault that has left the repertoire, tells nothing of the window', () => {
  expect(inSession([{ fault: head, times: 3 }])).toEqual([1]);
  expect(inSession([{ fault: 'goneSince', times: 3 }])).toEqual([1]);
  expect(inSession([], 0)).toBeUndefined();
});

type Found = { readonly fault: string; readonly verdict: 'in' | 'out' | 'unsure' };
const inLook = (baseline: readonly Found[], retest: readonly Found[] = []) =>
  sightingsOf(repertoire, body, {
    sessions: [],
    looks: [{ day: '2026-03-02', exercise: 'lowerLift', level: 1, result: { baseline, retest } }],
  }).legs?.map(({ held }) => held);

test('a look tells held, lost, or nothing where it could not be told', () => {
  expect(inLook([{ fault: pelvis, verdict: 'in' }])).toEqual([1]);
  expect(
    inLook([
      { fault: pelvis, verdict: 'in' },
      { fault: ribs, verdict: 'out' },
    ]),
  ).toEqual([0]);
  expect(
    inLook([
      { fault: pelvis, verdict: 'in' },
      { fault: ribs, verdict: 'unsure' },
    ]),
  ).toBeUndefined();
  expect(inLook([{ fault: head, verdict: 'out' }])).toBeUndefined();
  expect(inLook([{ fault: 'goneSince', verdict: 'out' }])).toBeUndefined();
});

test('as it came and after the correction both tell', () =>
  expect(inLook([{ fault: pelvis, verdict: 'out' }], [{ fault: pelvis, verdict: 'in' }])).toEqual([0, 1]));
