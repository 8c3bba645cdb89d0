'use client';

// One exercise in hand: figure and breath in the middle, what to know at the side, counts and the two large taps below.
import { keysOf } from '@/core/keyed';
import { Moon, NotebookPen, PersonStanding, SlidersHorizontal, Zap } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import styled from 'styled-components';
import type { LostBlock, Side } from '@/core/progression/words';
import { painThatEnds } from '@/core/progression/words';
import { countsOf } from '@/core/progression/session';
import type { SetDone } from '@/core/progression/session';
import { Tap, Warn } from './parts';
import type { InHand } from './in-hand';
import { doseText, levelLine, lostChoices } from './state';
import type { ItemView, Pane } from './state';

// Counts and taps come first; figure, breath and what stands at the side right after.
const Pacer = dynamic(() => import('./pacer').then((all) => all.Pacer));
const LastSeenBar = dynamic(() => import('./eye/last-seen').then((all) => all.LastSeenBar));
const Unconfirmed = dynamic(() => import('./eye/last-seen').then((all) => all.Unconfirmed));
const LiveVials = dynamic(() => import('./eye/live-vials').then((all) => all.LiveVials));
const Shown = dynamic(() => import('./panes').then((all) => all.Shown));

const Middle = styled.section`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 6px;
  padding: 14px 22px 12px;
  min-height: 0;
  min-width: 0;
  h1 {
    font-size: clamp(1.7rem, 3.2vw, 2.5rem);
    overflow-wrap: anywhere;
  }
  .line {
    font-size: 1.12rem;
    color: var(--quiet);
  }
  @media (max-width: 1000px) {
    min-height: 470px;
  }
  @media (max-width: 520px) {
    padding: 10px 12px;
    min-height: 430px;
  }
`;

const Side1 = styled.aside`
  border-left: 1px solid var(--rule);
  padding: 12px 18px;
  overflow-y: auto;
  display: grid;
  align-content: start;
  gap: 12px;
  min-height: 0;
  .panes {
    display: grid;
    grid-template-columns: repeat(5, minmax(64px, 1fr));
    gap: 4px;
  }
  .panes button {
    padding: 4px 2px;
    font-size: 0.94rem;
  }
  @media (max-width: 1000px) {
    border-left: 0;
    border-top: 1px solid var(--rule);
    overflow: visible;
  }
`;

const Bar = styled.section`
  position: relative;
  z-index: 2;
  display: grid;
  grid-template-columns: minmax(0, 1.05fr) minmax(0, 2.2fr) minmax(0, 1.05fr);
  gap: 14px;
  padding: 12px 20px 14px;
  border-top: 1px solid var(--rule);
  background: var(--paper);
  .big {
    min-height: 118px;
    font-family: var(--head);
    font-stretch: 88%;
    font-size: 2.1rem;
    font-weight: 750;
    flex-direction: column;
    gap: 2px;
    border-radius: 20px;
    border-width: 2px;
  }
  .big small {
    font: 600 0.95rem var(--text);
  }
  .counts {
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: minmax(0, 1fr);
    gap: 12px;
  }
  @media (max-width: 1000px) {
    position: sticky;
    bottom: 0;
    z-index: 2;
  }
  @media (max-width: 520px) {
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    padding: 8px 10px;
    .counts {
      grid-column: 1 / -1;
      grid-row: 1;
    }
    .big {
      min-height: 84px;
      font-size: 1.7rem;
    }
  }
`;

const Count = styled.button.attrs({ type: 'button' })<{ $now: boolean }>`
  border: ${({ $now }) => ($now ? '3px solid var(--ink)' : '1.5px solid var(--rule)')};
  border-radius: 18px;
  background: ${({ $now }) => ($now ? 'var(--panel)' : 'transparent')};
  color: inherit;
  text-align: left;
  padding: 8px 16px;
  display: grid;
  align-content: center;
  min-height: 118px;
  cursor: pointer;
  touch-action: manipulation;
  .numeral {
    font-size: 3.6rem;
    line-height: 1;
  }
  .numeral small {
    font-size: 1.6rem;
    font-weight: 650;
  }
  .dots {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    min-height: 16px;
    padding-top: 4px;
  }
  .dots i {
    width: 15px;
    height: 15px;
    border-radius: 50%;
    border: 2px solid var(--ink);
    background: var(--fluid);
  }
  .dots i[data-seen] {
    border-style: dotted;
  }
  .dots i[data-open] {
    background: transparent;
  }
  .dots i[data-lost] {
    background: transparent;
    border-color: var(--out);
    border-radius: 3px;
    transform: rotate(45deg) scale(0.8);
  }
  @media (max-width: 520px) {
    min-height: 84px;
    padding: 4px 10px;
    .numeral {
      font-size: 2.4rem;
    }
  }
`;

