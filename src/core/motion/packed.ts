// Paths of points in as few characters as they need: tenths of a pixel and milliseconds, each as the step from the one before.
import * as v from 'valibot';
import { isLandmarkKey } from '../anatomy/landmarks';
import type { LandmarkKey } from '../anatomy/landmarks';
import type { Vec2 } from '../geometry';
import { entriesOf } from '../keyed';

/** As many frames as ten minutes at sixty a second have. */
const mostFrames = 40_000;
const whole = v.pipe(v.number(), v.integer(), v.minValue(-1_000_000), v.maxValue(1_000_000));
const steps = v.pipe(v.array(v.nullable(whole)), v.maxLength(mostFrames, 'is too long'));

export const packedFilm = v.pipe(
  v.strictObject({
    /** First time, and the steps after it, ms. */
    times: v.pipe(v.array(whole), v.minLength(3, 'needs at least three times'), v.maxLength(mostFrames, 'is too long')),
    /** Tenths of a pixel: x, y and the error of following; null where it was not seen. */
    points: v.record(
      v.custom<LandmarkKey>((key) => isLandmarkKey(String(key)), 'is not a known landmark'),
      v.strictObject({ x: steps, y: steps, sd: steps }),
    ),
  }),
  v.check(
    ({ times, points }) =>
      Object.values(points).every(({ x, y, sd }) => [x, y, sd].every((one) => one.length === times.length)),
    'every point needs as many places as there are times',
  ),
  v.check(({ times }) => times.slice(1).every((step) => step > 0), 'times must rise'),
);
export type PackedFilm = v.InferOutput<typeof packedFilm>;

/** What a film was followed to: times, s, rising; places and errors, pixels. */
export type Followed = {
  readonly times: readonly number[];
  readonly points: Readonly<Partial<Record<LandmarkKey, readonly (Vec2 | null)[]>>>;
  readonly sdPx: Readonly<Partial<Record<LandmarkKey, readonly number[]>>>;
};

const perPx = 10;
const perS = 1000;

/** Steps from one value that was seen to the next. */
function stepsOf(values: readonly (number | null)[], per: number): (number | null)[] {
  let last = 0;
  return values.map((value) => {
    if (value === null) return null;
    const here = Math.round(value * per);
    const step = here - last;
    last = here;
    return step;
  });
}

function valuesOf(packed: readonly (number | null)[], per: number): (number | null)[] {
  let last = 0;
  return packed.map((step) => {
    if (step === null) return null;
    last += step;
    return last / per;
  });
}

const isWhole = (value: number | null): value is number => value !== null;

export function packFilm({ times, points, sdPx }: Followed): PackedFilm {
  const packed: Partial<Record<LandmarkKey, PackedFilm['points'][LandmarkKey]>> = {};
  for (const [key, path] of entriesOf(points)) {
    const of = (pick: (at: Vec2) => number) =>
      stepsOf(
        path.map((at) => (at ? pick(at) : null)),
        perPx,
      );
    const sd = path.map((at, i) => (at ? (sdPx[key]?.[i] ?? 0) : null));
    packed[key] = { x: of(([x]) => x), y: of(([, y]) => y), sd: stepsOf(sd, perPx) };
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- every key that it has is a landmark's
  return { times: stepsOf(times, perS).filter(isWhole), points: packed as PackedFilm['points'] };
}

export function unpackFilm({ times, points }: PackedFilm): Followed {
  const paths: Partial<Record<LandmarkKey, (Vec2 | null)[]>> = {};
  const sdPx: Partial<Record<LandmarkKey, number[]>> = {};
  for (const [key, packed] of entriesOf(points)) {
    const [xs, ys, sds] = [valuesOf(packed.x, perPx), valuesOf(packed.y, perPx), valuesOf(packed.sd, perPx)];
    paths[key] = xs.map((x, i) => {
      const y = ys[i] ?? null;
      return x === null || y === null ? null : [x, y];
    });
    sdPx[key] = sds.map((sd) => sd ?? 0);
  }
  return { times: valuesOf(times, perS).filter(isWhole), points: paths, sdPx };
}
