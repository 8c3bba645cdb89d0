'use client';

import { Check, Copy } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { Button } from '@/design/button';
import type { MadeLink } from './actions';
import { Notice, Row, Small, Stack } from '@/design/layout';

export type ShownLink = MadeLink & { readonly name: string; readonly kind: 'join' | 'password' };

const postedWords = {
  sent: 'It was sent by e-mail too.',
  aside: 'A letter with it lies in the server’s mail folder: no mail server is set.',
  failed: 'The letter could not be sent: hand it over yourself.',
} as const;

const Address = styled.code`
  overflow-wrap: anywhere;
  font-size: 0.94rem;
`;

/** A link as it is shown, once: to copy, and hand over by whatever way she trusts. */
export function Link({ path, posted, name, kind, onClose }: ShownLink & { readonly onClose: () => void }) {
  const [copied, setCopied] = useState<'yes' | 'no'>();
  const address = new URL(path, window.location.origin).href;
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(address);
      setCopied('yes');
    } catch {
      setCopied('no'); // the browser lets no page copy: it is marked by hand
    }
  };
  return (
    <Notice role="status" aria-label="The link">
      <Stack $gap={10}>
        <span>
          {kind === 'join' ? `${name} comes in by this link` : `${name} sets a new password by this link`}. It works
          once, within two days, and is shown only now. {posted && postedWords[posted]}
        </span>
        <Address data-link>{address}</Address>
        <Row>
          <Button onPress={() => void copy()}>
            {copied === 'yes' ? <Check size={18} aria-hidden /> : <Copy size={18} aria-hidden />}
            {copied === 'yes' ? 'Copied' : 'Copy'}
          </Button>
          <Button $look="quiet" onPress={onClose}>
            Done
          </Button>
        </Row>
        {copied === 'no' && <Small>This browser lets no page copy: mark the line above, and copy it by hand.</Small>}
      </Stack>
    </Notice>
  );
}
