'use client';

// The words of a studio's papers: its own, or those that came with the product.
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { PaperText } from '@/core/knowledge/papers';
import { Button } from '@/design/button';
import { Failed, Notice, Page, PageHead, Panel, Quiet, Row, Section, Small, Stack, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { typedStays, useAsking } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { papersDefer } from '@/repertoire/papers';
import { keepPaperText } from './actions';

type Named = PaperText & { readonly name: string };

export const PaperTexts = ({ texts, mayChange }: { readonly texts: readonly Named[]; readonly mayChange: boolean }) => (
  <Page>
    <PageHead>
      <div>
        <TextLink href="/studio">Studio</TextLink>
        <h1>Words of papers</h1>
        <Quiet>Changed words ask everybody anew; what was signed keeps the words that were signed.</Quiet>
      </div>
    </PageHead>
    <Stack $gap={32} style={{ paddingTop: 20, maxWidth: 760 }}>
      {!mayChange && <Notice>A lead instructor can change these.</Notice>}
      {texts.map((text) => (
        <Text key={`${text.kind} ${text.version}`} text={text} mayChange={mayChange} />
      ))}
      <Small>{papersDefer}</Small>
    </Stack>
  </Page>
);

function Text({
  text: { kind, name, words, version },
  mayChange,
}: {
  readonly text: Named;
  readonly mayChange: boolean;
}) {
  const router = useRouter();
  const once = useOnce();
  const { busy, failed, ask } = useAsking();
  const [typed, setTyped] = useState<string>();
  const keep = async () => {
    if (!(await ask(keepPaperText({ id: once.id(), kind, words: typed ?? '', version }), typedStays)).ok) return;
    setTyped(undefined);
    router.refresh();
  };
  return (
    <Section aria-label={name}>
      <Row $gap={12}>
        <h2>{name}</h2>
        <Small>
          {version === 0
            ? 'as it came with Level Spine'
            : `the studio’s own, changed ${version === 1 ? 'once' : `${version} times`}`}
        </Small>
      </Row>
      {typed === undefined ? (
        <>
          <Panel>
            <span style={{ whiteSpace: 'pre-wrap' }}>{words}</span>
          </Panel>
          {mayChange && (
            <Row>
              <Button onPress={() => setTyped(words)} aria-label={`Change the words: ${name}`}>
                Change the words
              </Button>
            </Row>
          )}
        </>
      ) : (
        <>
          <PlainField label={`Words: ${name}`} value={typed} onChange={setTyped} lines />
          <Failed>{failed}</Failed>
          <Row>
            <Button $look="main" isDisabled={busy} onPress={() => void keep()}>
              Keep the words
            </Button>
            <Button $look="quiet" onPress={() => setTyped(undefined)}>
              Leave it
            </Button>
          </Row>
        </>
      )}
    </Section>
  );
}
