'use client';

// What a plan comes to: minutes, how good it is beside the best there could be, where the spine goes, how heavy it is when.
import { Check, TriangleAlert } from 'lucide-react';
import styled from 'styled-components';
import { directionNames } from '@/core/knowledge/kinds';
import { ruledOutWords } from '@/core/planning/lesson';
import type { Lesson } from '@/core/planning/lesson';
import { listWords } from '@/core/alignment/words';
import type { Judged } from '@/core/planning/session-plan';
import { Panel, Small, Stack, TextLink } from '@/design/layout';
import { Picker } from '@/design/picker';
import { deferring } from '@/repertoire/words';
import { minutesText } from './words';
import type { Sheet } from './state';

/** What the composer found, and what no plan can pass. */
export type Proof = { readonly value: number; readonly bound: number; readonly gapPct: number };

const Curve = styled.svg`
  display: block;
  width: 100%;
  height: 64px;
  rect {
    fill: var(--fluid-deep);
  }
  rect[data-load='3'] {
    fill: var(--prop-deep);
  }
`;

const Ways = styled.ul`
  display: grid;
  gap: 2px;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 10px;
  }
`;

const Said = styled.ul`
  display: grid;
  gap: 8px;
  li {
    display: grid;
    grid-template-columns: 22px minmax(0, 1fr);
    gap: 8px;
  }
  svg {
    margin-top: 4px;
  }
  .out {
    color: var(--out);
  }
`;

const sure = 0.05;

/** How good the plan is, in one sentence that is true. */
function worthOf({ value, bound, gapPct }: Proof, now: number): string {
  const less = value - now;
  if (less > 0.05) {
    const share = (100 * (bound - now)) / Math.max(1, bound);
    return `As you made it, it is worth ${share.toFixed(0)} % less than the best there could be.`;
  }
  if (less < -0.05) return 'Your own wishes weigh more than the composed one: compose anew to see the best with them.';
  if (gapPct < sure) return 'Nothing better can be put together from what may be done today.';
  return `Within ${gapPct.toFixed(1)} % of the best there could be.`;
}

/** What the curve is, in words that are true of it. */
const curveWords = (loads: readonly number[]): string =>
  loads.includes(3) ? 'The heaviest belongs in the middle third.' : 'Nothing in it is heavy.';

/** Whose pace of changing over it is, where it is known. */
const paceWords = ({ times, count }: Lesson['pace']): string => {
  if (count === 0) return '';
  const seen = `seen ${count} times`;
  if (Math.abs(times - 1) < 0.05) return `, at the usual pace (${seen})`;
  return `, at this client’s pace: ${times.toFixed(1)} × as long as usual (${seen})`;
};

type Props = {
  readonly lesson: Lesson;
  readonly judged: Judged;
  readonly sheet: Sheet;
  readonly proof: Proof | undefined;
  readonly minutes: number;
  readonly onAdd: (id: string) => void;
  /** Where a caution's rule for an exercise is overruled with a reason; absent: not from here. */
  readonly overruleAt?: (exercise: string) => string;
};

export function PlanSide({ lesson, judged, sheet, proof, minutes, onAdd, overruleAt }: Props) {
  const { loads, warnings, directions, changeMinutes } = judged;
  const others = Object.values(lesson.faces).filter(({ exercise }) => !sheet.order.includes(exercise.id));
  return (
    <Stack>
      <Panel>
        <Stack $gap={8}>
          <div>
            <span className="numeral" style={{ fontSize: '2rem' }} data-minutes={judged.minutes}>
              {minutesText(judged.minutes)}
            </span>{' '}
            <Small>of {minutes}</Small>
            <br />
            <Small>
              {minutesText(changeMinutes)} of it change-over{paceWords(lesson.pace)}
            </Small>
          </div>
          {proof && loads.length > 0 && <p data-gap={proof.gapPct}>{worthOf(proof, judged.value)}</p>}
          <Said aria-label="What to mend">
            {warnings.map((one) => (
              <li key={one} className="out">
                <TriangleAlert size={18} aria-hidden />
                {one}
              </li>
            ))}
            {warnings.length === 0 && loads.length > 0 && (
              <li>
                <Check size={18} aria-hidden />
                Nothing to mend.
              </li>
            )}
          </Said>
        </Stack>
      </Panel>
      {loads.length > 0 && (
        <Panel>
          <Stack $gap={8}>
            <h2>How heavy, when</h2>
            <Curve
              viewBox={`0 0 ${loads.length} 3`}
              preserveAspectRatio="none"
              role="img"
              aria-label={`Load from first to last, of three: ${loads.join(', ')}`}
            >
              {loads.map((load, i) => (
                <rect key={i} x={i + 0.1} y={3 - load} width={0.8} height={load} data-load={load} />
              ))}
            </Curve>
            <Small>{curveWords(loads)}</Small>
          </Stack>
        </Panel>
      )}
      <Panel>
        <Stack $gap={8}>
          <h2>Where the spine goes</h2>
          <Ways>
            {directions.map(({ direction, times }) => (
              <li key={direction}>
                <span>{directionNames[direction]}</span>
                <span className="numeral">{times === 0 ? '–' : `${times} ×`}</span>
              </li>
            ))}
          </Ways>
          {lesson.aims.heard.length > 0 && <Small>Heard in the goal: {listWords(lesson.aims.heard)}.</Small>}
        </Stack>
      </Panel>
      <div className="no-print">
        <Picker
          label="Add an exercise"
          value={null}
          onChange={onAdd}
          choices={others.map(({ exercise: { id, name }, reasons, later }) => ({
            id,
            name,
            about: later ?? reasons[0]?.say,
          }))}
        />
      </div>
      {lesson.leftOut.length > 0 && (
        <details>
          <summary>Not today: {lesson.leftOut.length}</summary>
          <Stack $gap={6}>
            {lesson.leftOut.map(({ exercise: { id, name }, why }) => (
              <div key={id}>
                {name} <Small>{why}</Small>{' '}
                {overruleAt && why.startsWith(ruledOutWords) && (
                  <TextLink href={overruleAt(id)}>Overrule {name.toLowerCase()}, with a reason</TextLink>
                )}
              </div>
            ))}
            <Small>{deferring}</Small>
          </Stack>
        </details>
      )}
    </Stack>
  );
}
