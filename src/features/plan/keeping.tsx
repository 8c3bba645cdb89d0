'use client';

// Keeping in versions: what is kept stands in place of the version that it was made from, or is told of another's.
import { useState } from 'react';
import type { Result } from '@/core/result';
import { Button } from '@/design/button';
import { Notice, Row, Stack } from '@/design/layout';
import { useAsking } from '@/platform/browser/asking';
import type { KeptNow } from './actions';

/** `other`: somebody kept another version meanwhile. `keep` says whether it is kept now. */
export function useKeeping<T>(
  before: { readonly revision: number; readonly kept: T | null },
  send: (kept: T, revision: number) => Promise<Result<KeptNow>>,
) {
  const [revision, setRevision] = useState(before.revision);
  const [kept, setKept] = useState(before.kept);
  const [other, setOther] = useState<KeptNow>();
  const { busy, failed, ask } = useAsking();
  const keep = async (next: T, from = revision): Promise<boolean> => {
    const told = await ask(send(next, from));
    if (!told.ok) return false;
    const { isKept, revision: now } = told.value;
    setOther(isKept ? undefined : told.value);
    if (!isKept) return false;
    setRevision(now);
    setKept(next);
    return true;
  };
  return { keep, kept, other, busy, failed };
}

type OtherKeptProps = {
  readonly other: KeptNow | undefined;
  readonly onMine: (revision: number) => void;
  readonly isMany?: boolean;
};

/** Another's version stands: hers can take its place, or she takes the other. */
export function OtherKept({ other, onMine, isMany = false }: OtherKeptProps) {
  if (!other) return null;
  const words = isMany
    ? { kept: 'other weeks meanwhile. Yours still stand here.', mine: 'Keep mine in their place', other: 'the others' }
    : { kept: 'another plan meanwhile. Yours still stands here.', mine: 'Keep mine in its place', other: 'the other' };
  return (
    <Notice $tone="out" role="alert">
      <Stack $gap={8}>
        <span>
          {other.madeBy} kept {words.kept}
        </span>
        <Row>
          <Button onPress={() => onMine(other.revision)}>{words.mine}</Button>
          <Button onPress={() => location.reload()}>Take {words.other}</Button>
        </Row>
      </Stack>
    </Notice>
  );
}
