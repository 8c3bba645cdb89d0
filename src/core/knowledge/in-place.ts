// Props that a level has from the start: they lie there before anything is corrected.
import type { PlacedProp, PropPlace } from '../figure/props';
import type { Level, Prop } from './entries';

/** The entry of a prop that is drawn with a level; undefined where the repertoire has none of that form and place. */
export const propPlaced = (props: readonly Prop[], { form, at }: PlacedProp): Prop | undefined =>
  props.find(({ drawn }) => drawn?.form === form && drawn.at === at);

/** Whether a prop is drawn with a level. */
export const isPropInPlace = (id: string, props: readonly Prop[], { scene }: Level): boolean =>
  (scene?.props ?? []).some((placed) => propPlaced(props, placed)?.id === id);

/** `underRightFoot` → `under the right foot`. */
function wordPlace(at: PropPlace): string {
  if (at === 'footToHands') return 'from the foot to the hands';
  const [where = at, ...what] = at.split(/(?=[A-Z])/);
  return [where, 'the', ...what.map((word) => word.toLowerCase())].join(' ');
}

/** What lies ready before a level begins, in words: `slip cloth under the right foot`. */
export const wordsInPlace = (props: readonly Prop[], { scene }: Level): readonly string[] =>
  (scene?.props ?? []).map((placed) => `${propPlaced(props, placed)?.name ?? placed.form} ${wordPlace(placed.at)}`);
