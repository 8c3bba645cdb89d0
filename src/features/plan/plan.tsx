'use client';

// A session for one client, composed to the minute: hers to lock, leave out, move about and keep; with what it is worth beside the
// best there could be.
import { Printer, Redo2, Sparkles, Undo2 } from 'lucide-react';
import { useEffect, useReducer, useRef, useState } from 'react';
import type { KeptPlan } from '@/core/planning/kept-plan';
import type { Lesson } from '@/core/planning/lesson';
import { judgeOrder } from '@/core/planning/session-plan';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Columns, Page, PageHead, Quiet, Row, Stack, TextLink } from '@/design/layout';
import { NumberField } from '@/design/number-field';
import { Picker } from '@/design/picker';
import { useAsking } from '@/platform/browser/asking';
import { askLesson, keepPlan } from './actions';
import { OtherKept, useKeeping } from './keeping';
import { useComposer } from './use-composer';
import { Troubles } from './troubles';
import { OwnOrder } from './own-order';
import { PlanList } from './plan-list';
import { PlanSide } from './plan-side';
import type { PlanPage, Today } from './read';
import { emptySheet, fitting, isKeptSo, onPlan, openPlan, opened, toKeep } from './state';
import type { PlanAct, PlanState } from './state';

const minutesLimits = { least: 5, most: 180, whole: true, unit: 'min' } as const;
const feelingOptions = [
  { id: 'well', name: 'Well' },
  { id: 'tired', name: 'Tired' },
  { id: 'sore', name: 'Sore' },
] as const;

/** The lesson for how she is and how long there is; asked of the server when either changes. */
function useLesson({ client, lesson: first, minutes, room }: PlanPage, onLesson: (lesson: Lesson) => void) {
  const [lesson, setLesson] = useState(first);
  const [today, setToday] = useState<Today & { readonly room: string }>({ feeling: 'well', minutes, room });
  const { busy, failed, ask } = useAsking();
  const change = async (by: Partial<typeof today>) => {
    const next = { ...today, ...by };
    setToday(next);
    const told = await ask(askLesson({ clientId: client.id, ...next }));
    if (!told.ok) return;
    setLesson(told.value);
    onLesson(told.value);
  };
  return { lesson, today, change, busy, failed };
}

type HeadProps = {
  readonly client: PlanPage['client'];
  readonly history: PlanState['history'];
  readonly isBusy: boolean;
  readonly isEmpty: boolean;
  readonly isKept: boolean;
  readonly onAct: (act: PlanAct) => void;
  readonly onKeep: () => void;
  readonly onFloor: () => void;
};

const Head = ({ client: { id, name, goal }, history, isBusy, isEmpty, isKept, onAct, onKeep, onFloor }: HeadProps) => (
  <PageHead>
    <div>
      <TextLink href={`/clients/${id}`}>{name}</TextLink>
      <h1>Plan</h1>
      <Quiet>{goal}</Quiet>
      <TextLink href={`/clients/${id}/weeks`}>Weeks ahead</TextLink>
    </div>
    <Row className="no-print">
      <Button onPress={() => onAct({ kind: 'undo' })} isDisabled={history.past.length === 0} aria-label="Undo">
        <Undo2 size={20} aria-hidden />
      </Button>
      <Button onPress={() => onAct({ kind: 'redo' })} isDisabled={history.future.length === 0} aria-label="Do again">
        <Redo2 size={20} aria-hidden />
      </Button>
      <Button onPress={() => window.print()} isDisabled={isEmpty} aria-label="Print the plan">
        <Printer size={20} aria-hidden />
      </Button>
      <Button onPress={onKeep} isDisabled={isKept || isBusy || isEmpty}>
        {isKept ? 'Kept' : 'Keep'}
      </Button>
      <Button $look="main" onPress={onFloor} isDisabled={isBusy || isEmpty}>
        To the Floor
      </Button>
    </Row>
  </PageHead>
);

