'use client';

import dynamic from 'next/dynamic';
import { useAhead } from './ahead';
import type { DialogProps } from './dialog-sheet';

const load = () => import('./dialog-sheet');
const Sheet = dynamic(() => load().then((all) => all.DialogSheet), { ssr: false });

/** A question that stands before everything else until it is answered or closed. */
export function Dialog({ isOpen, ...props }: DialogProps & { readonly isOpen: boolean }) {
  useAhead(load);
  return isOpen && <Sheet {...props} />;
}
