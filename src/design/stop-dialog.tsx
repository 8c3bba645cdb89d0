'use client';

import { OctagonX } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useAhead } from './ahead';
import { Button } from './button';
import { Notice } from './layout';
import type { StopProps } from './stop-question';

const load = () => import('./stop-question');

/** In place of the question where it could not be fetched: the rule stands without it. */
const Unasked = ({ words }: StopProps) => (
  <Notice $tone="out" role="alert">
    <OctagonX size={20} aria-hidden />
    <span>{words} The form could not be fetched: stop all the same, and note it later.</span>
  </Notice>
);
const Question = dynamic(
  () =>
    load().then(
      (all) => all.StopQuestion,
      () => Unasked,
    ),
  { ssr: false },
);

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
