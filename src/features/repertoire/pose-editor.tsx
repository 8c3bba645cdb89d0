'use client';

// A pose by hand: drag a knee, a foot or a hand on the figure, or set each joint by its slider.
import { keysOf } from '@/core/keyed';
import { useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { placeOn } from '@/platform/browser/pointer';
import { dragLimb, handleAt, handles } from '@/core/body/drag';
import type { DragSide, Handle } from '@/core/body/drag';
import { jointLimits, pastLimits } from '@/core/body/pose';
import { positionOf } from '@/core/body/position';
import type { ArmPose, LegPose, Pose, TrunkAngle } from '@/core/body/pose';
import { typicalBody as body } from '@/core/body/segments';
import { poseBody } from '@/core/body/skeleton';
import type { View } from '@/core/anatomy/positions';
import { frameFigure } from '@/core/figure/frame';
import { drawScene } from '@/core/figure/scene';
import type { Scene } from '@/core/figure/scene';
import { Part } from '@/design/figure';
import { Notice, Row, Small, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { Slider, Sliders } from '@/design/slider';
import { OneOf, optionsOf } from '@/design/choice';
import { LimbHandle } from '@/design/limb-handle';

const perMm = 0.4;
const sides: readonly DragSide[] = ['left', 'right'];

const Drawing = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  max-height: 420px;
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

const trunkNames: Readonly<Record<TrunkAngle, string>> = {
  trunkDeg: 'whole trunk',
  pelvicTiltDeg: 'pelvic tilt',
  pelvicRollDeg: 'pelvic roll',
  pelvicHikeDeg: 'pelvic hike',
  ribFlareDeg: 'ribs',
  lumbarFlexDeg: 'low back bends',
  lumbarSideDeg: 'low back aside',
  lumbarTurnDeg: 'low back turns',
  thoracicFlexDeg: 'upper back bends',
  thoracicSideDeg: 'upper back aside',
  thoracicTurnDeg: 'upper back turns',
  neckFlexDeg: 'neck bends',
  faceDeg: 'chin',
};

const legKinds = [
  { id: 'footDown', name: 'foot down' },
  { id: 'raised', name: 'free' },
  { id: 'kneeDown', name: 'knee down' },
  { id: 'along', name: 'along the mat' },
  { id: 'standing', name: 'standing' },
];
const armKinds = [
  { id: 'rest', name: 'at rest' },
  { id: 'reaching', name: 'reaching' },
  { id: 'beside', name: 'beside the body' },
  { id: 'handDown', name: 'hand down' },
  { id: 'forearmDown', name: 'forearm down' },
  { id: 'underHead', name: 'under the head' },
];

const freshLeg = (kind: string): LegPose =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the kinds that the picker offers besides these have no angles that must be told
  kind === 'raised' ? { kind, thighDeg: 90, kneeDeg: 90 } : ({ kind } as LegPose);
const freshArm = (kind: string): ArmPose | undefined =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the kinds that the picker offers besides these have no angles that must be told
  kind === 'rest' ? undefined : kind === 'reaching' ? { kind, liftDeg: 60 } : ({ kind } as ArmPose);

/** A limb of a pose set or left to its rest. */
function withArm(pose: Pose, name: 'leftArm' | 'rightArm', arm: ArmPose | undefined): Pose {
  const { [name]: _, ...rest } = pose;
  return arm ? { ...rest, [name]: arm } : rest;
}

type PoseEditorProps = {
  readonly pose: Pose;
  readonly scene?: Scene | undefined;
  readonly onChange: (pose: Pose) => void;
};

export function PoseEditor({ pose, scene, onChange }: PoseEditorProps) {
  const [view, setView] = useState<View>('side');
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ side: DragSide; handle: Handle; from: Pose }>();
  const position = positionOf(pose);
  const drawing = useMemo(() => {
    const posed = poseBody(body, pose);
    const frame = frameFigure(poseBody(body, held?.from ?? pose), view, perMm, scene);
    return { ...frame, shapes: drawScene(posed, frame.eye, scene) };
  }, [pose, held, view, scene]);
  const { eye, width, height, matY, shapes } = drawing;
  const lift = { reformer: 390, trapezeTable: 600, chair: 0, none: 0 }[scene?.apparatus?.kind ?? 'none'];
  const at = (side: DragSide, handle: Handle): readonly [number, number] => {
    const [x, y, z] = handleAt(body, pose, side, handle);
    return eye.see([x, y, z + lift]).at;
  };
  /** The point of the body's side plane under the pointer. */
  const pointed = (event: React.PointerEvent): { x: number; z: number } | undefined => {
    const on = placeOn(svg.current, event);
    if (!on) return undefined;
    const [o, ex, ez] = [eye.see([0, 0, lift]).at, eye.see([1, 0, lift]).at, eye.see([0, 0, lift + 1]).at];
    return { x: (on[0] - o[0]) / (ex[0] - o[0]), z: (on[1] - o[1]) / (ez[1] - o[1]) };
  };
  const move = (event: React.PointerEvent) => {
    const to = held && pointed(event);
    if (held && to) onChange(dragLimb(body, pose, held.side, held.handle, to));
  };
  const nudge = (side: DragSide, handle: Handle, event: React.KeyboardEvent) => {
    const step = event.shiftKey ? 40 : 10;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key];
    if (!by) return;
    event.preventDefault();
    const right = eye.see([1, 0, 0]).at[0] > eye.see([0, 0, 0]).at[0] ? 1 : -1;
    const [x, , z] = handleAt(body, pose, side, handle);
    onChange(dragLimb(body, pose, side, handle, { x: x + (by[0] ?? 0) * right, z: z + (by[1] ?? 0) }));
  };
  const past = pastLimits(pose);
  return (
    <Stack $gap={12}>
      <Row $gap={8}>
        <OneOf
          label="Seen from"
          gap={8}
          options={optionsOf(['side', 'foot', 'above'], { side: 'Side', foot: 'Foot end', above: 'Above' })}
          value={view}
          onChange={setView}
        />
        <Small>Drag a dot, or use the arrow keys on it.</Small>
      </Row>
      <Drawing
        ref={svg}
        viewBox={`0 0 ${width.toFixed(1)} ${height.toFixed(1)}`}
        role="group"
        aria-label="The figure in this pose"
        onPointerMove={move}
        onPointerUp={() => setHeld(undefined)}
        onPointerLeave={() => setHeld(undefined)}
      >
        {view !== 'above' && <rect x={8} y={matY} width={width - 16} height={8} rx={4} fill="var(--mat)" />}
        {shapes.map((shape, i) => (
          <Part key={i} shape={shape} out={undefined} small={false} weight={2.2} />
        ))}
        {view === 'side' &&
          sides.flatMap((side) =>
            handles.map((handle) => {
              return (
                <LimbHandle
                  key={`${side} ${handle}`}
                  side={side}
                  name={handle}
                  label={`${side} ${handle}`}
                  at={at(side, handle)}
                  radius={11}
                  onHold={(event) => {
                    svg.current?.setPointerCapture(event.pointerId);
                    setHeld({ side, handle, from: pose });
                  }}
                  onKeyDown={(event) => nudge(side, handle, event)}
                />
              );
            }),
          )}
      </Drawing>
      {past.length > 0 && (
        <Notice $tone="out" role="alert">
          {past
            .map(
              ({ angle, deg, limit }) => `${angle} ${deg}° is past what a joint allows (${limit[0]} to ${limit[1]}°)`,
            )
            .join('; ')}
        </Notice>
      )}
      <Sliders role="group" aria-label="Trunk">
        {keysOf(trunkNames).map((angle) => (
          <Slider
            key={angle}
            name={trunkNames[angle]}
            value={pose[angle] ?? 0}
            limit={jointLimits[angle]}
            onChange={(deg) => onChange({ ...pose, [angle]: deg })}
          />
        ))}
      </Sliders>
      {sides.map((side) => (
        <LimbFields key={side} side={side} pose={pose} onChange={onChange} />
      ))}
      <Small>Lies {position === 'supine' ? 'on the back' : position}; degrees from the position’s rest.</Small>
    </Stack>
  );
}

