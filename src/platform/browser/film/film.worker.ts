// Everything of a film that takes long, off the page: opening, decoding, following points, reading what they tell, stills.
import { expose, transfer } from 'comlink';
import type { VideoSample } from 'mediabunny';
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import { isLandmarkKey } from '@/core/anatomy/landmarks';
import type { Vec2 } from '@/core/geometry';
import { entriesOf } from '@/core/keyed';
import type { Repertoire } from '@/core/knowledge/entries';
import { frameAt, readFilm } from '@/core/knowledge/film';
import type { FilmInput, FilmReading, FollowedFilm } from '@/core/knowledge/film';
import { anchorsIn } from '@/core/motion/anchors';
import { disturbancesIn } from '@/core/motion/disturbed';
import type { Disturbance } from '@/core/motion/disturbed';
import { pyramidOf } from '@/core/motion/gray';
import type { Pyramid } from '@/core/motion/gray';
import { beginTracking, placesOf, trackInto } from '@/core/motion/track';
import type { Tracking } from '@/core/motion/track';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { followedSize, lumaReader } from './luma';
import type { Turned } from './luma';
import { openFilm } from './open';
import { filmOver } from './over';
import type { Over } from './over';
import type { FilmInfo, OpenFilm } from './open';

/** Where a film is looked at between: what lies outside is not followed. */
export type Trim = { readonly fromS: number; readonly toS: number };
export type OnProgress = (share: number) => void;

/** What following gave: paths of what was marked, and what disturbed it. */
export type Followed = {
  readonly film: FollowedFilm;
  readonly disturbed: readonly Disturbance[];
  readonly cutOffS?: number;
  readonly spent: Spent;
};

/** What following took, ms: decoding, reading lightness, finding the points. */
export type Spent = { readonly decodingMs: number; readonly readingMs: number; readonly findingMs: number };

/** Frames held at once on the way backwards, which is decoded in parts. */
const backwardsPart = 48;
/** A page is told of progress so many times a film at most. */
const progressSteps = 100;

/** Places of one point over the film, in its own pixels; NaN where it was not seen. */
type Path = { readonly x: Float64Array; readonly y: Float64Array; readonly sd: Float64Array };
const emptyPath = (frames: number): Path => ({
  x: new Float64Array(frames).fill(Number.NaN),
  y: new Float64Array(frames).fill(Number.NaN),
  sd: new Float64Array(frames).fill(Number.NaN),
});

type Marks = Readonly<Record<string, Vec2>>;

/** Frames to go through, from the one that points were marked in. */
type Way = { readonly from: number; readonly to: number };

class FilmReader {
  private film: OpenFilm | undefined;
  private paths = new Map<string, Path>();
  /** Frames in which a point was set by hand. */
  private byHand = new Map<string, Set<number>>();
  private range: { first: number; last: number } = { first: 0, last: 0 };
  private isCancelled = false;
  private cutOffS: number | undefined;
  private spent = { decodingMs: 0, readingMs: 0, findingMs: 0 };

  async open(file: Blob, turn: Turned): Promise<Result<FilmInfo>> {
    this.close();
    const opened = await openFilm(file, turn);
    if (!opened.ok) return opened;
    this.film = opened.value;
    return success(opened.value.info);
  }

  close(): void {
    this.film?.close();
    this.film = undefined;
    this.paths.clear();
    this.byHand.clear();
  }

  cancel(): void {
    this.isCancelled = true;
  }

  /** The frame at a time, upright, so many pixels wide at most; transferred. */
  async frame(atS: number, widest: number): Promise<ImageBitmap | undefined> {
    const canvas = await this.drawn(atS, widest);
    const bitmap = canvas?.transferToImageBitmap();
    return bitmap && transfer(bitmap, [bitmap]);
  }

  /** The same as a file, in the film's own size. */
  async still(atS: number, widest = Infinity): Promise<Blob | undefined> {
    const canvas = await this.drawn(atS, widest);
    return canvas?.convertToBlob({ type: 'image/jpeg', quality: 0.92 });
  }

  private async drawn(atS: number, widest: number): Promise<OffscreenCanvas | undefined> {
    const film = this.film;
    const at = film?.times[frameAt(film.times, atS)];
    if (!film || at === undefined) return undefined;
    const sample = await film.sink.getSample(at + 1e-4).catch(() => null);
    if (!sample) return undefined;
    const { width, height } = film.info;
    const by = Math.min(1, widest / width);
    const canvas = new OffscreenCanvas(Math.round(width * by), Math.round(height * by));
    const context = canvas.getContext('2d');
    if (context) {
      context.translate(canvas.width / 2, canvas.height / 2);
      context.rotate((film.turn * Math.PI) / 180);
      const [w, h] = [sample.displayWidth * by, sample.displayHeight * by];
      sample.draw(context, -w / 2, -h / 2, w, h);
    }
    sample.close();
    return canvas;
  }

