'use client';

import { ArrowRight, RotateCcw } from 'lucide-react';
import styled from 'styled-components';
import { entry, propOf } from '@/core/knowledge/find';
import { taught } from '@/core/knowledge/look';
import { Button } from '@/design/button';
import { Panel, Quiet, Row, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';
import { BeforeAfter, ByEyeVerdict, RetestHint } from './retest';
import { placeOf, settingAt } from './state';
import { TriedSoFar } from './tried';
import { workOf } from './work';
import type { Work } from './work';

import { Empty, MarkingStep, firstViewOf, isSeen, shownAt } from './bench-steps';
import type { StepProps } from './bench-steps';

const Cue = styled(Panel)`
  display: grid;
  gap: 6px;
  background: var(--info-tint);
  border-color: transparent;
  .say {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    font-size: 1.5rem;
    line-height: 1.15;
  }
`;

/** The correction that is being retested, said once more where she gives it. */
function ChosenCue({ correction, fault }: { readonly correction: string; readonly fault: string }) {
  const { corrections, props, faults } = useRepertoire();
  const chosen = entry(corrections, correction);
  const { say, because } = chosen;
  const prop = propOf(chosen, props);
  return (
    <Cue role="group" aria-label="Correction in hand">
      <Small>now, against {entry(faults, fault).plain}</Small>
      <p className="say">“{say}”</p>
      <span>{prop ? `${prop.name}: ${prop.placed}` : because}</span>
    </Cue>
  );
}

/** How it went, once that is known: by measure, else by eye. */
const verdictOf = ({ model, reading }: Pick<StepProps, 'model' | 'reading'>, work: Work) =>
  reading.verdict ? (taught(reading) ?? reading.verdict.verdict) : work.isMeasured ? undefined : model.byEye;

/** Another correction against the same baseline: what this one did is kept, and its retest put away. */
function AnotherTry({ model, reading, go, work }: StepProps & { readonly work: Work }) {
  const { tries, keeping, byEye, picked } = model;
  const verdict = verdictOf({ model, reading }, work);
  const fault = reading.verdict?.fault ?? work.fault;
  if (!picked.correction || !verdict || !fault) return null;
  const isKept = keeping.state === 'kept';
  const next = async () => {
    if (await tries.next(fault, verdict, byEye)) go('findings');
  };
  return (
    <Row $gap={12}>
      <Button isDisabled={!isKept || tries.isBusy} onPress={() => void next()}>
        <RotateCcw size={18} aria-hidden />
        Try another against the same baseline
      </Button>
      <Small>{isKept ? 'What this one did is kept first.' : 'As soon as all marks are kept.'}</Small>
    </Row>
  );
}

export function RetestStep({ model, reading, go }: StepProps) {
  const work = workOf(reading, model.picked.fault);
  const [top, retest] = [shownAt(model, 'top'), shownAt(model, 'retest')];
  const { picked, byEye, setByEye, bench, exercise } = model;
  const view = firstViewOf(model);
  const isByEye = picked.correction !== null && !work.isMeasured; // no picture tells it: the eye that named it does
  const another = <AnotherTry model={model} reading={reading} go={go} work={work} />;
  if (!isSeen(model, reading, 'top') && !work.isByEye)
    return (
      <Empty
        title="Nothing to compare with yet"
        text="A retest needs the uncorrected moment first."
        go={() => go('top')}
      />
    );
  return (
    <Stack $gap={22} style={{ gridTemplateColumns: 'minmax(0, 1fr)', paddingTop: 14 }}>
      <TriedSoFar model={model} />
      {picked.correction && work.fault ? (
        <ChosenCue correction={picked.correction} fault={work.fault} />
      ) : (
        <Row $gap={12}>
          <Quiet>No correction is in hand.</Quiet>
          <Button onPress={() => go('findings')}>
            Choose one
            <ArrowRight size={18} aria-hidden />
          </Button>
        </Row>
      )}
      {!isSeen(model, reading, 'retest') && <RetestHint />}
      {isByEye && work.fault && <ByEyeVerdict fault={work.fault} verdict={byEye} onVerdict={setByEye} />}
      {isByEye && another}
      <MarkingStep model={model} reading={reading} go={go} role="retest" />
      {!isByEye && another}
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
