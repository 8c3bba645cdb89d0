// What a carriage's springs take off a plank: they draw the feet and the hands together under the hips.
import { middle3 } from '../geometry';
import type { Pose } from '../body/pose';
import { poseBody } from '../body/skeleton';
import type { Body } from '../body/segments';
import { demandPctOf } from './gravity';
import { loadOfPosed } from './moments';

/**
 * Left at the hips of a plank between a carriage and its bar, % of body weight × stature, when springs pull with so many N:
 * the pose's own moment less that of the pull, which acts at the feet, as far below the hips as these stand over them. Below 0
 * the springs fold the body more than its weight lets it sag. Static, no friction of the carriage (Winter 2009, Biomechanics
 * and Motor Control of Human Movement, ch. 5). Undefined for a body that does not span from feet to hands.
 */
export function leftInPlank(body: Body, pose: Pose, forceN: number): number | undefined {
  const posed = poseBody(body, pose);
  const { span } = loadOfPosed(body, pose, posed);
  if (!span || posed.position !== 'frontSupport') return undefined;
  const hip = middle3(posed.sides.L.hip, posed.sides.R.hip);
  const foot = middle3(posed.sides.L.ball, posed.sides.R.ball);
  return demandPctOf(body, span.hipsNm - (forceN * (hip[2] - foot[2])) / 1000);
}
