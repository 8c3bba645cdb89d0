'use client';

// A class planned for all of them at once: what everybody may do, each at her own level; with the cue sheet on paper.
import { Printer, Redo2, Sparkles, Undo2, Users } from 'lucide-react';
import { useEffect, useReducer, useRef } from 'react';
import { listWords } from '@/core/alignment/words';
import { levelText } from '@/core/load/rungs';
import type { ClassLesson, PersonAt } from '@/core/planning/class-lesson';
import type { KeptPlan } from '@/core/planning/kept-plan';
import { judgeOrder } from '@/core/planning/session-plan';
import { Button } from '@/design/button';
import { Chip, Columns, Notice, Page, PageHead, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { Picker } from '@/design/picker';
import { keepClassPlan } from './actions';
import type { ClassPage } from './class-read';
import { OtherKept, useKeeping } from './keeping';
import { OwnOrder } from './own-order';
import { PlanList } from './plan-list';
import { PlanSide } from './plan-side';
import { emptySheet, fitting, isKeptSo, onPlan, openPlan, opened, toKeep } from './state';
import { Troubles } from './troubles';
import { inMost } from './words';
import { Changes, InMost } from './changes';
import { useComposer } from './use-composer';

const firstName = (name: string): string => name.split(' ')[0] ?? name;

/** `Level 1: Hanno, Tamsin · level 2: Maren`. */
function levelsWords(people: readonly PersonAt[]): string {
  const levels = [...new Set(people.map(({ level }) => level))].toSorted((a, b) => a - b);
  return levels
    .map((level) => {
      const names = people.filter((one) => one.level === level).map(({ name }) => firstName(name));
      return names.length === people.length && people.length > 1
        ? `Everybody at level ${levelText(level)}`
        : `Level ${levelText(level)}: ${names.join(', ')}`;
    })
    .join(' · ');
}

type OfExerciseProps = {
  readonly page: ClassPage;
  readonly of: ClassLesson;
  readonly id: string;
  /** What is changed for somebody in most of the exercises: told once, above them. */
  readonly mostly: ReadonlySet<string>;
};

/** What cautions change for somebody, with whose it is. */
const changesIn = ({ people }: ClassLesson, id: string) =>
  (people[id] ?? []).flatMap(({ name, changes }) =>
    changes.map((change) => ({ who: firstName(name), words: `${firstName(name)}, ${change}` })),
  );

/** What is told of an exercise of the class: levels, what cautions change, props, turns, one cue. */
function OfExercise({ page, of, id, mostly }: OfExerciseProps) {
  const people = of.people[id] ?? [];
  const changes = changesIn(of, id);
  const asAbove = new Set(changes.filter(({ words }) => mostly.has(words)).map(({ who }) => who));
  const rota = page.rotas[id];
  return (
    <Changes>
      <Small>{levelsWords(people)}</Small>
      {changes
        .filter(({ words }) => !mostly.has(words))
        .map(({ words }) => (
          <span key={words} className="out">
            {words}
          </span>
        ))}
      {asAbove.size > 0 && <span className="out">{listWords([...asAbove])}: as above</span>}
      {(page.props[id] ?? []).map(({ name, prop, why }) => (
        <Small key={`${name} ${prop}`}>
          {prop} for {firstName(name)}: {why}.
        </Small>
      ))}
      {rota && rota.length > 1 && (
        <Small>
          In turns: {rota.map((round) => round.map(firstName).join(', ')).join(' · then ')}. Who waits repeats the one
          before on the mat.
        </Small>
      )}
      {page.cues[id] && <Small>“{page.cues[id]}”</Small>}
    </Changes>
  );
}

/** Too little in common: two groups that have more. */
function Split({ page, of }: { readonly page: ClassPage; readonly of: ClassLesson }) {
  if (!of.split) return null;
  const names = (ids: readonly string[]) =>
    listWords(ids.flatMap((id) => page.people.find((one) => one.id === id)?.name ?? []));
  const [a, b] = of.split.groups;
  return (
    <Notice $tone="out" role="alert">
      <span>
        {of.common === 0 ? 'Nothing' : `Only ${of.common}`} of the repertoire may be done by all of them. Two groups
        have more in common: {names(a)} ({of.split.common[0]} exercises); {names(b)} ({of.split.common[1]}).
      </span>
    </Notice>
  );
}

export function ClassPlan(page: ClassPage) {
  const { of, title, people, when, minutes, room } = page;
  const head = (
    <div>
      <TextLink href="/book">Book</TextLink>
      <h1>{title}</h1>
      <Quiet>{[when, room, `${minutes} min`].filter(Boolean).join(' · ')}</Quiet>
    </div>
  );
  if (!of)
    return (
      <Page>
        <PageHead>{head}</PageHead>
        <Notice>
          {people.length === 0
            ? 'Nobody is in this class yet: put somebody into it in the book.'
            : 'A stop sign keeps everybody of this class out of everything, until clearance is on file.'}
        </Notice>
      </Page>
    );
  return <Planned page={page} of={of} head={head} />;
}

const Who = ({ people }: Pick<ClassPage, 'people'>) => (
  <Row $gap={6}>
    <Users size={19} aria-hidden />
    {people.map(({ id, name, cautions }) => (
      <Chip key={id} $tone={cautions.length > 0 ? 'out' : 'plain'} title={cautions.join(', ')}>
        {name}
        {cautions.length > 0 && `: ${cautions.join(', ')}`}
      </Chip>
    ))}
  </Row>
);

type PlannedProps = { readonly page: ClassPage; readonly of: ClassLesson; readonly head: React.ReactNode };

function Planned({ page, of, head }: PlannedProps) {
  const { lesson } = of;
  const { kept, orders, minutes } = page;
  const [state, act] = useReducer(onPlan, kept ? opened(lesson, kept.plan) : emptySheet, openPlan);
  const { sheet, history } = state;
  const composer = useComposer((order) => act({ kind: 'take', order }));
  const keeping = useKeeping<KeptPlan>({ revision: page.revision, kept: kept?.plan ?? null }, (next, revision) =>
    keepClassPlan({ id: page.id, plan: next, revision }),
  );
  const judged = judgeOrder(lesson, sheet.order, sheet);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current || kept) return;
    begun.current = true; // once, for a class without a plan
    void composer.compose(lesson, emptySheet);
  });
  const mostly = inMost(sheet.order, (id) => changesIn(of, id).map(({ words }) => words));
  const isKept = isKeptSo(lesson, sheet, keeping.kept);
  const plan = toKeep(lesson, sheet);
  const startFrom = (id: string) => {
    const order = orders.find((one) => one.id === id)?.exercises ?? [];
    act({ kind: 'take', order: fitting(order, minutes, (all) => judgeOrder(lesson, all, sheet).minutes) });
  };
  const toBoard = async () => {
    if (isKept || (await keeping.keep(plan))) window.open(`/floor?class=${page.id}`, '_self'); // a page of its own, kept on the tablet
  };
  return (
    <Page>
      <PageHead>
        {head}
        <Row className="no-print">
          <Button onPress={() => act({ kind: 'undo' })} isDisabled={history.past.length === 0} aria-label="Undo">
            <Undo2 size={20} aria-hidden />
          </Button>
          <Button onPress={() => act({ kind: 'redo' })} isDisabled={history.future.length === 0} aria-label="Do again">
            <Redo2 size={20} aria-hidden />
          </Button>
          <Button onPress={() => window.print()} aria-label="Print the cue sheet">
            <Printer size={20} aria-hidden />
          </Button>
          <Button
            onPress={() => void keeping.keep(plan)}
            isDisabled={isKept || keeping.busy || sheet.order.length === 0}
          >
            {isKept ? 'Kept' : 'Keep'}
          </Button>
          <Button
            $look="main"
            onPress={() => void toBoard()}
            isDisabled={!page.isToday || keeping.busy || sheet.order.length === 0}
          >
            To the board
          </Button>
        </Row>
      </PageHead>
      <Split page={page} of={of} />
      {of.stopped.length > 0 && (
        <Notice $tone="out">A stop sign is on file for {listWords(of.stopped)}: planned without.</Notice>
      )}
      <Troubles
        lesson={lesson}
        sheet={sheet}
        colliding={composer.colliding}
        failed={keeping.failed ?? composer.failed}
        isStopped={false}
      />
      <OtherKept other={keeping.other} onMine={(revision) => void keeping.keep(plan, revision)} />
      <Columns $side="320px">
        <Stack>
          <Who people={page.people} />
          <Row className="no-print" $gap={12} style={{ alignItems: 'end' }}>
            <div style={{ flex: '1 1 140px' }}>
              <Picker
                label="Start from"
                value={null}
                onChange={startFrom}
                choices={orders.map(({ id, name, exercises }) => ({
                  id,
                  name,
                  about: `${exercises.length} of them may be done by all`,
                }))}
              />
            </div>
            <OwnOrder order={sheet.order} orders={orders} />
            <Button onPress={() => void composer.compose(lesson, sheet)} isDisabled={composer.isComposing}>
              <Sparkles size={18} aria-hidden />
              {composer.isComposing ? 'Composing…' : 'Compose'}
            </Button>
            {!page.isToday && <Small>The board opens on its day.</Small>}
          </Row>
          <InMost words={mostly} />
          <PlanList
            lesson={lesson}
            judged={judged}
            sheet={sheet}
            isComposing={composer.isComposing}
            onAct={act}
            about={(id) => <OfExercise page={page} of={of} id={id} mostly={mostly} />}
          />
        </Stack>
        <PlanSide
          lesson={lesson}
          judged={judged}
          sheet={sheet}
          proof={composer.proof}
          minutes={minutes}
          onAdd={(id) => act({ kind: 'add', id })}
        />
      </Columns>
    </Page>
  );
}
