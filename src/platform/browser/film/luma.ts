// A film's frame as lightness, upright, no larger than what following needs.
import type { VideoSample } from 'mediabunny';
import type { Gray } from '@/core/motion/gray';

/** Longer than this, a frame's long side is halved until it is not: points are found to a tenth of a pixel in what is left. */
export const longestPx = 1280;

export type Turned = 0 | 90 | 180 | 270;

/** Size of a frame as it is followed, and by how much smaller than the film that is. */
export function followedSize(width: number, height: number) {
  let by = 1;
  while (Math.max(width, height) / by > longestPx) by *= 2;
  return { width: Math.floor(width / by), height: Math.floor(height / by), by };
}

/** A plane of lightness: where it begins in its buffer, and how long its rows are. */
type Plane = {
  readonly bytes: Uint8Array;
  readonly offset: number;
  readonly stride: number;
  readonly wide: number;
  readonly high: number;
};

/** Where in a plane the pixel of an upright picture lies: its first, and the steps right and down. */
function stepsOf(
  { offset, stride, wide, high }: Plane,
  turned: Turned,
): readonly [first: number, right: number, down: number] {
  switch (turned) {
    case 0:
      return [offset, 1, stride];
    case 90:
      return [offset + (high - 1) * stride, -stride, 1];
    case 180:
      return [offset + (high - 1) * stride + wide - 1, -1, -stride];
    case 270:
      return [offset + wide - 1, stride, -1];
  }
}

/** A plane turned upright, each pixel the mean of `by` × `by` of its own. */
export function uprightGray(plane: Plane, turned: Turned, by: number): Gray {
  const isAcross = turned === 90 || turned === 270;
  const width = Math.floor((isAcross ? plane.high : plane.wide) / by);
  const height = Math.floor((isAcross ? plane.wide : plane.high) / by);
  const [first, right, down] = stepsOf(plane, turned);
  const { bytes } = plane;
  const data = new Float32Array(width * height);
  if (by === 1 && right === 1) {
    for (let y = 0; y < height; y += 1) {
      const row = first + y * down;
      data.set(bytes.subarray(row, row + width), y * width);
    }
    return { width, height, data };
  }
  for (let y = 0, k = 0; y < height; y += 1) {
    let at = first + y * by * down;
    for (let x = 0; x < width; x += 1, k += 1, at += by * right) {
      if (by === 1) {
        data[k] = bytes[at] ?? 0;
        continue;
      }
      let sum = 0;
      for (let j = 0; j < by; j += 1) for (let i = 0; i < by; i += 1) sum += bytes[at + j * down + i * right] ?? 0;
      data[k] = sum / (by * by);
    }
  }
  return { width, height, data };
}

/** Formats whose first plane is the lightness of every pixel. */
const planar: ReadonlySet<string | null> = new Set(['I420', 'NV12', 'I420A', 'I422', 'I444']);

/** Reads frames of one film, one after another, with one buffer. */
export function lumaReader(turn: Turned): (sample: VideoSample) => Promise<Gray> {
  let bytes = new Uint8Array(0);
  let canvas: OffscreenCanvas | undefined;
  const byPlane = async (sample: VideoSample): Promise<Gray> => {
    const needed = sample.allocationSize();
    if (bytes.length < needed) bytes = new Uint8Array(needed);
    const [layout] = await sample.copyTo(bytes);
    const { width: wide, height: high } = sample.visibleRect;
    const plane = { bytes, offset: layout?.offset ?? 0, stride: layout?.stride ?? wide, wide, high };
    const turned = turnedBy(sample.rotation, turn);
    return uprightGray(plane, turned, followedSize(wide, high).by);
  };
  const byCanvas = (sample: VideoSample): Gray => {
    const { displayWidth: wide, displayHeight: high } = sample;
    canvas ??= new OffscreenCanvas(wide, high);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('no canvas');
    sample.draw(context, 0, 0, wide, high);
    const { data } = context.getImageData(0, 0, wide, high);
    const plane = new Uint8Array(wide * high);
    for (let k = 0; k < plane.length; k += 1)
      plane[k] = 0.299 * (data[4 * k] ?? 0) + 0.587 * (data[4 * k + 1] ?? 0) + 0.114 * (data[4 * k + 2] ?? 0);
    return uprightGray({ bytes: plane, offset: 0, stride: wide, wide, high }, turn, followedSize(wide, high).by);
  };
  return (sample) => {
    const isPlain =
      planar.has(sample.format) && !sample.flip && sample.pixelAspectRatio.num === sample.pixelAspectRatio.den;
    return isPlain ? byPlane(sample) : Promise.resolve(byCanvas(sample));
  };
}

/** How a frame is turned in all, clockwise: as the film says, and as was asked for besides. */
export function turnedBy(rotation: number, turn: Turned): Turned {
  const all = (rotation + turn) % 360;
  return all === 90 || all === 180 || all === 270 ? all : 0;
}