  /** What was followed, with everything drawn on it, as a film; undefined where it was stopped, or could not be made. */
  async over(over: Over, onProgress: OnProgress): Promise<Blob | undefined> {
    this.isCancelled = false;
    const { width = 1 } = this.film?.info ?? {};
    const isCancelled = () => this.isCancelled;
    const drawn = (atS: number, widest: number) => this.drawn(atS, widest);
    return filmOver(this.followed(), over, drawn, { width, onProgress, isCancelled });
  }

  /** Follows marks through a film, both ways from the frame that they were set in. What was followed before is forgotten. */
  async follow(marks: Marks, atS: number, trim: Trim, onProgress: OnProgress): Promise<Result<Followed>> {
    const { film } = this;
    if (!film) return notOpen();
    this.isCancelled = false;
    this.cutOffS = undefined;
    this.range = { first: frameAt(film.times, trim.fromS), last: frameAt(film.times, trim.toS) };
    this.paths = new Map(Object.keys(marks).map((name) => [name, emptyPath(film.times.length)]));
    const start = frameAt(film.times, atS);
    this.byHand = new Map(Object.keys(marks).map((name) => [name, new Set([start])]));
    return this.goBothWays(marks, start, this.range, onProgress, true);
  }

  /** One point set anew in a frame: followed from there both ways, as far as where it was set by hand before. */
  async correct(name: string, at: Vec2, atS: number, onProgress: OnProgress): Promise<Result<Followed>> {
    const { film } = this;
    const hands = this.byHand.get(name);
    if (!film || !hands) return notOpen();
    this.isCancelled = false;
    const start = frameAt(film.times, atS);
    hands.add(start);
    const others = [...hands].sort((a, b) => a - b);
    const first = others.findLast((one) => one < start) ?? this.range.first - 1;
    const last = others.find((one) => one > start) ?? this.range.last + 1;
    return this.goBothWays({ [name]: at }, start, { first: first + 1, last: last - 1 }, onProgress, false);
  }

  /** What the points tell. */
  read(input: Omit<FilmInput, 'film'>, repertoire: Repertoire): Result<FilmReading> {
    return this.film ? readFilm({ ...input, film: this.followed() }, repertoire) : notOpen();
  }

  /** What points of a film tell that is no longer here. */
  readKept(input: FilmInput, repertoire: Repertoire): Result<FilmReading> {
    return readFilm(input, repertoire);
  }

  private async goBothWays(
    marks: Marks,
    start: number,
    { first, last }: { readonly first: number; readonly last: number },
    onProgress: OnProgress,
    withRoom: boolean,
  ): Promise<Result<Followed>> {
    const { film } = this;
    if (!film) return notOpen();
    this.spent = { decodingMs: 0, readingMs: 0, findingMs: 0 };
    let done = 0;
    const all = Math.max(1, last - first + 1);
    let told = -1;
    const step = () => {
      done += 1;
      const now = Math.floor((done / all) * progressSteps);
      if (now !== told) onProgress(Math.min(1, done / all));
      told = now;
    };
    try {
      const began = await this.forwards(marks, { from: start, to: last }, step, withRoom);
      if (began && !this.isCancelled) await this.backwards(began, { from: start, to: first }, step);
    } catch {
      // a film cut off in the middle: what was followed so far is told
      this.cutOffS = film.times[Math.min(film.times.length - 1, start + done)];
      if (done === 0) return failure('unreadable', 'This film can’t be read any further: it is cut off.', 'film');
    }
    if (this.isCancelled) return failure('cancelled', 'Following was stopped.', 'film');
    return success({
      film: this.followed(),
      disturbed: this.disturbances(),
      spent: this.spent,
      ...(this.cutOffS === undefined ? {} : { cutOffS: this.cutOffS }),
    });
  }

  private scale(): number {
    const { width, height } = this.film?.info ?? { width: 1, height: 1 };
    return followedSize(width, height).by;
  }

  private async *grays(first: number, last: number): AsyncGenerator<readonly [number, Pyramid]> {
    const { film } = this;
    if (!film) return;
    const luma = lumaReader(film.turn);
    const [fromS = 0, toS = 0] = [film.times[first], film.times[last]];
    const frames = new Map(film.times.slice(first, last + 1).map((at, i) => [Math.round(at * 1e4), first + i]));
    let asked = performance.now();
    for await (const sample of film.sink.samples(fromS, toS + 1e-4)) {
      const decoded = performance.now();
      const frame = frames.get(Math.round(sample.timestamp * 1e4));
      const pyramid = frame === undefined ? undefined : await pyramidAndClose(sample, luma);
      const read = performance.now();
      this.spent.decodingMs += decoded - asked;
      this.spent.readingMs += read - decoded;
      if (frame === undefined) sample.close();
      if (this.isCancelled) return;
      if (frame !== undefined && pyramid) yield [frame, pyramid];
      asked = performance.now();
      this.spent.findingMs += asked - read;
    }
  }

