'use client';

import { ArrowRight, CloudAlert, CloudCheck, CloudUpload } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useReducer, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import styled from 'styled-components';
import * as v from 'valibot';
import { markingSdFor, readLook, worstFinding } from '@/core/knowledge/look';
import { marksInput } from '@/core/anatomy/marks';
import type { MarkedPicture as Marked } from '@/core/knowledge/look';
import type { Role } from '@/core/alignment/look-values';
import type { View } from '@/core/anatomy/positions';
import { tellReadings } from '@/core/alignment/readings';
import type { Taken } from '@/core/alignment/readings';
import { settingInput } from '@/core/alignment/setting';
import { entry, exerciseAt, levelOf } from '@/core/knowledge/find';
import type { Repertoire } from '@/core/knowledge/entries';
import { measuredLooks } from '@/core/knowledge/looks';
import type { Dose } from '@/core/progression/dose';
import { parse } from '@/core/check';
import { Button } from '@/design/button';
import { Columns, Notice, Page, Quiet, Row, Stack } from '@/design/layout';
import { MarkedPicture } from '@/design/marked-picture';
import { StopButton } from '@/design/stop-dialog';
import { forgetDraft, readDraft } from '@/platform/browser/drafts';
import { useRepertoire } from '@/platform/browser/repertoire';
import { stopWords } from '@/repertoire/words';
import { keepMarks, keepTaken, keepWholeLook, pickCorrection, stopHere } from './actions';
import { useOnce } from '@/platform/browser/once';
import { Corrections } from './corrections';
import { DoseForm } from './dose';
import { Findings } from './findings';
import { useKept } from './keeping';
import type { Kept, Keeping } from './keeping';
import { Marking } from './marking';
import { outBlocks } from './numbers';
import { AlsoSeen } from './also-seen';
import { Causes } from './causes';
import type { SeenFault } from '@/core/knowledge/causes';
import type { BenchOpening } from './read';
import { BeforeAfter, ByEyeVerdict, RetestHint } from './retest';
import { draftAt, fromMarks, openBench, partsOf, placeOf, settingAt, step, toMarks } from './state';
import type { Bench as BenchState, Place } from './state';
import { marksFor } from './wanted';

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
const heldDraft = v.object({ pictureId: v.string(), marks: marksInput, setting: settingInput });

const keyOf = ({ role, method, measure }: Taken): string => `${role}:${method}:${measure}`;

/** Everything on the bench, read by the core. */
function readAll(
  repertoire: Repertoire,
  opening: BenchOpening,
  bench: BenchState,
  readings: readonly Taken[],
  fault: string | null,
) {
  const { frame, observer, markingSdPx } = opening;
  const pictures: Partial<Record<Role, Partial<Record<View, Marked>>>> = {};
  for (const place of Object.keys(bench.sheets) as Place[]) {
    const sheet = bench.sheets[place];
    if (!sheet) continue;
    const [role, view] = partsOf(place);
    (pictures[role] ??= {})[view] = {
      marks: toMarks(draftAt(bench, place)),
      markingSdPx: markingSdFor(sheet, markingSdPx),
      setting: settingAt(bench, place),
      size: { width: sheet.originalWidth, height: sheet.originalHeight },
    };
  }
  const { position } = exerciseAt(entry(repertoire.exercises, frame.exercise), frame.level);
  const who = { fingerMm: observer.fingerMm ?? undefined, eye: observer.eye ?? undefined };
  const told = tellReadings(readings, position, who, repertoire.targets);
  return readLook({ ...frame, pictures, readings: told }, repertoire, fault ?? undefined);
}

