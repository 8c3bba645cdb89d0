'use client';

import { keysOf } from '@/core/keyed';
import { ArrowRight } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { View } from '@/core/anatomy/positions';
import type { Method, Role } from '@/core/alignment/look-values';
import type { Vantage } from '@/core/alignment/bubble';
import { Button } from '@/design/button';
import { Row } from '@/design/layout';
import { fromWhere } from '@/core/anatomy/positions';
import { ByEye } from './by-eye';
import { ByHand } from './by-hand';
import { ByPicture } from './by-picture';
import { Bench } from './marking-layout';
import type { MarkingProps } from './marking-layout';
import { Numbers, Vials } from './numbers';
import { Verdict } from './retest';
import { placeOf, settingAt } from './state';
import { judgedAt } from './work';

const Switch = styled.div`
  display: inline-flex;
  gap: 2px;
  padding: 3px;
  border: 1px solid var(--rule);
  border-radius: 14px;
  button {
    border: none;
    background: none;
    min-height: 44px;
    padding: 4px 14px;
    border-radius: 11px;
    cursor: pointer;
    color: var(--ink);
  }
  button[aria-pressed='true'] {
    background: var(--info-tint);
    font-weight: 650;
    box-shadow: inset 0 0 0 1.5px var(--info);
  }
  button:focus-visible {
    outline: 3px solid var(--info);
    outline-offset: 1px;
  }
`;

const methodNames: Readonly<Record<Method, string>> = { picture: 'Picture', hand: 'By hand', eye: 'By eye' };

const doneNames: Readonly<Record<Role, string>> = {
  setup: 'Now the top',
  top: 'See findings',
  back: 'See findings',
  retest: 'Go on to the dose',
};

/** One moment of the look: from each side, by picture, by hand or by eye, and what that says. */
export function Marking(props: MarkingProps) {
  const { role, bench, reading, opening, exercise, readings, onRead, correction, onDone } = props;
  const { position } = exercise;
  const [view, setView] = useState<View>(exercise.looks[0]?.view ?? 'side');
  const [method, setMethod] = useState<Method>(() => {
    const other = readings.find((one) => one.role === role)?.method;
    return bench.sheets[placeOf(role, view)] || !other ? 'picture' : other;
  });
  const [finger, setFinger] = useState(opening.observer.fingerMm);
  const setting = settingAt(bench, placeOf(role, view));
  const vantage: Vantage = {
    position,
    view,
    headEnd: bench.sheets[placeOf(role, view)] ? setting.headEnd : opening.headEnd,
    ...(setting.bellySide ? { bellySide: setting.bellySide } : {}),
  };
  const judged = judgedAt(reading, role);
  const hasMarks = Object.keys(reading.values[role]).length > 0;
  const levels = (
    <>
      {role === 'retest' && reading.verdict && (
        <div className="told">
          <Verdict verdict={reading.verdict} correction={correction} />
        </div>
      )}
      <div className="told">
        <Vials role={role} reading={reading} view={view} judged={judged} vantage={vantage} />
      </div>
      <Numbers role={role} reading={reading} view={view} judged={judged} exercise={exercise} />
      <Row>
        <Button $look="main" onPress={onDone}>
          {doneNames[role]}
          <ArrowRight size={19} aria-hidden />
        </Button>
      </Row>
    </>
  );
  const byPicture = method === 'picture';
  return (
    <>
      <Row $gap={12} style={{ paddingTop: 14 }}>
        {exercise.looks.length > 1 && (
          <Switch role="group" aria-label="From where">
            {exercise.looks.map((look) => (
              <button
                key={look.view}
                type="button"
                aria-pressed={view === look.view}
                onClick={() => setView(look.view)}
              >
                {fromWhere[look.view]}
              </button>
            ))}
          </Switch>
        )}
        <Switch role="group" aria-label="How it is measured">
          {keysOf(methodNames).map((one) => (
            <button key={one} type="button" aria-pressed={method === one} onClick={() => setMethod(one)}>
              {methodNames[one]}
            </button>
          ))}
        </Switch>
      </Row>
      {byPicture && <ByPicture key={`${role}${view}`} {...props} view={view} levels={levels} hasMarks={hasMarks} />}
      {!byPicture && (
        <Bench>
          <div className="column">
            {method === 'hand' ? (
              <ByHand
                role={role}
                position={position}
                readings={readings}
                fingerMm={finger}
                onFinger={setFinger}
                onRead={(measure, taken) => onRead(role, 'hand', measure, taken)}
              />
            ) : (
              <ByEye
                role={role}
                vantage={vantage}
                readings={readings}
                onRead={(measure, taken) => onRead(role, 'eye', measure, taken)}
              />
            )}
          </div>
          <div className="column">{levels}</div>
        </Bench>
      )}
    </>
  );
}
