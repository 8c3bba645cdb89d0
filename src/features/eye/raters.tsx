'use client';

// Sessions of raters: those there are, and a new one.
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { roundLength } from '@/core/eye/question';
import { trained } from '@/core/eye/trained';
import type { Trained } from '@/core/eye/trained';
import type { RatingMethod } from '@/core/eye/raters';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Columns, Failed, Page, PageHead, Quiet, Row, Ruled, Small, Stack, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { useAsking } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { beginRaters } from './actions';
import type { RatersList } from './raters-read';

const methodOptions = [
  { id: 'tilt', name: 'Degrees' },
  { id: 'grade', name: 'Five steps' },
  { id: 'marks', name: 'Marks' },
] as const;
const methodWords: Readonly<Record<RatingMethod, string>> = {
  tilt: 'degrees',
  grade: 'five steps',
  marks: 'marks',
};
const countOptions = [8, roundLength, 20].map((id) => ({ id, name: String(id) }));

function Begin({ names }: { readonly names: Readonly<Record<Trained, string>> }) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const once = useOnce();
  const [title, setTitle] = useState('');
  const [method, setMethod] = useState<RatingMethod>('tilt');
  const [measure, setMeasure] = useState<Trained>(trained[0]);
  const [count, setCount] = useState<number>(roundLength);
  const begin = async () => {
    const begun = await ask(beginRaters({ id: once.id(), title, method, measure, count }), 'Press again in a moment.');
    if (begun.ok) router.push(`/eye/raters/${begun.value.id}`);
  };
  return (
    <Stack $gap={16}>
      <h2>Begin one</h2>
      <PlainField label="Name" value={title} onChange={setTitle} help="So that colleagues find it." />
      <div>
        <Small>What is read</Small>
        <OneOf label="What is read" options={methodOptions} value={method} onChange={setMethod} />
      </div>
      {method === 'marks' ? (
        <Quiet>Everybody marks pubic bone and front hip bone on the same five pictures.</Quiet>
      ) : (
        <>
          <div>
            <Small>Of what</Small>
            <OneOf
              label="Of what"
              options={trained.map((id) => ({ id, name: names[id] }))}
              value={measure}
              onChange={setMeasure}
            />
          </div>
          <div>
            <Small>Pictures</Small>
            <OneOf label="Pictures" options={countOptions} value={count} onChange={setCount} />
          </div>
        </>
      )}
      <Failed>{failed}</Failed>
      <Button
        $look="main"
        isDisabled={busy || title.trim() === ''}
        onPress={() => void begin()}
        style={{ justifySelf: 'start' }}
      >
        {busy ? 'Drawing…' : 'Begin'}
      </Button>
    </Stack>
  );
}

export function Raters({ sessions, names }: RatersList & { readonly names: Readonly<Record<Trained, string>> }) {
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/eye">Your eye</TextLink>
          <h1>Raters</h1>
          <Quiet>
            The same pictures for all of you, each blind to the others until she has read them all. Then: do you agree?
          </Quiet>
        </div>
      </PageHead>
      <Columns>
        <Stack>
          {sessions.length === 0 && <Quiet>None yet. Begin one, and tell your colleagues its name.</Quiet>}
          <Ruled>
            {sessions.map(({ id, title, method, count, on, madeBy, mine, raters }) => (
              <li key={id}>
                <Row style={{ justifyContent: 'space-between' }}>
                  <div>
                    <TextLink href={`/eye/raters/${id}`}>{title}</TextLink>
                    <br />
                    <Small>
                      {count} pictures, {methodWords[method]} · {madeBy}, {on}
                    </Small>
                  </div>
                  <div>
                    {mine < count ? (mine === 0 ? 'To read' : `${mine} of ${count} read`) : 'Read by you'}
                    <br />
                    <Small>{raters === 1 ? '1 has read it' : `${raters} have read it`}</Small>
                  </div>
                </Row>
              </li>
            ))}
          </Ruled>
        </Stack>
        <Begin names={names} />
      </Columns>
    </Page>
  );
}