/** The bench: set-up, top, findings and what to try, retest, dose. */
export function LookBench({ opening }: { opening: BenchOpening }) {
  const { lookId, clientId, clientName, frame, known, props, touchConsent } = opening;
  const router = useRouter();
  const [dosed, once] = [useOnce(), useOnce()];
  const repertoire = useRepertoire();
  const whole = entry(repertoire.exercises, frame.exercise);
  const level = levelOf(whole, frame.level);
  const exercise = { ...exerciseAt(whole, frame.level), looks: measuredLooks(whole, frame.level) };
  const [bench, dispatch] = useReducer(step, opening, ({ pictures, headEnd }) =>
    openBench({
      pictures,
      headEnd,
      wanted: Object.fromEntries(exercise.looks.map(({ view }) => [view, marksFor(exercise, view)])),
    }),
  );
  const startsWith = [...opening.pictures.map(({ role }) => role), ...opening.readings.map(({ role }) => role)];
  const [at, setAt] = useState<StepName>(startsWith.includes('top') ? 'top' : 'setup');
  const [moment, setMoment] = useState<'top' | 'back'>('top');
  const [readings, setReadings] = useState<readonly Taken[]>(opening.readings);
  const [picked, setPicked] = useState({ fault: opening.fault, correction: opening.correction });
  const isWorkedOn = ({ fault }: { readonly fault: string }) => fault === picked.fault;
  const [pickFailed, setPickFailed] = useState<string>();
  const [alsoSeen, setAlsoSeen] = useState<readonly string[]>([]);
  const [byEye, setByEye] = useState<'better' | 'same' | 'worse'>();

  const onRead = (role: Role, method: 'hand' | 'eye', measure: string, taken: number | null) =>
    setReadings((before) => {
      const others = before.filter((one) => one.role !== role || one.method !== method || one.measure !== measure);
      return taken === null ? others : [...others, { role, method, measure, taken }];
    });

  const things = useMemo((): Kept[] => {
    const pictures = (Object.keys(bench.sheets) as Place[]).flatMap((place): Kept[] => {
      const sheet = bench.sheets[place];
      if (!sheet) return [];
      const [role, view] = partsOf(place);
      const isKnown = opening.pictures.some((one) => one.role === role && one.view === view && one.setting !== null);
      return [
        {
          key: place,
          body: { pictureId: sheet.id, marks: toMarks(draftAt(bench, place)), setting: settingAt(bench, place) },
          fresh: !isKnown,
          send: (body) => keepMarks({ lookId, role, view, ...body }),
        },
      ];
    });
    const all = new Map<string, Taken & { gone?: true }>();
    for (const one of opening.readings) all.set(keyOf(one), { ...one, gone: true });
    for (const one of readings) all.set(keyOf(one), one);
    const taken = [...all.values()].map(({ gone, ...one }): Kept => ({
      key: keyOf(one),
      body: { ...one, taken: gone ? null : one.taken },
      fresh: gone === true || !opening.readings.some((old) => keyOf(old) === keyOf(one) && old.taken === one.taken),
      send: (body) => keepTaken({ lookId, ...body }),
    }));
    return [...pictures, ...taken];
  }, [bench, readings, lookId, opening.pictures, opening.readings]);
  const worst: Keeping = useKept(lookId, things);

  useEffect(() => {
    for (const { role, view, id } of opening.pictures) {
      const place = placeOf(role, view);
      const held = parse(heldDraft, readDraft(lookId, place));
      if (held.ok && held.value.pictureId === id)
        dispatch({ do: 'restore', place, draft: fromMarks(held.value.marks), setting: held.value.setting });
      else forgetDraft(lookId, place);
    }
  }, [lookId, opening.pictures]);

  const reading = useMemo(
    () => readAll(repertoire, opening, bench, readings, picked.fault),
    [repertoire, opening, bench, readings, picked.fault],
  );
  if (!reading.ok)
    return (
      <Page>
        <Notice $tone="out">{reading.error.message}</Notice>
      </Page>
    );

  const pick = async (fault: string, correction: string | null) => {
    const before = picked;
    setPicked({ fault, correction });
    if (fault !== before.fault) setByEye(undefined);
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
    const result = await keepWholeLook({ lookId, doseId: dosed.id(), dose, ...(byEye ? { byEye } : {}) }).catch(
      () => undefined,
    );
    if (!result?.ok)
      return result?.error.message ?? 'The server does not answer. Nothing is lost; try again in a moment.';
    router.push(`/clients/${clientId}?part=looks#history`);
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
  const next: Readonly<Record<Role, StepName>> = { setup: 'top', top: 'findings', back: 'findings', retest: 'dose' };
  const marking = (role: Role) => (
    <Marking
      key={role}
      role={role}
      bench={bench}
      dispatch={dispatch}
      reading={reading.value}
      opening={opening}
      exercise={exercise}
      level={level}
      readings={readings}
      onRead={onRead}
      correction={picked.correction}
      onDone={() => setAt(next[role])}
    />
  );
  const working =
    picked.fault ??
    worstFinding(reading.value.baseline)?.fault ??
    reading.value.baseline?.findings.find(({ verdict }) => verdict === 'unsure')?.fault;
  const firstView =
    exercise.looks.find(({ view }) => bench.sheets[placeOf('top', view)])?.view ?? exercise.looks[0]?.view ?? 'side';
  const shownAt = (role: Role) => ({
    sheet: bench.sheets[placeOf(role, firstView)],
    marks: toMarks(draftAt(bench, placeOf(role, firstView))),
  });
  const [setup, top, retest] = [shownAt('setup'), shownAt('top'), shownAt('retest')];
  const hasTop = Object.keys(reading.value.told.top).length > 0 || top.sheet !== undefined;
  const hasRetest = Object.keys(reading.value.told.retest).length > 0 || retest.sheet !== undefined;
  const { back, baseline } = reading.value;
  const isByEye = alsoSeen.length > 0 || (picked.fault !== null && !baseline?.findings.some(isWorkedOn));
  const byEyeList = (
    <AlsoSeen
      exercise={exercise}
      seen={alsoSeen}
      working={working}
      onSeen={setAlsoSeen}
      onWork={(fault) => void pick(fault, null)}
    />
  );
  const isMeasured = baseline?.findings.some(({ fault }) => fault === working) ?? false;
  const judgedFaults = [...(baseline?.findings ?? []), ...(back?.findings ?? [])];
  const seenFaults: SeenFault[] = [
    ...alsoSeen.map((fault) => ({ fault, verdict: 'out' as const })),
    ...judgedFaults.filter(
      ({ fault }, i) => judgedFaults.findIndex((one) => one.fault === fault) === i && !alsoSeen.includes(fault),
    ),
  ];
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
        <TabPanel id="top">
          <Row $gap={6} role="group" aria-label="Which moment" style={{ paddingTop: 12 }}>
            {(['top', 'back'] as const).map((one) => (
              <Button
                key={one}
                $look="quiet"
                aria-pressed={moment === one}
                onPress={() => setMoment(one)}
                style={moment === one ? { textDecoration: 'underline', textUnderlineOffset: 6, fontWeight: 700 } : {}}
              >
                {one === 'top' ? 'At the top' : 'On the way back'}
              </Button>
            ))}
          </Row>
          {marking(moment)}
        </TabPanel>
        <TabPanel id="findings">
          {(baseline && baseline.findings.length > 0) || isByEye ? (
            <Columns $side="minmax(340px, 470px)">
              <Stack>
                <h2>What was found</h2>
                {top.sheet && (
                  <MarkedPicture
                    picture={top.sheet}
                    marks={top.marks}
                    setup={setup.marks}
                    out={outBlocks(repertoire, baseline)}
                    label="The top of the movement with its levels"
                  />
                )}
                {baseline && (
                  <Findings judged={baseline} working={working} onWork={(fault) => void pick(fault, null)} />
                )}
                {byEyeList}
                {back && back.findings.length > 0 && (
                  <Stack $gap={6}>
                    <h3>On the way back</h3>
                    <Findings judged={back} working={working} />
                  </Stack>
                )}
              </Stack>
              <Stack>
                {working ? (
                  <Corrections
                    context={{
                      fault: working,
                      exercise: frame.exercise,
                      level: frame.level,
                      history: [],
                      known,
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
                <Causes exercise={exercise} level={frame.level} seen={seenFaults} />
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
            <Stack $gap={30}>
              <Empty
                title="No findings yet"
                text="Take the top of the movement: mark its picture (the mat line, and both ends of at least one block), or read it by hand or by eye. With the set-up taken as well, drift is judged, which is far sharper."
                go={() => setAt('top')}
              />
              {byEyeList}
            </Stack>
          )}
        </TabPanel>
        <TabPanel id="retest">
          {!hasTop && !isByEye ? (
            <Empty
              title="Nothing to compare with yet"
              text="A retest needs the uncorrected moment first."
              go={() => setAt('top')}
            />
          ) : (
            <Stack $gap={22} style={{ gridTemplateColumns: 'minmax(0, 1fr)' }}>
              {!hasRetest && <RetestHint />}
              {marking('retest')}
              {working && picked.correction && !isMeasured && (
                <ByEyeVerdict fault={working} verdict={byEye} onVerdict={setByEye} />
              )}
              {reading.value.verdict && top.sheet && retest.sheet && (
                <BeforeAfter
                  before={{ sheet: top.sheet, marks: top.marks }}
                  after={{ sheet: retest.sheet, marks: retest.marks }}
                  setup={setup.marks}
                  reading={reading.value}
                  vantage={{
                    position: exercise.position,
                    view: firstView,
                    headEnd: settingAt(bench, placeOf('top', firstView)).headEnd,
                  }}
                />
              )}
            </Stack>
          )}
        </TabPanel>
        <KeptPanel id="dose" shouldForceMount>
          <Stack style={{ paddingTop: 18 }}>
            <h2>How many, how breathed</h2>
            <DoseForm
              exercise={frame.exercise}
              level={frame.level}
              school={frame.school}
              stances={frame.stances}
              acting={opening.acting}
              onKeep={keep}
            />
          </Stack>
        </KeptPanel>
      </Tabs>
      <Row style={{ justifyContent: 'end', paddingTop: 28 }}>
        <StopButton
          signs={repertoire.stopSigns}
          words={stopWords}
          onStop={async (sign, seen) => {
            const result = await stopHere({ id: once.id(), clientId, sign, seen, lookId });
            if (result.ok) once.kept();
            if (result.ok) router.push(`/clients/${clientId}`);
            return result;
          }}
        />
      </Row>
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
