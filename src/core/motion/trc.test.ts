import { planeOf, trcOf } from './trc';

/** A mat that rises to the right by 3 in 4; 50 px are 100 mm. */
const plane = planeOf(
  [
    [50, 110],
    [10, 140],
  ],
  {
    points: [
      [0, 0],
      [30, 40],
    ],
    mm: 100,
  },
);

test('the plane lies along the mat from its left end, up away from it, in millimetres', () => {
  expect(plane.origin).toEqual([10, 140]);
  expect(plane.along).toEqual([0.8, -0.6]);
  expect(plane.up).toEqual([-0.6, -0.8]);
  expect(plane.mmPerPx).toBeCloseTo(2, 9);
});

test('a frame a line, a marker three columns; what was not seen is left empty', () => {
  const text = trcOf(
    'set.trc',
    {
      times: [2, 2.04, 2.08],
      points: {
        // 10 px along the mat from its end, then 5 px straight up from there
        ASIS: [[18, 134], [15, 130], null],
        PS: [[10, 140], null, [10, 140]],
      },
    },
    plane,
  );
  const lines = text.split('\n');
  expect(lines[0]).toBe('PathFileType\t4\t(X/Y/Z)\tset.trc');
  expect(lines[2]).toBe('25.00\t25.00\t3\t2\tmm\t25.00\t1\t3');
  expect(lines[3]?.split('\t')).toEqual(['Frame#', 'Time', 'ASIS', '', '', 'PS', '', '']);
  expect(lines[4]?.split('\t')).toEqual(['', '', 'X1', 'Y1', 'Z1', 'X2', 'Y2', 'Z2']);
  expect(lines[6]).toBe('1\t0.0000\t20.00\t0.00\t0.00\t0.00\t0.00\t0.00');
  expect(lines[7]).toBe('2\t0.0400\t20.00\t10.00\t0.00\t\t\t');
  expect(lines[8]).toBe('3\t0.0800\t\t\t\t0.00\t0.00\t0.00');
  expect(lines).toHaveLength(10);
});
