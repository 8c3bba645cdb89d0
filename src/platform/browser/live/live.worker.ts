// A camera's frames as they come, off the page: stickers found, named once, followed; the body measured from its rest.
import { expose } from 'comlink';
import { isLandmarkKey } from '@/core/anatomy/landmarks';
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import { matStickersApartMm, stickerColours } from '@/core/anatomy/stickers';
import { distance } from '@/core/geometry';
import type { Vec2 } from '@/core/geometry';
import type { Repertoire } from '@/core/knowledge/entries';
import { LiveWatch } from '@/core/knowledge/live';
import type { LiveView } from '@/core/knowledge/live';
import type { LiveTask } from '@/core/knowledge/live-task';
import type { LiveTold } from '@/core/knowledge/live-told';
import { beginFollowing, followStickers } from '@/core/motion/sticker-follow';
import type { FollowedSticker } from '@/core/motion/sticker-follow';
import { windowIn } from '../window-in';
import { nameStickers } from '@/core/motion/sticker-naming';
import { matStickersOf } from '@/core/motion/sticker-plan';
import { findStickers } from '@/core/motion/stickers';
import type { Sticker } from '@/core/motion/stickers';

/** Frames are read no wider than this. */
const widestPx = 1280;
/** While stickers are looked for in the whole frame, so often; for more of them, until the rest is taken. */
const [lookEveryS, moreEveryS] = [0.25, 0.8];
/** So many named stickers make a figure. */
const fewest = 4;
/** The mat is looked at so often; its stickers further off than this, the camera moved. */
const [matEveryS, matMovedPx] = [1, 5];

type Mat = readonly [Sticker, Sticker];
type Context = OffscreenCanvasRenderingContext2D;

const nothing: Pick<LiveView, 'stillShare' | 'readings' | 'counts' | 'isMoving' | 'ended'> = {
  stillShare: 0,
  readings: [],
  counts: true,
  isMoving: false,
  ended: [],
};

class LiveEye {
  private task: LiveTask | undefined;
  private repertoire: Repertoire | undefined;
  private context: Context | undefined;
  private watch: LiveWatch | undefined;
  private stage: LiveTold['stage'] = 'finding';
  private stickers: readonly FollowedSticker[] = [];
  private mat: Mat | undefined;
  private loose = 0;
  private lookedS = -Infinity;
  private matLookedS = -Infinity;
  private cameraMoved = false;
  private trouble: string | undefined;

  begin(task: LiveTask, repertoire: Repertoire): void {
    this.task = task;
    this.repertoire = repertoire;
    this.again();
  }

  /** Looks for the stickers anew: the camera, or the body, stands elsewhere. */
  again(): void {
    this.watch = undefined;
    this.stage = 'finding';
    this.stickers = [];
    this.mat = undefined;
    this.cameraMoved = false;
    this.trouble = undefined;
    this.lookedS = -Infinity;
  }

  /** The next frame; it is closed here. */
  see(frame: VideoFrame | ImageBitmap, atS: number): LiveTold {
    const context = this.draw(frame);
    frame.close();
    if (this.stage === 'finding') {
      if (atS - this.lookedS >= lookEveryS) this.look(context, atS);
      return this.tell(nothing);
    }
    this.stickers = followStickers(this.stickers, atS, windowIn(context));
    if (this.stage === 'still' && atS - this.lookedS >= moreEveryS) this.look(context, atS);
    if (atS - this.matLookedS >= matEveryS) this.lookAtMat(context, atS);
    const view = this.watch?.see({ atS, ...seenOf(this.stickers) });
    if (!view) return this.tell(nothing);
    if (this.stage === 'still' && view.stage === 'watching' && this.watch?.measures.length === 0) {
      this.again();
      this.trouble =
        'Of these stickers nothing is told that this exercise watches from here. Stick those that are missing.';
      return this.tell(nothing);
    }
    this.stage = view.stage;
    return this.tell(view);
  }

