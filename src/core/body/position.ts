import type { Pose } from './pose';

/** The position that a pose is in: on the back unless it says otherwise. */
export const positionOf = (pose: Pick<Pose, 'position'>) => pose.position ?? 'supine';
