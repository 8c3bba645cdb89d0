import { places } from '../anatomy/places';
import { bodyMap, placeAt, placesIn } from './body-map';

const views = ['front', 'behind'] as const;
const spotsOf = (view: (typeof views)[number], place: string) =>
  bodyMap(view).spots.filter((spot) => spot.place === place);

test('every place is on one side of the body, and on it once or on both halves', () => {
  expect(views.flatMap((view) => placesIn[view]).sort()).toEqual([...places].sort());
  for (const view of views) for (const place of placesIn[view]) expect([1, 2]).toContain(spotsOf(view, place).length);
});

test('as on a body: neck over shoulders over low back over seat over calves; belly over hips over knees', () => {
  const heightOf = (view: (typeof views)[number], place: string) => spotsOf(view, place)[0]?.at[1] ?? Number.NaN;
  const back = ['neck', 'upperBack', 'lowBack', 'seat', 'thighBacks', 'feet'].map((one) => heightOf('behind', one));
  const front = ['ribs', 'abdomen', 'hipFronts', 'thighFronts', 'knees'].map((one) => heightOf('front', one));
  expect(back).toEqual([...back].sort((a, b) => a - b));
  expect(front).toEqual([...front].sort((a, b) => a - b));
});

test('all is inside the picture; pairs stand level and as far from the middle', () => {
  for (const view of views) {
    const { width, height, spots } = bodyMap(view);
    for (const {
      at: [x, y],
    } of spots) {
      expect(x > 0 && x < width && y > 0 && y < height).toBe(true);
    }
    for (const place of placesIn[view]) {
      const [a, b] = spotsOf(view, place);
      if (!a || !b) continue;
      expect(a.at[1]).toBeCloseTo(b.at[1], 6);
      expect(a.at[0] + b.at[0]).toBeCloseTo(width, 6);
    }
  }
});

test('a tap means the nearest spot, and beside the body none', () => {
  const map = bodyMap('behind');
  const [seat] = spotsOf('behind', 'seat');
  expect(seat && placeAt(map, [seat.at[0] + 8, seat.at[1] + 8])).toBe('seat');
  expect(placeAt(map, [4, map.height - 4])).toBeUndefined();
});
