'use client';

import { Dumbbell, House } from 'lucide-react';
import styled from 'styled-components';
import type { SessionAhead, WeeksAsked } from '@/core/planning/weeks';
import { Chip, Small } from '@/design/layout';
import { dayText } from './words';
import type { WeeksPage } from './weeks-read';
import { weekBegins, weekOf } from './weeks-state';
import type { WeeksAhead } from './weeks-state';

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
export function WeekList({
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
