// A drawn figure as one SVG text in plain ink, for print and files: nothing of a theme in it.
import type { View } from '../anatomy/positions';
import type { PosedBody } from '../body/skeleton';
import type { Shape, ShapeRole } from './draw';
import { frameFigure } from './frame';
import { drawScene } from './scene';
import type { Scene } from './scene';

const perMm = 0.4;
const ink = '#1c2a2f';
const paper = '#ffffff';

const fills: Readonly<Partial<Record<ShapeRole, string>>> = {
  farLimb: '#e2e2da',
  farArm: '#e2e2da',
  body: '#cfd3ca',
  head: '#cfd3ca',
  hair: '#a9afa7',
  nearLimb: '#cfd3ca',
  nearArm: '#cfd3ca',
  prop: '#d9b877',
  frame: '#b3b8b4',
};

function paint({ role, path, width }: Shape): string {
  if (role === 'pelvisBlock' || role === 'ribsBlock')
    return `<path d="${path}" fill="none" stroke="${ink}" stroke-width="2.2" stroke-linejoin="round"/>`;
  if (role === 'spine')
    return `<path d="${path}" fill="none" stroke="${ink}" stroke-width="2.6" stroke-dasharray="0.1 6" stroke-linecap="round"/>`;
  if (width !== undefined) {
    const colour = role === 'frame' ? fills.frame : role === 'spring' ? ink : '#8a6a2c';
    return `<path d="${path}" fill="none" stroke="${colour}" stroke-width="${Math.max(1.4, width).toFixed(1)}" stroke-linejoin="round"/>`;
  }
  const edge = role === 'nearArm' || role === 'nearLimb' || role === 'prop';
  return `<path d="${path}" fill="${fills[role] ?? ink}"${edge ? ` stroke="${paper}" stroke-width="2" paint-order="stroke"` : ''}/>`;
}

/** A posed body from a view, with what it lies on and holds. */
export function figureSvg(body: PosedBody, view: View, title: string, scene: Scene = {}): string {
  const { eye, width, height, matY } = frameFigure(body, view, perMm, scene);
  const mat =
    view === 'above'
      ? ''
      : `<rect x="8" y="${matY.toFixed(1)}" width="${(width - 16).toFixed(1)}" height="6" rx="3" fill="#9fb6bb"/>`;
  const escaped = title.replace(/[&<>]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[sign] ?? sign);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width.toFixed(1)} ${height.toFixed(1)}" role="img"><title>${escaped}</title>${mat}${drawScene(body, eye, scene).map(paint).join('')}</svg>`;
}
