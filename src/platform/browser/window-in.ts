// Windows of what is drawn on a canvas.
import type { ReadWindow } from '@/core/motion/sticker-follow';

/** Smaller, a window shows nothing. */
const leastPx = 8;

export function windowIn(context: OffscreenCanvasRenderingContext2D): ReadWindow {
  const { width, height } = context.canvas;
  return (x, y, w, h) => {
    const [left, top] = [Math.max(0, x), Math.max(0, y)];
    const [wide, high] = [Math.min(width, x + w) - left, Math.min(height, y + h) - top];
    if (wide < leastPx || high < leastPx) return undefined;
    return { left, top, pixels: context.getImageData(left, top, wide, high) };
  };
}