export function Plan(page: PlanPage) {
  const { client, kept, orders, isStopped } = page;
  const [state, act] = useReducer(onPlan, kept ? opened(page.lesson, kept.plan) : emptySheet, openPlan);
  const { sheet, history } = state;
  const composer = useComposer((order) => act({ kind: 'take', order }));
  const { lesson, today, change, busy, failed } = useLesson(page, (next) => void composer.compose(next, sheet));
  const keeping = useKeeping<KeptPlan>({ revision: page.revision, kept: kept?.plan ?? null }, (next, revision) =>
    keepPlan({ clientId: client.id, plan: next, revision }),
  );
  const judged = judgeOrder(lesson, sheet.order, sheet);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current || kept || isStopped) return;
    begun.current = true; // once, for a client without a plan
    void composer.compose(page.lesson, emptySheet);
  });
  const plan = toKeep(lesson, sheet, today.room);
  const isKept = isKeptSo(lesson, sheet, keeping.kept, today.room);
  const startFrom = (id: string) => {
    if (id === 'composed') return void composer.compose(lesson, sheet);
    const order = orders.find((one) => one.id === id)?.exercises ?? [];
    const may = order.filter((one) => lesson.faces[one]);
    act({ kind: 'take', order: fitting(may, today.minutes, (all) => judgeOrder(lesson, all, sheet).minutes) });
  };
  const toFloor = async () => {
    if (isKept || (await keeping.keep(plan))) window.open(`/floor?client=${client.id}`, '_self'); // a page of its own, kept on the tablet: loaded as such
  };
  const onKeys = (event: React.KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    event.preventDefault();
    act({ kind: event.shiftKey ? 'redo' : 'undo' });
  };
  return (
    <Page onKeyDown={onKeys}>
      <Head
        client={client}
        history={history}
        isBusy={keeping.busy}
        isEmpty={sheet.order.length === 0}
        isKept={isKept}
        onAct={act}
        onKeep={() => void keeping.keep(plan)}
        onFloor={() => void toFloor()}
      />
      <Troubles
        lesson={lesson}
        sheet={sheet}
        colliding={composer.colliding}
        failed={keeping.failed ?? failed ?? composer.failed}
        isStopped={isStopped}
      />
      <OtherKept other={keeping.other} onMine={(revision) => void keeping.keep(plan, revision)} />
      <Columns $side="320px">
        <Stack>
          <Row className="no-print" $gap={18} style={{ alignItems: 'end' }}>
            <div style={{ width: 130 }}>
              <NumberField
                label="Minutes"
                limits={minutesLimits}
                value={today.minutes}
                mayBeEmpty={false}
                onRead={(minutes) => minutes !== null && void change({ minutes })}
              />
            </div>
            <Stack $gap={6}>
              <strong style={{ fontSize: '0.95rem' }}>Today</strong>
              <OneOf
                label="Today"
                options={feelingOptions}
                value={today.feeling === 'unwell' ? 'sore' : today.feeling}
                onChange={(feeling) => void change({ feeling })}
                isSmall
              />
            </Stack>
            {page.rooms.length > 1 && (
              <div style={{ flex: '0 1 200px' }}>
                <Picker
                  label="Room"
                  value={today.room}
                  onChange={(room) => void change({ room })}
                  choices={page.rooms}
                />
              </div>
            )}
          </Row>
          <Row className="no-print" $gap={12} style={{ alignItems: 'end' }}>
            <div style={{ flex: '1 1 170px' }}>
              <Picker
                label="Start from"
                value={null}
                onChange={startFrom}
                choices={orders.map(({ id, name, exercises }) => ({
                  id,
                  name,
                  about: `${exercises.length} of them may be done`,
                }))}
              />
            </div>
            <OwnOrder order={sheet.order} orders={orders} />
            <Button onPress={() => startFrom('composed')} isDisabled={composer.isComposing || busy || isStopped}>
              <Sparkles size={18} aria-hidden />
              {composer.isComposing || busy ? 'Composing…' : 'Compose'}
            </Button>
          </Row>
          <PlanList lesson={lesson} judged={judged} sheet={sheet} isComposing={composer.isComposing} onAct={act} />
        </Stack>
        <PlanSide
          lesson={lesson}
          judged={judged}
          sheet={sheet}
          proof={composer.proof}
          minutes={today.minutes}
          onAdd={(id) => act({ kind: 'add', id })}
          overruleAt={(exercise) => `/repertoire/${exercise}?client=${client.id}`}
        />
      </Columns>
    </Page>
  );
}
