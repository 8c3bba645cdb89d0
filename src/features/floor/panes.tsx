'use client';

// What stands at the side of an exercise: set-up, what to watch, what to try, which level next.
import { ArrowRight, Eye, Ruler, Undo2, Video } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import styled from 'styled-components';
import { levelMeasures } from '@/core/alignment/by-hand';
import type { PlannedEdge } from '@/core/load/fan';
import { entry, propOf } from '@/core/knowledge/find';
import { placeWords } from '@/core/anatomy/places';
import { shortOf } from '@/core/knowledge/ranges';
import { wordsInPlace } from '@/core/knowledge/in-place';
import { setUpAt } from '@/core/knowledge/fits';
import { correctionWords } from '@/core/knowledge/names';
import { levelAfter, levelText, rungAt } from '@/core/load/rungs';
import type { Option, Ranking } from '@/core/corrections/rank';
import type { Exercise, Fault, Level } from '@/core/knowledge/entries';
import type { LevelAdvice } from '@/core/progression/advice';
import { openTry } from '@/core/progression/session';
import type { Item } from '@/core/progression/session';
import { decisions, watcherWords } from '@/core/progression/words';
import { formatMeasure } from '@/core/alignment/words';
import type { Decision } from '@/core/progression/words';
import { fromWhere } from '@/core/anatomy/positions';
import type { InHand, Recorder } from './in-hand';
import type { DayPack, FloorClient } from './pack';
import { Small, Tap, Warn, Words, Wrapping } from './parts';
import type { ItemView, Pane } from './state';
import { Teach } from './teach-pane';
import { FloorVials } from './vials';

const LiveVials = dynamic(() => import('./eye/live-vials').then((all) => all.LiveVials));

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
    font-family: var(--head);
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
      return <SetUp view={props.view} pack={props.pack} client={props.client} />;
    case 'teach':
      return <Teach {...props} />;
    case 'watch':
      return <Watching {...props} />;
    case 'correct':
      return <Correct {...props} />;
    case 'level':
      return <LevelPane {...props} />;
  }
}

/** Springs, bar and props that stand ready before it begins. */
function inPlaceOf({ item, rung }: ItemView, { repertoire: { props } }: Pick<InHand['pack'], 'repertoire'>): string[] {
  const apparatus = rung?.scene?.apparatus;
  return [
    ...(item.dose.springs ? [`springs: ${item.dose.springs}`] : []),
    ...(apparatus?.kind === 'reformer' && apparatus.feetOnBar ? ['feet on the bar'] : []),
    ...(rung ? wordsInPlace(props, rung) : []),
  ];
}

/** Where the level asks more than this client's own ranges give. */
const ShortRanges = ({ rung, ranges }: { rung: Level; ranges: FloorClient['ranges'] }) =>
  shortOf(rung, ranges).map(({ range, side, words }) => <Warn key={`${range} ${side}`}>{words}</Warn>);

