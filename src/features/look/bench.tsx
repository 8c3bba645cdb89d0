'use client';

import { ArrowRight, CloudAlert, CloudCheck, CloudUpload } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useReducer, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import styled from 'styled-components';
import * as v from 'valibot';
import { marksInput, markingSdFor, readLook, roles, worstFinding } from '@/core/alignment/look';
import type { MarkedPicture as Marked, Role } from '@/core/alignment/look';
import { entry, levelOf } from '@/core/knowledge/entries';
import type { Dose } from '@/core/progression/dose';
import { parse } from '@/core/result';
import { Button } from '@/design/button';
import { Columns, Notice, Page, Quiet, Row, Stack } from '@/design/layout';
import { MarkedPicture } from '@/design/marked-picture';
import { forgetDraft, readDraft } from '@/platform/browser/drafts';
import { repertoire } from '@/repertoire';
import { keepWholeLook, pickCorrection } from './actions';
import { Corrections } from './corrections';
import { DoseForm } from './dose';
import { Findings } from './findings';
import { useKeptMarks, worstOf } from './keeping';
import type { Keeping } from './keeping';
import { Marking } from './marking';
import { outBlocks } from './numbers';
import type { BenchOpening } from './read';
import { BeforeAfter, RetestHint } from './retest';
import { fromMarks, openBench, step, toMarks } from './state';

const stepNames = { setup: 'Set-up', top: 'Top', findings: 'Findings', retest: 'Retest', dose: 'Dose' } as const;
type StepName = keyof typeof stepNames;

const Steps = styled(TabList)`
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
  .step {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 46px;
    padding: 6px 16px;
    border-radius: 12px;
    cursor: pointer;
    outline-offset: 2px;
  }
  .step[data-hovered] {
    background: var(--info-tint);
  }
  .step[data-selected] {
    background: var(--ink);
    color: var(--on-ink);
    font-weight: 650;
  }
  .numeral {
    opacity: 0.75;
  }
`;

const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 26px;
  align-items: center;
  margin-top: -8px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--rule);
  .what {
    flex: 1 1 300px;
    min-width: 0;
    line-height: 1.3;
  }
  h1 {
    font-size: 1.4rem;
  }
  .what a {
    color: var(--info);
    text-underline-offset: 3px;
    overflow-wrap: anywhere;
    display: inline-block;
    padding: 3px 0;
  }
  .keeping {
    color: var(--quiet);
    min-width: 96px;
    font-size: 0.92rem;
  }
  .keeping.waiting,
  .keeping.refused {
    color: var(--out);
  }
`;

/** Stays mounted while another step is shown: what was typed in it stays too. */
const KeptPanel = styled(TabPanel)`
  &[data-inert] {
    display: none;
  }
