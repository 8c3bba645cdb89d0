import { landmarkInfo, landmarkNames, sidedKey } from '../anatomy/landmarks';
import { keyAt, layOut, layOutSds, nameAt, numberOf, nearSlot, nearerMm, sideAt, sidedSlot } from './mark-table';

test.each(landmarkNames)('%s stands nearer on the side toward the lens, and as much farther on the other', (name) => {
  const { depthMm } = landmarkInfo[name];
  const [left, right] = [sidedSlot(numberOf[name], 'L'), sidedSlot(numberOf[name], 'R')];
  expect([nearerMm.L[left], nearerMm.L[right]]).toEqual([depthMm, depthMm === 0 ? -0 : -depthMm]);
  expect([nearerMm.R[left], nearerMm.R[right]]).toEqual([depthMm === 0 ? -0 : -depthMm, depthMm]);
  expect([nameAt(left), sideAt(left), keyAt(left)]).toEqual([name, 'L', sidedKey(name, 'L')]);
  expect([nameAt(right), sideAt(right), keyAt(right)]).toEqual([name, 'R', sidedKey(name, 'R')]);
});

test('of a landmark the unsided mark is taken, else the near side’s, else the far one’s', () => {
  const asis = numberOf.ASIS;
  const taken = (marks: Parameters<typeof layOut>[0], near: 'L' | 'R') => {
    const slot = nearSlot(layOut(marks), asis, near);
    return slot < 0 ? undefined : keyAt(slot);
  };
  expect(taken({ ASIS: [1, 1], ASIS_L: [2, 2] }, 'L')).toBe('ASIS');
  expect(taken({ ASIS_L: [2, 2], ASIS_R: [3, 3] }, 'L')).toBe('ASIS_L');
  expect(taken({ ASIS_L: [2, 2], ASIS_R: [3, 3] }, 'R')).toBe('ASIS_R');
  expect(taken({ ASIS_R: [3, 3] }, 'L')).toBe('ASIS_R');
  expect(taken({ PS: [3, 3] }, 'L')).toBeUndefined();
  expect(sideAt(nearSlot(layOut({ ASIS: [1, 1] }), asis, 'L'))).toBeUndefined();
});
test('spreads lie in the slots of their marks', () => {
  expect(layOutSds(undefined)).toBeUndefined();
  const table = layOutSds({ ASIS_R: 2.5 });
  expect(table?.[sidedSlot(numberOf.ASIS, 'R')]).toBe(2.5);
  expect(table?.filter((one) => one !== undefined)).toEqual([2.5]);
});
