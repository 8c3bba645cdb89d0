// Everything of a film that takes long, off the page: opening, decoding, following points, reading what they tell, stills.
import { expose, transfer } from 'comlink';
import type { VideoSample } from 'mediabunny';
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import { isLandmarkKey } from '@/core/anatomy/landmarks';
import { minus, plus } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import { entriesOf, keysOf } from '@/core/keyed';
import type { Repertoire } from '@/core/knowledge/entries';
import { frameAt, readFilm } from '@/core/knowledge/film';
import type { FilmInput, FilmReading, FollowedFilm } from '@/core/knowledge/film';
import { anchorsIn } from '@/core/motion/anchors';
import { disturbancesIn } from '@/core/motion/disturbed';
import type { Disturbance } from '@/core/motion/disturbed';
import { pyramidOf } from '@/core/motion/gray';
import type { Pyramid } from '@/core/motion/gray';
import { beginFollowing, followStickers, stickersUnder } from '@/core/motion/sticker-follow';
import type { FollowedSticker, ReadWindow } from '@/core/motion/sticker-follow';
import { beginTracking, placesOf, trackInto } from '@/core/motion/track';
import type { Tracking } from '@/core/motion/track';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { followedSize, frameReader } from './luma';
import type { FilmTurn } from '@/core/motion/kept-film';
import { openFilm } from './open';
import { filmOver, overPx } from './over';
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
/** The room alone is looked at in every so many frames: a camera that was moved stays moved. */
const roomEvery = 3;
/** Their planes take no more than this, bytes. */
const heldBytes = 120_000_000;
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

  async open(file: Blob, turn: FilmTurn): Promise<Result<FilmInfo>> {
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
    const canvas = uprightOf(sample, film, widest);
    sample.close();
    return canvas;
  }

  /** The followed frames one after another, upright, so many pixels wide at most. */
  private async *drawnFrames(widest: number): AsyncGenerator<readonly [frame: number, OffscreenCanvas]> {
    const { film } = this;
    const times = this.times();
    if (!film) return;
    const frames = new Map(times.map((at, i) => [Math.round(at * 1e4), i]));
    for await (const sample of film.sink.samples(times[0] ?? 0, (times.at(-1) ?? 0) + 1e-4)) {
      const frame = frames.get(Math.round(sample.timestamp * 1e4));
      const canvas = frame === undefined ? undefined : uprightOf(sample, film, widest);
      sample.close();
      if (frame !== undefined && canvas) yield [frame, canvas];
    }
  }

  /** What was followed, with everything drawn on it, as a film; undefined where it was stopped, or could not be made. */
  async over(over: Over, onProgress: OnProgress): Promise<Blob | undefined> {
    this.isCancelled = false;
    const { width = 1 } = this.film?.info ?? {};
    const isCancelled = () => this.isCancelled;
    const frames = this.drawnFrames(overPx);
    return filmOver(this.followed(), over, frames, { width, onProgress, isCancelled }).catch(() => undefined);
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

  /** What was followed in this film once before: its paths lie in it again. */
  adopt({ times, points, sdPx }: FollowedFilm): void {
    const { film } = this;
    const [from, to] = [times[0], times.at(-1)];
    if (!film || from === undefined || to === undefined) return;
    this.range = { first: frameAt(film.times, from), last: frameAt(film.times, to) };
    this.cutOffS = undefined;
    this.paths = new Map(keysOf(points).map((name) => [name, emptyPath(film.times.length)]));
    this.byHand = new Map(keysOf(points).map((name) => [name, new Set()]));
    for (const [name, path] of entriesOf(points))
      for (const [i, at] of (path ?? []).entries())
        if (at) this.put(name, this.range.first + i, at[0], at[1], sdPx[name]?.[i] ?? 0);
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

  /** Frames one after another; `keeps`: one is still read after the next has come. */
  private async *frames(first: number, last: number, keeps: boolean): AsyncGenerator<readonly [number, Seen]> {
    const { film } = this;
    if (!film) return;
    const reader = frameReader(film.turn, keeps);
    const [fromS = 0, toS = 0] = [film.times[first], film.times[last]];
    const frames = new Map(film.times.slice(first, last + 1).map((at, i) => [Math.round(at * 1e4), first + i]));
    let asked = performance.now();
    for await (const sample of film.sink.samples(fromS, toS + 1e-4)) {
      const decoded = performance.now();
      const frame = frames.get(Math.round(sample.timestamp * 1e4));
      const seen = frame === undefined ? undefined : await seenAndClosed(sample, reader);
      const read = performance.now();
      this.spent.decodingMs += decoded - asked;
      this.spent.readingMs += read - decoded;
      if (frame === undefined) sample.close();
      if (this.isCancelled) return;
      if (frame !== undefined && seen) yield [frame, seen];
      asked = performance.now();
      this.spent.findingMs += asked - read;
    }
  }

  private async forwards(marks: Marks, { from, to }: Way, step: () => void, withRoom: boolean) {
    let going: Going | undefined;
    let began: Going | undefined;
    for await (const [frame, seen] of this.frames(from, to, false)) {
      if (going) {
        going = this.goOn(going, seen, frame);
        this.keep(going, frame);
      } else {
        began = this.begin(marks, seen, frame, withRoom);
        going = began;
      }
      step();
    }
    return began;
  }

  /** Marks on a sticker are followed by its colour, the others, and points of the room, by how they look. */
  private begin(marks: Marks, { pyramid: inGray, read }: Seen, frame: number, withRoom: boolean): Going {
    const by = this.scale();
    const pyramid = inGray();
    const stickers = stickersUnder(marks, read);
    const small: Record<string, Vec2> = {};
    for (const [name, [x, y]] of Object.entries(marks))
      if (!stickers.some((one) => one.name === name)) small[name] = [shrunk(x, by), shrunk(y, by)];
    const away = Object.values(marks).map(([x, y]): Vec2 => [shrunk(x, by), shrunk(y, by)]);
    const room = withRoom ? anchorsIn(pyramid, away) : {};
    for (const name of Object.keys(room)) this.paths.set(name, emptyPath(this.film?.times.length ?? 0));
    const offsets = new Map(
      stickers.map(({ name, sticker }) => [name, minus(marks[name] ?? sticker.at, sticker.at)] as const),
    );
    this.keepMarks(marks, frame);
    const going: Going = {
      looks: beginTracking(pyramid, { ...small, ...room }),
      stickers: beginFollowing(stickers, 0),
      offsets,
      roomOnly: Object.keys(small).length === 0,
      atS: this.film?.times[frame] ?? 0,
    };
    this.keepLooks(going, frame, Object.keys(room));
    return going;
  }

  /** The next frame, or the one before: a clock that runs back runs all the same. */
  private goOn(going: Going, { pyramid, read }: Seen, frame: number): Going {
    const sinceS = Math.abs((this.film?.times[frame] ?? 0) - going.atS);
    const { looks, roomOnly } = going;
    const isAsked = looks.points.size > 0 && !(roomOnly && frame % roomEvery !== 0);
    return {
      ...going,
      looks: isAsked ? trackInto(looks, pyramid()) : looks,
      stickers: followStickers(going.stickers, sinceS, read),
    };
  }

  private async backwards(began: Going, { from, to }: Way, step: () => void): Promise<void> {
    let going = began;
    const { width, height } = this.film?.info ?? { width: 1, height: 1 };
    const many = Math.max(4, Math.min(backwardsPart, Math.floor(heldBytes / (2 * width * height))));
    for (let last = from - 1; last >= to; last -= many) {
      const first = Math.max(to, last - many + 1);
      const part: (readonly [number, Seen])[] = [];
      for await (const one of this.frames(first, last, true)) part.push(one);
      for (const [frame, seen] of part.reverse()) {
        going = this.goOn(going, seen, frame);
        this.keep(going, frame);
        step();
      }
      if (this.isCancelled) return;
    }
  }

  /** The frame that marks were set in: they are where the hand put them. */
  private keepMarks(marks: Marks, frame: number): void {
    for (const [name, [x, y]] of Object.entries(marks)) this.put(name, frame, x, y, 0);
  }

  private keep(going: Going, frame: number): void {
    this.keepLooks(going, frame);
    for (const { name, at, sdPx, isSeen } of going.stickers) {
      const [x, y] = plus(at, going.offsets.get(name) ?? [0, 0]);
      if (isSeen) this.put(name, frame, x, y, sdPx);
      else this.put(name, frame, Number.NaN, Number.NaN, Number.NaN);
    }
  }

  private keepLooks({ looks }: Going, frame: number, only?: readonly string[]): void {
    const by = this.scale();
    for (const [name, { at, sdPx, isLost }] of placesOf(looks)) {
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

/** A frame upright, so many pixels wide at most. */
function uprightOf(sample: VideoSample, { info, turn }: OpenFilm, widest: number): OffscreenCanvas {
  const { width, height } = info;
  const by = Math.min(1, widest / width);
  const canvas = new OffscreenCanvas(Math.round(width * by), Math.round(height * by));
  const context = canvas.getContext('2d');
  if (context) {
    context.translate(canvas.width / 2, canvas.height / 2);
    context.rotate((turn * Math.PI) / 180);
    const [w, h] = [sample.displayWidth * by, sample.displayHeight * by];
    sample.draw(context, -w / 2, -h / 2, w, h);
  }
  return canvas;
}

/** A frame as it is followed: by look in its lightness, by stickers in its colours. */
type Seen = { readonly pyramid: () => Pyramid; readonly read: ReadWindow };

/** Where following has got to. `offsets`: how far marks lie from their stickers' middles; `atS`: of the frame that they were set in. */
type Going = {
  readonly looks: Tracking;
  readonly stickers: readonly FollowedSticker[];
  readonly offsets: ReadonlyMap<string, Vec2>;
  readonly atS: number;
  /** Nothing but the room is followed by how it looks. */
  readonly roomOnly: boolean;
};

async function seenAndClosed(sample: VideoSample, reader: ReturnType<typeof frameReader>): Promise<Seen> {
  const { gray, read } = await reader(sample);
  sample.close();
  return { pyramid: () => pyramidOf(gray()), read };
}

/** A pixel's middle in a picture smaller by `by`, and back. */
const shrunk = (x: number, by: number): number => x / by - (by - 1) / (2 * by);
const grown = (x: number, by: number): number => x * by + (by - 1) / 2;

const notOpen = () => failure('notOpen', 'There is no film open. Choose one first.', 'film');

export type { FilmReader };
expose(new FilmReader());