const LostBar = styled.div`
  position: absolute;
  inset: auto 0 100% 0;
  box-shadow: 0 -14px 34px rgb(17 24 27 / 0.22);
  border-top: 3px solid var(--out);
  background: var(--paper);
  padding: 10px 20px 14px;
  display: grid;
  gap: 8px;
  h2 {
    font-size: 1.4rem;
    color: var(--out);
  }
  .blocks {
    display: grid;
    grid-template-columns: repeat(5, minmax(0, 1fr));
    gap: 10px;
    align-items: start;
  }
  .blocks > div {
    display: grid;
    gap: 6px;
  }
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 12px;
  }
  @media (max-width: 1000px) {
    max-height: 66dvh;
    overflow-y: auto;
  }
  @media (max-width: 700px) {
    .blocks {
      grid-template-columns: repeat(2, minmax(0, 1fr));
    }
  }
`;

const blockNames: Readonly<Record<LostBlock, string>> = {
  head: 'Head',
  ribs: 'Ribs',
  pelvis: 'Pelvis',
  legs: 'Legs',
  breath: 'Breath',
};
const paneNames: Readonly<Record<Pane, string>> = {
  setUp: 'Set up',
  teach: 'Teach',
  watch: 'Watch',
  correct: 'Correct',
  level: 'Level',
};
const sideNames: Readonly<Record<Side, string>> = { left: 'left', right: 'right', both: 'both together' };

/** The block that was lost last, if the newest repetition was lost: drawn in the warm colour. */
function lostNow(view: ItemView): 'pelvis' | 'ribs' | 'head' | 'legs' | undefined {
  const last = view.item.sets.at(-1)?.repetitions.at(-1);
  return last?.clean === false && last.block && last.block !== 'breath' ? last.block : undefined;
}

/** The camera's vials, where they stand in the middle instead of the figure. */
const largeVials = ({ isOn, desk, settings, start }: InHand['eye']): React.ReactNode =>
  isOn && desk && settings.large ? <LiveVials desk={desk} large tone={settings.tone} onAgain={start} /> : undefined;

/** What the camera counted in this exercise, if it did, waits to be confirmed. */
const Watched = ({ view, record }: Pick<InHand, 'view' | 'record'>) =>
  view.item.sets.some(({ repetitions }) => repetitions.some(({ watched }) => watched)) && (
    <Unconfirmed view={view} record={record} />
  );

export function ExerciseInHand(props: InHand) {
  const { client, view, record, open, eye } = props;
  const { item, rung, weighed } = view;
  const pain = Math.max(0, ...item.pains.map(({ score }) => score));
  const [picked, setPicked] = useState<{ for: Pane; pane: Pane }>();
  const large = largeVials(eye);
  const pane = picked?.for === view.pane ? picked.pane : view.pane;
  return (
    <>
      <Middle aria-label="Exercise">
        <div>
          <h1>{item.name}</h1>
          <p className="line">
            {levelLine(view)} · {item.levelName} · {doseText(item.dose)}
            {item.dose.springs ? ` · springs: ${item.dose.springs}` : ''}
          </p>
          {weighed && weighed.standing !== 'fine' && (
            <p style={{ color: 'var(--out)', fontWeight: 600 }}>
              {weighed.standing === 'ruledOut'
                ? 'Ruled out: '
                : weighed.standing === 'overruled'
                  ? 'Overruled: '
                  : 'Take care: '}
              {weighed.reasons[0]?.why}.
            </p>
          )}
        </div>
        {rung ? (
          <Pacer
            level={rung}
            body={client.body}
            edge={view.edge}
            pattern={item.dose.pattern}
            pace={item.dose.pace}
            label={`${item.name}, ${item.levelName}`}
            out={lostNow(view)}
            tempo={props.pace}
            instead={large}
            onPace={(pace) => void record({ kind: 'dosed', item: item.item, dose: { ...item.dose, pace } })}
          >
            <Tap onClick={() => open('change')}>
              <SlidersHorizontal size={24} aria-hidden />
              Change
            </Tap>
            <Tap onClick={() => void record({ kind: 'rested', item: item.item })}>
              <Moon size={24} aria-hidden />
              Rest
            </Tap>
            <Tap onClick={() => open('note')}>
              <NotebookPen size={24} aria-hidden />
              Note
            </Tap>
            <Tap onClick={() => open('felt')}>
              <PersonStanding size={24} aria-hidden />
              Felt
            </Tap>
            <Tap onClick={() => open('pain')}>
              <Zap size={24} aria-hidden />
              Pain
            </Tap>
          </Pacer>
        ) : (
          <div>
            <Warn>
              “{item.name}” has left the repertoire since. What was done is kept; go on, or take another exercise.
            </Warn>
          </div>
        )}
      </Middle>
      <Side1 aria-label="What to know">
        <div className="panes" role="group" aria-label="What to show">
          {keysOf(paneNames).map((one) => (
            <Tap
              key={one}
              $look={one === pane ? 'chosen' : 'plain'}
              aria-pressed={one === pane}
              onClick={() => setPicked({ for: view.pane, pane: one })}
            >
              {paneNames[one]}
            </Tap>
          ))}
        </div>
        {pain >= painThatEnds && (
          <Warn role="alert">
            Pain of {pain} of 10: this exercise ends here. Sharp, spreading or sudden pain ends the session.
          </Warn>
        )}
        {view.stop && <Warn role="alert">Lost twice running: stop here. Quality ends the set, not the count.</Warn>}
        <Watched view={view} record={record} />
        <Shown key={`${item.item} ${item.decision?.id ?? ''}`} pane={pane} {...props} />
      </Side1>
      <Counts {...props} />
    </>
  );
}

