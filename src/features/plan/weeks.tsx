'use client';

// Weeks ahead for a client: where each ladder is likely to be, what is due when, what she practises at home, and how it went beside
// what was expected.
import { Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { levelText } from '@/core/load/rungs';
import type { Comparison, KeptWeeks, WeeksAsked } from '@/core/planning/weeks';
import { Button, ButtonLink } from '@/design/button';
import { Columns, Failed, Page, PageHead, Panel, Quiet, Row, Section, Small, Stack, TextLink } from '@/design/layout';
import { keepWeeks } from './actions';
import { OtherKept, useKeeping } from './keeping';
import { LaddersAhead } from './ladders-ahead';
import { WeekList } from './week-list';
import { AskedWeeks } from './weeks-asked';
import type { WeeksPage } from './weeks-read';
import { happened, lookAhead, toKeep } from './weeks-state';
import type { Happened } from './weeks-state';

const usual: WeeksAsked = { weeks: 8, homeMinutes: 10, pauses: [] };

const comparisonWords: Readonly<Record<Comparison, string>> = {
  earlier: 'further than expected',
  asExpected: 'as expected',
  later: 'slower than expected',
  notTaught: 'not taught since',
};

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

export function Weeks(page: WeeksPage) {
  const { client, kept, today } = page;
  const [asked, setAsked] = useState<WeeksAsked>(
    kept ? { weeks: kept.weeks.weeks, homeMinutes: kept.weeks.homeMinutes, pauses: kept.weeks.pauses } : usual,
  );
  const keeping = useKeeping<KeptWeeks>({ revision: page.revision, kept: kept?.weeks ?? null }, (weeks, revision) =>
    keepWeeks({ clientId: client.id, weeks, revision }),
  );
  const ahead = useMemo(() => lookAhead(page, asked), [page, asked]);
  const since = kept && happened(kept.weeks, page);
  const change = (by: Partial<WeeksAsked>) => setAsked({ ...asked, ...by });
  const weeks = toKeep(today, asked, ahead);
  const isKept = JSON.stringify(keeping.kept) === JSON.stringify(weeks);
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${client.id}`}>{client.name}</TextLink>
          <h1>Weeks</h1>
          <Quiet>{client.goal}</Quiet>
        </div>
        <Row className="no-print">
          <Button onPress={() => window.print()} aria-label="Print the weeks">
            <Printer size={20} aria-hidden />
          </Button>
          <ButtonLink href={`/clients/${client.id}/plan`}>Plan the next session</ButtonLink>
          <Button $look="main" onPress={() => void keeping.keep(weeks)} isDisabled={keeping.busy || isKept}>
            {isKept ? 'Kept' : kept ? 'Plan anew from today' : 'Keep'}
          </Button>
        </Row>
      </PageHead>
      <Failed>{keeping.failed}</Failed>
      <OtherKept other={keeping.other} onMine={(revision) => void keeping.keep(weeks, revision)} isMany />
      <Columns $side="300px">
        <Stack $gap={30}>
          {since && <Compared page={page} since={since} />}
          <Section aria-label="Where each ladder is likely to be">
            <h2>Where each ladder is likely to be</h2>
            <LaddersAhead ahead={ahead} weeks={asked.weeks} />
          </Section>
          <Section aria-label="Week by week">
            <h2>Week by week</h2>
            <WeekList page={page} asked={asked} ahead={ahead} />
          </Section>
        </Stack>
        <Stack>
          <div className="no-print">
            <AskedWeeks asked={asked} today={today} onChange={change} />
          </div>
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
