'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { TabPanel, Tabs } from 'react-aria-components';
import styled from 'styled-components';
import { Notice, Page, Row, Stack } from '@/design/layout';
import { StopButton } from '@/design/stop-dialog';
import { noteStop } from '@/platform/server/stop';
import { useOnce } from '@/platform/browser/once';
import { stopWords } from '@/repertoire/words';
import { BenchHead, stepNames } from './bench-head';
import type { StepName } from './bench-head';
import { MarkingStep } from './bench-steps';
import type { BenchOpening } from './read';
import { useBench } from './use-bench';
import { keysOf } from '@/core/keyed';
import { OneOf, optionsOf } from '@/design/choice';
import { useAhead } from '@/design/ahead';

const later = {
  findings: () => import('./findings-step'),
  retest: () => import('./retest-step'),
  dose: () => import('./dose'),
};
const loadLater = () =>
  Promise.all([
    ...[later.findings(), later.retest(), later.dose()],
    ...[import('./outline'), import('@/core/knowledge/expected'), import('@/design/figure')],
  ]);
const FindingsStep = dynamic(() => later.findings().then((all) => all.FindingsStep));
const RetestStep = dynamic(() => later.retest().then((all) => all.RetestStep));
const DoseForm = dynamic(() => later.dose().then((all) => all.DoseForm));

/** Stays mounted while another step is shown: what was typed in it stays too. */
const KeptPanel = styled(TabPanel)`
  &[data-inert] {
    display: none;
  }
`;

const isStep = (key: unknown): key is StepName => typeof key === 'string' && key in stepNames;

const moments = { top: 'At the top', back: 'On the way back' } as const;
type Moment = keyof typeof moments;

const Moments = ({ moment, onMoment }: { readonly moment: Moment; readonly onMoment: (one: Moment) => void }) => (
  <div style={{ paddingTop: 12 }}>
    <OneOf
      label="Which moment"
      chosen="underlined"
      options={optionsOf(keysOf(moments), moments)}
      value={moment}
      onChange={onMoment}
    />
  </div>
);

/** The bench: set-up, top, findings and what to try, retest, dose. */
export function LookBench({ opening }: { opening: BenchOpening }) {
  const { lookId, clientId, clientName, frame } = opening;
  const router = useRouter();
  const once = useOnce();
  const model = useBench(opening);
  const { reading, keeping, exercise, level } = model;
  const startsWith = [...opening.pictures, ...opening.readings].map(({ role }) => role);
  const [at, setAt] = useState<StepName>(startsWith.includes('top') ? 'top' : 'setup');
  const [moment, setMoment] = useState<Moment>('top');
  const [isDosed, setDosed] = useState(false);
  useAhead(loadLater);
  const go = (step: StepName) => {
    if (step === 'dose') setDosed(true);
    setAt(step);
  };
  if (!reading.ok)
    return (
      <Page>
        <Notice $tone="out">{reading.error.message}</Notice>
      </Page>
    );
  const props = { model, reading: reading.value, go };
  return (
    <Page onKeyDown={model.undoKeys}>
      <Tabs selectedKey={at} onSelectionChange={(key) => isStep(key) && go(key)}>
        <BenchHead
          exercise={exercise.name}
          level={level.name}
          clientId={clientId}
          clientName={clientName}
          keeping={keeping}
        />
        {keeping.message && (
          <Notice $tone="out" role="alert">
            {keeping.message}
          </Notice>
        )}
        <TabPanel id="setup">
          <MarkingStep {...props} role="setup" />
        </TabPanel>
        <TabPanel id="top">
          <Moments moment={moment} onMoment={setMoment} />
          <MarkingStep {...props} key={moment} role={moment} />
        </TabPanel>
        <TabPanel id="findings">
          <FindingsStep {...props} />
        </TabPanel>
        <TabPanel id="retest">
          <RetestStep {...props} />
        </TabPanel>
        <KeptPanel id="dose" shouldForceMount>
          <Stack style={{ paddingTop: 18 }}>
            <h2>How many, how breathed</h2>
            {isDosed && (
              <DoseForm
                exercise={frame.exercise}
                level={frame.level}
                school={frame.school}
                stances={frame.stances}
                acting={opening.acting}
                onKeep={model.keep}
              />
            )}
          </Stack>
        </KeptPanel>
      </Tabs>
      <Row style={{ justifyContent: 'end', paddingTop: 28 }}>
        <StopButton
          signs={model.repertoire.stopSigns}
          words={stopWords}
          onStop={async (sign, seen) => {
            const result = await noteStop({ id: once.id(), clientId, sign, seen, lookId });
            if (result.ok) once.kept();
            if (result.ok) router.push(`/clients/${clientId}`);
            return result;
          }}
        />
      </Row>
    </Page>
  );
}
