// What the Floor says in more than one place.
import { apparatusNames } from '@/design/words';

const isApparatus = (id: string): id is keyof typeof apparatusNames => id in apparatusNames;

/** What is ticked before anybody works on an apparatus. */
export const apparatusCheck = (apparatus: string): string =>
  `Springs, straps and anchors of the ${isApparatus(apparatus) ? apparatusNames[apparatus] : apparatus} looked at`;
