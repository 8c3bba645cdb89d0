'use client';

import type { ReactNode } from 'react';
import { Button } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Row, Stack } from '@/design/layout';

type SureProps = {
  readonly title: string;
  readonly yes: string;
  readonly isBusy: boolean;
  readonly onYes: () => void;
  readonly onClose: () => void;
  readonly children: ReactNode;
};

/** Asks once more, saying what comes of it. */
export const Sure = ({ title, yes, isBusy, onYes, onClose, children }: SureProps) => (
  <Dialog isOpen title={title} onClose={onClose}>
    <Stack $gap={16}>
      <span>{children}</span>
      <Row>
        <Button $look="main" isDisabled={isBusy} onPress={onYes}>
          {yes}
        </Button>
        <Button $look="quiet" onPress={onClose}>
          Leave it
        </Button>
      </Row>
    </Stack>
  </Dialog>
);
