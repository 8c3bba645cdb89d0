// What is known of a client from sessions, looks and doses: one assembly for every screen that asks.
import type { Severity } from '../alignment/judge';
import { lastFound } from '../knowledge/kept';
import type { KeptReading } from '../knowledge/kept';
import type { Body } from '../body/segments';
import type { Repertoire } from '../knowledge/entries';
import { knownLoad, newestRungs } from '../load/capacity';
import type { KnownLoad, Standing } from '../load/capacity';
import type { SessionDose } from './events';
import type { GateSession } from './gate-input';
import type { Side } from '../anatomy/landmarks';
import type { Outcome } from './kept-outcome';
import { gateSession } from './outcome';

export type LastFinding = {
  readonly fault: string;
  readonly verdict: 'out';
  readonly severity: Severity;
  readonly side?: Side;
};

export type ClientSummary = {
  /** How far she goes, and what she holds. */
  readonly load: KnownLoad;
  /** Where she stands: the newest dose of each exercise that is in the repertoire; newest first. */
  readonly standings: readonly (Standing & { readonly dose: SessionDose })[];
  /** Ended sessions as the gate counts them, by exercise, oldest first, each with the session it was. */
  readonly history: Readonly<Record<string, readonly (GateSession & { readonly session: string })[]>>;
  /** What was out the last time, by exercise. */
  readonly last: Readonly<Record<string, readonly LastFinding[]>>;
  /** Why she stands where she does, by exercise: the newest decision's reasons. */
  readonly why: Readonly<Record<string, string>>;
  /** The newest kept look. */
  readonly lastLook: string | null;
  readonly lastSession: {
    /** As 2026-03-01, in the studio's time zone. */
    readonly day: string;
    readonly items: readonly Standing[];
    readonly points: readonly string[];
  } | null;
};

/** What was kept. Sessions that have ended, newest first; looks oldest first; the newest dose of each exercise, newest first. */
export type KeptOfClient = {
  readonly sessions: readonly { readonly id: string; readonly day: string; readonly outcome: Outcome }[];
  readonly looks: readonly {
    readonly id: string;
    readonly day: string;
    readonly exercise: string;
    readonly level: number;
    readonly result: KeptReading;
  }[];
  readonly doses: readonly {
    readonly exercise: string;
    readonly level: number;
    readonly half: boolean;
    readonly repetitions: number;
    readonly sets: number;
    readonly sides: number;
    readonly directions: number;
    readonly pattern: string;
    readonly pace: number;
  }[];
};

/** What was out the last time: in the newest session with an exercise, else in the newest look. */
function lastFindings({ sessions, looks }: KeptOfClient): ClientSummary['last'] {
  const found: Record<string, readonly LastFinding[]> = {};
  const look = looks.at(-1);
  if (look)
    found[look.exercise] = lastFound(look.result)
      .filter(({ verdict }) => verdict === 'out')
      .map(({ fault, severity, side }) => ({
        fault,
        verdict: 'out',
        severity: severity ?? 'slight',
        ...(side ? { side } : {}),
      }));
  for (const { outcome } of [...sessions].reverse())
    for (const { exercise, faults } of outcome.items)
      found[exercise] = faults.map(({ fault, times }) => ({
        fault,
        verdict: 'out',
        severity: times >= 4 ? 'marked' : times >= 2 ? 'clear' : 'slight',
      }));
  return found;
}

/** A client's summary from what was kept. */
export function summarize(repertoire: Repertoire, body: Body, kept: KeptOfClient): ClientSummary {
  const { sessions, looks, doses } = kept;
  const rungs = newestRungs(repertoire, doses);
  const history: Record<string, (GateSession & { session: string })[]> = {};
  const why: Record<string, string> = {};
  for (const { id, day, outcome } of sessions)
    for (const item of outcome.items) {
      const counted = gateSession(day, item);
      if (counted) (history[item.exercise] ??= []).unshift({ ...counted, session: id });
      const { decision } = item;
      if (decision)
        why[item.exercise] ??= decision.overruled ? `Overruled: ${decision.overruled}` : decision.reasons.join(' ');
    }
  const [last] = sessions;
  return {
    load: knownLoad(
      repertoire,
      body,
      { sessions: sessions.map(({ day, outcome }) => ({ day, items: outcome.items })), looks },
      rungs.map(({ standing }) => standing),
    ),
    standings: rungs.map(({ row: { repetitions, sets, sides, directions, pattern, pace }, standing }) => ({
      ...standing,
      dose: {
        repetitions,
        sets,
        sides: sides === 2 ? 2 : 1,
        directions: directions === 2 ? 2 : 1,
        pattern,
        pace,
      },
    })),
    history,
    last: lastFindings(kept),
    why,
    lastLook: looks.at(-1)?.id ?? null,
    lastSession: last
      ? {
          day: last.day,
          items: last.outcome.items.map(({ exercise, level, decision }) => ({
            exercise,
            level: decision?.level ?? level,
          })),
          points: last.outcome.wrap?.points ?? [],
        }
      : null,
  };
}