type LimbProps = { readonly side: DragSide; readonly pose: Pose; readonly onChange: (pose: Pose) => void };

/** Leg and arm of one side: what they do, and by how much. */
function LimbFields({ side, pose, onChange }: LimbProps) {
  const name = side === 'left' ? 'Left' : 'Right';
  return (
    <Stack $gap={4}>
      <Row $gap={14}>
        <div style={{ width: 200 }}>
          <Picker
            label={`${name} leg`}
            value={pose[side].kind}
            onChange={(kind) => onChange({ ...pose, [side]: freshLeg(kind) })}
            choices={legKinds}
          />
        </div>
        <div style={{ width: 200 }}>
          <Picker
            label={`${name} arm`}
            value={pose[`${side}Arm`]?.kind ?? 'rest'}
            onChange={(kind) => onChange(withArm(pose, `${side}Arm`, freshArm(kind)))}
            choices={armKinds}
          />
        </div>
      </Row>
      <Sliders role="group" aria-label={`${side} limbs`}>
        <LegSliders leg={pose[side]} onChange={(leg) => onChange({ ...pose, [side]: leg })} side={side} />
        <ArmSliders
          arm={pose[`${side}Arm`]}
          onChange={(arm) => onChange(withArm(pose, `${side}Arm`, arm))}
          side={side}
        />
      </Sliders>
    </Stack>
  );
}

