// A picture from outside: checked, turned upright, stripped of everything but pixels, made small enough to keep.
import sharp from 'sharp';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import type { NewPicture } from './stores/pictures';

export const mostBytes = 40 * 1024 * 1024;
const mostMegapixels = 60;
const longestSidePx = 2400;
/** A strip of millions by one would be unpacked row by row into gigabytes. */
const longestInputPx = 20_000;
const readable: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp']);

export type KeptImage = Pick<NewPicture, 'bytes' | 'format' | 'width' | 'height' | 'originalWidth' | 'originalHeight'>;

const notAPicture = () =>
  failure('notAPicture', 'This file is not a picture that can be read. Choose a PNG, JPEG or WebP file.', 'picture');

/** Reads a file's bytes as PNG, JPEG or WebP. Sizes are after turning upright; nothing of EXIF is kept. */
export async function takeIn(file: Buffer): Promise<Result<KeptImage>> {
  if (file.length === 0) return notAPicture();
  if (file.length > mostBytes)
    return failure(
      'fileTooLarge',
      `This file has ${Math.round(file.length / 1_048_576)} MB; up to ${mostBytes / 1_048_576} can be sent.`,
      'picture',
    );
  const header = await sharp(file, { limitInputPixels: false, sequentialRead: true })
    .metadata()
    .catch(() => undefined);
  if (!header?.width || !header.height || !readable.has(header.format ?? '')) return notAPicture();
  const megapixels = (header.width * header.height) / 1e6;
  if (megapixels > mostMegapixels)
    return failure(
      'pictureTooLarge',
      `This picture has ${Math.round(megapixels)} megapixels; up to ${mostMegapixels} can be read. Send a smaller copy: twelve are plenty.`,
      'picture',
    );
  if (Math.max(header.width, header.height) > longestInputPx)
    return failure(
      'pictureTooLong',
      `This picture is ${Math.max(header.width, header.height)} pixels long; up to ${longestInputPx} can be read.`,
      'picture',
    );
  const turned = (header.orientation ?? 1) >= 5;
  const [originalWidth, originalHeight] = turned ? [header.height, header.width] : [header.width, header.height];
  try {
    const { data, info } = await sharp(file)
      .autoOrient()
      .resize({ width: longestSidePx, height: longestSidePx, fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 84 })
      .toBuffer({ resolveWithObject: true });
    return success({
      bytes: data,
      format: 'image/webp',
      width: info.width,
      height: info.height,
      originalWidth,
      originalHeight,
    });
  } catch {
    return notAPicture(); // cut short or damaged behind a good header
  }
}
