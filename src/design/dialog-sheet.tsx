'use client';

import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Dialog as AriaDialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { Button } from './button';
import { phone } from './theme';

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 40;
  background: rgb(10 20 24 / 55%);
  display: grid;
  place-items: center;
  padding: 20px;
  ${phone} {
    padding: 8px;
    align-items: end;
  }
`;

const Sheet = styled(Modal)<{ $wide?: boolean }>`
  width: min(${({ $wide }) => ($wide ? 860 : 560)}px, 100%);
  max-height: calc(100dvh - 40px);
  overflow: auto;
  background: var(--paper);
  border: 1px solid var(--rule-strong);
  border-radius: 18px;
  box-shadow: 0 24px 70px rgb(10 20 24 / 40%);
  section {
    outline: none;
    display: grid;
    gap: 16px;
    padding: 20px 24px 24px;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: start;
    gap: 12px;
  }
`;

export type DialogProps = {
  readonly title: string;
  readonly onClose: () => void;
  readonly wide?: boolean;
  readonly children: ReactNode;
};

/** The sheet of a dialog, over a veil. */
export function DialogSheet({ title, onClose, wide = false, children }: DialogProps) {
  return (
    <Veil isOpen onOpenChange={(open) => !open && onClose()} isDismissable>
      <Sheet $wide={wide}>
        <AriaDialog>
          <header>
            <Heading slot="title" style={{ fontSize: '1.3rem' }}>
              {title}
            </Heading>
            <Button $look="quiet" aria-label="Close" onPress={onClose}>
              <X size={20} aria-hidden />
            </Button>
          </header>
          {children}
        </AriaDialog>
      </Sheet>
    </Veil>
  );
}
