'use client';

import { answered } from '@/core/result';
import { useState } from 'react';
import type { Reason } from '@/core/knowledge/cautions';
import type { Result } from '@/core/result';
import { Button } from './button';
import { Dialog } from './dialog';
import { Notice, Row } from './layout';
import { PlainField } from './plain-field';

type OverruleProps = {
  readonly reason: Reason;
  /** The exercise and level it is for. */
  readonly what: string;
  readonly onOverrule: (why: string) => Promise<Result<unknown>>;
  readonly onDone: () => void;
};

/** An instructor may put a rule aside, with a reason that is kept. */
export function OverruleButton({ reason, what, onOverrule, onDone }: OverruleProps) {
  const [open, setOpen] = useState(false);
  const [why, setWhy] = useState('');
  const [error, setError] = useState<string>();
  const [busy, setBusy] = useState(false);
  const overrule = async () => {
    if (why.trim().length < 8) return setError('Give a reason that a colleague would understand.');
    setBusy(true);
    const result = await answered(onOverrule(why.trim()));
    setBusy(false);
    if (!result.ok) return setError(result.error.message);
    setOpen(false);
    onDone();
  };
  return (
    <>
      <Button $look="quiet" onPress={() => setOpen(true)} style={{ justifySelf: 'start' }}>
        Overrule with a reason
      </Button>
      <Dialog title={`Overrule for ${what}`} isOpen={open} onClose={() => setOpen(false)}>
        <Notice $tone="out">
          <span>
            {reason.name[0]?.toUpperCase()}
            {reason.name.slice(1)}: {reason.why}. The word of {reason.clearedBy} on file comes first; your reason is
            kept with your name.
          </span>
        </Notice>
        <PlainField label="Your reason" value={why} onChange={setWhy} lines error={error} />
        <Row>
          <Button $look="main" onPress={() => void overrule()} isDisabled={busy}>
            {busy ? 'Keeping…' : 'Overrule'}
          </Button>
          <Button onPress={() => setOpen(false)}>Leave it ruled out</Button>
        </Row>
      </Dialog>
    </>
  );
}
