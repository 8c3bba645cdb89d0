// The product's type on paper.
import { Font } from '@react-pdf/renderer';
import path from 'node:path';

export const pdfFamily = 'Atkinson Hyperlegible Next';
const files = path.join(process.cwd(), 'node_modules', '@fontsource', 'atkinson-hyperlegible-next', 'files');
const file = (weight: number) => path.join(files, `atkinson-hyperlegible-next-latin-${weight}-normal.woff`);

let isReady = false;
/** Makes the type known to the papers, once. */
export function readyType(): void {
  if (isReady) return;
  Font.register({
    family: pdfFamily,
    fonts: [
      { src: file(400), fontWeight: 400 },
      { src: file(700), fontWeight: 700 },
    ],
  });
  Font.registerHyphenationCallback((word) => [word]);
  isReady = true;
}
