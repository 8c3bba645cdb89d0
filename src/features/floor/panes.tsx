'use client';

// What stands at the side of an exercise: set-up, what to watch, what to try, which level next.
import { ArrowRight, Eye, Ruler, Undo2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { PlannedEdge } from '@/core/load/fan';
import { entry } from '@/core/knowledge/find';
import { correctionWords } from '@/core/knowledge/names';
import { levelAfter, levelText, rungAt } from '@/core/load/rungs';
import { openTry } from '@/core/progression/session';
import { decisions } from '@/core/progression/words';
import type { Decision } from '@/core/progression/words';
import { fromWhere } from '@/design/words';
import type { InHand } from './in-hand';
import type { DayPack } from './pack';
import { Small, Tap, Warn, Words, Wrapping } from './parts';
import type { ItemView, Pane } from './state';
import { FloorVials } from './vials';

const Lines = styled.ul`
  display: grid;
  gap: 4px;
  li {
    display: grid;
    grid-template-columns: 26px minmax(0, 1fr);
    gap: 10px;
    padding: 8px 0;
    border-top: 1px solid var(--rule);
    font-size: 1.18rem;
    line-height: 1.3;
  }
  li:first-child {
    border-top: 0;
  }
  li.safety {
    color: var(--out);
    font-weight: 600;
  }
  svg {
    margin-top: 3px;
  }
  small {
    display: block;
    font-weight: 400;
  }
  li.check {
    grid-template-columns: 54px minmax(0, 1fr);
    font-size: 1.1rem;
  }
`;

const Card = styled.div`
  background: var(--info-tint);
  border-radius: 16px;
  padding: 14px 16px;
  display: grid;
  gap: 10px;
  .cue {
    font-family: 'Archivo Variable', system-ui, sans-serif;
    font-stretch: 88%;
    font-weight: 700;
    font-size: clamp(1.6rem, 2.5vw, 2.1rem);
    line-height: 1.12;
    letter-spacing: -0.01em;
  }
  .why {
    font-weight: 650;
    color: var(--info);
  }
  .four {
    display: grid;
    grid-template-columns: 1fr 1fr 1fr;
    gap: 8px;
  }
`;

export function Shown({ pane, ...props }: InHand & { readonly pane: Pane }) {
  switch (pane) {
    case 'setUp':
      return <SetUp view={props.view} pack={props.pack} />;
    case 'watch':
      return <Watching {...props} />;
    case 'correct':
      return <Correct {...props} />;
    case 'level':
      return <LevelPane {...props} />;
  }
}

/** `underLowBack` → `under low back`. */
const spaced = (name: string): string => name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

function SetUp({ view: { exercise, item, rung }, pack }: { view: ItemView; pack: DayPack }) {
  const props = (rung?.scene?.props ?? []).map(({ form, at }) => `${form} ${spaced(at)}`);
  const apparatus = rung?.scene?.apparatus;
  const bar = apparatus?.kind === 'reformer' && apparatus.feetOnBar ? 'feet on the bar' : undefined;
  const inPlace = [item.dose.springs && `springs: ${item.dose.springs}`, bar, ...props].filter(Boolean);
  if (!exercise) return null;
  return (
    <>
      {rung && <b style={{ fontSize: '1.15rem' }}>{rung.change}</b>}
      {inPlace.length > 0 && <b>In place: {inPlace.join('; ')}</b>}
      {exercise.settle && <Small>First: {exercise.settle}</Small>}
      <Lines aria-label="Set up, tailbone to head">
        {exercise.setUp.map(({ block, check }) => (
          <li key={check} className="check">
            <Small as="span">{block}</Small>
            <span>{check}</span>
          </li>
        ))}
      </Lines>
      <Small>
        Ends at: {exercise.endPoint} Room: {pack.studio.room.name}.
      </Small>
    </>
  );
}

/** How low the legs may go for this client, in degrees and by what stands beside them. */
function EdgeLine({ edge: { thighDeg, plannedDeg, isBeyond, words } }: { edge: PlannedEdge }) {
  if (thighDeg === null) return <Warn>Legs: {words}. A step back first.</Warn>;
  const no = `Thigh no lower than ${Math.round(thighDeg)}°: ${words}.`;
  return isBeyond ? (
    <Warn>
      {no} The level means {Math.round(plannedDeg)}°, lower than what is held.
    </Warn>
  ) : (
    <b data-edge={Math.round(thighDeg)}>{no}</b>
  );
}

function Watching({ pack, client, view, open }: InHand) {
  const first = view.item.sets.length <= 1 && !view.next.full;
  return (
    <>
      {view.exercise && <FloorVials pack={pack} client={client} exercise={view.exercise} item={view.item} />}
      <Wrapping>
        <Tap onClick={() => open('look')} style={{ flex: 1 }}>
          <Eye size={24} aria-hidden />
          By eye
        </Tap>
        <Tap onClick={() => open('picture')} style={{ flex: 1 }}>
          <Ruler size={24} aria-hidden />
          Picture
        </Tap>
      </Wrapping>
      {view.edge && <EdgeLine edge={view.edge} />}
      <h2>{first ? 'As it comes: watch, say nothing' : 'Watch'}</h2>
      <Lines aria-label="Three things to watch">
        {view.watch.map(({ fault, plain, standAt, safety, because }) => (
          <li key={fault} className={safety ? 'safety' : undefined}>
            <Eye size={22} aria-hidden />
            <span>
              {plain}{' '}
              <small>
                {fromWhere[standAt]} · {because}
              </small>
            </span>
          </li>
        ))}
      </Lines>
    </>
  );
}

const verdictNames = { better: 'Better', same: 'Same', worse: 'Worse' } as const;

function Correct({ pack, view, tell, onWork, working }: InHand) {
  const { item, fault, option, ranking, exercise, unsafe } = view;
  const [allShown, setAllShown] = useState(false);
  const correction = option && entry(pack.repertoire.corrections, option.correction);
  const prop = correction?.prop ? pack.repertoire.props.find(({ id }) => id === correction.prop) : undefined;
  const helped = item.tries.findLast(({ verdict }) => verdict === 'better');
  const helpedSay = helped && pack.repertoire.corrections.find(({ id }) => id === helped.correction)?.say;
  const judge = async (verdict: 'better' | 'same' | 'worse' | 'notTried') => {
    if (!option || !fault) return;
    const open = openTry(item);
    const of =
      open?.correction === option.correction
        ? open.id
        : await tell({ kind: 'tried', item: item.item, fault: fault.id, correction: option.correction });
    await tell({ kind: 'judged', of, verdict });
  };
  const faults = (exercise?.faults ?? []).flatMap(({ fault: id }) => {
    const known = pack.repertoire.faults.find((one) => one.id === id);
    return known ? [known] : [];
  });
  return (
    <>
      {helpedSay && (
        <p style={{ color: 'var(--good)', fontWeight: 600 }}>
          Keep: “{helpedSay}” <Small>it helped just now</Small>
        </p>
      )}
      {fault && correction ? (
        <Card aria-label="Try now" role="group">
          <span className="why">
            {helped ? 'next' : 'try now'} · against {fault.plain.toLowerCase()}
          </span>
          <p className="cue">“{correction.say}”</p>
          {prop && (
            <span>
              <b>{prop.name}:</b> {prop.placement} {prop.whichWay}
            </span>
          )}
          <Small>
            {option.why} {correction.because}
          </Small>
          <div className="four">
            {(['better', 'same', 'worse'] as const).map((verdict) => (
              <Tap key={verdict} onClick={() => void judge(verdict)}>
                {verdictNames[verdict]}
              </Tap>
            ))}
            <Tap $look="bare" style={{ gridColumn: '1 / -1' }} onClick={() => void judge('notTried')}>
              Not tried, another
            </Tap>
          </div>
        </Card>
      ) : (
        <p>
          {fault
            ? 'Everything that may be tried here was tried. Step back a level, or leave it for today.'
            : 'Nothing was lost yet. Choose what to work on:'}
        </p>
      )}
      {ranking && ranking.excluded.length > 0 && (
        <>
          <Tap $look="bare" onClick={() => setAllShown(!allShown)} aria-expanded={allShown}>
            {ranking.excluded.length} left out: why?
          </Tap>
          {allShown &&
            ranking.excluded.map((one) => (
              <Small key={one.correction}>
                “{correctionWords(pack.repertoire, one.correction)}” {one.why}
              </Small>
            ))}
        </>
      )}
      <Wrapping aria-label="Work on" role="group">
        {faults.map(({ id, plain }) => (
          <Tap
            key={id}
            $look={id === (working ?? fault?.id) ? 'chosen' : unsafe.has(id) ? 'out' : 'plain'}
            aria-pressed={id === (working ?? fault?.id)}
            onClick={() => onWork(id)}
          >
            {plain}
          </Tap>
        ))}
      </Wrapping>
    </>
  );
}

const decisionNames: Readonly<Record<Decision, string>> = {
  advance: 'Up a level',
  halfStep: 'Half a step up',
  hold: 'Hold',
  back: 'A step back',
};
const quickReasons = ['Pain or tiredness today.', 'Clean enough by my eye.', 'Wants one more week here.'] as const;

function LevelPane({ client, view, tell, onNext, nextName }: InHand) {
  const { item, exercise, advice } = view;
  const [other, setOther] = useState<Decision>();
  const [reason, setReason] = useState('');
  const [missing, setMissing] = useState(false);
  const next = (
    <Tap $look={item.decision ? 'main' : 'plain'} onClick={onNext}>
      {nextName ? `Next: ${nextName}` : 'Wrap up'}
      <ArrowRight size={24} aria-hidden />
    </Tap>
  );
  if (item.decision || !exercise || !advice)
    return (
      <>
        {item.decision && (
          <Card>
            <span className="why">decided</span>
            <p className="cue">
              {decisionNames[item.decision.decision]}: level {levelText(item.decision.level)}
            </p>
            {item.decision.overruled ? (
              <Small>
                Advised was “{decisionNames[item.decision.advised].toLowerCase()}”. Overruled: {item.decision.overruled}
              </Small>
            ) : (
              <Small>{item.decision.reasons.join(' ')}</Small>
            )}
            <Tap $look="bare" onClick={() => item.decision && void tell({ kind: 'undone', of: item.decision.id })}>
              <Undo2 size={22} aria-hidden />
              Decide again
            </Tap>
          </Card>
        )}
        {next}
      </>
    );
  const decide = (decision: Decision) => {
    const overruled = decision === advice.decision ? null : reason.trim();
    if (overruled !== null && overruled.length < 8) return setMissing(true);
    void tell({
      kind: 'decided',
      item: item.item,
      advised: advice.decision,
      decision,
      level: decision === advice.decision ? advice.level : levelAfter(exercise, item.level, decision),
      reasons: [...advice.reasons],
      overruled,
    });
  };
  const half = advice.decision === 'halfStep' ? rungAt(exercise, advice.level, client.body) : undefined;
  return (
    <>
      <Card aria-label="Level advice" role="group" data-decision={advice.decision}>
        <span className="why">advice for next time</span>
        <p className="cue">
          {decisionNames[advice.decision]}
          {advice.level !== item.level ? `: level ${levelText(advice.level)}` : ''}
        </p>
        {advice.level !== item.level && <b>{advice.levelName}</b>}
        {half && <Small>{half.change}</Small>}
        <ul style={{ display: 'grid', gap: 4 }}>
          {advice.reasons.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        {client.bodyIsTypical && <Small>Height or weight are not on file: loads are for an average body.</Small>}
        <Tap $look="main" onClick={() => decide(advice.decision)}>
          Accept
        </Tap>
      </Card>
      <Small>Or otherwise, with a reason:</Small>
      <Wrapping role="group" aria-label="Overrule">
        {decisions
          .filter((one) => one !== advice.decision)
          .map((one) => (
            <Tap
              key={one}
              $look={other === one ? 'chosen' : 'plain'}
              aria-pressed={other === one}
              onClick={() => setOther(one)}
            >
              {decisionNames[one]}
            </Tap>
          ))}
      </Wrapping>
      {other && (
        <>
          <Wrapping>
            {quickReasons.map((one) => (
              <Tap key={one} onClick={() => setReason(one)}>
                {one}
              </Tap>
            ))}
          </Wrapping>
          <Words label="Reason" value={reason} onChange={setReason} maxLength={400} />
          {missing && reason.trim().length < 8 && (
            <Warn role="alert">Give a reason that a colleague would understand.</Warn>
          )}
          <Tap $look="main" onClick={() => decide(other)}>
            {decisionNames[other]}
          </Tap>
        </>
      )}
      {next}
    </>
  );
}
