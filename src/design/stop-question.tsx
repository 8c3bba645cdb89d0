'use client';

import { answered } from '@/core/result';
import { OctagonX } from 'lucide-react';
import { useState } from 'react';
import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import type { StopSign } from '@/core/knowledge/entries';
import type { Result } from '@/core/result';
import { Button } from './button';
import { DialogSheet } from './dialog-sheet';
import { Failed, Notice, Row, Stack } from './layout';
import { PlainField } from './plain-field';

const Signs = styled(RadioGroup)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 8px;
  .sign {
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    padding: 10px 14px;
    min-height: 52px;
    display: flex;
    align-items: center;
    cursor: pointer;
  }
  .sign[data-selected] {
    border-color: var(--out);
    background: var(--out-tint);
    color: var(--out);
    font-weight: 650;
  }
  .sign[data-focus-visible] {
    outline: 3px solid var(--info);
    outline-offset: 2px;
  }
`;

export type StopProps = {
  readonly signs: readonly StopSign[];
  readonly words: string;
  /** Keeps what was seen; what it answers is shown when it fails. */
  readonly onStop: (sign: string, seen: string) => Promise<Result<unknown>>;
};

/** Which sign was seen; then everything ends. */
export function StopQuestion({ signs, words, onStop, onClose }: StopProps & { readonly onClose: () => void }) {
  const [sign, setSign] = useState<string | null>(null);
  const [seen, setSeen] = useState('');
  const [failed, setFailed] = useState<string>();
  const [busy, setBusy] = useState(false);
  const stop = async () => {
    if (!sign) return setFailed('Say which sign was seen.');
    setBusy(true);
    const result = await answered(onStop(sign, seen), 'Stop all the same; note it later.');
    setBusy(false);
    if (!result.ok) setFailed(result.error.message);
  };
  return (
    <DialogSheet title="Stop: what was seen?" onClose={onClose} wide>
      <Notice $tone="out">
        <OctagonX size={20} aria-hidden />
        <span>{words}</span>
      </Notice>
      <Signs aria-label="Stop sign" value={sign} onChange={setSign}>
        {signs.map(({ id, name }) => (
          <Radio key={id} value={id} className="sign">
            {name}
          </Radio>
        ))}
      </Signs>
      <PlainField label="What was seen, in a few words" value={seen} onChange={setSeen} lines />
      <Stack $gap={10}>
        <Failed>{failed}</Failed>
        <Row>
          <Button $look="danger" onPress={() => void stop()} isDisabled={busy}>
            {busy ? 'Noting…' : 'End the session and note it'}
          </Button>
          <Button onPress={onClose}>Nothing was seen</Button>
        </Row>
      </Stack>
    </DialogSheet>
  );
}