  private async forwards(marks: Marks, { from, to }: Way, step: () => void, withRoom: boolean) {
    const by = this.scale();
    const small: Record<string, Vec2> = {};
    for (const [name, [x, y]] of Object.entries(marks)) small[name] = [shrunk(x, by), shrunk(y, by)];
    let tracking: Tracking | undefined;
    let began: Tracking | undefined;
    for await (const [frame, pyramid] of this.grays(from, to)) {
      if (tracking) tracking = trackInto(tracking, pyramid);
      else {
        const room = withRoom ? anchorsIn(pyramid, Object.values(small)) : {};
        for (const name of Object.keys(room)) this.paths.set(name, emptyPath(this.film?.times.length ?? 0));
        began = beginTracking(pyramid, { ...small, ...room });
        tracking = began;
        this.keepMarks(marks, frame);
        step();
        this.keep(tracking, frame, Object.keys(room));
        continue;
      }
      this.keep(tracking, frame);
      step();
    }
    return began;
  }

  private async backwards(began: Tracking, { from, to }: Way, step: () => void): Promise<void> {
    let tracking = began;
    for (let last = from - 1; last >= to; last -= backwardsPart) {
      const first = Math.max(to, last - backwardsPart + 1);
      const part: (readonly [number, Pyramid])[] = [];
      for await (const one of this.grays(first, last)) part.push(one);
      for (const [frame, pyramid] of part.reverse()) {
        tracking = trackInto(tracking, pyramid);
        this.keep(tracking, frame);
        step();
      }
      if (this.isCancelled) return;
    }
  }

  /** The frame that marks were set in: they are where the hand put them. */
  private keepMarks(marks: Marks, frame: number): void {
    for (const [name, [x, y]] of Object.entries(marks)) this.put(name, frame, x, y, 0);
  }

  private keep(tracking: Tracking, frame: number, only?: readonly string[]): void {
    const by = this.scale();
    for (const [name, { at, sdPx, isLost }] of placesOf(tracking)) {
      if (only && !only.includes(name)) continue;
      if (isLost) this.put(name, frame, Number.NaN, Number.NaN, Number.NaN);
      else this.put(name, frame, grown(at[0], by), grown(at[1], by), sdPx * by);
    }
  }

  private put(name: string, frame: number, x: number, y: number, sd: number): void {
    const path = this.paths.get(name);
    if (!path) return;
    [path.x[frame], path.y[frame], path.sd[frame]] = [x, y, sd];
  }

  private pathOf(name: string): (Vec2 | null)[] {
    const path = this.paths.get(name);
    const { first, last } = this.range;
    return Array.from({ length: last - first + 1 }, (_, i) => {
      const [x = Number.NaN, y = Number.NaN] = [path?.x[first + i], path?.y[first + i]];
      return Number.isNaN(x) ? null : [x, y];
    });
  }

  private times(): number[] {
    return this.film?.times.slice(this.range.first, this.range.last + 1) ?? [];
  }

  private disturbances(): Disturbance[] {
    const names = [...this.paths.keys()];
    return disturbancesIn(this.times(), {
      anchors: names.filter((name) => name.startsWith('room')).map((name) => this.pathOf(name)),
      points: names.filter(isLandmarkKey).map((name) => this.pathOf(name)),
      widthPx: this.film?.info.width ?? 1280,
    });
  }

  /** Landmarks over time. While the camera moves nothing that is seen can be told. */
  private followed(): FollowedFilm {
    const times = this.times();
    const moved = this.disturbances().filter(({ what }) => what === 'cameraMoved');
    const isStill = times.map((at) => !moved.some(({ fromS, toS }) => at >= fromS && at <= toS));
    const points: Partial<Record<LandmarkKey, (Vec2 | null)[]>> = {};
    const sdPx: Partial<Record<LandmarkKey, number[]>> = {};
    for (const [name, path] of this.paths) {
      if (!isLandmarkKey(name)) continue;
      points[name] = this.pathOf(name).map((at, i) => (isStill[i] ? at : null));
      sdPx[name] = [...path.sd.slice(this.range.first, this.range.last + 1)].map((sd) => (Number.isNaN(sd) ? 0 : sd));
    }
    for (const [name, path] of entriesOf(points)) if (path.every((at) => at === null)) delete points[name];
    return { times, points, sdPx };
  }
}

async function pyramidAndClose(sample: VideoSample, luma: ReturnType<typeof lumaReader>): Promise<Pyramid> {
  const gray = await luma(sample);
  sample.close();
  return pyramidOf(gray);
}

/** A pixel's middle in a picture smaller by `by`, and back. */
const shrunk = (x: number, by: number): number => x / by - (by - 1) / (2 * by);
const grown = (x: number, by: number): number => x * by + (by - 1) / 2;

const notOpen = () => failure('notOpen', 'There is no film open. Choose one first.', 'film');

export type { FilmReader };
expose(new FilmReader());
