import type { View } from '@/core/alignment/input';

/** Where to stand or set the camera, after “from the”. */
export const viewNames: Readonly<Record<View, string>> = {
  side: 'side',
  foot: 'foot end',
  head: 'head end',
  above: 'place above her',
  front: 'front',
  behind: 'back',
};
