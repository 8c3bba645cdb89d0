'use client';

import { keysOf } from '@/core/keyed';
import { ListOrdered, Pencil, Play, Ruler } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import { ButtonLink } from '@/design/button';
import { Chip, Page, PageHead, Quiet, Row, Section, Small, TextLink } from '@/design/layout';
import { StopButton } from '@/design/stop-dialog';
import { noteStop } from '@/platform/server/stop';
import { ForTeachers } from '@/platform/browser/role';
import { useOnce } from '@/platform/browser/once';
import { stopWords } from '@/repertoire/words';
import { Now } from './now';
import type { ClientPage, ClientPart, Shown } from './read';
import { StopBanner } from './safety';

// One part is shown at a time, and comes with its own scripts.
const Course = dynamic(() => import('./course').then((all) => all.Course));
const KeptLook = dynamic(() => import('./kept-look').then((all) => all.KeptLook));
const Ladders = dynamic(() => import('./ladders').then((all) => all.Ladders));
const SafeWindowSection = dynamic(() => import('./window').then((all) => all.SafeWindowSection));
const Sessions = dynamic(() => import('./sessions').then((all) => all.Sessions));

const Index = styled.nav`
  position: sticky;
  top: 0;
  z-index: 3;
  display: flex;
  gap: 4px;
  overflow-x: auto;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
  margin-top: 16px;
  padding-block: 6px;
  a {
    flex: none;
    padding: 10px 14px;
    min-height: 44px;
    border-radius: 11px;
    color: inherit;
    text-decoration: none;
  }
  a:hover {
    background: var(--info-tint);
  }
  a[aria-current] {
    background: var(--ink);
    color: var(--on-ink);
    font-weight: 650;
  }
  @media print {
    display: none;
  }
`;

const partNames: Readonly<Record<ClientPart, string>> = {
  now: 'Now',
  ladders: 'Ladders',
  window: 'Safe window',
  course: 'Course and sessions',
  looks: 'Looks',
};
const addressOf = (here: string, part: ClientPart): string => (part === 'now' ? here : `${here}?part=${part}`);

/** Who this is and what to mind; below it one part at a time, with an index that stays. */
export function Client({ page: whole, deferring }: { page: ClientPage; deferring: string }) {
  const { client, facts, school, shown } = whole;
  const router = useRouter();
  const once = useOnce();
  const here = `/clients/${client.id}`;
  return (
    <Page>
      <PageHead>
        <div>
          <h1>{client.name}</h1>
          <Quiet>{client.goal}</Quiet>
          <Row $gap={8} style={{ paddingTop: 8 }}>
            {facts && <Small>{facts}</Small>}
            <Chip>
              {school.name}
              {school.isOwn ? '' : ', as the studio'}
            </Chip>
            <Chip>{client.touchConsent ? 'touch: agreed' : 'touch: not agreed'}</Chip>
          </Row>
          <ForTeachers>
            <Row $gap={14}>
              <TextLink href={`${here}/stances`}>
                {whole.changedStances > 0 ? `${whole.changedStances} stances changed` : 'Stances'}
              </TextLink>
              <TextLink href={`${here}/weeks`}>Weeks</TextLink>
              <TextLink href={`${here}/ranges`}>Own ranges</TextLink>
              <TextLink href={`${here}/papers`}>Papers</TextLink>
              <TextLink href={`${here}/seen-by`}>Seen by</TextLink>
            </Row>
          </ForTeachers>
        </div>
        <ForTeachers>
          <Row>
            <StopButton
              signs={whole.stopSigns}
              words={stopWords}
              onStop={async (sign, seen) => {
                const result = await noteStop({ id: once.id(), clientId: client.id, sign, seen, lookId: null });
                if (result.ok) {
                  once.kept();
                  router.refresh();
                }
                return result;
              }}
            />
            <ButtonLink href={`${here}/edit`}>
              <Pencil size={18} aria-hidden />
              Change
            </ButtonLink>
            <ButtonLink href={`${here}/look`}>
              <Ruler size={19} aria-hidden />
              Look
            </ButtonLink>
            <ButtonLink href={`${here}/plan`}>
              <ListOrdered size={20} aria-hidden />
              Plan
            </ButtonLink>
            <ButtonLink href={`/floor?client=${client.id}`} prefetch={false} $look="main">
              <Play size={19} aria-hidden />
              Teach
            </ButtonLink>
          </Row>
        </ForTeachers>
      </PageHead>
      <StopBanner page={whole} deferring={deferring} />
      <Index aria-label="Parts of this page">
        {keysOf(partNames).map((part) => (
          <Link
            key={part}
            href={addressOf(here, part)}
            prefetch={false}
            aria-current={part === shown.part ? 'page' : undefined}
          >
            {partNames[part]}
          </Link>
        ))}
      </Index>
      <div style={{ paddingTop: shown.part === 'now' ? 0 : 20, minHeight: '60vh' }}>
        <Part shown={shown} page={whole} deferring={deferring} />
      </div>
    </Page>
  );
}

function Part({ shown, page, deferring }: { shown: Shown; page: ClientPage; deferring: string }) {
  switch (shown.part) {
    case 'now':
      return <Now shown={shown} page={page} deferring={deferring} />;
    case 'ladders':
      return <Ladders standings={shown.standings} capacityPct={shown.capacityPct} />;
    case 'window':
      return <SafeWindowSection {...shown.load} />;
    case 'course':
      return (
        <>
          <Course progress={shown.progress} />
          <Sessions progress={shown.progress} />
          <Pages here={`/clients/${page.client.id}?part=course`} page={shown.page} pages={shown.pages} of="sessions" />
        </>
      );
    case 'looks':
      return <Looks shown={shown} here={`/clients/${page.client.id}?part=looks`} />;
  }
}

function Looks({ shown, here }: { shown: Extract<Shown, { part: 'looks' }>; here: string }) {
  const { looks, total, page, pages } = shown;
  return (
    <Section id="history" aria-label="Looks">
      <Row style={{ justifyContent: 'space-between' }}>
        <h2>Looks</h2>
        {total > 0 && <Small>{total} in all</Small>}
      </Row>
      {looks.length === 0 ? (
        <Quiet>
          No look yet. The first one is a leg float, uncorrected: it shows what pelvis, ribs and head do of their own
          accord.
        </Quiet>
      ) : (
        looks.map((look) => <KeptLook key={look.id} look={look} />)
      )}
      <Pages here={here} page={page} pages={pages} of="looks" />
    </Section>
  );
}

function Pages({ here, page, pages, of }: { here: string; page: number; pages: number; of: string }) {
  if (pages <= 1) return null;
  return (
    <Row as="nav" aria-label={`Older and newer ${of}`} style={{ paddingTop: 14 }}>
      {page > 1 && <ButtonLink href={`${here}&page=${page - 1}`}>Newer</ButtonLink>}
      <Small>
        {page} of {pages}
      </Small>
      {page < pages && <ButtonLink href={`${here}&page=${page + 1}`}>Older</ButtonLink>}
    </Row>
  );
}