function LegSliders({ leg, onChange, side }: { leg: LegPose; onChange: (leg: LegPose) => void; side: string }) {
  const opened = (
    <Slider
      name={`${side} leg opens`}
      value={leg.outDeg ?? 0}
      limit={jointLimits.legOutDeg}
      onChange={(outDeg) => onChange({ ...leg, outDeg })}
    />
  );
  if (leg.kind !== 'raised') return opened;
  return (
    <>
      <Slider
        name={`${side} thigh`}
        value={leg.thighDeg}
        limit={jointLimits.thighDeg}
        onChange={(thighDeg) => onChange({ ...leg, thighDeg })}
      />
      <Slider
        name={`${side} knee bends`}
        value={leg.kneeDeg}
        limit={jointLimits.kneeDeg}
        onChange={(kneeDeg) => onChange({ ...leg, kneeDeg })}
      />
      {opened}
      <Slider
        name={`${side} leg turns`}
        value={leg.turnDeg ?? 0}
        limit={jointLimits.legTurnDeg}
        onChange={(turnDeg) => onChange({ ...leg, turnDeg })}
      />
      <Slider
        name={`${side} foot points`}
        value={leg.ankleDeg ?? 44}
        limit={jointLimits.ankleDeg}
        onChange={(ankleDeg) => onChange({ ...leg, ankleDeg })}
      />
    </>
  );
}

function ArmSliders({
  arm,
  onChange,
  side,
}: {
  arm: ArmPose | undefined;
  onChange: (arm: ArmPose) => void;
  side: string;
}) {
  if (arm?.kind !== 'reaching') return null;
  return (
    <>
      <Slider
        name={`${side} arm lifts`}
        value={arm.liftDeg}
        limit={jointLimits.liftDeg}
        onChange={(liftDeg) => onChange({ ...arm, liftDeg })}
      />
      <Slider
        name={`${side} arm opens`}
        value={arm.outDeg ?? 0}
        limit={jointLimits.armOutDeg}
        onChange={(outDeg) => onChange({ ...arm, outDeg })}
      />
      <Slider
        name={`${side} elbow bends`}
        value={arm.elbowDeg ?? 0}
        limit={jointLimits.elbowDeg}
        onChange={(elbowDeg) => onChange({ ...arm, elbowDeg })}
      />
    </>
  );
}
