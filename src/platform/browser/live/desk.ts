// A camera that watches, on the page's side: frames go to the worker one at a time, the newest first; what they tell comes back.
import { transfer, wrap } from 'comlink';
import type { Remote } from 'comlink';
import { median } from 'simple-statistics';
import type { Repertoire } from '@/core/knowledge/entries';
import type { LiveRepetition } from '@/core/knowledge/live';
import type { LiveTask } from '@/core/knowledge/live-task';
import type { LiveTold } from '@/core/knowledge/live-told';
import type { LiveEye } from './live.worker';
import type { LiveFrame, LiveSource, SourceEvents } from './sources';

export type LiveState = {
  readonly isOn: boolean;
  readonly told?: LiveTold;
  /** Frames worked through in the last second; and how long after its arrival each was on the screen, ms, in the middle. */
  readonly rate: number;
  readonly lateMs: number;
  readonly trouble?: string;
  /** Nothing has been told for a while, though the camera is on: no frame comes, or none can be worked through. */
  readonly standsStill: boolean;
  /** The source is over by itself: the simulated set is done. */
  readonly isOver: boolean;
};

const off: LiveState = { isOn: false, rate: 0, lateMs: 0, standsStill: false, isOver: false };

/** How long ago a repetition turned and ended, ms. */
export type Ago = { readonly turnedMs: number; readonly endedMs: number };
export type OnRepetition = (one: LiveRepetition, ago: Ago) => void;

type Waiting = {
  readonly frame: LiveFrame;
  readonly atS: number;
  readonly arrivedMs: number;
  readonly done: () => void;
};

const previewEveryMs = 120;
/** Nothing told for so long, it is said; looked at so often. */
const [stillAfterMs, stillEveryMs] = [6000, 1000];
/** So many of the newest frames tell rate and delay. */
const counted = 45;

export class LiveDesk {
  private state: LiveState = off;
  private readonly listeners = new Set<() => void>();
  private worker: Worker | undefined;
  private eye: Remote<LiveEye> | undefined;
  private source: LiveSource | undefined;
  private isBusy = false;
  private waiting: Waiting | undefined;
  private shown: { readonly arrivedMs: number; readonly paintedMs: number }[] = [];
  private previewedMs = 0;
  /** When the newest frame told something; before the first one a camera may wait to be allowed. */
  private toldMs = Infinity;
  private guard: ReturnType<typeof setInterval> | undefined;
  private preview: HTMLCanvasElement | undefined;
  private onRepetition: OnRepetition = () => undefined;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly now = (): LiveState => this.state;

  private set(change: Partial<LiveState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }

  /** Who is told of repetitions as they end. */
  hear(onRepetition: OnRepetition): void {
    this.onRepetition = onRepetition;
  }

  /** Where the picture is shown while the camera is set up; undefined: nowhere. */
  showIn(canvas: HTMLCanvasElement | undefined): void {
    this.preview = canvas;
  }

  async start(task: LiveTask, repertoire: Repertoire, open: (events: SourceEvents) => LiveSource): Promise<void> {
    this.stop();
    const worker = new Worker(new URL('./live.worker.ts', import.meta.url), { type: 'module' });
    this.worker = worker;
    this.eye = wrap<LiveEye>(worker);
    worker.onerror = () => this.end('The camera’s picture can’t be worked through in this browser.');
    this.state = { ...off, isOn: true };
    this.set({});
    await this.eye.begin(task, repertoire);
    if (this.worker !== worker) return; // stopped meanwhile
    this.toldMs = Infinity;
    this.guard = setInterval(() => this.lookForLife(), stillEveryMs);
    this.source = open({
      onFrame: (frame, atS) => this.take(frame, atS),
      onEnd: (trouble) => this.end(trouble),
    });
  }

  /** Another exercise, by the same camera: its stickers are named anew. */
  async retask(task: LiveTask, repertoire: Repertoire): Promise<void> {
    await this.eye?.begin(task, repertoire);
  }

  again(): void {
    void this.eye?.again();
  }

  private lookForLife(): void {
    const standsStill = !this.state.isOver && performance.now() - this.toldMs > stillAfterMs;
    if (standsStill !== this.state.standsStill) this.set({ standsStill });
  }

  stop(): void {
    clearInterval(this.guard);
    this.source?.stop();
    this.worker?.terminate();
    this.waiting?.frame.close();
    [this.source, this.worker, this.eye, this.waiting, this.isBusy, this.shown] = [
      undefined,
      undefined,
      undefined,
      undefined,
      false,
      [],
    ];
    this.state = off;
    this.set({});
  }

  private end(trouble: string | undefined): void {
    const { told } = this.state;
    this.source?.stop();
    this.source = undefined;
    if (trouble) {
      this.stop();
      this.set({ trouble });
    } else this.set({ isOver: true, ...(told ? { told } : {}) });
  }

  private take(frame: LiveFrame, atS: number): Promise<void> {
    const arrivedMs = performance.now();
    this.showPreview(frame, arrivedMs);
    this.waiting?.frame.close(); // the newest is worth more
    this.waiting?.done();
    return new Promise((done) => {
      this.waiting = { frame, atS, arrivedMs, done };
      if (!this.isBusy) void this.work();
    });
  }

  private async work(): Promise<void> {
    const { eye, waiting } = this;
    if (!eye || !waiting) return;
    this.waiting = undefined;
    this.isBusy = true;
    const { frame, atS, arrivedMs, done } = waiting;
    const told = await eye.see(transfer(frame, [frame]), atS).catch(() => undefined);
    done();
    if (this.eye !== eye) return;
    this.isBusy = false;
    if (told) {
      this.toldMs = performance.now();
      this.set({ told, standsStill: false });
      requestAnimationFrame((paintedMs) =>
        this.count({ arrivedMs, paintedMs: Math.max(paintedMs, performance.now()) }),
      );
      const nowS = atS + (performance.now() - arrivedMs) / 1000;
      for (const one of told.ended) this.onRepetition(one, agoOf(one, nowS));
    }
    if (this.waiting) void this.work();
  }

  private count(one: { readonly arrivedMs: number; readonly paintedMs: number }): void {
    this.shown = [...this.shown.slice(1 - counted), one];
    const [first] = this.shown;
    const spanMs = first ? one.paintedMs - first.paintedMs : 0;
    this.state = {
      ...this.state,
      rate: spanMs > 0 ? ((this.shown.length - 1) * 1000) / spanMs : 0,
      lateMs: median(this.shown.map(({ arrivedMs, paintedMs }) => paintedMs - arrivedMs)),
    };
  }

  private showPreview(frame: LiveFrame, nowMs: number): void {
    const canvas = this.preview;
    if (!canvas || nowMs - this.previewedMs < previewEveryMs) return;
    this.previewedMs = nowMs;
    const [w, h] = 'displayWidth' in frame ? [frame.displayWidth, frame.displayHeight] : [frame.width, frame.height];
    const height = Math.round((canvas.width * h) / w);
    if (canvas.height !== height) canvas.height = height;
    canvas.getContext('2d')?.drawImage(frame, 0, 0, canvas.width, height);
  }
}

const agoOf = ({ turnS, endS }: LiveRepetition, nowS: number): Ago => {
  const ms = (s: number) => Math.max(0, Math.round((nowS - s) * 1000));
  return { turnedMs: ms(turnS), endedMs: ms(endS) };
};
