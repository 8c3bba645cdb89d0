// Neck and head on the chest: the skull rests where the body lies flat (the neck bends to reach); else it follows the neck.
import { apply, dot3 } from '../geometry';
import type { Vec3 } from '../geometry';
import { pitch } from './block';
import type { BlockFrame } from './block';
import { positionOf } from './position';
import type { Pose } from './pose';
import type { Body } from './segments';
import { bendChain, follow, skinDepth, turnOf } from './spine';
import type { Bend, Rise, Spine } from './spine';

const neckArrivesAt = 6;
/** Of stature: a segment of the neck; from the skull's middle to where the neck meets it. */
const neckVertebra = 0.0185;
const atlas: Vec3 = [-0.036, 0, -0.014];
/** Of stature: how thick the skull is over its middle, face down and on its back. */
const skullFront = 0.066;
export const skullBack = 0.058;

function skullRests(pose: Pose): 'back' | 'front' | undefined {
  const { trunkDeg = 0 } = pose;
  const curled = Boolean(pose.thoracicFlexDeg) || Boolean(pose.neckFlexDeg) || trunkDeg > 0;
  const isBridge = trunkDeg < 0; // a low back that rounds there leaves chest and head on the mat
  if (curled || (pose.lumbarFlexDeg && !isBridge)) return undefined;
  const position = positionOf(pose);
  if (position === 'supine') return 'back';
  return position === 'prone' ? 'front' : undefined;
}

/** How far the neck must come so that the skull, or its support, touches the mat; `offset`: from its middle to the neck. */
function riseToMat(skull: 'back' | 'front', pose: Pose, spine: Spine, offset: Vec3, h: number): Rise {
  const c7 = spine.thorax.at(-1) ?? spine.ribs.at;
  // Where the mat is, seen from the trunk: a bridge lowers the head end, so the mat leans against the trunk.
  const up: Vec3 = skull === 'front' ? [0, 0, -1] : apply(pitch(-(pose.trunkDeg ?? 0)), [0, 0, 1]);
  const onBack = (): number =>
    spine.lies ? spine.backGround : Math.min(...spine.thorax.map((at) => dot3(at, up))) - skinDepth * h;
  const ground = skull === 'front' ? -spine.frontGround : onBack();
  const radius = (skull === 'front' ? skullFront : skullBack) * h;
  const support = pose.headSupportMm ?? 0;
  return { by: ground + radius + support + dot3(offset, up) - dot3(c7, up), along: up };
}

/** How the head is turned. */
function headBend(pose: Pose, topBend: Bend, skull: 'back' | 'front' | undefined, face: number): Bend {
  const { lumbarFlexDeg = 0, thoracicFlexDeg = 0, neckFlexDeg = 0, thoracicSideDeg = 0, trunkDeg = 0 } = pose;
  return {
    pitch: skull ? -trunkDeg - face : lumbarFlexDeg + thoracicFlexDeg + neckFlexDeg - face,
    side: topBend.side - thoracicSideDeg / 8,
    turn: topBend.turn,
  };
}

export type Neck = { readonly head: BlockFrame; readonly neck: readonly Vec3[]; readonly topBend: Bend };

/** The four segments of the neck and the head, mm. */
export function bendNeck(body: Body, pose: Pose, spine: Spine): Neck {
  const h = body.heightM * 1000;
  const c7 = spine.thorax.at(-1) ?? spine.ribs.at;
  const topBend = spine.thoracicBends.at(-1) ?? spine.ribBend;
  const skull = skullRests(pose);
  const face = pose.faceDeg ?? (positionOf(pose) === 'supine' ? -4 : 0);
  const turn = turnOf(headBend(pose, topBend, skull, face));
  const offset = apply(turn, [atlas[0] * h, 0, atlas[2] * h]);
  const { lumbarFlexDeg = 0, thoracicFlexDeg = 0, neckFlexDeg = 0 } = pose;
  const arrives = neckArrivesAt + (skull ? 0 : lumbarFlexDeg + thoracicFlexDeg + neckFlexDeg) - face * 0.5;
  const rise = skull && riseToMat(skull, pose, spine, offset, h);
  const bends = bendChain(4, neckVertebra * h, topBend.pitch + 4, arrives, rise).map((deg): Bend => ({
    pitch: deg,
    side: topBend.side,
    turn: topBend.turn,
  }));
  const neck = follow(c7, neckVertebra * h, bends);
  const top = neck.at(-1) ?? c7;
  return { head: { at: [top[0] - offset[0], top[1] - offset[1], top[2] - offset[2]], turn }, neck, topBend };
}
