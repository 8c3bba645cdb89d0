// A film on the bench: opened, marked once, followed and read. It lives as long as the bench's page does.
import type { View } from '@/core/anatomy/positions';
import type { Vec2 } from '@/core/geometry';
import type { Repertoire } from '@/core/knowledge/entries';
import { frameOfMarks } from '@/core/knowledge/film';
import type { FilmInput, FilmReading, FollowedFilm } from '@/core/knowledge/film';
import type { Failure, Result } from '@/core/result';
import { startReader, telling } from '@/platform/browser/film/host';
import type { Reader } from '@/platform/browser/film/host';
import type { Followed, Trim } from '@/platform/browser/film/film.worker';
import type { FilmTurn } from '@/core/motion/kept-film';
import type { FilmInfo } from '@/platform/browser/film/open';
import type { Told } from '@/platform/browser/film/keep';
import type { Over } from '@/platform/browser/film/over';
import type { KeptFilm } from '../read';

/** Which set of a look: the one before a correction, or the one after it. */
export type SetOf = 'baseline' | 'retest';

export type FilmState = {
  readonly name: string;
  readonly turn: FilmTurn;
  readonly info?: FilmInfo;
  readonly trim: Trim;
  /** The play-head, s. */
  readonly atS: number;
  /** The moment that marks were set in, s. */
  readonly markedS?: number;
  /** The picture of the look that is that moment. */
  readonly markedIn?: string;
  readonly view?: View;
  readonly busy?: { readonly what: 'opening' | 'following' | 'reading' | 'drawing'; readonly share: number };
  readonly trouble?: Failure;
  /** The film on its way to where it is kept, or back. */
  readonly moving?: { readonly what: 'keeping' | 'fetching'; readonly share: number };
  /** The film itself, where it is kept. */
  readonly kept?: KeptFilm;
  readonly followed?: Followed;
  readonly reading?: FilmReading;
};

export const noFilm: FilmState = { name: '', turn: 0, trim: { fromS: 0, toS: 0 }, atS: 0 };

/** What a film is read by, besides what was followed. */
export type ReadBy = { readonly input: Omit<FilmInput, 'film'>; readonly repertoire: Repertoire };

/** Pictures of the film are shown so many pixels wide at most. */
const shownPx = 1280;

export class FilmDesk {
  private state: FilmState = noFilm;
  private reader: Reader | undefined;
  private file: File | undefined;
  private moving: AbortController | undefined;
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly now = (): FilmState => this.state;

  private set(change: Partial<FilmState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }

  /** Puts the film away. */
  close(): void {
    this.moving?.abort();
    this.moving = undefined;
    this.reader?.stop();
    this.reader = undefined;
    this.file = undefined;
    this.state = noFilm;
    for (const listener of this.listeners) listener();
  }

  async open(file: File, turn: FilmTurn = 0): Promise<void> {
    this.close();
    this.file = file;
    const reader = startReader();
    this.reader = reader;
    this.set({ name: file.name, turn, busy: { what: 'opening', share: 0 } });
    const opened = await reader.film.open(file, turn).catch(() => undefined);
    if (this.reader !== reader) return; // another was chosen meanwhile
    if (!opened?.ok) return this.fail(opened);
    const { startS, endS } = opened.value;
    this.state = { name: file.name, turn, info: opened.value, trim: { fromS: startS, toS: endS }, atS: startS };
    this.set({});
  }

  /** What was followed before this page was opened: it is read again, without its pictures. */
  async restore(film: FollowedFilm, view: View, { input, repertoire }: ReadBy, kept?: KeptFilm): Promise<void> {
    this.close();
    const reader = startReader();
    this.reader = reader;
    this.set({ busy: { what: 'reading', share: 0 } });
    const reading = await reader.film.readKept({ ...input, film }, repertoire).catch(() => undefined);
    if (this.reader !== reader) return;
    if (!reading?.ok) return this.fail(reading);
    const [fromS = 0, toS = 0] = [film.times[0], film.times.at(-1)];
    const followed: Followed = { film, disturbed: [], spent: { decodingMs: 0, readingMs: 0, findingMs: 0 } };
    const own = kept ? { kept } : {};
    this.state = { ...noFilm, view, trim: { fromS, toS }, atS: fromS, followed, reading: reading.value, ...own };
    this.set({});
  }

  /** The film itself, as it is kept, under what was followed in it. `marks`: as they were set, in some moment of it. */
  async show(file: File, turn: FilmTurn, marks: Readonly<Record<string, Vec2>>): Promise<void> {
    const { followed, reader } = { followed: this.state.followed, reader: startReader() };
    if (!followed) return;
    this.reader?.stop();
    [this.reader, this.file] = [reader, file];
    const { film } = followed;
    const opened = await reader.film.open(file, turn).catch(() => undefined);
    if (this.reader !== reader) return;
    if (!opened?.ok) return this.fail(opened);
    await reader.film.adopt(film);
    const frame = frameOfMarks(film, marks);
    const markedS = frame === undefined ? undefined : film.times[frame];
    const { busy: _, ...rest } = this.state;
    this.state = { ...rest, name: file.name, turn, info: opened.value, ...(markedS === undefined ? {} : { markedS }) };
    this.set({});
  }

