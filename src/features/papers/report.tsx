'use client';

// The report of a stop: what, when, who was told. Written once, changed with its history on record, and printed.
import { Check, Printer } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { Contact } from '@/core/knowledge/papers';
import { Button } from '@/design/button';
import { Failed, Notice, Page, PageHead, Panel, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { typedStays, useAsking } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { keepReport } from './actions';
import type { TypedReport } from './form';

export type StopReportPage = {
  readonly id: string;
  readonly stop: string;
  readonly client: string;
  readonly studio: string;
  readonly contacts: readonly Contact[];
  readonly sign: string;
  readonly seen: string;
  readonly notedBy: string;
  readonly on: string;
  readonly cleared: string | null;
  /** When it was noted, as 14:05. */
  readonly clock: string;
  readonly report: (TypedReport & { readonly revision: number; readonly by: string }) | null;
};

const Sheet = styled(Page)`
  .printed {
    display: none;
  }
  @media print {
    form {
      display: none;
    }
    .printed {
      display: grid;
      gap: 14px;
    }
    .line {
      border-bottom: 1px solid #000;
      height: 34px;
    }
  }
`;

const asked = [
  ['doing', 'What was being done'],
  ['happened', 'What happened, in order'],
  ['done', 'What was done about it'],
  ['told', 'Who was told, and when'],
] as const;

export function StopReport({ page }: { readonly page: StopReportPage }) {
  const { id, client, studio, contacts, report } = page;
  const router = useRouter();
  const once = useOnce();
  const { busy, failed, ask } = useAsking();
  const [isKept, setIsKept] = useState(false);
  const [typed, setTyped] = useState<TypedReport>(() => ({
    doing: report?.doing ?? '',
    happened: report?.happened ?? page.seen,
    done: report?.done ?? '',
    told: report?.told ?? '',
    atTime: report?.atTime ?? page.clock,
  }));
  const set = (field: keyof TypedReport) => (text: string) => {
    setIsKept(false);
    setTyped({ ...typed, [field]: text });
  };
  const keep = async () => {
    const sent = { id: once.id(), clientId: id, stopId: page.stop, report: typed, revision: report?.revision ?? null };
    if (!(await ask(keepReport(sent), typedStays)).ok) return;
    setIsKept(true);
    router.refresh();
  };
  return (
    <Sheet>
      <PageHead>
        <div>
          <TextLink href={`/clients/${id}/papers`}>{client}: papers</TextLink>
          <h1>Report of a stop</h1>
          <Quiet>
            {page.sign}, {page.on}. Noted by {page.notedBy}. {studio}.
          </Quiet>
        </div>
        <Button onPress={() => window.print()}>
          <Printer size={18} aria-hidden />
          Print
        </Button>
      </PageHead>
      <form
        style={{ display: 'grid', gap: 18, maxWidth: 680, paddingTop: 20 }}
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        {contacts.length > 0 && (
          <Panel>
            <Small>
              To tell:{' '}
              {contacts
                .map(({ name, relation, phone }) => `${name}${relation ? ` (${relation})` : ''} ${phone}`)
                .join('; ')}
            </Small>
          </Panel>
        )}
        <div style={{ width: 140 }}>
          <PlainField label="At what time" value={typed.atTime} onChange={set('atTime')} />
        </div>
        {asked.map(([field, label]) => (
          <PlainField key={field} label={label} value={typed[field]} onChange={set(field)} lines={field !== 'doing'} />
        ))}
        <Failed>{failed}</Failed>
        {isKept && (
          <Notice role="status">
            <Check size={20} aria-hidden />
            <span>Kept. How it stood before stays on record.</span>
          </Notice>
        )}
        <Row>
          <Button $look="main" type="submit" isDisabled={busy}>
            {busy ? 'Keeping…' : 'Keep the report'}
          </Button>
          {report && <Small>{report.by}</Small>}
        </Row>
        <Small>
          What must be reported, to whom and by when, is for the rules of your place and your insurer to say.
        </Small>
      </form>
      <div className="printed" aria-hidden>
        <p>
          At {typed.atTime}. {page.cleared && `Cleared ${page.cleared}.`}
        </p>
        {asked.map(([field, label]) => (
          <Stack key={field} $gap={4}>
            <strong>{label}</strong>
            {typed[field] ? <span style={{ whiteSpace: 'pre-wrap' }}>{typed[field]}</span> : <div className="line" />}
          </Stack>
        ))}
        <p>{report?.by}</p>
        <p>Date and signature:</p>
        <div className="line" />
      </div>
    </Sheet>
  );
}
