'use client';

import { Stack } from '@/design/layout';
import { BeforeAfter, ByEyeVerdict, RetestHint } from './retest';
import { placeOf, settingAt } from './state';
import { workOf } from './work';

import { Empty, MarkingStep, firstViewOf, isSeen, shownAt } from './bench-steps';
import type { StepProps } from './bench-steps';
export function RetestStep({ model, reading, go }: StepProps) {
  const work = workOf(reading, model.picked.fault);
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
