'use client';

// Change legs, knees, head, weight and springs, by dragging the figure or by sliders, and see what it asks.
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { placeOn } from '@/platform/browser/pointer';
import { poseBody } from '@/core/body/skeleton';
import { limitsFor, metricFor, shownFor, unitWords } from '@/core/units';
import type { Quantity, Units } from '@/core/units';
import type { Body } from '@/core/body/segments';
import { drawScene } from '@/core/figure/scene';
import { frameFigure } from '@/core/figure/frame';
import { edgeOf } from '@/core/load/fan';
import { legTo, poseOf, answerWhatIf, usualWhatIf } from '@/core/load/what-if';
import type { FreeLeg, WhatIfAnswer, WhatIf } from '@/core/load/what-if';
import { setText, setsOf } from '@/core/springs/springs';
import type { SpringSet } from '@/core/springs/springs';
import { ClientPicker } from '@/design/client-picker';
import { findClientNames } from '@/platform/server/client-names';
import { fanUnder } from '@/design/fan';
import { Part } from '@/design/figure';
import { Columns, Notice, Page, PageHead, Panel, Quiet, Row, Ruled, Small, Stack } from '@/design/layout';
import { readNumber } from '@/design/number-text';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { Slider, Sliders } from '@/design/slider';
import { percentText } from '@/design/words';
import type { WhatIfPage } from './page';
import { OneOf, optionsOf, Switched } from '@/design/choice';
import { LimbHandle } from '@/design/limb-handle';

const perMm = 0.4;

const Drawing = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  max-height: 48vh;
  touch-action: none;
  user-select: none;
  .handle {
    cursor: grab;
  }
  .handle:focus-visible {
    outline: none;
    stroke: var(--info);
    stroke-width: 6;
  }
`;
const Figures = styled.dl`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 14px 22px;
  dt {
    color: var(--quiet);
    font-size: 0.9rem;
  }
  dd {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    font-size: 1.9rem;
    line-height: 1.15;
    white-space: nowrap;
    font-variant-numeric: tabular-nums;
  }
  dd[data-out] {
    color: var(--out);
  }
