// A page asks as much of a long history as of a short one: the same statements, and no more rows than it shows.
import { QueryTypes } from 'sequelize';
import { seeded } from '@/core/random';
import { database } from '@/data/database';
import { ready } from '@/data/ready';
import { clientParts, readClient, readClients } from '@/features/client/read';
import { readDay } from '@/features/floor/day';
import { readStart } from '@/features/look/read-start';
import { readExercise } from '@/features/repertoire/read';
import { readToday } from '@/features/today/read';
import type { Who } from '@/data/types';
import { addSessions } from '../rigs/histories';
import { bringClient, openStudio } from './studio';

afterAll(() => database().close());

/** Statements that a page sends, once what is kept beside histories is there. */
async function statementsOf(page: () => Promise<unknown>): Promise<number> {
  await page();
  const sequelize = ready();
  const asks = jest.spyOn(sequelize, 'query');
  await page();
  const { length } = asks.mock.calls;
  asks.mockRestore();
  return length;
}

const pagesOf = (who: Who, id: string): Readonly<Record<string, () => Promise<unknown>>> => ({
  today: () => readToday(who, 'en-GB'),
  pack: () => readDay(who, 'en-GB', id),
  clients: () => readClients(who, '', 1),
  start: () => readStart(who, id),
  exercise: () => readExercise(who, 'march', id),
  ...Object.fromEntries(clientParts.map((part) => [part, () => readClient(who, id, part, 1, 'en-GB')])),
});

test('thrice the sessions, not one statement more on any page', async () => {
  const who = await openStudio('Constant');
  const random = seeded(3);
  const id = await bringClient(who, { conditions: [], heightM: 1.7, massKg: 65 });
  const count = async () => {
    const found: Record<string, number> = {};
    for (const [name, page] of Object.entries(pagesOf(who, id))) found[name] = await statementsOf(page);
    return found;
  };
  await addSessions(who, random, id, 6);
  const few = await count();
  await addSessions(who, random, id, 12);
  expect(await count()).toEqual(few);
  for (const many of Object.values(few)) expect(many).toBeLessThanOrEqual(32); // the Floor's pack, two of them for her own eye
});

test('what lists ask by has an index: none of them walks a whole table', async () => {
  const plans: readonly (readonly [string, string])[] = [
    [
      'looks',
      'SELECT id FROM looks WHERE studio_id = :id AND client_id = :id AND kept_at IS NOT NULL ORDER BY kept_at DESC LIMIT 60',
    ],
    [
      'looks',
      'SELECT id FROM looks WHERE studio_id = :id AND instructor_id = :id AND kept_at IS NOT NULL ORDER BY kept_at DESC LIMIT 120',
    ],
    [
      'doses',
      'SELECT exercise, MAX(created_at) FROM doses WHERE studio_id = :id AND client_id = :id GROUP BY exercise',
    ],
    [
      'trials',
      'SELECT verdict FROM trials WHERE studio_id = :id AND client_id = :id AND fault = :id AND correction = :id',
    ],
    ['taught_sessions', 'SELECT id FROM taught_sessions WHERE studio_id = :id AND owed = 1 AND client_id IN (:id)'],
    [
      'taught_sessions',
      'SELECT id FROM taught_sessions WHERE studio_id = :id AND client_id = :id ORDER BY started_at DESC LIMIT 60',
    ],
    ['session_events', 'SELECT event FROM session_events WHERE session_id = :id ORDER BY n'],
    ['studio_trial_counts', 'SELECT tried FROM studio_trial_counts WHERE studio_id = :id'],
  ];
  for (const [table, sql] of plans) {
    const [plan] = await ready().query<{ key: string | null; type: string }>(`EXPLAIN ${sql}`, {
      replacements: { id: 'none' },
      type: QueryTypes.SELECT,
    });
    expect([table, plan?.key === null || plan?.type === 'ALL']).toEqual([table, false]);
  }
});
