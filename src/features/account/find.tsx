'use client';

import { Search } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { Button } from '@/design/button';
import { Dialog } from '@/design/dialog';
import type { Reader } from './areas';

const FindList = dynamic(() => import('./find-list').then((all) => all.FindList), { ssr: false });

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** The one search: by its button, by `/`, or by Ctrl or Cmd and K. */
export function Find({ reader }: { readonly reader: Reader }) {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const isCalled =
        (event.key === 'k' && (event.ctrlKey || event.metaKey)) || (event.key === '/' && !isTyping(event.target));
      if (!isCalled || event.defaultPrevented) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  return (
    <>
      <Button $look="quiet" aria-label="Find" onPress={() => setOpen(true)}>
        <Search size={19} aria-hidden />
      </Button>
      <Dialog isOpen={isOpen} title="Find" onClose={() => setOpen(false)}>
        <FindList reader={reader} onGone={() => setOpen(false)} />
      </Dialog>
    </>
  );
}
