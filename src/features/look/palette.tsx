'use client';

import { Check, EyeOff, Redo2, Trash2, Undo2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import type { Dispatch, ReactNode } from 'react';
import { Menu, MenuItem, MenuTrigger, ToggleButton } from 'react-aria-components';
import { NumberField } from '@/design/number-field';
import styled from 'styled-components';
import type { View } from '@/core/anatomy/positions';
import type { Pose } from '@/core/body/pose';
import type { PubicMark } from '@/core/knowledge/consent';
import { Button } from '@/design/button';
import { Row, Small } from '@/design/layout';
import { MenuPopover } from '@/design/menu';
import { activeAt, countWanted, draftAt, nextWanted, settingAt, wantedAt } from './state';
import type { Bench, BenchAct, Draft, Place } from './state';
import { bareName, groupsOf, nameOfMark } from '@/core/knowledge/wanted';
import { isLineMark } from '@/core/anatomy/marks';
import type { WantedMarks } from '@/core/knowledge/wanted';
import type { MarkId } from '@/core/anatomy/marks';

// Drawn by the server; what draws it anew comes after the page.
const Figure = dynamic(() => import('@/design/figure').then((all) => all.Figure));

const Guide = styled.div`
  width: 148px;
  flex: none;
  svg {
    max-height: 116px;
  }
`;

const Groups = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  .group {
    display: grid;
    gap: 2px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    align-items: center;
  }
  .mark {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    min-height: 44px;
    min-width: 44px;
    justify-content: center;
    padding: 4px 11px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 12px;
    background: var(--panel);
    cursor: pointer;
    font-weight: 600;
    font-size: 0.94rem;
  }
  .mark svg {
    flex: none;
  }
  .mark[data-set] {
    border-color: var(--fluid-deep);
    background: color-mix(in srgb, var(--fluid) 24%, var(--panel));
  }
  .mark[data-selected] {
    background: var(--ink);
    color: var(--on-ink);
    border-color: var(--ink);
  }
  .mark[data-hidden-mark] {
    border-style: dashed;
    color: var(--quiet);
  }
  .mark[data-wrong] {
    border-color: var(--out);
    color: var(--out);
    background: var(--out-tint);
  }
`;

const lineNames: Readonly<Record<string, string>> = {
  mat1: 'one end',
  mat2: 'other end',
  known1: 'one end',
  known2: 'other end',
  knownMid: 'middle',
};
const shortName = (id: MarkId): string => lineNames[id] ?? id.replace('_', ' ');

const hiddenReasons = ['behind the arm', 'under clothing', 'out of the picture', 'not wanted by the client'] as const;

type PaletteProps = {
  readonly place: Place;
  readonly bench: Bench;
  readonly wrong: ReadonlySet<string>;
  readonly dispatch: Dispatch<BenchAct>;
  readonly onChosen: () => void;
  /** How the body should lie in this picture, to point out on it where the mark goes. */
  readonly pose: Pose;
  readonly view: View;
  readonly pubicMark: PubicMark;
  /** Stands beside undo: stickers, outline, files. */
  readonly tools: ReactNode;
};

/** What is being set, in words. */
function wordStatus(active: MarkId, { points, hidden }: Draft, left: number): string {
  const at = points[active];
  const why = hidden[active];
  const name = `${isLineMark(active) ? '' : `${wordSide(active)}, `}${nameOfMark(active)}`;
  const toGo = left === 0 ? '' : ` ${left} to go.`;
  if (at) return `Placed: ${name} at ${Math.round(at[0])}, ${Math.round(at[1])} px.${toGo}`;
  if (why) return `Not seen: ${name} (${why}).${toGo}`;
  return `${left === 0 ? 'All marks are set. Placing' : 'Now'}: ${name}.${toGo}`;
}

const wordSide = (id: MarkId): string => id.replace('_', ' ');

const pubicWords: Readonly<Record<PubicMark, string>> = {
  clientMarks: 'Consent is on file: the client points out her pubic bone herself, through clothing.',
  declined:
    'This client does not want the pubic bone marked. Take PSIS or the pelvis strip instead: they serve as well.',
  notAsked:
    'A private place: ask first, and keep the answer on the client’s page. The client may point it out herself, through clothing, or PSIS or the strip serves as well.',
};

/** The marks to set, by block; what is being set now, in words; undo and redo. */
export function Palette({ place, bench, wrong, dispatch, onChosen, pose, view, pubicMark, tools }: PaletteProps) {
  const draft = draftAt(bench, place);
  const wanted = wantedAt(bench, place);
  const active = activeAt(bench, place);
  const { headEnd } = settingAt(bench, place);
  return (
    <>
      <Row $gap={14}>
        <Guide aria-hidden>
          <Figure pose={pose} view={view} label="" small spot={bareName(active)} headEnd={headEnd} />
        </Guide>
        <p id="mark-status" aria-live="polite" style={{ flex: '1 1 200px', fontWeight: 600 }}>
          {wordStatus(active, draft, countWanted(wanted, draft))}
        </p>
        <Row $gap={2}>
          <UndoButtons bench={bench} dispatch={dispatch} />
          <Button
            $look="quiet"
            aria-label="Remove this mark"
            isDisabled={!draft.points[active]}
            onPress={() => dispatch({ do: 'remove', place, mark: active })}
          >
            <Trash2 size={19} aria-hidden />
          </Button>
          {!isLineMark(active) && (
            <HideMenu place={place} active={active} draft={draft} wanted={wanted} dispatch={dispatch} />
          )}
        </Row>
        <Row $gap={6}>{tools}</Row>
      </Row>
      {bareName(active) === 'PS' && <Small role="note">{pubicWords[pubicMark]}</Small>}
      <Groups role="group" aria-label="Marks">
        {groupsOf(wanted).map(({ name, marks }) => (
          <div className="group" key={name}>
            <Small>{name}</Small>
            <div className="row">
              {marks.map((id) => (
                <MarkButton
                  key={id}
                  id={id}
                  draft={draft}
                  isActive={id === active}
                  isWrong={wrong.has(id)}
                  onChoose={() => {
                    dispatch({ do: 'choose', place, mark: id });
                    onChosen();
                  }}
                />
              ))}
              {name === 'known length' && (
                <NumberField
                  key={place}
                  label="Known length in mm"
                  isLabelled
                  limits={{ least: 1, most: 10_000, unit: 'mm' }}
                  value={draft.knownMm}
                  onRead={(mm) => dispatch({ do: 'knownMm', place, mm })}
                />
              )}
            </div>
          </div>
        ))}
      </Groups>
      <Small id="mark-keys">
        Press and drag on the picture to place a mark. Keys: arrows 1 px, Shift 10 px, Alt a fifth; Enter for the next
        mark, [ and ] to step through, Delete to remove, Ctrl + Z to undo; + and − zoom, 0 the whole picture, Space and
        drag to move it.
      </Small>
    </>
  );
}

const UndoButtons = ({ bench, dispatch }: Pick<PaletteProps, 'bench' | 'dispatch'>) => (
  <>
    <Button
      $look="quiet"
      aria-label="Undo"
      isDisabled={bench.past.length === 0}
      onPress={() => dispatch({ do: 'undo' })}
    >
      <Undo2 size={19} aria-hidden />
    </Button>
    <Button
      $look="quiet"
      aria-label="Redo"
      isDisabled={bench.future.length === 0}
      onPress={() => dispatch({ do: 'redo' })}
    >
      <Redo2 size={19} aria-hidden />
    </Button>
  </>
);

type HideMenuProps = Pick<PaletteProps, 'place' | 'dispatch'> & {
  readonly active: MarkId;
  readonly draft: Draft;
  readonly wanted: WantedMarks;
};

/** Why a mark can't be seen; then the next one is in hand. */
function HideMenu({ place, active, draft, wanted, dispatch }: HideMenuProps) {
  const hide = (why: string) => {
    dispatch({ do: 'hide', place, mark: active, why: why === 'seen' ? null : why });
    if (why === 'seen') return;
    const hidden = { ...draft, hidden: { ...draft.hidden, [active]: why } };
    dispatch({ do: 'choose', place, mark: nextWanted(wanted, hidden, active) });
  };
  return (
    <MenuTrigger>
      <Button $look="quiet" aria-label="This cannot be seen">
        <EyeOff size={19} aria-hidden />
      </Button>
      <MenuPopover>
        <Menu aria-label="Why it cannot be seen" onAction={(why) => hide(String(why))}>
          {hiddenReasons.map((why) => (
            <MenuItem key={why} id={why}>
              {why}
            </MenuItem>
          ))}
          {draft.hidden[active] && <MenuItem id="seen">it can be seen after all</MenuItem>}
        </Menu>
      </MenuPopover>
    </MenuTrigger>
  );
}

type MarkButtonProps = {
  readonly id: MarkId;
  readonly draft: Draft;
  readonly isActive: boolean;
  readonly isWrong: boolean;
  readonly onChoose: () => void;
};

function MarkButton({ id, draft: { points, hidden }, isActive, isWrong, onChoose }: MarkButtonProps) {
  const [isSet, why] = [points[id] !== undefined, hidden[id]];
  const state = isSet ? ', placed' : why ? `, not seen: ${why}` : '';
  return (
    <ToggleButton
      className="mark"
      aria-label={`${isLineMark(id) ? '' : `${wordSide(id)}, `}${nameOfMark(id)}${state}`}
      isSelected={isActive}
      data-pick={id}
      data-set={isSet ? '' : undefined}
      data-hidden-mark={why ? '' : undefined}
      data-wrong={isWrong ? '' : undefined}
      onChange={onChoose}
    >
      {shortName(id)}
      {isSet && <Check size={15} strokeWidth={3} aria-hidden />}
      {why && <EyeOff size={15} aria-hidden />}
    </ToggleButton>
  );
}
