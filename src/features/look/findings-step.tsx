'use client';

import { ArrowRight } from 'lucide-react';
import { MarkedPicture } from '@/design/marked-picture';
import { Button } from '@/design/button';
import { Columns, Failed, Quiet, Stack } from '@/design/layout';
import { entry } from '@/core/knowledge/find';
import { settledFaults } from '@/core/knowledge/seen';
import { AlsoSeen } from './also-seen';
import { Causes } from './causes';
import { Corrections } from './corrections';
import { Findings } from './findings';
import { RangesHere } from './ranges-here';
import { TriedSoFar } from './tried';
import { lackingAtTop } from './lacks';
import { outBlocks } from './numbers';
import { workOf } from './work';
import type { Work } from './work';

import { Empty, shownAt } from './bench-steps';
import type { StepProps } from './bench-steps';
type FoundProps = Omit<StepProps, 'go'> & { readonly work: Work };

const ByEyeList = ({ model, reading, work }: FoundProps) => (
  <AlsoSeen
    exercise={model.exercise}
    level={model.opening.frame.level}
    readings={model.readings}
    measured={settledFaults(model.exercise, model.repertoire, reading.baseline?.findings ?? [], [])}
    working={work.fault}
    onSeen={model.onSeen}
    onWork={(fault) => void model.pick(fault, null)}
  />
);

/** Nothing is out: said only of what was judged or graded; what was not is named. */
function NothingOut({ model: { exercise, repertoire }, reading }: Omit<StepProps, 'go'>) {
  const { baseline, seen } = reading;
  const settled = settledFaults(exercise, repertoire, baseline?.findings ?? [], [...seen.top, ...seen.back]);
  const open = exercise.faults.filter(({ fault }) => !settled.has(fault));
  const words = open.map(({ fault }) => entry(repertoire.faults, fault).plain);
  if (open.length === 0)
    return (
      <>
        <h2>Nothing to correct here</h2>
        <Quiet>All that is watched here is in level or was not seen. Go on to the dose, or try the next level.</Quiet>
      </>
    );
  return (
    <>
      <h2>Nothing out in what was measured</h2>
      <Quiet>Not sure, or not looked at yet: {words.join(', ')}. Grade them by eye, beside the findings.</Quiet>
    </>
  );
}

/** What was found, each beside the picture of the top. */
function Found({ model, reading, work }: FoundProps) {
  const { baseline, back } = reading;
  const at = { exercise: model.exercise, level: model.opening.frame.level };
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
      {baseline && (
        <Findings {...at} judged={baseline} working={work.fault} onWork={(fault) => void model.pick(fault, null)} />
      )}
      <ByEyeList model={model} reading={reading} work={work} />
      <RangesHere level={model.level} reading={reading} clientId={model.opening.clientId} today={model.opening.today} />
      {back && back.findings.length > 0 && (
        <Stack $gap={6}>
          <h3>On the way back</h3>
          <Findings {...at} judged={back} working={work.fault} />
        </Stack>
      )}
    </Stack>
  );
}

/** What to try against the fault in hand, and what may cause it. */
function ToTry({ model, reading, work, go }: StepProps & { readonly work: Work }) {
  const { opening, picked, pick, pickFailed, exercise, tries } = model;
  const { frame, known, props, touchConsent } = opening;
  const { fault } = work;
  return (
    <Stack>
      <TriedSoFar model={model} />
      {fault ? (
        <Corrections
          context={{
            fault,
            exercise: frame.exercise,
            level: frame.level,
            history: tries.history,
            known,
            conditions: frame.conditions,
            props,
            touchConsent,
          }}
          tried={tries.tried}
          chosen={picked.correction ?? undefined}
          onChoose={(correction) => void pick(fault, correction)}
        />
      ) : (
        <NothingOut model={model} reading={reading} />
      )}
      <Failed>{pickFailed}</Failed>
      <Causes exercise={exercise} level={frame.level} seen={work.seen} ranges={opening.ranges} />
      <Button $look="main" onPress={() => go(picked.correction ? 'retest' : 'dose')} style={{ justifySelf: 'start' }}>
        {picked.correction ? 'Retest with this' : 'Go on to the dose'}
        <ArrowRight size={19} aria-hidden />
      </Button>
    </Stack>
  );
}

/** Why nothing was found: nothing was taken, or what was marked does not do for what is watched here. */
const wordNothing = (lacks: readonly string[]): string =>
  lacks.length === 0
    ? 'Take the top of the movement: mark its picture (the mat line, and both ends of at least one block), or read it by hand or by eye. With the set-up taken as well, drift is judged, which is far sharper.'
    : `The picture of the top is there, but what is watched here can’t be read from it yet: ${lacks.slice(0, 3).join('; ')}. Mark that, or grade by eye.`;

export function FindingsStep({ model, reading, go }: StepProps) {
  const work = workOf(reading, model.picked.fault);
  if ((reading.baseline && reading.baseline.findings.length > 0) || work.isByEye)
    return (
      <Columns $side="minmax(340px, 470px)">
        <Found model={model} reading={reading} work={work} />
        <ToTry model={model} reading={reading} work={work} go={go} />
      </Columns>
    );
  return (
    <Stack $gap={30}>
      <Empty title="No findings yet" text={wordNothing(lackingAtTop(reading, model.exercise))} go={() => go('top')} />
      <ByEyeList model={model} reading={reading} work={work} />
    </Stack>
  );
}
