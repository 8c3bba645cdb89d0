import { judge } from '@/core/knowledge/judge';
import { repertoire } from '@/repertoire';
import { keyOf, withTaken, workOf } from './work';

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

test('what is worked on is the fault picked, else the worst that is out, else one that can’t be told yet', () => {
  expect(workOf({ baseline: arch }, null, []).fault).toBe(faultOf(arch, 'pelvicTilt'));
  expect(workOf({ baseline: arch }, 'chinPoking', []).fault).toBe('chinPoking');
  expect(workOf({ baseline: doubtful }, null, []).fault).toBe(faultOf(doubtful, 'faceAngle'));
  expect(workOf({ baseline: level }, null, []).fault).toBeUndefined();
  expect(workOf({}, null, []).fault).toBeUndefined();
});

test('a fault that no measure shows is retested by eye', () => {
  expect(workOf({ baseline: arch }, null, [])).toMatchObject({ isMeasured: true, isByEye: false });
  expect(workOf({ baseline: arch }, 'doming', [])).toMatchObject({ isMeasured: false, isByEye: true });
  expect(workOf({}, null, ['doming'])).toMatchObject({ isMeasured: false, isByEye: true });
});

test('every fault seen is told once, those named by eye first and as sure', () => {
  const tilt = faultOf(arch, 'pelvicTilt') ?? '';
  const { seen } = workOf({ baseline: arch, back: arch }, null, ['doming', tilt]);
  expect(seen.slice(0, 2)).toEqual([
    { fault: 'doming', verdict: 'out' },
    { fault: tilt, verdict: 'out' },
  ]);
  const faults = seen.map(({ fault }) => fault);
  expect(new Set(faults).size).toBe(faults.length);
  expect(faults).toContain(faultOf(arch, 'faceAngle'));
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
