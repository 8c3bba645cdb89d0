'use client';

// The plan, line by line: when it begins, what it is, why it is there; dragged or moved by keys.
import { GripVertical, Lock, LockOpen, Repeat, X } from 'lucide-react';
import {
  Button as Pressed,
  GridList,
  GridListItem,
  Menu,
  MenuItem,
  MenuTrigger,
  Text,
  useDragAndDrop,
} from 'react-aria-components';
import styled from 'styled-components';
import type { Lesson } from '@/core/planning/lesson';
import { insteadOf } from '@/core/planning/session-plan';
import type { Instead, Judged, PlanLine } from '@/core/planning/session-plan';
import { levelText } from '@/core/load/rungs';
import { Quiet, Small } from '@/design/layout';
import { MenuPopover } from '@/design/menu';
import { StandingChip } from '@/design/standing';
import { narrow, phone } from '@/design/theme';
import { clockText, doseText, inMost, minutesText } from './words';
import { Changes, InMost } from './changes';
import type { PlanAct, Sheet } from './state';

const List = styled(GridList)`
  outline: none;
  .line {
    display: grid;
    grid-template-columns: 28px 52px minmax(0, 1fr) auto auto;
    gap: 2px 12px;
    align-items: start;
    padding: 10px 4px;
    border-top: 1px solid var(--rule);
    outline: none;
  }
  .line:first-child {
    border-top: 0;
  }
  .line[data-focus-visible] {
    outline: 3px solid var(--info);
    outline-offset: -2px;
    border-radius: 10px;
  }
  .line[data-dragging] {
    opacity: 0.5;
  }
  .react-aria-DropIndicator[data-drop-target] {
    outline: 2px solid var(--info);
  }
  .name {
    font-size: 1.12rem;
    font-weight: 650;
    overflow-wrap: anywhere;
  }
  .tools {
    display: flex;
    gap: 2px;
  }
  .tools button,
  .grip {
    min-width: 44px;
    min-height: 44px;
    display: grid;
    place-items: center;
    border: 0;
    border-radius: 12px;
    background: none;
    color: var(--quiet);
    cursor: pointer;
  }
  .grip {
    min-width: 28px;
    cursor: grab;
  }
  .tools button[data-hovered],
  .grip[data-hovered] {
    background: var(--info-tint);
    color: var(--info);
  }
  .tools .locked {
    color: var(--ink);
  }
  .took {
    white-space: nowrap;
    text-align: right;
    padding-top: 3px;
  }
  .at {
    padding-top: 3px;
    color: var(--quiet);
  }
  @media print {
    .grip {
      visibility: hidden;
    }
  }
  ${phone} {
    .line {
      grid-template-columns: 28px 44px minmax(0, 1fr) auto;
    }
    .tools {
      grid-column: 3 / -1;
    }
  }
`;

/** Where the side lies below the list: what it comes to, in a line. */
const Summary = styled.p`
  display: none;
  ${narrow} {
    display: block;
    font-weight: 650;
    padding-bottom: 6px;
  }
`;

const Alternatives = styled.span`
  display: grid;
  gap: 1px;
  max-width: 380px;
`;

type Props = {
  readonly lesson: Lesson;
  readonly judged: Judged;
  readonly sheet: Sheet;
  readonly isComposing: boolean;
  readonly onAct: (act: PlanAct) => void;
  /** What is told under an exercise, in place of its level and dose. */
  readonly about?: (exercise: string) => React.ReactNode;
};

export function PlanList({ lesson, judged: { lines, minutes, warnings }, sheet, isComposing, onAct, about }: Props) {
  const { order } = sheet;
  const mostly = inMost(order, (id) => lesson.faces[id]?.changes ?? []);
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    onReorder: ({ keys, target }) => {
      const [id] = [...keys].map(String);
      if (id === undefined) return;
      const rest = order.filter((one) => one !== id);
      const to = rest.indexOf(String(target.key)) + (target.dropPosition === 'after' ? 1 : 0);
      onAct({ kind: 'move', id, to });
    },
  });
  /** Alt with an arrow moves the line that has the focus. */
  const onKeys = (event: React.KeyboardEvent) => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    const id = event.target instanceof Element ? event.target.closest('[data-key]')?.getAttribute('data-key') : null;
    if (!id) return;
    event.preventDefault();
    event.stopPropagation();
    onAct({ kind: 'move', id, to: order.indexOf(id) + (event.key === 'ArrowUp' ? -1 : 1) });
  };
  if (lines.length === 0)
    return (
      <Quiet role="status">{isComposing ? 'Composing…' : 'Nothing is planned: compose, or add an exercise.'}</Quiet>
    );
  return (
    <div onKeyDownCapture={onKeys}>
      <Summary>
        {minutesText(minutes)}
        {warnings.length > 0 ? ` · to mend: ${warnings.length}` : ''}
      </Summary>
      {!about && <InMost words={mostly} />}
      <List aria-label="Plan" dragAndDropHooks={dragAndDropHooks}>
        {lines.map((line) => (
          <GridListItem
            key={line.face.exercise.id}
            id={line.face.exercise.id}
            textValue={line.face.exercise.name}
            className="line"
          >
            <Line {...{ lesson, line, sheet, mostly, onAct }} about={about?.(line.face.exercise.id)} />
          </GridListItem>
        ))}
      </List>
      <Small className="no-print">Drag a line, or move it with Alt and an arrow key.</Small>
    </div>
  );
}

