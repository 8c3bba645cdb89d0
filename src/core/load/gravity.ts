/** Acceleration of free fall, m/s². */
export const gravity = 9.81;
