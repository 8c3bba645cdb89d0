'use client';

// Weeks ahead for a client: where each ladder is likely to be, what is due when, what she practises at home, and how it went beside
// what was expected.
import { Dumbbell, House, Plus, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { parseDate } from '@internationalized/date';
import { levelText } from '@/core/load/rungs';
import { mostWeeks, weeksAsked } from '@/core/planning/weeks';
import type { Comparison, SessionAhead, WeeksAsked } from '@/core/planning/weeks';
import * as v from 'valibot';
import { Button, ButtonLink } from '@/design/button';
import {
  Chip,
  Columns,
  Failed,
  Notice,
  Page,
  PageHead,
  Panel,
  Quiet,
  Row,
  Section,
  Small,
  Stack,
  TextLink,
} from '@/design/layout';
import { DayBoxField } from '@/design/month';
import { NumberField } from '@/design/number-field';
import { useAsking } from '@/platform/browser/asking';
import { keepWeeks } from './actions';
import type { KeptNow } from './actions';
import type { WeeksPage } from './weeks-read';
import { happened, lookAhead, toKeep, weekBegins, weekOf } from './weeks-state';
import type { Happened, LadderAhead, WeeksAhead } from './weeks-state';

const usual: WeeksAsked = { weeks: 8, homeMinutes: 10, pauses: [] };

/** A day as its reader writes it; days stay the days they are, in every zone. */
const dayText = (day: string, long = false): string =>
  new Intl.DateTimeFormat(undefined, {
    ...(long ? { weekday: 'short' as const } : {}),
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  }).format(parseDate(day).toDate('UTC'));

const comparisonWords: Readonly<Record<Comparison, string>> = {
  earlier: 'further than expected',
  asExpected: 'as expected',
  later: 'slower than expected',
  notTaught: 'not taught since',
};

const Ahead = styled.table`
  width: 100%;
  border-collapse: collapse;
  th,
  td {
    text-align: left;
    padding: 9px 10px 9px 0;
    border-top: 1px solid var(--rule);
    vertical-align: middle;
  }
  th {
    font-weight: 500;
    color: var(--quiet);
    font-size: 0.88rem;
    border-top: 0;
  }
  td:first-child {
    font-weight: 650;
    overflow-wrap: anywhere;
  }
  .many {
    white-space: nowrap;
  }
`;

const Rungs = styled.svg`
  display: block;
  width: 100%;
  min-width: 120px;
  max-width: 320px;
  height: 30px;
`;

/** A ladder from its first level to its top: where she stands, where she is likely to be, and how wide that is. */
function LadderLine({ ahead: { ladder, lo, likely, hi } }: { readonly ahead: LadderAhead }) {
  const { level, top, name } = ladder;
  const x = (at: number) => 10 + (300 * (at - 1)) / Math.max(1, top - 1);
  const steps = Array.from({ length: top }, (_, i) => i + 1);
  return (
    <Rungs
      viewBox="0 0 320 30"
      role="img"
      aria-label={`${name}: level ${levelText(level)} now, likely ${levelText(likely)}, between ${levelText(lo)} and ${levelText(hi)}`}
    >
      <line x1={x(1)} x2={x(top)} y1="15" y2="15" stroke="var(--rule-strong)" strokeWidth="1.5" />
      {steps.map((step) => (
        <line key={step} x1={x(step)} x2={x(step)} y1="9" y2="21" stroke="var(--rule-strong)" strokeWidth="1.5" />
      ))}
      <rect x={x(lo) - 7} y="8" width={x(hi) - x(lo) + 14} height="14" rx="7" fill="var(--fluid)" opacity="0.55" />
      <circle cx={x(likely)} cy="15" r="7" fill="var(--bubble)" stroke="var(--ink)" strokeWidth="1.5" />
      <line x1={x(level)} x2={x(level)} y1="3" y2="27" stroke="var(--ink)" strokeWidth="2.5" />
    </Rungs>
  );
}

function Ladders({ ahead, weeks }: { readonly ahead: WeeksAhead; readonly weeks: number }) {
  if (ahead.ladders.length === 0)
    return <Quiet>Nothing that was taught comes again in these weeks: book sessions, or teach first.</Quiet>;
  return (
    <>
      <Ahead>
        <thead>
          <tr>
            <th scope="col">Exercise</th>
            <th scope="col">Now, and likely in {weeks} weeks</th>
            <th scope="col">Level</th>
            <th scope="col">Taught</th>
          </tr>
        </thead>
        <tbody>
          {ahead.ladders.map((one) => (
            <tr key={one.ladder.exercise} data-ladder={one.ladder.exercise}>
              <td>{one.ladder.name}</td>
              <td>
                <LadderLine ahead={one} />
              </td>
              <td className="many numeral">
                {levelText(one.ladder.level)} → {levelText(one.likely)}{' '}
                {one.lo !== one.hi && (
                  <Small>
                    ({levelText(one.lo)} to {levelText(one.hi)})
                  </Small>
                )}
              </td>
              <td className="many numeral">{one.times} ×</td>
            </tr>
          ))}
        </tbody>
      </Ahead>
      <Small>
        The line is the level now, the bubble the middle of what the sessions so far make likely, the band four fifths
        of it. Not a promise: bodies have weeks of their own, and the gate decides each time.
      </Small>
    </>
  );
}

const Week = styled.li`
  border-top: 1px solid var(--rule);
  padding: 12px 0;
  display: grid;
  gap: 8px;
  &:first-child {
    border-top: 0;
  }
  .session,
  .home {
    display: grid;
    grid-template-columns: 24px 92px minmax(0, 1fr);
    gap: 4px 10px;
    align-items: baseline;
  }
  svg {
    align-self: center;
    color: var(--quiet);
  }
`;

type SessionProps = { readonly session: SessionAhead; readonly listed: (ids: readonly string[]) => string };

/** What is due in one session. */
const Session = ({ session: { day, isBooked, due, isHard, restsFrom }, listed }: SessionProps) => (
  <div className="session" data-session={day}>
    <Dumbbell size={18} aria-label="In the studio" />
    <span className="numeral">{dayText(day, true)}</span>
    <span>
      {due.length > 0 ? `Again: ${listed(due)}.` : 'Nothing is due: room for something new.'}{' '}
      {isHard && <Chip>a heavy day</Chip>} {!isBooked && <Chip>not booked</Chip>}
      {restsFrom && <Small> Heavy work is due, but {dayText(restsFrom)} was heavy: light on that today.</Small>}
    </span>
  </div>
);

/** What is due in each session, and what she practises between them, week by week. */
function WeekList({
  page,
  asked,
  ahead,
}: {
  readonly page: WeeksPage;
  readonly asked: WeeksAsked;
  readonly ahead: WeeksAhead;
}) {
  const nameOf = (id: string) => page.ladders.find(({ exercise }) => exercise === id)?.name ?? id;
  const listed = (ids: readonly string[]) => ids.map(nameOf).join(', ');
  return (
    <ol aria-label="Week by week">
      {Array.from({ length: asked.weeks }, (_, week) => {
        const days = [...ahead.sessions, ...ahead.home]
          .filter(({ day }) => weekOf(page.today, day) === week)
          .toSorted((a, b) => a.day.localeCompare(b.day));
        const begins = weekBegins(page.today, week);
        const isPause = asked.pauses.some(({ from, to }) => from <= begins && to >= begins);
        return (
          <Week key={begins}>
            <strong>
              Week {week + 1} <Small>from {dayText(begins)}</Small>
            </strong>
            {days.length === 0 && <Small>{isPause ? 'A pause.' : 'No session.'}</Small>}
            {days.map((one) =>
              'due' in one ? (
                <Session key={one.day} session={one} listed={listed} />
              ) : (
                <div key={one.day} className="home">
                  <House size={18} aria-label="At home" />
                  <span className="numeral">{dayText(one.day, true)}</span>
                  <span>
                    {listed(one.exercises)} <Small>{one.minutes} min</Small>
                  </span>
                </div>
              ),
            )}
          </Week>
        );
      })}
    </ol>
  );
}

/** How it went beside what was expected. */
function Compared({ page, since }: { readonly page: WeeksPage; readonly since: Happened }) {
  const { kept } = page;
  if (!kept) return null;
  return (
    <Section aria-label="Beside what was expected">
      <h2>Beside what was expected</h2>
      <Quiet>
        Planned on {kept.day} by {kept.madeBy}; {Math.round(since.share * 100)} % of the time is over. {since.taught} of{' '}
        {since.planned} sessions planned until now were taught.
      </Quiet>
      {since.share > 0 && (
        <ul>
          {since.ladders.map(({ ladder, expected, comparison }) => (
            <li key={ladder.exercise} data-comparison={comparison}>
              <strong>{ladder.name}</strong>: level {levelText(ladder.level)}, expected {levelText(expected.lo)} to{' '}
              {levelText(expected.hi)} at the end: {comparisonWords[comparison]}.
            </li>
          ))}
        </ul>
      )}
    </Section>
  );
}

/** Keeping, in versions. */
function useKeeping({ client, revision: first }: WeeksPage) {
  const [revision, setRevision] = useState(first);
  const [other, setOther] = useState<KeptNow>();
  const [isKept, setKept] = useState(false);
  const { busy, failed, ask } = useAsking();
  const keep = async (weeks: ReturnType<typeof toKeep>, from = revision) => {
    const told = await ask(keepWeeks({ clientId: client.id, weeks, revision: from }));
    if (!told.ok) return;
    setOther(told.value.isKept ? undefined : told.value);
    setKept(told.value.isKept);
    if (told.value.isKept) setRevision(told.value.revision);
  };
  return { keep, other, busy, failed, isKept, change: () => setKept(false) };
}

export function Weeks(page: WeeksPage) {
  const { client, kept, today } = page;
  const [asked, setAsked] = useState<WeeksAsked>(
    kept ? { weeks: kept.weeks.weeks, homeMinutes: kept.weeks.homeMinutes, pauses: kept.weeks.pauses } : usual,
  );
  const keeping = useKeeping(page);
  const ahead = useMemo(() => lookAhead(page, asked), [page, asked]);
  const since = kept && happened(kept.weeks, page);
  const change = (by: Partial<WeeksAsked>) => {
    setAsked({ ...asked, ...by });
    keeping.change();
  };
  const weeks = toKeep(today, asked, ahead);
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${client.id}`}>{client.name}</TextLink>
          <h1>Weeks</h1>
          <Quiet>{client.goal}</Quiet>
        </div>
        <Row>
          <ButtonLink href={`/clients/${client.id}/plan`}>Plan the next session</ButtonLink>
          <Button $look="main" onPress={() => void keeping.keep(weeks)} isDisabled={keeping.busy || keeping.isKept}>
            {keeping.isKept ? 'Kept' : kept ? 'Plan anew from today' : 'Keep'}
          </Button>
        </Row>
      </PageHead>
      <Failed>{keeping.failed}</Failed>
      {keeping.other && (
        <Notice $tone="out" role="alert">
          <Stack $gap={8}>
            <span>{keeping.other.madeBy} kept other weeks meanwhile. Yours still stand here.</span>
            <Row>
              <Button onPress={() => void keeping.keep(weeks, keeping.other?.revision)}>
                Keep mine in their place
              </Button>
              <Button onPress={() => location.reload()}>Take the others</Button>
            </Row>
          </Stack>
        </Notice>
      )}
      <Columns $side="300px">
        <Stack $gap={30}>
          {since && <Compared page={page} since={since} />}
          <Section aria-label="Where each ladder is likely to be">
            <h2>Where each ladder is likely to be</h2>
            <Ladders ahead={ahead} weeks={asked.weeks} />
          </Section>
          <Section aria-label="Week by week">
            <h2>Week by week</h2>
            <WeekList page={page} asked={asked} ahead={ahead} />
          </Section>
        </Stack>
        <Stack>
          <Asked asked={asked} today={today} onChange={change} />
          <Panel>
            <Stack $gap={6}>
              <h2>Toward the goal</h2>
              {page.progress.map((line) => (
                <p key={line}>{line}</p>
              ))}
            </Stack>
          </Panel>
          <Small>
            Again after three days at first, later with every clean session, sooner after one that was not; heavy days
            at least two apart; at home only what was clean the last time, on the mat. Conventions: what is felt goes
            before.
          </Small>
        </Stack>
      </Columns>
    </Page>
  );
}

type AskedProps = {
  readonly asked: WeeksAsked;
  readonly today: string;
  readonly onChange: (by: Partial<WeeksAsked>) => void;
};

/** How many weeks, how long at home, and when she is away. */
function Asked({ asked, today, onChange }: AskedProps) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [failed, setFailed] = useState<string>();
  const add = () => {
    const pauses = [...asked.pauses, { from, to: to || from }];
    const read = v.safeParse(weeksAsked, { ...asked, pauses });
    if (!from || !read.success) return setFailed(from ? 'It ends before it begins.' : 'Say when it begins.');
    setFailed(undefined);
    setFrom('');
    setTo('');
    onChange({ pauses: pauses.toSorted((a, b) => a.from.localeCompare(b.from)) });
  };
  return (
    <Panel>
      <Stack $gap={14}>
        <Row $gap={14}>
          <NumberField
            label="Weeks"
            limits={{ least: 2, most: mostWeeks, whole: true }}
            value={asked.weeks}
            mayBeEmpty={false}
            onRead={(weeks) => weeks !== null && onChange({ weeks })}
          />
          <NumberField
            label="At home, a day"
            limits={{ least: 0, most: 60, whole: true, unit: 'min' }}
            value={asked.homeMinutes}
            mayBeEmpty={false}
            onRead={(homeMinutes) => homeMinutes !== null && onChange({ homeMinutes })}
          />
        </Row>
        <strong>Pauses</strong>
        {asked.pauses.map((one) => (
          <Row key={`${one.from} ${one.to}`} $gap={6}>
            <span>
              {dayText(one.from)} to {dayText(one.to)}
            </span>
            <Button
              $look="quiet"
              aria-label={`No pause from ${dayText(one.from)}`}
              onPress={() => onChange({ pauses: asked.pauses.filter((other) => other !== one) })}
            >
              <X size={18} aria-hidden />
            </Button>
          </Row>
        ))}
        <DayBoxField label="Away from" value={from} onChange={setFrom} error={failed} />
        <DayBoxField label="to" value={to} onChange={setTo} help={`Today is ${dayText(today)}.`} />
        <Row>
          <Button onPress={add}>
            <Plus size={18} aria-hidden />
            Add the pause
          </Button>
        </Row>
      </Stack>
    </Panel>
  );
}
