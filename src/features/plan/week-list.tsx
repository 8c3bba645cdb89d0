'use client';

import { Dumbbell, House } from 'lucide-react';
import styled from 'styled-components';
import type { HomeDay, SessionAhead, WeeksAsked } from '@/core/planning/weeks';
import { Chip, Small } from '@/design/layout';
import { dayText, weekdayText } from './words';
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
    grid-template-columns: 24px 104px minmax(0, 1fr);
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

type AtHome = Pick<HomeDay, 'exercises' | 'minutes'> & { readonly days: readonly string[] };

/** Days of one week on which the same is practised, told together. */
function alike(home: readonly HomeDay[]): AtHome[] {
  const found = new Map<string, AtHome>();
  for (const { day, exercises, minutes } of home) {
    const key = exercises.join();
    found.set(key, { exercises, minutes, days: [...(found.get(key)?.days ?? []), day] });
  }
  return [...found.values()];
}

type WeekListProps = { readonly page: WeeksPage; readonly asked: WeeksAsked; readonly ahead: WeeksAhead };

/** What is due in each session, and what she practises between them, week by week. */
export function WeekList({ page, asked, ahead }: WeekListProps) {
  const nameOf = (id: string) => page.ladders.find(({ exercise }) => exercise === id)?.name ?? id;
  const listed = (ids: readonly string[]) => ids.map(nameOf).join(', ');
  return (
    <ol aria-label="Week by week">
      {Array.from({ length: asked.weeks }, (_, week) => {
        const isIn = ({ day }: { readonly day: string }) => weekOf(page.today, day) === week;
        const [sessions, home] = [ahead.sessions.filter(isIn), alike(ahead.home.filter(isIn))];
        const begins = weekBegins(page.today, week);
        const isPause = asked.pauses.some(({ from, to }) => from <= begins && to >= begins);
        return (
          <Week key={begins}>
            <strong>
              Week {week + 1} <Small>from {dayText(begins)}</Small>
            </strong>
            {sessions.length + home.length === 0 && <Small>{isPause ? 'A pause.' : 'No session.'}</Small>}
            {sessions.map((one) => (
              <Session key={one.day} session={one} listed={listed} />
            ))}
            {home.map(({ days, exercises, minutes }) => (
              <div key={days.join()} className="home">
                <House size={18} aria-label="At home" />
                <span className="numeral">{days.map(weekdayText).join(' ')}</span>
                <span>
                  {listed(exercises)} <Small>{minutes} min</Small>
                </span>
              </div>
            ))}
          </Week>
        );
      })}
    </ol>
  );
}
