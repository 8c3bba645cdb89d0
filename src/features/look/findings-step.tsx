'use client';

import { ArrowRight } from 'lucide-react';
import { MarkedPicture } from '@/design/marked-picture';
import { Button } from '@/design/button';
import { Columns, Failed, Quiet, Stack } from '@/design/layout';
import { AlsoSeen } from './also-seen';
import { Causes } from './causes';
import { Corrections } from './corrections';
import { Findings } from './findings';
import { outBlocks } from './numbers';
import type { BenchModel } from './use-bench';
import { workOf } from './work';
import type { Work } from './work';

import { Empty, shownAt } from './bench-steps';
import type { StepProps } from './bench-steps';
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