`;

type Legs = 'one' | 'two' | 'each';
const legsChoices = ['one', 'two', 'each'] as const;
const legsNames: Readonly<Record<Legs, string>> = { one: 'One leg', two: 'Both alike', each: 'Each its own' };
const free: FreeLeg = { thighDeg: 90, kneeDeg: 90 };

/** The body's own numbers, typed over for a trial; wrong ones are told and not used. */
function useBody(known: Body, units: Units) {
  const [typed, setTyped] = useState(() => {
    const [mass, height] = [String(known.massKg), String(Math.round(known.heightM * 100))];
    return units === 'metric' ? { mass, height } : { mass: shownFor('mass', mass), height: shownFor('length', height) };
  });
  const metric =
    units === 'metric' ? typed : { mass: metricFor('mass', typed.mass), height: metricFor('length', typed.height) };
  const [mass, height] = [readNumber(metric.mass), readNumber(metric.height)];
  const limits = (of: Quantity, message: string) => (units === 'metric' ? message : limitsFor(of, message));
  const massError =
    mass === undefined || mass < 15 || mass > 300 ? limits('mass', 'Type a weight from 15 to 300 kg.') : undefined;
  const heightError =
    height === undefined || height < 90 || height > 230
      ? limits('length', 'Type a height from 90 to 230 cm.')
      : undefined;
  const body = useMemo(
    (): Body => ({
      ...known,
      massKg: massError || mass === undefined ? known.massKg : mass,
      heightM: heightError || height === undefined ? known.heightM : height / 100,
    }),
    [known, mass, height, massError, heightError],
  );
  return { body, typed, setTyped, massError, heightError };
}

/** What is asked of the bench: legs, head, weight at the ankles, straps. */
function useWhatIf({ capacity, apparatus, body: known, units }: WhatIfPage) {
  const [asked, setAsked] = useState<WhatIf>(usualWhatIf);
  const [legs, setLegs] = useState<Legs>('one');
  const [on, setOn] = useState('');
  const [set, setSet] = useState<SpringSet>({});
  const own = useBody(known, units);
  const rig = apparatus.find(({ id }) => id === on)?.rig ?? null;
  const answer = useMemo(
    () => answerWhatIf(own.body, asked, rig, set, capacity?.pct ?? null),
    [own.body, asked, rig, set, capacity],
  );
  const move = (side: 'left' | 'right', leg: FreeLeg) =>
    setAsked((was) => (legs === 'two' ? { ...was, left: leg, right: leg } : { ...was, [side]: leg }));
  const chooseLegs = (wanted: Legs) => {
    setLegs(wanted);
    setAsked((was) => {
      const right = was.right ?? free;
      return { ...was, right, left: wanted === 'one' ? null : wanted === 'two' ? right : (was.left ?? free) };
    });
  };
  const chooseStraps = (id: string) => {
    setOn(id === 'none' ? '' : id);
    setSet({});
  };
  return { ...own, asked, setAsked, legs, chooseLegs, move, on, chooseStraps, rig, set, setSet, answer };
}

type Model = ReturnType<typeof useWhatIf>;

export function WhatIfBench({ page, deferring }: { readonly page: WhatIfPage; readonly deferring: string }) {
  const router = useRouter();
  const { client, clients, capacity } = page;
  const model = useWhatIf(page);
  const { body, asked, setAsked, legs, move } = model;
  return (
    <Page>
      <PageHead>
        <div>
          <h1>What if</h1>
          <Quiet>Drag a knee or a heel. What it asks of the hips, and where else the same would be asked.</Quiet>
        </div>
        <div style={{ minWidth: 260 }}>
          <ClientPicker
            chosen={client}
            anyone="a body of usual size"
            clients={clients}
            find={findClientNames}
            onChange={(id) => router.push(id === null ? '/what-if' : `/what-if?client=${id}`)}
          />
        </div>
      </PageHead>
      <Columns $side="360px" style={{ marginTop: 18 }}>
        <Stack $gap={18}>
          <Row>
            <OneOf
              label="Legs"
              chosen="main"
              gap={12}
              options={optionsOf(legsChoices, legsNames)}
              value={legs}
              onChange={model.chooseLegs}
            />
            <Switched isOn={asked.headUp} onChange={(headUp) => setAsked({ ...asked, headUp })}>
              Head up
            </Switched>
          </Row>
          <Panel style={{ padding: '8px 14px' }}>
            <Stage
              body={body}
              asked={asked}
              capacity={capacity}
              sides={legs === 'each' ? ['left', 'right'] : ['right']}
              onMove={move}
            />
          </Panel>
          <ByNumber model={model} />
          <StrapsAndBody model={model} page={page} />
        </Stack>
        <Answers answer={model.answer} page={page} isTypical={page.isTypical} />
      </Columns>
      <Quiet style={{ paddingTop: 26, fontSize: '0.88rem' }}>
        {deferring} Standing still, the floor pushing straight up, the foot’s weight at the ankle. A figure to think
        with, not a permission.
      </Quiet>
    </Page>
  );
}

const ByNumber = ({ model: { asked, setAsked, legs, move } }: { readonly model: Model }) => (
  <Sliders
    role="group"
    aria-label="Legs by number"
    style={{ gridTemplateColumns: 'repeat(auto-fit, minmax(min(100%, 320px), 1fr))' }}
  >
    {(['right', 'left'] as const).map((side) => {
      const leg = asked[side];
      if (!leg || (legs === 'two' && side === 'left')) return null;
      const name = legs === 'each' ? `${side} ` : '';
      return <Pair key={side} name={name} leg={leg} onChange={(next) => move(side, next)} />;
    })}
    <Slider
      name="ankle weight"
      value={asked.ankleWeightKg}
      limit={[0, 5]}
      step={0.5}
      unit=" kg"
      onChange={(ankleWeightKg) => setAsked({ ...asked, ankleWeightKg })}
    />
  </Sliders>
);

type StrapsProps = { readonly model: Model; readonly page: WhatIfPage };

function StrapsAndBody({ model, page: { apparatus, units } }: StrapsProps) {
  const { on, chooseStraps, rig, set, setSet, typed, setTyped, massError, heightError } = model;
  return (
    <Row $gap={16} style={{ alignItems: 'start' }}>
      <div style={{ flex: '1 1 200px' }}>
        <Picker
          label="Feet in straps"
          value={on || 'none'}
          onChange={chooseStraps}
          choices={[{ id: 'none', name: 'none' }, ...apparatus]}
        />
      </div>
      {rig && (
        <div style={{ flex: '1 1 220px' }}>
          <Picker
            label="Springs on"
            value={setText(rig.springs, set)}
            onChange={(text) => setSet(setsOf(rig).find((one) => setText(rig.springs, one) === text) ?? {})}
            choices={[{}, ...setsOf(rig)].map((one) => {
              const text = setText(rig.springs, one);
              return { id: text, name: text };
            })}
          />
        </div>
      )}
      <div style={{ flex: '0 1 120px' }}>
        <PlainField
          label={`Weight, ${unitWords[units].mass}`}
          value={typed.mass}
          onChange={(mass) => setTyped({ ...typed, mass })}
          error={massError}
          inputMode="decimal"
        />
      </div>
      <div style={{ flex: '0 1 120px' }}>
        <PlainField
          label={`Height, ${unitWords[units].length}`}
          value={typed.height}
          onChange={(height) => setTyped({ ...typed, height })}
          error={heightError}
          inputMode="decimal"
        />
      </div>
    </Row>
  );
}

function Pair({ name, leg, onChange }: { name: string; leg: FreeLeg; onChange: (leg: FreeLeg) => void }) {
  return (
    <>
      <Slider
        name={`${name}thigh`}
        value={leg.thighDeg}
        limit={[0, 135]}
        onChange={(thighDeg) => onChange({ ...leg, thighDeg })}
      />
      <Slider
        name={`${name}knee bends`}
        value={leg.kneeDeg}
        limit={[0, 150]}
        onChange={(kneeDeg) => onChange({ ...leg, kneeDeg })}
      />
    </>
  );
}

type StageProps = {
  readonly body: Body;
  readonly asked: WhatIf;
  readonly capacity: WhatIfPage['capacity'];
  /** Sides that have handles. */
  readonly sides: readonly ('left' | 'right')[];
  readonly onMove: (side: 'left' | 'right', leg: FreeLeg) => void;
};

/** The figure with its handles; its picture stays as large as legs can reach, so that nothing jumps under the hand. */
function Stage({ body, asked, capacity, sides, onMove }: StageProps) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ side: 'left' | 'right'; handle: 'knee' | 'foot' }>();
  const frame = useMemo(() => {
    const rest = poseBody(body, poseOf({ ...usualWhatIf, right: null }));
    const { hip } = rest.sides.R;
    const reach = 0.6 * body.heightM * 1000;
    return frameFigure(rest, 'side', perMm, {}, [
      [hip[0] - reach, 0, hip[2]],
      [hip[0], 0, hip[2] + reach],
    ]);
  }, [body]);
  const { eye, width, height, matY } = frame;
  const pose = poseOf(asked);
  const posed = poseBody(body, pose);
  const edge = capacity ? edgeOf(body, pose, capacity) : undefined;
  const fan = edge && fanUnder(body, edge, edge.kneeDeg);
  const see = (point: readonly [number, number, number]) => eye.see(point).at;
  const sideOf = (side: 'left' | 'right') => posed.sides[side === 'right' ? 'R' : 'L'];
  /** The point under the pointer, m from a hip. */
  const pointed = (event: React.PointerEvent, side: 'left' | 'right'): readonly [number, number] | undefined => {
    const at = placeOn(svg.current, event);
    const [hx, hy] = see(sideOf(side).hip);
    return at && [(hx - at[0]) / perMm / 1000, (hy - at[1]) / perMm / 1000];
  };
  const drag = (event: React.PointerEvent) => {
    if (!held) return;
    const { side, handle } = held;
    const to = pointed(event, side);
    const leg = asked[side];
    if (to && leg) onMove(side, legTo(body, handle, to, leg));
  };
  const nudge = (side: 'left' | 'right', handle: 'knee' | 'foot', event: React.KeyboardEvent) => {
    const leg = asked[side];
    const by = event.shiftKey ? 5 : 1;
    const turn = { ArrowUp: by, ArrowDown: -by }[event.key];
    const bend = { ArrowLeft: by, ArrowRight: -by }[event.key];
    if (!leg || (turn === undefined && bend === undefined)) return;
    event.preventDefault();
    if (turn !== undefined) onMove(side, { ...leg, thighDeg: Math.min(135, Math.max(0, leg.thighDeg + turn)) });
    else if (bend !== undefined && handle === 'foot')
      onMove(side, { ...leg, kneeDeg: Math.min(150, Math.max(0, leg.kneeDeg + bend)) });
  };
  return (
    <Drawing
      ref={svg}
      viewBox={`0 0 ${width.toFixed(1)} ${height.toFixed(1)}`}
      role="group"
      aria-label="The figure: drag a knee or a heel"
      onPointerMove={drag}
      onPointerUp={() => setHeld(undefined)}
      onPointerCancel={() => setHeld(undefined)}
    >
      <rect x={8} y={matY} width={width - 16} height={8} rx={4} fill="var(--mat)" />
      {fan?.under({ see, posed, perMm })}
      {drawScene(posed, eye).map((shape, i) => (
        <Part key={i} shape={shape} out={undefined} small={false} weight={2.2} />
      ))}
      {sides.flatMap((side) =>
        asked[side]
          ? (['knee', 'foot'] as const).map((handle) => {
              return (
                <LimbHandle
                  key={`${side}${handle}`}
                  side={side}
                  name={handle}
                  label={`${side} ${handle === 'knee' ? 'knee' : 'heel'}: arrow keys move it`}
                  at={see(handle === 'knee' ? sideOf(side).knee : sideOf(side).ankle)}
                  radius={14}
                  onHold={(event) => {
                    event.currentTarget.setPointerCapture(event.pointerId);
                    setHeld({ side, handle });
                  }}
                  onKeyDown={(event) => nudge(side, handle, event)}
                />
              );
            })
          : [],
      )}
    </Drawing>
  );
}

const sizeWords = { leap: 'a leap', step: 'a step', noStep: 'held already', first: 'the first load' } as const;

type AnswersProps = { readonly answer: WhatIfAnswer; readonly page: WhatIfPage; readonly isTypical: boolean };

const Figure = ({ name, children, ...rest }: React.ComponentProps<'dd'> & { readonly name: string }) => (
  <div>
    <dt>{name}</dt>
    <dd {...rest}>{children}</dd>
  </div>
);

function Answers({ answer, page: { client, capacity }, isTypical }: AnswersProps) {
  const { load, netNm, netPct, straps, noStraps, size, same } = answer;
  const isLeap = size?.kind === 'leap';
  return (
    <Stack $gap={18} as="section" aria-label="What it asks">
      <Figures>
        <Figure name="legs on the hips" data-net={netNm.toFixed(1)}>
          {netNm.toFixed(1)} N·m
        </Figure>
        <Figure name="of weight × stature" data-demand={netPct.toFixed(2)} data-out={isLeap ? '' : undefined}>
          {netPct.toFixed(1)} %
        </Figure>
        {load.lumbarNm !== undefined && !straps && (
          <Figure name="at L5/S1, at most">{load.lumbarNm.toFixed(0)} N·m</Figure>
        )}
        {load.thoraxNm !== undefined && (
          <Figure name="head and shoulders on T12">{load.thoraxNm.toFixed(0)} N·m</Figure>
        )}
      </Figures>
      {capacity && client && (
        <Notice $tone={isLeap ? 'out' : 'info'} data-size={size?.kind}>
          {client.name} holds {capacity.pct.toFixed(1)} %.{' '}
          {size ? `This is ${percentText(size.share)} of it: ${sizeWords[size.kind]}.` : 'Nothing hangs here.'}
        </Notice>
      )}
      {straps && <Small data-straps>{wordStraps(answer, straps)}</Small>}
      {noStraps && <Notice>{noStraps}</Notice>}
      <Same same={same} />
      <Small>
        Thighs over the mat; 90° is straight up.
        {load.lumbarNm !== undefined ? ' L5/S1 as if nothing under the pelvis carried: the most it can be.' : ''} A leg
        reaching away balances a raised head; a head down removes that: 85 % is left, a convention.
        {isTypical ? ' A body of usual size.' : ''}
      </Small>
    </Stack>
  );
}

/** What straps carry, and how low the legs may go in them. */
function wordStraps(
  { lowestInStraps, netPct }: WhatIfAnswer,
  { tensionN, isSlack, travelM }: NonNullable<WhatIfAnswer['straps']>,
): string {
  const pull = `Each strap pulls with ${tensionN.toFixed(0)} N, the ${isSlack ? 'ropes slack' : `carriage at ${Math.round(travelM * 100)} cm`}.`;
  const pressed = netPct < 0 ? ' They lift more than the legs weigh: the legs have to be pressed down.' : '';
  if (lowestInStraps === undefined) return `${pull}${pressed}`;
  if (lowestInStraps === null) return `${pull} Even straight up more is left than is held.${pressed}`;
  return `${pull} In these the legs may go down to ${Math.round(lowestInStraps)}° for what is held.${pressed}`;
}

const Same = ({ same }: Pick<WhatIfAnswer, 'same'>) => (
  <Stack $gap={6}>
    <h2>The same demand</h2>
    {same.length === 0 ? (
      <Quiet>Nothing is asked here that another form could match.</Quiet>
    ) : (
      <Ruled aria-label="The same demand">
        {same.map(({ id, name, thighDeg, words }) => (
          <li key={id} data-same={id} style={{ display: 'grid', gridTemplateColumns: '3.2em 1fr', gap: 10 }}>
            <b className="numeral" style={{ fontSize: '1.25rem' }}>
              {thighDeg === null ? '–' : `${Math.round(thighDeg)}°`}
            </b>
            <span>
              {name} <Small>{words}</Small>
            </span>
          </li>
        ))}
      </Ruled>
    )}
  </Stack>
);
