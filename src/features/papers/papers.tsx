'use client';

// What a client signed, whom to call, and the reports of stops.
import { FileSignature, Printer } from 'lucide-react';
import { useState } from 'react';
import type { PaperStanding } from '@/core/knowledge/papers';
import { Button } from '@/design/button';
import { Chip, Notice, PageHead, Quiet, Row, Ruled, Section, Small, Stack, TextLink } from '@/design/layout';
import { SheetToSign } from '@/design/sheet';
import { papersDefer } from '@/repertoire/papers';
import { Contacts } from './contacts';
import type { PaperLine, PapersPage } from './read';
import { Sign } from './sign';

const standingWords: Readonly<Record<PaperStanding, string>> = {
  none: 'not asked yet',
  agreed: 'agreed',
  refused: 'not agreed',
  olderWords: 'agreed in older words',
};
const tones = { none: 'plain', agreed: 'info', refused: 'out', olderWords: 'plain' } as const;

export function ClientPapers({ page }: { readonly page: PapersPage }) {
  const { id, client, studio, papers } = page;
  const [asked, setAsked] = useState<PaperLine>();
  return (
    <SheetToSign>
      <PageHead>
        <div>
          <TextLink href={`/clients/${id}`}>{client}</TextLink>
          <h1>Papers</h1>
          <Quiet className="screen">
            What was agreed to and in which words, whom to call, and what was written of a stop.
          </Quiet>
        </div>
        <Button onPress={() => window.print()} className="screen">
          <Printer size={18} aria-hidden />
          Print to sign by hand
        </Button>
      </PageHead>
      <Stack $gap={34} style={{ paddingTop: 20 }} className="screen">
        {page.isMinor === 'yes' && <Notice>Under 18 by the year on file: a guardian signs.</Notice>}
        {page.isMinor === 'maybe' && <Notice>Comes of age this year: ask whether a guardian still signs.</Notice>}
        <Section aria-label="Agreed to">
          <h2>Agreed to</h2>
          <Ruled>
            {papers.map((paper) => (
              <Line key={paper.kind} paper={paper} onAsk={() => setAsked(paper)} />
            ))}
          </Ruled>
          <Small>
            {papersDefer} <TextLink href="/studio/papers">The words of this studio’s papers</TextLink>
          </Small>
        </Section>
        <Contacts
          key={page.revision}
          id={id}
          contacts={page.contacts}
          revision={page.revision}
          isMinor={page.isMinor}
        />
        <Stops page={page} />
      </Stack>
      {papers.map(({ kind, name, words, version }) => (
        <section key={kind} className="paper" aria-hidden>
          <h2>{name}</h2>
          <p>{words}</p>
          <p>
            <small>
              {studio}, {version === 0 ? 'first words' : `words ${version}`}
            </small>
          </p>
          <p>
            I agree ☐ &nbsp; I do not agree ☐ &nbsp; Name, date, signature
            {page.isMinor === 'yes' ? ' of a guardian' : ''}:
          </p>
          <div className="line" />
        </section>
      ))}
      {asked && <Sign page={page} paper={asked} onClose={() => setAsked(undefined)} />}
    </SheetToSign>
  );
}

function Line({ paper, onAsk }: { readonly paper: PaperLine; readonly onAsk: () => void }) {
  const { kind, name, standing, signed } = paper;
  const [newest, ...before] = signed;
  return (
    <li data-paper={kind} data-standing={standing}>
      <Row style={{ justifyContent: 'space-between', flexWrap: 'nowrap' }} $gap={16}>
        <div style={{ minWidth: 0 }}>
          <Row $gap={10}>
            <strong>{name}</strong>
            <Chip $tone={tones[standing]}>{standingWords[standing]}</Chip>
          </Row>
          <Small>
            {newest
              ? `${newest.name}${newest.as === 'guardian' ? ' as guardian' : ''}, ${newest.on}`
              : 'Nothing was signed.'}
            {before.length > 0 &&
              ` · before it: ${before.map((one) => `${one.gives ? 'agreed' : 'not agreed'} ${one.on}`).join(', ')}`}
          </Small>
        </div>
        <Button onPress={onAsk} aria-label={`${name}: ask`}>
          <FileSignature size={18} aria-hidden />
          {standing === 'none' ? 'Ask' : standing === 'olderWords' ? 'Ask anew' : 'Change'}
        </Button>
      </Row>
    </li>
  );
}

function Stops({ page: { id, stops } }: { readonly page: PapersPage }) {
  if (stops.length === 0) return null;
  return (
    <Section aria-label="Reports of stops">
      <h2>Reports of stops</h2>
      <Ruled>
        {stops.map(({ id: stop, on, sign, isReported }) => (
          <li key={stop}>
            <TextLink href={`/clients/${id}/stops/${stop}`}>
              {on}: {sign}
            </TextLink>{' '}
            {isReported ? <Small>written</Small> : <strong className="out-text">not written yet</strong>}
          </li>
        ))}
      </Ruled>
    </Section>
  );
}