  private tell(view: Omit<LiveView, 'stage'>): LiveTold {
    const named = this.stickers.map(({ name }) => name);
    const { width, height } = this.context?.canvas ?? { width: 1, height: 1 };
    return {
      ...{ stillShare: view.stillShare, readings: view.readings, counts: view.counts },
      ...{ isMoving: view.isMoving, ended: view.ended },
      stage: this.stage,
      points: Object.fromEntries(this.stickers.filter(({ isSeen }) => isSeen).map(({ name, at }) => [name, at])),
      hidden: this.stickers.filter(({ isSeen }) => !isSeen).map(({ name }) => name),
      missing: (this.task?.asked ?? []).filter((name) => !named.includes(name)),
      loose: this.loose,
      hasMat: this.mat !== undefined,
      size: { width, height },
      cameraMoved: this.cameraMoved,
      ...(this.trouble ? { trouble: this.trouble } : {}),
    };
  }

  private draw(frame: VideoFrame | ImageBitmap): Context {
    const [w, h] = 'displayWidth' in frame ? [frame.displayWidth, frame.displayHeight] : [frame.width, frame.height];
    const by = Math.min(1, widestPx / w);
    const [width, height] = [Math.round(w * by), Math.round(h * by)];
    if (!this.context || this.context.canvas.width !== width || this.context.canvas.height !== height) {
      const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
      if (!context) throw new Error('no canvas');
      if (this.context) this.again(); // turned, or another camera
      this.context = context;
    }
    this.context.drawImage(frame, 0, 0, width, height);
    return this.context;
  }

  /** Finds and names the stickers of a whole frame; a figure once it has its mat line and enough of them. */
  private look(context: Context, atS: number): void {
    const { task } = this;
    if (!task) return;
    this.lookedS = atS;
    const { width, height } = context.canvas;
    const found = findStickers(context.getImageData(0, 0, width, height), stickerColours);
    const mat = matStickersOf(found);
    const { named, unnamed } = nameStickers(found, task.expected);
    if (this.stage === 'still' && named.length <= this.stickers.length) return;
    this.loose = unnamed.length;
    this.mat = mat ?? this.mat;
    if (named.length < fewest || !this.mat) {
      if (this.stage === 'finding') this.stickers = beginFollowing(named, atS);
      return;
    }
    this.stickers = beginFollowing(named, atS);
    this.startWatch({ width, height }, this.mat, task);
  }

  private startWatch(size: LiveTold['size'], [a, b]: Mat, task: LiveTask): void {
    if (!this.repertoire) return;
    const begun = LiveWatch.begin(
      {
        ...task.input,
        size,
        lines: { matLine: [[...a.at], [...b.at]], scale: { points: [[...a.at], [...b.at]], mm: matStickersApartMm } },
      },
      this.repertoire,
      task.beginsOffRest,
    );
    if (!begun.ok) {
      this.trouble = begun.error.message;
      return;
    }
    this.trouble = undefined;
    this.watch = begun.value;
    this.stage = 'still';
  }

  /** Whether the mat's stickers lie where they lay; hidden ones tell nothing. */
  private lookAtMat(context: Context, atS: number): void {
    this.matLookedS = atS;
    if (!this.mat) return;
    const before = this.mat.map((sticker, i) => ({ name: i === 0 ? ('mat1' as const) : ('mat2' as const), sticker }));
    const now = followStickers(beginFollowing(before, atS - 0.1), atS, windowIn(context));
    const moved = now.flatMap(({ at, isSeen }, i) => (isSeen ? [distance(at, before[i]?.sticker.at ?? at)] : []));
    if (moved.length > 0) this.cameraMoved = moved.every((by) => by > matMovedPx);
  }
}

function seenOf(stickers: readonly FollowedSticker[]) {
  const points: Partial<Record<LandmarkKey, Vec2>> = {};
  const sdPx: Partial<Record<LandmarkKey, number>> = {};
  for (const { name, at, sdPx: sd, isSeen } of stickers) {
    if (!isSeen || !isLandmarkKey(name)) continue;
    points[name] = at;
    sdPx[name] = sd;
  }
  return { points, sdPx };
}

const eye = new LiveEye();
export type { LiveEye };
expose(eye);