function Dots({ set, side }: { readonly set: SetDone | undefined; readonly side: Side }) {
  return (
    <span className="dots" aria-hidden>
      {countsOf(set, side).run.map(({ id, clean, watched }) => (
        <i
          key={id}
          data-lost={clean === false ? '' : undefined}
          data-seen={watched && !watched.confirmed ? '' : undefined}
          data-open={clean === null ? '' : undefined}
        />
      ))}
    </span>
  );
}

function Counts({ pack, view, record, count, eye }: InHand) {
  const { onTap, naming } = count;
  const { item, next } = view;
  const set = item.sets.find(({ number }) => number === next.set);
  const sides: readonly Side[] = item.dose.sides === 2 ? ['left', 'right'] : ['both'];
  const wanted = item.dose.repetitions * item.dose.directions;
  const setsBefore = item.sets.filter(({ level, number }) => level === item.level && number < next.set).length;
  return (
    <Bar aria-label="Repetitions">
      {!naming && eye.last && <LastSeenBar pack={pack} eye={eye} />}
      {naming && <Naming pack={pack} view={view} record={record} of={naming} onNamed={count.onNamed} />}
      <Tap className="big" $look="main" onClick={() => onTap(true)} aria-keyshortcuts="Space PageDown">
        Clean
        <small>space, or page down</small>
      </Tap>
      <div className="counts">
        {sides.map((side) => {
          const { done, clean } = countsOf(set, side);
          const isNow = side === next.side && !next.finished;
          return (
            <Count
              key={side}
              $now={isNow}
              aria-pressed={isNow}
              data-side={side}
              data-done={done}
              data-clean={clean}
              aria-label={`${sideNames[side]}: ${done} of ${wanted} done, ${clean} clean`}
              onClick={() => void record({ kind: 'sided', item: item.item, side })}
            >
              <span>
                {sideNames[side]}
                {isNow ? ' · now' : done >= wanted ? ' · done' : ''}
                {item.dose.directions === 2 && isNow ? (next.direction === 1 ? ', first way' : ', other way') : ''}
                {item.dose.sets > 1 && ` · set ${setsBefore + 1} of ${item.dose.sets}`}
              </span>
              <span className="numeral">
                {done} <small>of {wanted}</small>
              </span>
              <Dots set={set} side={side} />
            </Count>
          );
        })}
      </div>
      <Tap className="big" $look="out" onClick={() => onTap(false)} aria-keyshortcuts="L PageUp">
        Lost it
        <small>L, or page up</small>
      </Tap>
    </Bar>
  );
}

type NamingProps = Pick<InHand, 'pack' | 'view' | 'record'> & { readonly of: string; readonly onNamed: () => void };

function Naming({ pack, view, record, of, onNamed }: NamingProps) {
  const name = (block: LostBlock, fault: string | null) => {
    void record({ kind: 'named', of, block, fault });
    onNamed();
  };
  return (
    <LostBar role="group" aria-label="What was lost">
      <div className="head">
        <h2>What was lost?</h2>
        <Tap $look="bare" onClick={onNamed}>
          Just lost
        </Tap>
      </div>
      <div className="blocks">
        {lostChoices(view, pack).map(({ block, faults }, i) => (
          <div key={block}>
            <Tap $look="chosen" onClick={() => name(block, null)} aria-keyshortcuts={String(i + 1)}>
              {i + 1} · {blockNames[block]}
            </Tap>
            {faults.map(({ id, plain, safety }) => (
              <Tap key={id} $look={safety ? 'out' : 'plain'} onClick={() => name(block, id)}>
                {plain}
              </Tap>
            ))}
          </div>
        ))}
      </div>
    </LostBar>
  );
}
