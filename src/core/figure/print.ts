// A drawn figure as SVG text: in plain ink for print and files, or in a theme's colours as a symbol of a sheet.
import type { View } from '../anatomy/positions';
import type { PosedBody } from '../body/skeleton';
import type { Shape, ShapeRole } from './draw';
import { frameFigure } from './frame';
import { drawScene } from './scene';
import type { Scene } from './scene';

const perMm = 0.4;

type Inks = {
  readonly fills: Readonly<Partial<Record<ShapeRole, string>>>;
  readonly ink: string;
  readonly paper: string;
  readonly frame: string;
  readonly mat: string;
  readonly propLine: string;
  /** Width of the blocks' outlines. */
  readonly block: number;
  readonly spine: boolean;
};

const onPaper: Inks = {
  fills: {
    farLimb: '#e2e2da',
    farArm: '#e2e2da',
    body: '#cfd3ca',
    head: '#cfd3ca',
    hair: '#a9afa7',
    nearLimb: '#cfd3ca',
    nearArm: '#cfd3ca',
    prop: '#d9b877',
    frame: '#b3b8b4',
  },
  ink: '#1c2a2f',
  paper: '#ffffff',
  frame: '#b3b8b4',
  mat: '#9fb6bb',
  propLine: '#8a6a2c',
  block: 2.2,
  spine: true,
};

/** Small, in whatever the page around it calls these colours. */
export const themeInks: Inks = {
  fills: {
    farLimb: 'var(--figure-far)',
    farArm: 'var(--figure-far)',
    body: 'var(--figure)',
    head: 'var(--figure)',
    hair: 'var(--figure-hair)',
    nearLimb: 'var(--figure)',
    nearArm: 'var(--figure)',
    prop: 'var(--prop)',
    frame: 'var(--figure-far)',
  },
  ink: 'var(--ink)',
  paper: 'var(--paper)',
  frame: 'var(--figure-far)',
  mat: 'var(--mat)',
  propLine: 'var(--prop-deep)',
  block: 3.4,
  spine: false,
};

function paint({ role, path, width }: Shape, { fills, ink, paper, frame, propLine, block, spine }: Inks): string {
  if (role === 'pelvisBlock' || role === 'ribsBlock')
    return `<path d="${path}" fill="none" stroke="${ink}" stroke-width="${block}" stroke-linejoin="round"/>`;
  if (role === 'spine')
    return spine
      ? `<path d="${path}" fill="none" stroke="${ink}" stroke-width="2.6" stroke-dasharray="0.1 6" stroke-linecap="round"/>`
      : '';
  if (width !== undefined) {
    const colour = role === 'frame' ? frame : role === 'spring' ? ink : propLine;
    return `<path d="${path}" fill="none" stroke="${colour}" stroke-width="${Math.max(1.4, width).toFixed(1)}" stroke-linejoin="round"/>`;
  }
  const edge = role === 'nearArm' || role === 'nearLimb' || role === 'prop';
  return `<path d="${path}" fill="${fills[role] ?? ink}"${edge ? ` stroke="${paper}" stroke-width="2" paint-order="stroke"` : ''}/>`;
}

/** Size of a posed body's drawing, and what is in it. */
function draw(body: PosedBody, view: View, scene: Scene, inks: Inks) {
  const { eye, width, height, matY } = frameFigure(body, view, perMm, scene);
  const mat =
    view === 'above'
      ? ''
      : `<rect x="8" y="${matY.toFixed(1)}" width="${(width - 16).toFixed(1)}" height="${inks.spine ? 6 : 10}" rx="3" fill="${inks.mat}"/>`;
  const shapes = drawScene(body, eye, scene).map((shape) => paint(shape, inks));
  return { box: `0 0 ${width.toFixed(1)} ${height.toFixed(1)}`, content: mat + shapes.join('') };
}

/** A posed body from a view, with what it lies on and holds. */
export function figureSvg(body: PosedBody, view: View, title: string, scene: Scene = {}): string {
  const { box, content } = draw(body, view, scene, onPaper);
  const escaped = title.replace(/[&<>]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[sign] ?? sign);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}" role="img"><title>${escaped}</title>${content}</svg>`;
}

/** A small figure as one symbol of a sheet, standing on the bottom of its place. `id`: a name without signs. */
export function figureSymbol(id: string, body: PosedBody, scene: Scene = {}): string {
  const { box, content } = draw(body, 'side', scene, themeInks);
  return `<symbol id="${id}" viewBox="${box}" preserveAspectRatio="xMidYMax meet">${content}</symbol>`;
}