type LineProps = Pick<Props, 'lesson' | 'sheet' | 'onAct'> & {
  /** Changes that are told above the list. */
  readonly mostly: ReadonlySet<string>;
  readonly line: PlanLine;
  readonly about?: React.ReactNode;
};

function Line({ lesson, line, sheet, mostly, onAct, about }: LineProps) {
  const { face, changeMinutes, startsAt, why, whyHere } = line;
  const { id, name } = face.exercise;
  const isLocked = sheet.locked.includes(id);
  return (
    <>
      <Pressed slot="drag" className="grip" aria-label={`Move ${name}`}>
        <GripVertical size={20} aria-hidden />
      </Pressed>
      <span className="at numeral">{clockText(startsAt)}</span>
      <span>
        <span className="name">{name}</span>{' '}
        {about ?? (
          <>
            <Small>
              level {levelText(face.level)}, {face.levelName.toLowerCase()} · {doseText(face.dose)}
            </Small>{' '}
            {face.standing !== 'fine' && <StandingChip standing={face.standing} />}
          </>
        )}
        {about === undefined && <br />}
        <Small>
          {why} {whyHere}
        </Small>
        {about === undefined && (
          <Changes>
            {face.changes
              .filter((one) => !mostly.has(one))
              .map((one) => (
                <span key={one} className="out">
                  {one}
                </span>
              ))}
          </Changes>
        )}
      </span>
      <span className="took">
        <span className="numeral">{minutesText(face.item.minutes)}</span>
        <br />
        <Small>{changeMinutes > 0 ? `after ${minutesText(changeMinutes)}` : ' '}</Small>
      </span>
      <span className="tools no-print">
        <Pressed
          className={isLocked ? 'locked' : ''}
          aria-label={isLocked ? `Unlock ${name}` : `Lock ${name}`}
          onPress={() => onAct({ kind: 'lock', id })}
        >
          {isLocked ? <Lock size={20} aria-hidden /> : <LockOpen size={20} aria-hidden />}
        </Pressed>
        <MenuTrigger>
          <Pressed aria-label={`Instead of ${name}`}>
            <Repeat size={20} aria-hidden />
          </Pressed>
          <MenuPopover>
            <InsteadMenu lesson={lesson} sheet={sheet} id={id} onAct={onAct} />
          </MenuPopover>
        </MenuTrigger>
        <Pressed aria-label={`Leave out ${name}`} onPress={() => onAct({ kind: 'leaveOut', id })}>
          <X size={20} aria-hidden />
        </Pressed>
      </span>
    </>
  );
}

const signed = (minutes: number): string =>
  Math.abs(minutes) < 0.05 ? 'as long' : `${minutes > 0 ? '+' : '−'}${minutesText(Math.abs(minutes))}`;
const changesOf = ({ minutes, changes }: Instead): string => [signed(minutes), ...changes].join(' · ');

function InsteadMenu({
  lesson,
  sheet,
  id,
  onAct,
}: Omit<LineProps, 'line' | 'about' | 'mostly'> & { readonly id: string }) {
  const others = insteadOf(lesson, sheet.order, sheet, sheet.order.indexOf(id));
  return (
    <Menu
      aria-label="Instead"
      items={others.map((one) => ({ ...one, id: one.face.exercise.id }))}
      onAction={(other) => onAct({ kind: 'instead', id, other: String(other) })}
      renderEmptyState={() => <Quiet style={{ padding: 12 }}>Nothing else may stand here today.</Quiet>}
    >
      {(one) => (
        <MenuItem textValue={one.face.exercise.name}>
          <Alternatives>
            <Text slot="label">{one.face.exercise.name}</Text>
            <Small>{changesOf(one)}</Small>
          </Alternatives>
        </MenuItem>
      )}
    </Menu>
  );
}
