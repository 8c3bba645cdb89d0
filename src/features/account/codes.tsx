'use client';

import { Printer } from 'lucide-react';
import styled from 'styled-components';
import { Button } from '@/design/button';
import { Notice, Row, Stack } from '@/design/layout';

const List = styled.ol`
  display: grid;
  grid-template-columns: repeat(2, max-content);
  gap: 4px 28px;
  font-family: ui-monospace, monospace;
  font-size: 1.05rem;
  letter-spacing: 0.02em;
`;

/** Codes as they are shown, once. */
export const Codes = ({ codes, onDone }: { readonly codes: readonly string[]; readonly onDone: () => void }) => (
  <Notice role="status" aria-label="Codes">
    <Stack $gap={12}>
      <span>
        For the day when the authenticator is lost: each of these opens once instead of a number. Write them down or
        print them, and keep them away from the tablet. They are shown only now.
      </span>
      <List>
        {codes.map((code) => (
          <li key={code} data-code>
            {code}
          </li>
        ))}
      </List>
      <Row>
        <Button onPress={() => window.print()}>
          <Printer size={18} aria-hidden />
          Print
        </Button>
        <Button $look="main" onPress={onDone}>
          I have them
        </Button>
      </Row>
    </Stack>
  </Notice>
);