`;

const keepingWords: Readonly<Record<Keeping['state'], string>> = {
  kept: 'all kept',
  keeping: 'keeping…',
  waiting: 'not sent yet, trying again',
  refused: 'not kept',
};
const keepingIcons = { kept: CloudCheck, keeping: CloudUpload, waiting: CloudAlert, refused: CloudAlert } as const;

/** What an earlier visit left in this browser. */
const heldDraft = v.object({ pictureId: v.string(), marks: marksInput });

/** The bench: set-up, top, findings and what to try, retest, dose. */
export function LookBench({ opening }: { opening: BenchOpening }) {
  const { lookId, clientId, clientName, frame, trials, props, touchConsent, demoPictures } = opening;
  const router = useRouter();
  const [bench, dispatch] = useReducer(step, opening.pictures, openBench);
  const [at, setAt] = useState<StepName>(opening.pictures.some(({ role }) => role === 'top') ? 'top' : 'setup');
  const [picked, setPicked] = useState({ fault: opening.fault, correction: opening.correction });
  const [pickFailed, setPickFailed] = useState<string>();
  const exercise = entry(repertoire.exercises, frame.exercise);
  const level = levelOf(exercise, frame.level);

  const marks = useMemo(
    () => ({
      setup: toMarks(bench.drafts.setup),
      top: toMarks(bench.drafts.top),
      retest: toMarks(bench.drafts.retest),
    }),
    [bench.drafts],
  );
  const fresh = (role: Role) => !opening.pictures.some((picture) => picture.role === role);
  const keeping = [
    useKeptMarks(lookId, 'setup', bench.sheets.setup?.id, marks.setup, fresh('setup')),
    useKeptMarks(lookId, 'top', bench.sheets.top?.id, marks.top, fresh('top')),
    useKeptMarks(lookId, 'retest', bench.sheets.retest?.id, marks.retest, fresh('retest')),
  ];
  const worst = worstOf(keeping);

  useEffect(() => {
    for (const role of roles) {
      const held = parse(heldDraft, readDraft(lookId, role));
      const isOfThisPicture = held.ok && held.value.pictureId === opening.pictures.find((one) => one.role === role)?.id;
      if (isOfThisPicture) dispatch({ do: 'restore', role, draft: fromMarks(held.value.marks) });
      else forgetDraft(lookId, role);
    }
  }, [lookId, opening.pictures]);

  const reading = useMemo(() => {
    const pictures: Partial<Record<Role, Marked>> = {};
    for (const role of roles) {
      const sheet = bench.sheets[role];
      if (sheet) pictures[role] = { marks: marks[role], markingSdPx: markingSdFor(sheet) };
    }
    return readLook({ ...frame, pictures }, repertoire, picked.fault ?? undefined);
  }, [bench.sheets, marks, frame, picked.fault]);
  if (!reading.ok)
    return (
      <Page>
        <Notice $tone="out">{reading.error.message}</Notice>
      </Page>
    );

  const pick = async (fault: string, correction: string | null) => {
    const before = picked;
    setPicked({ fault, correction });
    setPickFailed(undefined);
    const result = await pickCorrection({ lookId, fault, correction }).catch(() => undefined);
    if (result?.ok) return;
    setPicked(before);
    setPickFailed(
      result?.error.message ??
        'The choice could not be kept: the server does not answer. Pick it once more in a moment.',
    );
  };
  const keep = async (dose: Dose): Promise<string | undefined> => {
    if (worst.state !== 'kept')
      return 'Some marks have not reached the server yet. Wait for “all kept”, then try once more.';
    const result = await keepWholeLook({ lookId, dose }).catch(() => undefined);
    if (!result?.ok)
      return result?.error.message ?? 'The server does not answer. Nothing is lost; try again in a moment.';
    router.push(`/clients/${clientId}#history`);
    return undefined;
  };
  const undoKeys = (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLInputElement) return;
    const key = event.key.toLowerCase();
    if (key !== 'z' && key !== 'y') return;
    event.preventDefault();
    dispatch({ do: key === 'y' || event.shiftKey ? 'redo' : 'undo' });
  };

  const Icon = keepingIcons[worst.state];
  const next: Readonly<Record<Role, StepName>> = { setup: 'top', top: 'findings', retest: 'dose' };
  const marking = (role: Role) => (
    <Marking
      role={role}
      bench={bench}
      dispatch={dispatch}
      reading={reading.value}
      headEnd={frame.headEnd}
      topPose={level.top}
      clientId={clientId}
      samples={demoPictures}
      correction={picked.correction}
      onDone={() => setAt(next[role])}
    />
  );
  const working =
    picked.fault ??
    worstFinding(reading.value.baseline)?.fault ??
    reading.value.baseline?.findings.find(({ verdict }) => verdict === 'unsure')?.fault;
  const { top, retest } = bench.sheets;
  return (
    <Page onKeyDown={undoKeys}>
      <Tabs selectedKey={at} onSelectionChange={(key) => setAt(key as StepName)}>
        <Head>
          <div className="what">
            <h1>
              {exercise.name}, {level.name.toLowerCase()}
            </h1>
            <Link href={`/clients/${clientId}`}>{clientName}</Link>
          </div>
          <Steps aria-label="Steps of this look">
            {Object.entries(stepNames).map(([id, name], index) => (
              <Tab key={id} id={id} className="step">
                <span className="numeral" aria-hidden>
                  {index + 1}
                </span>
                {name}
              </Tab>
            ))}
          </Steps>
          <Row $gap={8} role="status" className={`keeping ${worst.state}`}>
            <Icon size={19} aria-hidden />
            <span data-keeping={worst.state}>{keepingWords[worst.state]}</span>
          </Row>
        </Head>
        {worst.message && (
          <Notice $tone="out" role="alert">
            {worst.message}
          </Notice>
        )}
        <TabPanel id="setup">{marking('setup')}</TabPanel>
        <TabPanel id="top">{marking('top')}</TabPanel>
        <TabPanel id="findings">
          {reading.value.baseline && reading.value.baseline.findings.length > 0 ? (
            <Columns $side="minmax(340px, 470px)">
              <Stack>
                <h2>What was found</h2>
                {top && (
                  <MarkedPicture
                    picture={top}
                    marks={marks.top}
                    setup={marks.setup}
                    out={outBlocks(reading.value.baseline)}
                    label="The top of the movement with its levels"
                  />
                )}
                <Findings
                  judged={reading.value.baseline}
                  working={working}
                  onWork={(fault) => void pick(fault, null)}
                />
              </Stack>
              <Stack>
                {working ? (
                  <Corrections
                    context={{
                      fault: working,
                      exercise: frame.exercise,
                      history: trials,
                      conditions: frame.conditions,
                      props,
                      touchConsent,
                    }}
                    chosen={picked.correction ?? undefined}
                    onChoose={(correction) => void pick(working, correction)}
                  />
                ) : (
                  <>
                    <h2>Nothing to correct here</h2>
                    <Quiet>Every measured block is in level. Go on to the dose, or try the next level.</Quiet>
                  </>
                )}
                {pickFailed && (
                  <Notice $tone="out" role="alert">
                    {pickFailed}
                  </Notice>
                )}
                <Button
                  $look="main"
                  onPress={() => setAt(picked.correction ? 'retest' : 'dose')}
                  style={{ justifySelf: 'start' }}
                >
                  {picked.correction ? 'Retest with this' : 'Go on to the dose'}
                  <ArrowRight size={19} aria-hidden />
                </Button>
              </Stack>
            </Columns>
          ) : (
            <Empty
              title="No findings yet"
              text="Mark the picture at the top of the movement: the mat line, and both ends of at least one block. With a set-up picture marked as well, drift is judged, which is far sharper."
              go={() => setAt('top')}
            />
          )}
        </TabPanel>
        <TabPanel id="retest">
          {!top ? (
            <Empty
              title="Nothing to compare with yet"
              text="A retest needs the uncorrected picture first."
              go={() => setAt('top')}
            />
          ) : (
            <Stack $gap={22}>
              {!retest && <RetestHint />}
              {marking('retest')}
              {reading.value.verdict && retest && (
                <BeforeAfter
                  before={{ sheet: top, marks: marks.top }}
                  after={{ sheet: retest, marks: marks.retest }}
                  setup={marks.setup}
                  reading={reading.value}
                  headEnd={frame.headEnd}
                />
              )}
            </Stack>
          )}
        </TabPanel>
        <KeptPanel id="dose" shouldForceMount>
          <Stack style={{ paddingTop: 18 }}>
            <h2>How many, how breathed</h2>
            <DoseForm exercise={frame.exercise} level={frame.level} onKeep={keep} />
          </Stack>
        </KeptPanel>
      </Tabs>
    </Page>
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