  /** The film itself is kept from now on, or no more. */
  keptAs(kept: KeptFilm | undefined): void {
    const { kept: _, ...rest } = this.state;
    this.state = { ...rest, ...(kept ? { kept } : {}) };
    this.set({});
  }

  /** The film as it was opened. */
  get original(): File | undefined {
    return this.file;
  }

  /** Brings the film to where it is kept, or back. */
  async move<T>(what: 'keeping' | 'fetching', work: (told: Told) => Promise<Result<T>>): Promise<Result<T>> {
    this.moving?.abort();
    const moving = new AbortController();
    this.moving = moving;
    const tell = (share: number) => this.moving === moving && this.set({ moving: { what, share } });
    tell(0);
    const result = await work({ tell, signal: moving.signal });
    if (this.moving === moving) {
      this.moving = undefined;
      const { moving: _, ...rest } = this.state;
      this.state = rest;
      this.set({});
    }
    return result;
  }

  stopMoving(): void {
    this.moving?.abort();
  }

  /** Turned by a quarter more: a film that lies on its side. */
  async turnOn(): Promise<void> {
    const turns: Readonly<Record<FilmTurn, FilmTurn>> = { 0: 90, 90: 180, 180: 270, 270: 0 };
    if (this.file) await this.open(this.file, turns[this.state.turn]);
  }

  private fail(result: Result<unknown> | undefined): void {
    const lost: Failure = {
      code: 'worker',
      message: 'The film could not be read here. Close other pages, then try once more.',
      path: 'film',
    };
    const { busy: _, ...rest } = this.state;
    this.state = { ...rest, trouble: result && !result.ok ? result.error : lost };
    this.set({});
  }

  goTo(atS: number): void {
    const { trim } = this.state;
    this.set({ atS: Math.min(trim.toS, Math.max(trim.fromS, atS)) });
  }

  trimTo(trim: Trim): void {
    this.set({ trim, atS: Math.min(trim.toS, Math.max(trim.fromS, this.state.atS)) });
  }

  async frame(atS: number, widest = shownPx): Promise<ImageBitmap | undefined> {
    return this.reader?.film.frame(atS, widest).catch(() => undefined);
  }

  async still(atS: number, title: string, widest?: number): Promise<File | undefined> {
    const blob = await this.reader?.film.still(atS, widest).catch(() => undefined);
    return blob && new File([blob], `${title}.jpg`, { type: 'image/jpeg' });
  }

  /** Where marks are about to be set, and from which side it was filmed. */
  markAt(markedS: number, view: View, place: string): void {
    this.set({ markedS, view, markedIn: place });
  }

  /** Whether a picture of the look is the moment that was taken out of this film to be marked, and is not followed yet. */
  waitsFor(place: string): boolean {
    return this.state.markedIn === place && this.state.reading === undefined;
  }

  private busyWith = (what: 'following' | 'reading') => (share: number) => this.set({ busy: { what, share } });

  async follow(marks: Readonly<Record<string, Vec2>>, readBy: ReadBy): Promise<FilmReading | undefined> {
    const { markedS = this.state.atS, trim } = this.state;
    const tell = this.busyWith('following');
    tell(0);
    const done = await this.reader?.film.follow(marks, markedS, trim, telling(tell)).catch(() => undefined);
    return this.told(done, readBy);
  }

  /** A point dragged in the frame that is shown: followed anew from there. */
  async correct(name: string, at: Vec2, readBy: ReadBy): Promise<FilmReading | undefined> {
    const tell = this.busyWith('following');
    tell(0);
    const done = await this.reader?.film.correct(name, at, this.state.atS, telling(tell)).catch(() => undefined);
    return this.told(done, readBy);
  }

  private async told(
    done: Result<Followed> | undefined,
    { input, repertoire }: ReadBy,
  ): Promise<FilmReading | undefined> {
    if (!done?.ok) {
      this.fail(done);
      return undefined;
    }
    this.busyWith('reading')(1);
    const reading = await this.reader?.film.read(input, repertoire).catch(() => undefined);
    const { busy: _, trouble: __, reading: ___, ...rest } = this.state;
    this.state = { ...rest, followed: done.value };
    if (!reading?.ok) {
      this.fail(reading);
      return undefined;
    }
    this.set({ reading: reading.value });
    return reading.value;
  }

  /** The film with what is drawn on it; undefined where it was stopped, or could not be made. */
  async over(over: Over): Promise<Blob | undefined> {
    const tell = (share: number) => this.set({ busy: { what: 'drawing', share } });
    tell(0);
    const blob = await this.reader?.film.over(over, telling(tell)).catch(() => undefined);
    const { busy: _, ...rest } = this.state;
    this.state = rest;
    this.set({});
    return blob;
  }

  cancel(): void {
    void this.reader?.film.cancel();
  }
}

/** Films of a look's sets. */
export type Films = Map<SetOf, FilmDesk>;

/** The set's film on this bench; made when first asked for. */
export function deskOf(films: Films, set: SetOf): FilmDesk {
  const desk = films.get(set) ?? new FilmDesk();
  films.set(set, desk);
  return desk;
}
