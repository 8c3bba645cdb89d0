'use client';

// Calendars beside the book: a secret address at which a phone reads it, and a file whose events are taken into it.
import { Copy } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import type { Incoming, Told, ToldKind } from '@/core/book/incoming';
import { Button } from '@/design/button';
import { Chip, Failed, Notice, Page, PageHead, Quiet, Row, Section, Small, Stack, TextLink } from '@/design/layout';
import { Tick } from '@/design/tick';
import { useAsking } from '@/platform/browser/asking';
import { dropCalendarLink, makeCalendarLink, takeInCalendar, weighCalendar } from './actions';
import type { WeighedEvent } from './actions';
import { readFileAside } from './incoming-aside';

export type CalendarsPage = {
  readonly timeZone: string;
  readonly from: string;
  readonly to: string;
  /** Since when the address holds, in words; null: there is none. */
  readonly since: string | null;
  readonly showsNames: boolean;
};

export function Calendars(page: CalendarsPage) {
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/book">Book</TextLink>
          <h1>Calendars</h1>
        </div>
      </PageHead>
      <Out {...page} />
      <In {...page} />
    </Page>
  );
}

const Address = styled.output`
  font-family: ui-monospace, monospace;
  font-size: 0.9rem;
  overflow-wrap: anywhere;
  background: var(--panel);
  border: 1px solid var(--rule);
  border-radius: 10px;
  padding: 10px 12px;
`;

/** The address: shown once, as it is made. */
function Out({ since, showsNames: before }: CalendarsPage) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const [address, setAddress] = useState<string>();
  const [showsNames, setShowsNames] = useState(before);
  const [isCopied, setCopied] = useState(false);
  const make = async () => {
    const told = await ask(makeCalendarLink({ showsNames }));
    if (!told.ok) return;
    setAddress(told.value.address);
    setCopied(false);
    router.refresh();
  };
  const drop = async () => {
    if (!(await ask(dropCalendarLink({}))).ok) return;
    setAddress(undefined);
    router.refresh();
  };
  return (
    <Section aria-label="Your book in another calendar">
      <h2>Your book in another calendar</h2>
      <Quiet>
        A secret address at which a calendar reads your appointments, a month back and half a year ahead. Whoever has it
        can read them: do not pass it on. A new one ends the last.
      </Quiet>
      <Tick isOn={showsNames} onChange={setShowsNames}>
        With the names of clients. Without, only that you are booked.
      </Tick>
      <Failed>{failed}</Failed>
      {address && (
        <Stack $gap={8}>
          <Address aria-label="The address">{address}</Address>
          <Row>
            <Button
              onPress={() =>
                void navigator.clipboard?.writeText(address).then(
                  () => setCopied(true),
                  () => undefined,
                )
              }
            >
              <Copy size={18} aria-hidden />
              {isCopied ? 'Copied' : 'Copy'}
            </Button>
            <Small>It is shown only now: put it into your calendar as a subscription.</Small>
          </Row>
        </Stack>
      )}
      <Row>
        <Button onPress={() => void make()} isDisabled={busy}>
          {since ? 'Make a new address' : 'Make an address'}
        </Button>
        {since && (
          <Button $look="quiet" onPress={() => void drop()} isDisabled={busy}>
            End it
          </Button>
        )}
        {since && <Small>The address holds since {since}.</Small>}
      </Row>
    </Section>
  );
}

/** So many are asked about, and taken in, at once; so many shown. */
const [atOnce, mostShown, mostTaken] = [400, 200, 2000];

const toldWords: Readonly<Record<ToldKind, (count: number) => string>> = {
  unreadable: (count) => `${count} could not be read`,
  zone: (count) => `${count} of a time zone that is not known: read as the studio’s own time`,
  wholeDay: (count) => `${count} for a whole day: left out`,
  cancelled: (count) => `${count} cancelled: left out`,
  length: (count) => `${count} shorter than five minutes or longer than twelve hours: left out`,
  outside: (count) => `${count} not within a year from today: left out`,
  tooMany: (count) => `${count} later than the first ${mostTaken}: left out`,
};

type Line = Incoming & WeighedEvent & { readonly isWanted: boolean };
type Read = { readonly file: string; readonly lines: readonly Line[]; readonly told: readonly Told[] };

const parts = <T,>(all: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / atOnce) }, (_, i) => all.slice(i * atOnce, (i + 1) * atOnce));

const Table = styled.ul`
  display: grid;
  max-height: 420px;
  overflow: auto;
  border-block: 1px solid var(--rule);
  li {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) auto;
    gap: 4px 14px;
    align-items: center;
    padding: 4px 8px;
    border-top: 1px solid var(--rule);
  }
  li:first-child {
    border-top: 0;
  }
`;