function SetUp({ view, pack, client }: Pick<InHand, 'view' | 'pack' | 'client'>) {
  const { exercise, item, rung } = view;
  const inPlace = inPlaceOf(view, pack);
  if (!exercise) return null;
  return (
    <>
      {rung && <b style={{ fontSize: '1.15rem' }}>{rung.change}</b>}
      {rung && <ShortRanges rung={rung} ranges={client.ranges} />}
      {inPlace.length > 0 && <b>In place: {inPlace.join('; ')}</b>}
      {exercise.settle && <Small>First: {exercise.settle}</Small>}
      <Lines aria-label="Set up, tailbone to head">
        {setUpAt(exercise, item.level).map(({ block, check }) => (
          <li key={check} className="check">
            <Small as="span">{block}</Small>
            <span>{check}</span>
          </li>
        ))}
      </Lines>
      <Small>
        Ends at: {rung?.endPoint ?? exercise.endPoint} Room: {pack.studio.room.name}.
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

/** What a level on the pelvis told of the newest set. */
function LevelTold({ levels }: Pick<Item, 'levels'>) {
  const last = levels.at(-1);
  if (!last) return null;
  const { by, tilt, roll, repetitions, trembling } = last;
  const told = (measure: string, { value, se }: { readonly value: number; readonly se: number }) =>
    `${formatMeasure(measure, value)} ± ${formatMeasure(measure, se, 'error')}`;
  return (
    <p data-level={by}>
      <b>
        By {watcherWords[by]}: tilt {told(levelMeasures.tilt, tilt)}, roll {told(levelMeasures.roll, roll)}
      </b>{' '}
      <Small>
        at the furthest from own neutral; {repetitions === 0 ? 'it held' : `it turned ${repetitions} times`}
        {trembling !== null && trembling > 0.3 ? `; ${Math.round(trembling * 100)} of 100 of it was trembling` : ''}.
      </Small>
    </p>
  );
}

function Watching({ pack, client, view, open, eye }: InHand) {
  const first = view.item.sets.length <= 1 && !view.next.full;
  return (
    <>
      {eye.isOn && eye.desk && !eye.settings.large ? (
        <LiveVials desk={eye.desk} tone={eye.settings.tone} onAgain={eye.start} />
      ) : (
        view.exercise && <FloorVials pack={pack} client={client} exercise={view.exercise} item={view.item} />
      )}
      <Wrapping>
        <Tap onClick={() => open('look')} style={{ flex: 1 }}>
          <Eye size={24} aria-hidden />
          By eye
        </Tap>
        <Tap onClick={() => open('picture')} style={{ flex: 1 }}>
          <Ruler size={24} aria-hidden />
          Picture
        </Tap>
        <Tap onClick={() => open('eye')} style={{ flex: 1 }} $look={eye.isOn ? 'chosen' : 'plain'}>
          <Video size={24} aria-hidden />
          Camera
        </Tap>
      </Wrapping>
      <LevelTold levels={view.item.levels} />
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

function Correct({ pack, view, record, work }: InHand) {
  const { fault, option, ranking, exercise, unsafe, item } = view;
  const helped = item.tries.findLast(({ verdict }) => verdict === 'better');
  const faults = (exercise?.faults ?? []).flatMap(({ fault: id }) => {
    const known = pack.repertoire.faults.find((one) => one.id === id);
    return known ? [known] : [];
  });
  const inWork = work.fault ?? fault?.id;
  return (
    <>
      {helped && <Helped pack={pack} correction={helped.correction} />}
      {fault && option ? (
        <TryNow
          pack={pack}
          item={item}
          fault={fault}
          option={option}
          record={record}
          hasHelped={helped !== undefined}
        />
      ) : (
        <p>
          {fault
            ? 'Everything that may be tried here was tried. Step back a level, or leave it for today.'
            : 'Nothing was lost yet. Choose what to work on:'}
        </p>
      )}
      {ranking && <LeftOut pack={pack} excluded={ranking.excluded} />}
      <Wrapping aria-label="Work on" role="group">
        {faults.map(({ id, plain }) => (
          <Tap
            key={id}
            $look={id === inWork ? 'chosen' : unsafe.has(id) ? 'out' : 'plain'}
            aria-pressed={id === inWork}
            onClick={() => work.choose(id)}
          >
            {plain}
          </Tap>
        ))}
      </Wrapping>
    </>
  );
}

function Helped({ pack, correction }: { readonly pack: DayPack; readonly correction: string }) {
  const say = pack.repertoire.corrections.find(({ id }) => id === correction)?.say;
  if (!say) return null;
  return (
    <p style={{ color: 'var(--good)', fontWeight: 600 }}>
      Keep: “{say}” <Small>it helped just now</Small>
    </p>
  );
}

/** What is known of a correction, short enough for a glance: hers, else the studio's. */
function briefly({ eases, evidence: { client, studio } }: Option): string {
  const also = eases ? `Also acts on the ${placeWords[eases]}. ` : '';
  const [[helped, tried], whose] = client[1] > 0 ? [client, 'with this client'] : [studio, 'in this studio'];
  return `${also}${tried > 0 ? `Worked ${helped} of ${tried} times ${whose}.` : 'Not tried here yet.'}`;
}

type TryNowProps = Pick<InHand, 'pack' | 'record'> & {
  readonly item: Item;
  readonly fault: Fault;
  readonly option: Option;
  readonly hasHelped: boolean;
};

/** One correction to say now, and how it went. */
function TryNow({ pack, item, fault, option, record, hasHelped }: TryNowProps) {
  const correction = entry(pack.repertoire.corrections, option.correction);
  const { say, because } = correction;
  const prop = propOf(correction, pack.repertoire.props);
  const judge = async (verdict: 'better' | 'same' | 'worse' | 'notTried') => {
    const open = openTry(item);
    const of =
      open?.correction === option.correction
        ? open.id
        : await record({ kind: 'tried', item: item.item, fault: fault.id, correction: option.correction });
    await record({ kind: 'judged', of, verdict });
  };
  return (
    <Card aria-label="Try now" role="group">
      <span className="why">
        {hasHelped ? 'next' : 'try now'} · against {fault.plain.toLowerCase()}
      </span>
      <p className="cue">“{say}”</p>
      {prop && (
        <span>
          <b>{prop.name}:</b> {prop.placed} {prop.notWhen}
        </span>
      )}
      <Small>
        {briefly(option)} {because}
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
  );
}

type LeftOutProps = { readonly pack: DayPack; readonly excluded: Ranking['excluded'] };

function LeftOut({ pack, excluded: all }: LeftOutProps) {
  const excluded = all.filter(({ unfit }) => !unfit); // what the shape forbids is no news to her
  const [allShown, setAllShown] = useState(false);
  if (excluded.length === 0) return null;
  return (
    <>
      <Tap $look="bare" onClick={() => setAllShown(!allShown)} aria-expanded={allShown}>
        {excluded.length} left out: why?
      </Tap>
      {allShown &&
        excluded.map((one) => (
          <Small key={one.correction}>
            “{correctionWords(pack.repertoire, one.correction)}” {one.why}
          </Small>
        ))}
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

function LevelPane({ client, view, record, next }: InHand) {
  const { item, exercise, advice } = view;
  const { decision } = item;
  return (
    <>
      {decision && <Decided decision={decision} onAgain={() => void record({ kind: 'undone', of: decision.id })} />}
      {!decision && exercise && advice && (
        <Advice client={client} item={item} exercise={exercise} advice={advice} record={record} />
      )}
      <Tap $look={decision ? 'main' : 'plain'} onClick={next.go}>
        {next.name ? `Next: ${next.name}` : 'Wrap up'}
        <ArrowRight size={24} aria-hidden />
      </Tap>
    </>
  );
}

type DecidedProps = { readonly decision: NonNullable<Item['decision']>; readonly onAgain: () => void };

const Decided = ({ decision: { decision, level, advised, reasons, overruled }, onAgain }: DecidedProps) => (
  <Card>
    <span className="why">decided</span>
    <p className="cue">
      {decisionNames[decision]}: level {levelText(level)}
    </p>
    {overruled ? (
      <Small>
        Advised was “{decisionNames[advised].toLowerCase()}”. Overruled: {overruled}
      </Small>
    ) : (
      <Small>{reasons.join(' ')}</Small>
    )}
    <Tap $look="bare" onClick={onAgain}>
      <Undo2 size={22} aria-hidden />
      Decide again
    </Tap>
  </Card>
);

type AdviceProps = {
  readonly client: FloorClient;
  readonly item: Item;
  readonly exercise: Exercise;
  readonly advice: LevelAdvice;
  readonly record: Recorder;
};

/** The advice for next time, to be accepted, or overruled with a reason. */
function Advice({ client, item, exercise, advice, record }: AdviceProps) {
  const decide = (decision: Decision, overruled: string | null) =>
    void record({
      kind: 'decided',
      item: item.item,
      advised: advice.decision,
      decision,
      level: decision === advice.decision ? advice.level : levelAfter(exercise, item.level, decision),
      reasons: [...advice.reasons],
      overruled,
    });
  const half = advice.decision === 'halfStep' ? rungAt(exercise, advice.level, client.body) : undefined;
  const isOther = advice.level !== item.level;
  return (
    <>
      <Card aria-label="Level advice" role="group" data-decision={advice.decision}>
        <span className="why">advice for next time</span>
        <p className="cue">
          {decisionNames[advice.decision]}
          {isOther ? `: level ${levelText(advice.level)}` : ''}
        </p>
        {isOther && <b>{advice.levelName}</b>}
        {half && <Small>{half.change}</Small>}
        <ul style={{ display: 'grid', gap: 4 }}>
          {advice.reasons.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        {client.bodyIsTypical && <Small>Height or weight are not on file: loads are for an average body.</Small>}
        <Tap $look="main" onClick={() => decide(advice.decision, null)}>
          Accept
        </Tap>
      </Card>
      <Overrule advised={advice.decision} onDecide={decide} />
    </>
  );
}

const leastReason = 8;

type OverruleProps = {
  readonly advised: Decision;
  readonly onDecide: (decision: Decision, overruled: string) => void;
};

function Overrule({ advised, onDecide }: OverruleProps) {
  const [other, setOther] = useState<Decision>();
  const [reason, setReason] = useState('');
  const [asked, setAsked] = useState(false);
  const isMissing = reason.trim().length < leastReason;
  return (
    <>
      <Small>Or otherwise, with a reason:</Small>
      <Wrapping role="group" aria-label="Overrule">
        {decisions
          .filter((one) => one !== advised)
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
          {asked && isMissing && <Warn role="alert">Give a reason that a colleague would understand.</Warn>}
          <Tap $look="main" onClick={() => (isMissing ? setAsked(true) : onDecide(other, reason.trim()))}>
            {decisionNames[other]}
          </Tap>
        </>
      )}
    </>
  );
}
