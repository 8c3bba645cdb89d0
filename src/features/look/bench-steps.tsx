'use client';

import { ArrowRight } from 'lucide-react';
import { MarkedPicture } from '@/design/marked-picture';
import { Button } from '@/design/button';
import { Columns, Failed, Quiet, Stack } from '@/design/layout';
import { AlsoSeen } from './also-seen';
import type { StepName } from './bench-head';
import { Causes } from './causes';
import { Corrections } from './corrections';
import { Findings } from './findings';
import { Marking } from './marking';
import { outBlocks } from './numbers';
import type { LookReading } from '@/core/knowledge/look';
import type { Role } from '@/core/alignment/look-values';
import { BeforeAfter, ByEyeVerdict, RetestHint } from './retest';
import { draftAt, placeOf, settingAt, toMarks } from './state';
import type { BenchModel } from './use-bench';
import { workOf } from './work';
import type { Work } from './work';

type StepProps = {
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
    correction={model.picked.correction}
    onDone={() => go(next[role])}
  />
);

/** The side from which a look is shown: where its top was pictured, else the first. */
function firstViewOf({ bench, exercise: { looks } }: BenchModel) {
  return looks.find(({ view }) => bench.sheets[placeOf('top', view)])?.view ?? looks[0]?.view ?? 'side';
}

function shownAt(model: BenchModel, role: Role) {
  const place = placeOf(role, firstViewOf(model));
  return { sheet: model.bench.sheets[place], marks: toMarks(draftAt(model.bench, place)) };
}

const isSeen = (model: BenchModel, reading: LookReading, role: Role): boolean =>
  Object.keys(reading.values[role]).length > 0 || shownAt(model, role).sheet !== undefined;

const ByEyeList = ({ model, work }: { readonly model: BenchModel; readonly work: Work }) => (
  <AlsoSeen
    exercise={model.exercise}
    seen={model.named}
    working={work.fault}
    onSeen={model.setNamed}
    onWork={(fault) => void model.pick(fault, null)}
  />
);

/** What was found, each beside the picture of the top. */
function Found({ model, reading, work }: Omit<StepProps, 'go'> & { readonly work: Work }) {
  const { baseline, back } = reading;
  const top = shownAt(model, 'top');
  return (
    <Stack>
      <h2>What was found</h2>
      {top.sheet && (
        <MarkedPicture
          picture={top.sheet}
          marks={top.marks}
          setup={shownAt(model, 'setup').marks}
          out={outBlocks(model.repertoire, baseline)}
          label="The top of the movement with its levels"
        />
      )}
      {baseline && <Findings judged={baseline} working={work.fault} onWork={(fault) => void model.pick(fault, null)} />}
      <ByEyeList model={model} work={work} />
      {back && back.findings.length > 0 && (
        <Stack $gap={6}>
          <h3>On the way back</h3>
          <Findings judged={back} working={work.fault} />
        </Stack>
      )}
    </Stack>
  );
}

/** What to try against the fault in hand, and what may cause it. */
function ToTry({ model, work, go }: Pick<StepProps, 'model' | 'go'> & { readonly work: Work }) {
  const { opening, picked, pick, pickFailed, exercise } = model;
  const { frame, known, props, touchConsent } = opening;
  const { fault } = work;
  return (
    <Stack>
      {fault ? (
        <Corrections
          context={{
            fault,
            exercise: frame.exercise,
            level: frame.level,
            history: [],
            known,
            conditions: frame.conditions,
            props,
            touchConsent,
          }}
          chosen={picked.correction ?? undefined}
          onChoose={(correction) => void pick(fault, correction)}
        />
      ) : (
        <>
          <h2>Nothing to correct here</h2>
          <Quiet>Every measured block is in level. Go on to the dose, or try the next level.</Quiet>
        </>
      )}
      <Failed>{pickFailed}</Failed>
      <Causes exercise={exercise} level={frame.level} seen={work.seen} />
      <Button $look="main" onPress={() => go(picked.correction ? 'retest' : 'dose')} style={{ justifySelf: 'start' }}>
        {picked.correction ? 'Retest with this' : 'Go on to the dose'}
        <ArrowRight size={19} aria-hidden />
      </Button>
    </Stack>
  );
}

export function FindingsStep({ model, reading, go }: StepProps) {
  const work = workOf(reading, model.picked.fault, model.named);
  if ((reading.baseline && reading.baseline.findings.length > 0) || work.isByEye)
    return (
      <Columns $side="minmax(340px, 470px)">
        <Found model={model} reading={reading} work={work} />
        <ToTry model={model} work={work} go={go} />
      </Columns>
    );
  return (
    <Stack $gap={30}>
      <Empty
        title="No findings yet"
        text="Take the top of the movement: mark its picture (the mat line, and both ends of at least one block), or read it by hand or by eye. With the set-up taken as well, drift is judged, which is far sharper."
        go={() => go('top')}
      />
      <ByEyeList model={model} work={work} />
    </Stack>
  );
}

export function RetestStep({ model, reading, go }: StepProps) {
  const work = workOf(reading, model.picked.fault, model.named);
  const [top, retest] = [shownAt(model, 'top'), shownAt(model, 'retest')];
  const { picked, byEye, setByEye, bench, exercise } = model;
  const view = firstViewOf(model);
  if (!isSeen(model, reading, 'top') && !work.isByEye)
    return (
      <Empty
        title="Nothing to compare with yet"
        text="A retest needs the uncorrected moment first."
        go={() => go('top')}
      />
    );
  return (
    <Stack $gap={22} style={{ gridTemplateColumns: 'minmax(0, 1fr)' }}>
      {!isSeen(model, reading, 'retest') && <RetestHint />}
      <MarkingStep model={model} reading={reading} go={go} role="retest" />
      {work.fault && picked.correction && !work.isMeasured && (
        <ByEyeVerdict fault={work.fault} verdict={byEye} onVerdict={setByEye} />
      )}
      {reading.verdict && top.sheet && retest.sheet && (
        <BeforeAfter
          before={{ sheet: top.sheet, marks: top.marks }}
          after={{ sheet: retest.sheet, marks: retest.marks }}
          setup={shownAt(model, 'setup').marks}
          reading={reading}
          vantage={{ position: exercise.position, view, headEnd: settingAt(bench, placeOf('top', view)).headEnd }}
        />
      )}
    </Stack>
  );
}

function Empty({ title, text, go }: { title: string; text: string; go: () => void }) {
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
