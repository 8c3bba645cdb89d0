'use client';

import { OctagonX } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useAhead } from './ahead';
import { Button } from './button';
import type { StopProps } from './stop-question';

const load = () => import('./stop-question');
const Question = dynamic(() => load().then((all) => all.StopQuestion), { ssr: false });

/** The button that ends everything, and the question which sign was seen. */
export function StopButton(props: StopProps) {
  const [isOpen, setOpen] = useState(false);
  useAhead(load);
  return (
    <>
      <Button $look="danger" onPress={() => setOpen(true)}>
        <OctagonX size={18} aria-hidden />
        Stop sign
      </Button>
      {isOpen && <Question {...props} onClose={() => setOpen(false)} />}
    </>
  );
}
