import type { View } from '@/core/alignment/input';

/** Where to stand or set the camera. */
export const fromWhere: Readonly<Record<View, string>> = {
  side: 'from the side',
  foot: 'from the foot end',
  head: 'from the head end',
  above: 'from above',
  front: 'from the front',
  behind: 'from behind',
};
