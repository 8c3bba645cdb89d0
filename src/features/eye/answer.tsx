'use client';

// How she answers: a vial to tilt, which way, which fault, where to stand; and how sure, which sends it.
import styled from 'styled-components';
import { risesAt } from '@/core/eye/lines';
import { levelAnswers, sureWords, sureness } from '@/core/eye/question';
import type { Answer } from '@/core/eye/question';
import { positionOf } from '@/core/body/position';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Quiet, Row, Stack } from '@/design/layout';
import { TiltSlider } from '@/design/tilt-slider';
import { percentText } from '@/design/words';
import type { ShownQuestion } from './read';
import { answerOf } from './state';
import type { Draft } from './state';
import { standWords, tiltWords } from './words';

/** The glass reaches so far; finer than anybody sees. */
const [mostDeg, stepDeg] = [20, 0.5] as const;
const none = 'nothing';

const Sure = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
  button {
    min-height: 60px;
    display: grid;
    gap: 0;
    justify-items: center;
    line-height: 1.15;
  }
  small {
    font-weight: 400;
    font-size: 0.82rem;
  }
`;

type AnswerProps = {
  readonly question: ShownQuestion;
  readonly draft: Draft;
  readonly busy: boolean;
  readonly onDraft: (draft: Draft) => void;
  readonly onAnswer: (answer: Answer) => void;
};

export function AnswerPane({ question, draft, busy, onDraft, onAnswer }: AnswerProps) {
  const { kind } = question.asked;
  const ready = answerOf(kind, draft, sureness[0]) !== undefined;
  const send = (sure: Answer['sure']) => {
    const answer = answerOf(kind, draft, sure);
    if (answer) onAnswer(answer);
  };
  return (
    <Stack $gap={20}>
      <Ways question={question} draft={draft} onDraft={onDraft} />
      <div>
        <Quiet style={{ paddingBottom: 6 }}>How sure are you? That answers.</Quiet>
        <Sure role="group" aria-label="How sure are you">
          {sureness.map((sure) => (
            <Button key={sure} isDisabled={!ready || busy} onPress={() => send(sure)} data-sure={sure}>
              {sureWords[sure]}
              <small>{percentText(sure)}</small>
            </Button>
          ))}
        </Sure>
      </div>
    </Stack>
  );
}

/** A fault by name, with its block where the name does not say it. */
const named = (name: string, block: string) => {
  const upper = name.charAt(0).toUpperCase() + name.slice(1);
  return name.includes(block) ? upper : `${upper} · ${block}`;
};

function Ways({ question, draft, onDraft }: Pick<AnswerProps, 'question' | 'draft' | 'onDraft'>) {
  const { asked, figure, options } = question;
  const top = figure.frames.at(-1);
  if (asked.kind === 'stand')
    return (
      <OneOf
        label="Where to stand"
        options={asked.options.map((id) => ({ id, name: standWords[id] }))}
        value={draft.stand}
        onChange={(stand) => onDraft({ stand })}
      />
    );
  if (asked.kind === 'fault')
    return (
      <OneOf
        label="What is out"
        options={[
          { id: none, name: 'Nothing is out' },
          ...options
            .filter(({ id }) => asked.options.includes(id))
            .map(({ id, name, block }) => ({ id, name: named(name, block) })),
        ]}
        value={draft.fault === undefined ? undefined : (draft.fault ?? none)}
        onChange={(fault) => onDraft({ fault: fault === none ? null : fault })}
      />
    );
  if (asked.kind === 'level')
    return (
      <OneOf
        label={asked.block}
        options={levelAnswers.map((id) => ({ id, name: { level: 'Level', low: asked.low, high: asked.high }[id] }))}
        value={draft.level}
        onChange={(level) => onDraft({ level })}
      />
    );
  const { view, headEnd } = figure;
  const toward = top ? risesAt(asked.block, { position: positionOf(top), view, headEnd }) : 1;
  const said = draft.estimateDeg;
  return (
    <TiltSlider
      isStacked
      name={asked.block}
      label={`${asked.block}: ${asked.low} to ${asked.high}, degrees`}
      most={mostDeg}
      step={stepDeg}
      value={said === undefined ? undefined : said * toward}
      ends={toward > 0 ? [asked.low, asked.high] : [asked.high, asked.low]}
      onChange={(at) => onDraft({ estimateDeg: at * toward + 0 })}
      measure={asked.measure}
    >
      <Estimate asked={asked} deg={said} onLevel={() => onDraft({ estimateDeg: 0 })} />
    </TiltSlider>
  );
}

/** What the bubble reads; untouched, it can be called level as it stands. */
export const Estimate = ({
  asked,
  deg,
  onLevel,
}: {
  readonly asked: Parameters<typeof tiltWords>[0];
  readonly deg: number | undefined;
  readonly onLevel: () => void;
}) =>
  deg === undefined ? (
    <Row $gap={8}>
      <span>push the bubble, or</span>
      <Button $look="quiet" onPress={onLevel}>
        Level
      </Button>
    </Row>
  ) : (
    <strong data-estimate>{tiltWords(asked, deg)}</strong>
  );
