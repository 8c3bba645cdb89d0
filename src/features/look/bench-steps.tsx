'use client';

import { Button } from '@/design/button';
import { Quiet, Stack } from '@/design/layout';
import type { StepName } from './bench-head';
import { Marking } from './marking';
import type { LookReading } from '@/core/knowledge/look';
import type { Role } from '@/core/alignment/look-values';
import { draftAt, placeOf, toMarks } from './state';
import type { BenchModel } from './use-bench';

export type StepProps = {
  readonly model: BenchModel;
  readonly reading: LookReading;
  readonly go: (to: StepName) => void;
};

const next: Readonly<Record<Role, StepName>> = { setup: 'top', top: 'findings', back: 'findings', retest: 'dose' };

/** One moment to be marked. */
export const MarkingStep = ({ model, reading, go, role }: StepProps & { readonly role: Role }) => (
  <Marking
    key={role}
    role={role}
    bench={model.bench}
    dispatch={model.dispatch}
    reading={reading}
    opening={model.opening}
    exercise={model.exercise}
    level={model.level}
    readings={model.readings}
    onRead={model.onRead}
    onSeen={model.onSeen}
    correction={model.picked.correction}
    films={model.films}
    onGo={go}
    onDone={() => go(next[role])}
  />
);

/** The side from which a look is shown: where its top was pictured, else the first. */
export function firstViewOf({ bench, exercise: { looks } }: BenchModel) {
  return looks.find(({ view }) => bench.sheets[placeOf('top', view)])?.view ?? looks[0]?.view ?? 'side';
}

export function shownAt(model: BenchModel, role: Role) {
  const place = placeOf(role, firstViewOf(model));
  return { sheet: model.bench.sheets[place], marks: toMarks(draftAt(model.bench, place)) };
}

export const isSeen = (model: BenchModel, reading: LookReading, role: Role): boolean =>
  Object.keys(reading.values[role]).length > 0 || shownAt(model, role).sheet !== undefined;

/** A step that has nothing to show yet, and what it waits for. */
export function Empty({ title, text, go }: { title: string; text: string; go: () => void }) {
  return (
    <Stack style={{ padding: '48px 0', maxWidth: 560 }}>
      <h2>{title}</h2>
      <Quiet>{text}</Quiet>
      <Button onPress={go} style={{ justifySelf: 'start' }}>
        To the picture at the top
      </Button>
    </Stack>
  );
}