function In({ timeZone, from, to }: CalendarsPage) {
  const router = useRouter();
  const { busy, failed, setFailed, ask } = useAsking();
  const [read, setRead] = useState<Read>();
  const [isReading, setReading] = useState<AbortController>();
  const [progress, setProgress] = useState<string>();
  const [taken, setTaken] = useState<number>();
  const open = async (file: File | undefined) => {
    if (!file) return;
    setTaken(undefined);
    setRead(undefined);
    setFailed(undefined);
    const own = new AbortController();
    setReading(own);
    const found = await readFileAside(file, { timeZone, from, to, most: mostTaken }, own.signal);
    setReading(undefined);
    if (own.signal.aborted) return;
    if (!found.ok) return setFailed(found.error.message);
    const weighed: WeighedEvent[] = [];
    for (const events of parts(found.value.events)) {
      const told = await ask(weighCalendar({ events }));
      if (!told.ok) return;
      weighed.push(...told.value);
    }
    const byUid = new Map(weighed.map((one) => [one.uid, one]));
    const lines = found.value.events.flatMap((event): Line[] => {
      const one = byUid.get(event.uid);
      return one ? [{ ...event, ...one, isWanted: !one.isKnown }] : [];
    });
    setRead({ file: file.name, lines, told: found.value.told });
  };
  const wanted = read?.lines.filter(({ isWanted, isKnown }) => isWanted && !isKnown) ?? [];
  const take = async () => {
    let count = 0;
    const all = parts(wanted);
    for (const [i, lines] of all.entries()) {
      setProgress(`${i * atOnce} of ${wanted.length} taken in`);
      const events = lines.map(({ uid, at, minutes, summary, client }) => ({
        ...{ uid, at, minutes },
        title: client ? null : summary,
        clientIds: client ? [client.id] : [],
      }));
      const told = await ask(takeInCalendar({ events }), 'What was taken in stays; the rest can be taken in again.');
      if (!told.ok) return setProgress(undefined);
      count += told.value.taken;
    }
    setProgress(undefined);
    setRead(undefined);
    setTaken(count);
    router.refresh();
  };
  const setWanted = (uid: string, isWanted: boolean) =>
    setRead(read && { ...read, lines: read.lines.map((line) => (line.uid === uid ? { ...line, isWanted } : line)) });
  return (
    <Section aria-label="From another calendar" style={{ marginTop: 34 }}>
      <h2>From another calendar</h2>
      <Quiet>
        A calendar file (.ics) from another program. You see what is in it before anything is taken in; what has been
        taken in before is not taken twice.
      </Quiet>
      <Row>
        <FileTrigger acceptedFileTypes={['.ics', 'text/calendar']} onSelect={(files) => void open(files?.[0])}>
          <Button isDisabled={busy || isReading !== undefined}>Choose a file</Button>
        </FileTrigger>
        {isReading && (
          <>
            <Small role="status">Reading…</Small>
            <Button $look="quiet" onPress={() => isReading.abort()}>
              Stop
            </Button>
          </>
        )}
      </Row>
      <Failed>{failed}</Failed>
      {taken !== undefined && (
        <Notice role="status">
          {taken === 1 ? 'One appointment was' : `${taken} appointments were`} taken into your book.
        </Notice>
      )}
      {read && (
        <Preview
          read={read}
          wanted={wanted.length}
          isBusy={busy}
          progress={progress}
          onWanted={setWanted}
          onTake={() => void take()}
          onLeave={() => setRead(undefined)}
        />
      )}
    </Section>
  );
}

type PreviewProps = {
  readonly read: Read;
  readonly wanted: number;
  readonly isBusy: boolean;
  readonly progress: string | undefined;
  readonly onWanted: (uid: string, isWanted: boolean) => void;
  readonly onTake: () => void;
  readonly onLeave: () => void;
};

/** What is in the file, before anything of it is in the book. */
function Preview({ read, wanted, isBusy, progress, onWanted, onTake, onLeave }: PreviewProps) {
  return (
    <Stack $gap={14}>
      <strong>
        {read.file}: {wanted} of {read.lines.length} to take in
      </strong>
      {read.told.length > 0 && (
        <ul>
          {read.told.map(({ kind, count, first }) => (
            <li key={kind}>
              <Small>
                {toldWords[kind](count)} ({first})
              </Small>
            </li>
          ))}
        </ul>
      )}
      {read.lines.length > 0 && (
        <Table aria-label="What is in the file" tabIndex={0}>
          {read.lines.slice(0, mostShown).map((line) => (
            <li key={line.uid}>
              <Tick isOn={line.isWanted && !line.isKnown} onChange={(isOn) => onWanted(line.uid, isOn)}>
                <span className="numeral">
                  {line.at.slice(0, 10)} {line.at.slice(11)}
                </span>
              </Tick>
              <span>
                {line.client?.name ?? line.summary} <Small>{line.minutes} min</Small>
              </span>
              <Chip $tone={line.client ? 'info' : 'plain'}>
                {line.isKnown ? 'in the book' : line.client ? 'client' : 'no client of that name'}
              </Chip>
            </li>
          ))}
        </Table>
      )}
      {read.lines.length > mostShown && <Small>The first {mostShown} are shown.</Small>}
      <Row>
        <Button $look="main" isDisabled={isBusy || wanted === 0} onPress={() => onTake()}>
          {progress ?? `Take ${wanted} in`}
        </Button>
        <Button $look="quiet" onPress={() => onLeave()}>
          Leave them
        </Button>
      </Row>
    </Stack>
  );
}
