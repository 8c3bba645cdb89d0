'use client';

// A round: twelve questions, one after the other, each with its truth; what was answered is kept as it is answered.
import { Check, X } from 'lucide-react';
import { useCallback, useEffect, useReducer, useRef } from 'react';
import styled from 'styled-components';
import { fromWhere } from '@/core/anatomy/positions';
import type { Answer, BlockAsked } from '@/core/eye/question';
import { roundLength } from '@/core/eye/question';
import type { RoundKind } from '@/core/eye/question';
import { Button, ButtonLink } from '@/design/button';
import { Failed, Page, PageHead, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { phone } from '@/design/theme';
import { useAsking } from '@/platform/browser/asking';
import { askEye, answerEye } from './actions';
import { AnswerPane } from './answer';
import type { ShownQuestion, Told } from './read';
import { From, SetUp, Shown } from './shown';
import type { Truth } from './shown';
import { emptyRound, onRound } from './state';
import { askWords, roundNames, standWords, toldWords } from './words';

/** The picture, her set-up and what is asked: on a phone one under the other, in that order. */
const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(320px, 1fr);
  grid-template-areas: 'picture ask' 'picture setup';
  grid-template-rows: auto 1fr;
  gap: 26px 36px;
  padding-top: 18px;
  align-items: start;
  @media (max-width: 980px) {
    grid-template-columns: minmax(0, 1fr);
    grid-template-areas: 'picture' 'setup' 'ask';
    gap: 14px;
  }
  & > .picture {
    grid-area: picture;
  }
  & > .ask {
    grid-area: ask;
  }
  & > .setup {
    grid-area: setup;
    width: 280px;
    max-width: 100%;
    svg {
      max-height: 200px;
    }
    ${phone} {
      width: 170px;
    }
  }
  .pair {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 16px;
  }
  figure {
    margin: 0;
  }
  figcaption {
    color: var(--quiet);
    font-size: 0.92rem;
  }
`;

const Marks = styled.ol`
  display: flex;
  gap: 5px;
  list-style: none;
  padding: 0;
  margin: 0;
  li {
    width: 20px;
    height: 20px;
    border-radius: 50%;
    border: 1.5px solid var(--rule-strong);
    display: grid;
    place-items: center;
  }
  .right {
    background: var(--fluid);
    border-color: #1c2a2f;
    color: #1c2a2f;
  }
  .wrong {
    border-color: var(--out);
    color: var(--out);
  }
  .now {
    border-width: 3px;
    border-color: var(--ink);
  }
`;

const isBlock = (asked: Told['asked']): asked is BlockAsked => asked.kind === 'tilt' || asked.kind === 'level';

/** What is drawn over the picture once there is an answer. */
function truthOf(told: Told | null): Truth | undefined {
  if (!told || !isBlock(told.asked)) return undefined;
  return { asked: told.asked, ...(told.answer.kind === 'tilt' ? { saidDeg: told.answer.estimateDeg } : {}) };
}

/** The questions of a round, one at a time; answers go to the server as they are given. */
function useRound(roundId: string, kind: RoundKind, answered: readonly boolean[]) {
  const [state, act] = useReducer(onRound, { ...emptyRound, marks: answered });
  const { busy, failed, ask } = useAsking();
  const shownAt = useRef(0);
  const show = useCallback(
    async (place: number) => {
      const told = await ask(askEye({ roundId, kind, place }), 'Your answers are kept: press again in a moment.');
      if (!told.ok) return;
      shownAt.current = performance.now();
      act({ do: 'show', question: told.value });
    },
    [ask, roundId, kind],
  );
  const answer = async (question: ShownQuestion, given: Answer) => {
    const tookMs = Math.min(3_600_000, Math.round(performance.now() - shownAt.current));
    const told = await ask(
      answerEye({ roundId, place: question.place, answer: given, tookMs }),
      'Your answer stands here: press again in a moment.',
    );
    if (told.ok) act({ do: 'told', question: told.value });
  };
  return { state, act, busy, failed, show, answer };
}

export function Round({
  roundId,
  kind,
  answered,
}: {
  readonly roundId: string;
  readonly kind: RoundKind;
  /** Right or not, of those that were answered before the page was opened. */
  readonly answered: readonly boolean[];
}) {
  const { state, act, busy, failed, show, answer } = useRound(roundId, kind, answered);
  const { question, draft, isOver, marks } = state;
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true; // once, also where React mounts twice
    void show(Math.min(answered.length, roundLength - 1));
  });
  const told = question?.told ?? null;
  const isLast = question !== undefined && question.place + 1 >= question.of;
  const next = () => {
    if (!question) return void show(Math.min(answered.length, roundLength - 1));
    if (isLast) act({ do: 'end' });
    else void show(question.place + 1);
  };
  if (isOver) return <Over marks={marks} kind={kind} />;
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/eye">Your eye</TextLink>
          <h1>{roundNames[kind]}</h1>
        </div>
        <Course marks={marks} at={question?.place} />
      </PageHead>
      <Failed>{failed}</Failed>
      {!question && (failed ? <Button onPress={next}>Try again</Button> : <Quiet>Drawing…</Quiet>)}
      {question && (
        <Two>
          <Picture question={question} />
          <Stack $gap={18} className="ask">
            <div>
              <h2>{askWords(question)}</h2>
              <Quiet>
                {question.exerciseName}, level {question.figure.level}
                {question.asked.kind === 'stand' ? '' : `, ${fromWhere[question.figure.view]}`}
              </Quiet>
            </div>
            {told ? (
              <Truthful question={question} told={told} isLast={isLast} busy={busy} onNext={next} />
            ) : (
              <AnswerPane
                question={question}
                draft={draft}
                busy={busy}
                onDraft={(now) => act({ do: 'draft', draft: now })}
                onAnswer={(given) => void answer(question, given)}
              />
            )}
          </Stack>
        </Two>
      )}
    </Page>
  );
}

function Picture({ question }: { readonly question: ShownQuestion }) {
  const { asked, told, figure } = question;
  if (asked.kind === 'stand') return <Standing question={question} />;
  return (
    <>
      <div className="picture" data-shown={figure.style} data-moving={figure.moving}>
        <Shown
          question={question}
          truth={truthOf(told)}
          label={`${question.exerciseName}, ${fromWhere[figure.view]}: what is to be judged`}
        />
      </div>
      <figure className="setup">
        <SetUp question={question} />
        <figcaption>At the start: her own neutral</figcaption>
      </figure>
    </>
  );
}

/** Before the answer she is shown at rest; after it, from where one would stand and from where it shows. */
function Standing({ question }: { readonly question: ShownQuestion }) {
  const { told, figure } = question;
  const pose = figure.frames.at(-1);
  if (!told || told.asked.kind !== 'stand' || told.answer.kind !== 'stand' || !pose)
    return (
      <figure className="picture">
        <SetUp question={{ ...question, figure: { ...figure, view: 'side', headEnd: 'left' } }} />
        <figcaption>Before it begins</figcaption>
      </figure>
    );
  const { said } = told.answer;
  const best = told.asked.right.includes(said) ? undefined : told.asked.right[0];
  return (
    <div className={best ? 'picture pair' : 'picture'}>
      {[said, ...(best ? [best] : [])].map((view) => (
        <figure key={view}>
          <From question={question} view={view} pose={pose} />
          <figcaption>{standWords[view]}</figcaption>
        </figure>
      ))}
    </div>
  );
}

/** How the round goes: right, not right, and which is in hand. */
const Course = ({ marks, at }: { readonly marks: readonly boolean[]; readonly at: number | undefined }) => (
  <Marks aria-label={`Question ${(at ?? 0) + 1} of ${roundLength}`}>
    {Array.from({ length: roundLength }, (_, i) => {
      const mark = marks[i];
      const look = mark === undefined ? '' : mark ? 'right' : 'wrong';
      return (
        <li key={i} className={`${look} ${at === i ? 'now' : ''}`}>
          {mark === true && <Check size={13} aria-label="right" />}
          {mark === false && <X size={13} aria-label="not right" />}
        </li>
      );
    })}
  </Marks>
);

type TruthfulProps = {
  readonly question: ShownQuestion;
  readonly told: Told;
  readonly isLast: boolean;
  readonly busy: boolean;
  readonly onNext: () => void;
};

function Truthful({ question, told, isLast, busy, onNext }: TruthfulProps) {
  const [truth, said] = toldWords(question, told);
  return (
    <Stack $gap={14} data-told={told.right ? 'right' : 'wrong'}>
      <div role="status">
        <Row>
          {told.right ? <Check size={26} aria-hidden /> : <X size={26} aria-hidden color="var(--out)" />}
          <strong style={{ fontSize: '1.3rem' }}>{told.right ? 'Right' : 'Not so'}</strong>
        </Row>
        <p style={{ fontSize: '1.12rem' }}>{truth}</p>
        <Quiet>{said}</Quiet>
      </div>
      {isBlock(told.asked) && <Key said={told.answer.kind === 'tilt'} />}
      <Button $look="main" onPress={onNext} isDisabled={busy} autoFocus style={{ justifySelf: 'start', minWidth: 160 }}>
        {isLast ? 'How it went' : 'Next'}
      </Button>
    </Stack>
  );
}

/** What the lines mean. */
const Key = ({ said }: { readonly said: boolean }) => (
  <Row $gap={16}>
    <Small>
      <span style={{ color: 'var(--out)', fontWeight: 700 }}>━</span> as it is
    </Small>
    <Small>
      <span style={{ fontWeight: 700 }}>╌</span> level
    </Small>
    {said && (
      <Small>
        <span style={{ color: 'var(--info)', fontWeight: 700 }}>━</span> as you saw it
      </Small>
    )}
  </Row>
);

const Over = ({ marks, kind }: { readonly marks: readonly boolean[]; readonly kind: RoundKind }) => {
  const right = marks.filter(Boolean).length;
  return (
    <Page>
      <PageHead>
        <div>
          <h1>
            {right} of {marks.length} right
          </h1>
          <Quiet>{roundNames[kind]}. Every answer is kept, and your figures follow from all of them.</Quiet>
        </div>
      </PageHead>
      <Row style={{ paddingTop: 20 }}>
        <ButtonLink $look="main" href="/eye">
          Your figures
        </ButtonLink>
        <ButtonLink href={`/eye/round?kind=${kind}`}>Another round</ButtonLink>
      </Row>
    </Page>
  );
};
