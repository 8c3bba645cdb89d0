// A picture with its levels drawn on it as one SVG text, for files and print.
import type { LevelLine } from './levels';
import type { Marks } from '../anatomy/marks';
import { pointsOf } from '../anatomy/marks';

const two = (value: number): string => String(Math.round(value * 100) / 100);

/** `picture`: a data address, so that the file stands by itself. Blocks that are out of level in the warm colour. */
export function overlaySvg(
  picture: string,
  { width, height }: { readonly width: number; readonly height: number },
  lines: readonly LevelLine[],
  out: ReadonlySet<string>,
  marks: Marks,
): string {
  const unit = width / 860;
  const stroke = ([a, b]: LevelLine['line'], colour: string, weight: number, dashed = false) =>
    `<line x1="${two(a[0])}" y1="${two(a[1])}" x2="${two(b[0])}" y2="${two(b[1])}" stroke="${colour}" stroke-width="${two(weight * unit)}" stroke-linecap="round"${dashed ? ` stroke-dasharray="${two(7 * unit)} ${two(6 * unit)}"` : ''}/>`;
  const drawn = lines
    .map(({ block, line, level }) => {
      const isOut = out.has(block) || (out.has('legs') && (block === 'thigh' || block === 'shank'));
      const own = stroke(line, '#0d1518', 5.5) + stroke(line, isOut ? '#ff8a5c' : '#dbe85a', 3);
      return level ? stroke(level, '#0d1518', 4.5) + stroke(level, '#ffffff', 1.8, true) + own : own;
    })
    .join('');
  const dots = Object.values(pointsOf(marks))
    .flatMap((at) =>
      at
        ? [
            `<circle cx="${two(at[0])}" cy="${two(at[1])}" r="${two(5 * unit)}" fill="none" stroke="#fff" stroke-width="${two(2 * unit)}"/>`,
          ]
        : [],
    )
    .join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}"><image href="${picture}" width="${width}" height="${height}"/>${drawn}${dots}</svg>`;
}
