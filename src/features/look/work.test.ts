import { judge } from '@/core/knowledge/judge';
import { repertoire } from '@/repertoire';
import { keyOf, withSeen, withTaken, workOf } from './work';

/** A leg float judged: an arch far beyond the target, a chin just where it can't be told. */
function judged(measures: Record<string, { value: number; se: number }>) {
  const result = judge(
    { exercise: 'legFloat', level: 2, phase: 'hold', school: 'evenKeel', stances: {}, conditions: [], measures },
    repertoire,
  );
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}
const arch = judged({ pelvicTilt: { value: 16, se: 1 }, faceAngle: { value: 2.5, se: 1 } });
const level = judged({ pelvicTilt: { value: 0, se: 1 }, faceAngle: { value: -4, se: 1 } });
const doubtful = judged({ pelvicTilt: { value: 0, se: 1 }, faceAngle: { value: 2.5, se: 1 } });
const faultOf = (one: typeof arch, measure: string) => one.findings.find((f) => f.measure === measure)?.fault;

const unseen = { setup: [], top: [], back: [], retest: [] } as const;
const noticed = (fault: string, severity?: 'slight' | 'clear', safety = false) => ({
  fault,
  plain: fault,
  safety,
  ...(severity ? { severity } : {}),
});

test('what is worked on is the fault picked, else the worst that is out, else one that can’t be told yet', () => {
  expect(workOf({ baseline: arch, seen: unseen }, null).fault).toBe(faultOf(arch, 'pelvicTilt'));
  expect(workOf({ baseline: arch, seen: unseen }, 'chinPoking').fault).toBe('chinPoking');
  expect(workOf({ baseline: doubtful, seen: unseen }, null).fault).toBe(faultOf(doubtful, 'faceAngle'));
  expect(workOf({ baseline: level, seen: unseen }, null).fault).toBeUndefined();
  expect(workOf({ seen: unseen }, null).fault).toBeUndefined();
});

test('what leans neither way is no fault to work on, unless it is picked', () => {
  const findings = doubtful.findings.map((one) => ({ ...one, leansNeither: true as const }));
  const even = { ...doubtful, findings };
  expect(workOf({ baseline: even, seen: unseen }, null).fault).toBeUndefined();
  expect(workOf({ baseline: even, seen: unseen }, 'arch').fault).toBe('arch');
});

test('what an eye saw goes after what was measured, before what can’t be told, and first where it could hurt', () => {
  const seen = { ...unseen, back: [noticed('gluteGrip', 'clear')] };
  expect(workOf({ baseline: arch, seen }, null).fault).toBe(faultOf(arch, 'pelvicTilt'));
  expect(workOf({ baseline: doubtful, seen }, null).fault).toBe('gluteGrip');
  expect(workOf({ baseline: arch, seen: { ...unseen, top: [noticed('bellyDome', 'clear', true)] } }, null).fault).toBe(
    'bellyDome',
  );
  // Looked for and not there is nothing to work on.
  expect(workOf({ baseline: level, seen: { ...unseen, top: [noticed('gluteGrip')] } }, null).fault).toBeUndefined();
});

test('a fault that no measure shows is retested by eye', () => {
  expect(workOf({ baseline: arch, seen: unseen }, null)).toMatchObject({ isMeasured: true, isByEye: false });
  expect(workOf({ baseline: arch, seen: unseen }, 'doming')).toMatchObject({ isMeasured: false, isByEye: true });
  const seen = { ...unseen, top: [noticed('doming', 'slight')] };
  expect(workOf({ seen }, null)).toMatchObject({ fault: 'doming', isMeasured: false, isByEye: true });
});

test('every fault seen is told once, those graded by eye first: as out, or as not there', () => {
  const tilt = faultOf(arch, 'pelvicTilt') ?? '';
  const graded = {
    ...unseen,
    top: [noticed('doming', 'slight'), noticed('gluteGrip')],
    back: [noticed(tilt, 'clear')],
  };
  const { seen } = workOf({ baseline: arch, back: arch, seen: graded }, null);
  expect(seen.slice(0, 3)).toEqual([
    { fault: 'doming', verdict: 'out' },
    { fault: 'gluteGrip', verdict: 'in' },
    { fault: tilt, verdict: 'out' },
  ]);
  const faults = seen.map(({ fault }) => fault);
  expect(new Set(faults).size).toBe(faults.length);
  expect(faults).toContain(faultOf(arch, 'faceAngle'));
});

test('a fault is graded once before the retest: another moment takes its place, nothing takes it back', () => {
  const gap = { role: 'top', method: 'hand', measure: 'lumbarGap', taken: 2 } as const;
  const first = withSeen([gap], 'kneeOut', { role: 'top', taken: 2, side: 'L' });
  expect(withSeen(first, 'kneeOut', { role: 'back', taken: 1, side: 'R' })).toEqual([
    gap,
    { role: 'back', method: 'seen', measure: 'kneeOut', taken: 1, side: 'R' },
  ]);
  expect(withSeen(first, 'kneeOut', null)).toEqual([gap]);
});

test('a reading is kept once for each moment, method and measure; none takes it back', () => {
  const gap = { role: 'top', method: 'hand', measure: 'lumbarGap' } as const;
  const eye = { ...gap, method: 'eye', measure: 'pelvicTilt' } as const;
  const both = withTaken(withTaken([], gap, 2), eye, 1);
  expect(withTaken(both, gap, 3)).toEqual([
    { ...eye, taken: 1 },
    { ...gap, taken: 3 },
  ]);
  expect(withTaken(both, gap, null)).toEqual([{ ...eye, taken: 1 }]);
  expect(keyOf(gap)).not.toBe(keyOf({ ...gap, role: 'retest' }));
});
