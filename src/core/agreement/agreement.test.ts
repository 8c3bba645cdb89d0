import { agree, iccTwoOne, weightedKappa } from './agree';
import { ownEye, ownMarking } from './repeats';

describe('two raters', () => {
  test('Shrout & Fleiss 1979, table 2: six subjects, four judges, ICC(2,1) = .29', () => {
    const table = [
      [9, 2, 5, 8],
      [6, 1, 3, 2],
      [8, 4, 6, 8],
      [7, 1, 2, 6],
      [10, 5, 6, 9],
      [6, 2, 4, 7],
    ];
    const { icc, ci } = iccTwoOne(table);
    expect(icc).toBeCloseTo(0.2898, 3);
    expect(ci[0]).toBeCloseTo(0.0188, 3); // as published packages give it for this table
    expect(ci[1]).toBeCloseTo(0.761, 3);
  });
  test('bias and limits of agreement: differences 1, 3, 2, 2 are 2 ± 1.96·0.816', () => {
    const agreed = agree({
      pairs: [
        [11, 10],
        [23, 20],
        [32, 30],
        [42, 40],
      ],
    });
    if (!agreed.ok) throw new Error(agreed.error.message);
    expect(agreed.value.bias).toBeCloseTo(2, 9);
    expect(agreed.value.loa[0]).toBeCloseTo(2 - 1.96 * Math.sqrt(2 / 3), 6);
    expect(agreed.value.loa[1]).toBeCloseTo(2 + 1.96 * Math.sqrt(2 / 3), 6);
    expect(agreed.value.n).toBe(4);
    // By hand: MSR 1021/3, MSC 8, MSE 1/3, so (340.333 − 0.333)/(340.333 + 0.333 + 2·(8 − 0.333)/4).
    expect(agreed.value.icc).toBeCloseTo(340 / 344.5, 6);
  });
  test('raters who say the same agree wholly; one value throughout says nothing', () => {
    const same = agree({
      pairs: [
        [1, 1],
        [4, 4],
        [9, 9],
      ],
    });
    expect(same).toMatchObject({ ok: true, value: { icc: 1, bias: 0 } });
    expect(
      agree({
        pairs: [
          [5, 5],
          [5, 5],
          [5, 5],
        ],
      }),
    ).toMatchObject({ ok: false, error: { code: 'nothingVaries', path: 'pairs' } });
  });
  test('kappa by hand: grades 0 and 1, three agreements and one miss of four, evenly spread, are 0.5', () => {
    expect(
      weightedKappa([
        [0, 0],
        [0, 1],
        [1, 1],
        [1, 1],
      ]),
    ).toBeCloseTo(0.5, 9); // seen ¼; by chance ½·¾ + ½·¼ = ½
  });
});

describe('own errors', () => {
  test('marks 1 px either side of the middle, in x only, are a spread of 1 px per axis', () => {
    // Three marks −1, 0, +1: variance 1 in x, 0 in y: √((1+0)/2).
    const own = ownMarking([[{ ASIS: [9, 5] }, { ASIS: [10, 5] }, { ASIS: [11, 5] }]]);
    expect(own?.sdPx).toBeCloseTo(Math.SQRT1_2, 9);
    expect(own?.freedom).toBe(2);
  });
  test('pictures are pooled within, not between: the same landmark elsewhere on another picture adds nothing', () => {
    const rounds = (x: number) => [{ PS: [x, 0] as const }, { PS: [x + 2, 0] as const }];
    expect(ownMarking([rounds(0), rounds(500)])?.sdPx).toBeCloseTo(1, 9); // variance 2 in x, 0 in y
    expect(ownMarking([[{ PS: [0, 0] }]])).toBeUndefined();
  });
  test('an eye that sees 3° too much, now 2 and now 4, has a bias of 3° and a spread of √2', () => {
    expect(
      ownEye([
        { eye: 6, picture: 4 },
        { eye: 0, picture: -4 },
      ]),
    ).toEqual({ bias: 3, sd: Math.SQRT2, n: 2 });
    expect(ownEye([{ eye: 6, picture: 4 }])).toBeUndefined();
  });
});
