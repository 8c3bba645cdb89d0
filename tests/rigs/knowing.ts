// A client before a session, as a test wants her: nothing known, an ordinary body, the mat alone.
import type { Knowing } from '@/core/planning/lesson';
import { resolveStances } from '@/core/knowledge/stances';
import { planItem } from '@/core/progression/plan-item';
import type { GateSession } from '@/core/progression/gate-input';
import { repertoire } from '@/repertoire';

const body = { heightM: 1.7, massKg: 65 };

export const knowing = (more: Partial<Knowing> = {}): Knowing => ({
  repertoire,
  body,
  acting: { conditions: [] },
  standings: [],
  history: {},
  lastFaults: {},
  goal: '',
  lastTaught: [],
  ownSeconds: {},
  sessions: [],
  apparatus: [],
  props: [],
  feeling: 'well',
  minutes: 50,
  today: '2026-03-20',
  planned: ({ exercise: id, level }) => {
    const exercise = repertoire.exercises.find((one) => one.id === id);
    const stances = resolveStances(repertoire, 'evenKeel', {}, {});
    return exercise && stances.ok ? planItem(exercise, body, stances.value, { item: id, level }) : undefined;
  },
  ...more,
});

/** A session of an exercise: so many clean on each side. */
export const taughtOn = (date: string, clean: number, level = 1): GateSession => ({
  date,
  level,
  clean: { left: clean, right: clean },
  safetyFault: false,
  breathKept: true,
  rested: false,
});

/** A client who held these cleanly, a week before. */
export const holding = (exercises: readonly string[], date = '2026-03-13'): Pick<Knowing, 'history' | 'standings'> => ({
  history: Object.fromEntries(exercises.map((id) => [id, [taughtOn(date, 5)]])),
  standings: exercises.map((exercise) => ({
    exercise,
    level: 1,
    dose: { repetitions: 5, sets: 1, sides: 1, directions: 1, pattern: 'in 4, out 4', pace: 1 },
  })),
});
