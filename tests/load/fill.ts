// npm run fill: a studio that has grown for three years, in a database of its own (.private/grown) or at DATABASE_URL.
// CLIENTS, SESSIONS, LOOKS, YEARS narrow it. Rows are written straight into the tables, as the product writes them.
import { v7 as newId } from 'uuid';
import { seeded } from '@/core/random';
import { demoSessions } from '@/data/demo/world';
import { database } from '@/data/database';
import { Appointment, Client, Dose, Look, SessionEventRow, Studio, TaughtSession, Trial, User } from '@/data/models';
import { ready } from '@/data/ready';
import { recount } from '@/data/recount';

const size = {
  clients: Number(process.env.CLIENTS ?? 2000),
  sessions: Number(process.env.SESSIONS ?? 20_000),
  looks: Number(process.env.LOOKS ?? 200_000),
  /** Events of a session, filled up with notes, which no outcome counts. */
  events: 95,
  /** One client with a full three years: sessions of her own. */
  faithful: 450,
  today: 66,
};
const dayMs = 86_400_000;
const span = 3 * 365 * dayMs;

const sequelize = ready();
/** Rows go in by the thousand. */
async function insert(table: string, columns: readonly string[], rows: readonly (readonly unknown[])[]): Promise<void> {
  for (let from = 0; from < rows.length; from += 1000) {
    const some = rows.slice(from, from + 1000);
    const values = some.map((row) => `(${row.map((one) => sequelize.escape(one as string)).join(',')})`).join(',');
    await sequelize.query(`INSERT INTO ${table} (${columns.map((one) => `\`${one}\``).join(',')}) VALUES ${values}`);
  }
}
const sql = (at: number): string => new Date(at).toISOString().replace('T', ' ').replace('Z', '');

async function main(): Promise<void> {
  const random = seeded(17);
  const demo = await Studio.findOne({ where: { demo: true } });
  if (!demo) throw new Error('fill begins from a demo: start the product once with this database');
  const studioId = demo.id;
  const [instructor] = await User.findAll({ where: { studioId }, order: [['createdAt', 'ASC']] });
  // What a taught session, a look and their rows look like is taken from the demo.
  const session = await TaughtSession.findOne({ where: { studioId }, order: [['events', 'DESC']] });
  const events = session
    ? await SessionEventRow.findAll({ where: { sessionId: session.id }, order: [['n', 'ASC']] })
    : [];
  const doses = session ? await Dose.findAll({ where: { sessionId: session.id } }) : [];
  const look = await Look.findOne({ where: { studioId, fault: 'arch' } });
  const dose = doses[0] ?? (await Dose.findOne({ where: { studioId } }));
  if (!instructor || !session || !look || !dose || demoSessions.length === 0) throw new Error('the demo is not whole');
  const clients = Array.from({ length: size.clients }, (_, i) => ({
    id: newId(),
    name: `Grown ${String(i).padStart(4, '0')}`,
  }));
  const now = Date.now();
  await insert(
    'clients',
    [
      'id',
      'studio_id',
      'name',
      'goal',
      'birth_year',
      'height_m',
      'mass_kg',
      'sex',
      'touch_consent',
      'note',
      'created_at',
    ],
    clients.map(({ id, name }) => [id, studioId, name, 'row', 1980, 1.7, 65, 'f', 1, '', sql(now - span)]),
  );
  const booked = clients
    .slice(0, size.today)
    .map(({ id }, i) => ({ id: newId(), client: id, at: now - (i % 8) * 60_000 }));
  await insert(
    'appointments',
    ['id', 'studio_id', 'instructor_id', 'starts_at', 'minutes', 'note'],
    booked.map(({ id, at }) => [id, studioId, instructor.id, sql(at), 50, '']),
  );
  await insert(
    'appointment_places',
    ['id', 'studio_id', 'appointment_id', 'client_id', 'state', 'since'],
    booked.map(({ id, client, at }) => [newId(), studioId, id, client, 'booked', sql(at)]),
  );
  const outcome = JSON.stringify(session.outcome);
  const [ends, before] = [events.at(-1), events.slice(0, -1)];
  const notes = Array.from({ length: Math.max(0, size.events - events.length) }, (_, k) => ({
    kind: 'noted',
    event: { ...before[0]?.event, what: { kind: 'noted', item: null, words: `Calm at the back, ${k} times.` } },
  }));
  const filled = [...before, ...notes, ...(ends ? [ends] : [])];
  const texts = filled.map(({ event }) => JSON.stringify(event));
  const result = JSON.stringify(look.result);
  for (let from = 0; from < size.sessions; from += 200) {
    const many = Math.min(200, size.sessions - from);
    const rows: {
      sessions: unknown[][];
      events: unknown[][];
      doses: unknown[][];
      trials: unknown[][];
      looks: unknown[][];
    } = {
      sessions: [],
      events: [],
      doses: [],
      trials: [],
      looks: [],
    };
    for (let i = 0; i < many; i += 1) {
      const n = from + i;
      const client = n < size.faithful ? clients[0] : clients[1 + Math.floor(random() * (clients.length - 1))];
      if (!client) continue;
      const at = now - dayMs - random() * span;
      const id = newId();
      rows.sessions.push([
        id,
        studioId,
        client.id,
        instructor.id,
        sql(at),
        sql(at + 3e6),
        texts.length,
        outcome,
        session.rulesVersion,
        0,
      ]);
      texts.forEach((text, k) =>
        rows.events.push([
          newId(),
          studioId,
          id,
          k + 1,
          instructor.id,
          newId(),
          k,
          filled[k]?.kind,
          sql(at + k * 3e4),
          sql(at + k * 3e4),
          text,
        ]),
      );
      for (const exercise of ['march', 'legFloat'])
        rows.doses.push([
          newId(),
          studioId,
          client.id,
          id,
          instructor.id,
          exercise,
          1 + (n % 3),
          5,
          1,
          2,
          1,
          dose.pattern,
          1,
          5,
          60,
          8,
          0,
          sql(at),
        ]);
      for (const verdict of ['better', 'same'])
        rows.trials.push([
          newId(),
          studioId,
          client.id,
          id,
          'march',
          n % 2 ? 'arch' : 'flare',
          n % 3 ? 'breatheFirst' : 'bowlOfWater',
          verdict,
          sql(at),
        ]);
      const looks = Math.floor(((n + 1) * size.looks) / size.sessions) - Math.floor((n * size.looks) / size.sessions);
      for (let k = 0; k < looks; k += 1)
        rows.looks.push([
          newId(),
          studioId,
          client.id,
          instructor.id,
          'legFloat',
          2,
          'side',
          'left',
          'evenKeel',
          '{}',
          'arch',
          'breatheFirst',
          result,
          look.rulesVersion,
          sql(at + k * 6e4),
          sql(at + 9e5 + k * 6e4),
        ]);
    }
    await insert(
      'taught_sessions',
      [
        'id',
        'studio_id',
        'client_id',
        'instructor_id',
        'started_at',
        'ended_at',
        'events',
        'outcome',
        'rules_version',
        'owed',
      ],
      rows.sessions,
    );
    await insert(
      'session_events',
      ['id', 'studio_id', 'session_id', 'n', 'user_id', 'device', 'seq', 'kind', 'made_at', 'received_at', 'event'],
      rows.events,
    );
    await insert(
      'doses',
      [
        'id',
        'studio_id',
        'client_id',
        'session_id',
        'instructor_id',
        'exercise',
        'level',
        'repetitions',
        'sets',
        'sides',
        'directions',
        'pattern',
        'pace',
        'change_over_s',
        'set_s',
        'breaths_per_minute',
        'half',
        'created_at',
      ],
      rows.doses,
    );
    await insert(
      'trials',
      ['id', 'studio_id', 'client_id', 'session_id', 'exercise', 'fault', 'correction', 'verdict', 'tried_at'],
      rows.trials,
    );
    await insert(
      'looks',
      [
        'id',
        'studio_id',
        'client_id',
        'instructor_id',
        'exercise',
        'level',
        'view',
        'head_end',
        'school',
        'stances',
        'fault',
        'correction',
        'result',
        'rules_version',
        'started_at',
        'kept_at',
      ],
      rows.looks,
    );
    if (from % 2000 === 0) console.warn(`  ${from + many} of ${size.sessions} sessions`);
  }
  // Counts and summaries as the product keeps them.
  await recount(sequelize);
  await Client.update({ claims: 1 }, { where: { studioId } });
  console.warn(
    `${await Client.count()} clients, ${await TaughtSession.count()} sessions, ${await SessionEventRow.count()} events, ${await Look.count()} looks, ${await Trial.count()} trials, ${await Appointment.count()} appointments`,
  );
  await database().close();
}

void main();
