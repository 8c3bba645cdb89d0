'use client';

import { useState } from 'react';
import { Button } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Failed, Quiet, Row, Small, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { useAsking } from '@/platform/browser/asking';
import { letColleagueGo } from './actions';
import type { PersonLine } from './person';

type LetGoProps = {
  readonly person: PersonLine;
  readonly others: readonly PersonLine[];
  readonly onClose: () => void;
  readonly onGone: () => void;
};

/** Somebody leaves: who takes over what is booked with her. */
export function LetGo({ person: { id, name, ahead }, others, onClose, onGone }: LetGoProps) {
  const { busy, failed, ask } = useAsking();
  const [heir, setHeir] = useState(others[0]?.id ?? '');
  const go = async () => {
    if ((await ask(letColleagueGo({ id, heir }))).ok) onGone();
  };
  return (
    <Dialog isOpen title={`${name} leaves`} onClose={onClose}>
      <Stack $gap={16}>
        <span>
          From then on nothing opens with that sign-in. What was done stays, under the name; clients of her own go to
          whoever takes over.
        </span>
        <Stack $gap={6}>
          <Picker
            label="Who takes over"
            value={heir}
            choices={others.map((one) => ({ id: one.id, name: one.name }))}
            onChange={setHeir}
          />
          <Small>
            {ahead === 0
              ? `Nothing is booked with ${name} from now on.`
              : `${ahead} ${ahead === 1 ? 'appointment' : 'appointments'} from now on.`}
          </Small>
        </Stack>
        {others.length === 0 && <Quiet>Nobody else works here: invite somebody first.</Quiet>}
        <Failed>{failed}</Failed>
        <Row>
          <Button $look="main" isDisabled={busy || !heir} onPress={() => void go()}>
            Let go
          </Button>
          <Button $look="quiet" onPress={onClose}>
            Leave it
          </Button>
        </Row>
      </Stack>
    </Dialog>
  );
}
