// What is counted of a running server, in the words of Prometheus. Nothing here names a person, a client or a studio.
import { Counter, Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client';

function make() {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const registers = [registry];
  return {
    registry,
    /** Answers to actions and routes, by name and how they went. */
    answers: new Counter({
      ...{ name: 'spine_answers_total', help: 'Answers to actions and routes.', registers },
      labelNames: ['what', 'how'] as const,
    }),
    /** How long they took. */
    seconds: new Histogram({
      ...{ name: 'spine_answer_seconds', help: 'How long an action or route took.', registers },
      labelNames: ['what'] as const,
      buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
    }),
    /** Taps that tablets sent. */
    events: new Counter({
      ...{ name: 'spine_floor_events_total', help: 'Events of sessions that tablets sent.', registers },
      labelNames: ['how'] as const,
    }),
    /** Transactions that were begun again. */
    again: new Counter({
      ...{
        name: 'spine_transactions_again_total',
        help: 'Transactions begun again, by the number of the error.',
        registers,
      },
      labelNames: ['why'] as const,
    }),
    transactions: new Counter({
      name: 'spine_transactions_total',
      help: 'Transactions that were asked for.',
      registers,
    }),
    database: new Gauge({
      name: 'spine_database_up',
      help: 'Whether the database answered, when last asked.',
      registers,
    }),
  };
}

// One for the whole process: pages and routes are bundled apart, and count together.
// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- a place of our own on the global object
const shared = globalThis as typeof globalThis & { levelSpineMetrics?: ReturnType<typeof make> };

export const metrics = (): ReturnType<typeof make> => (shared.levelSpineMetrics ??= make());
