// The knowledge that ships with the product, as one value.
import * as v from 'valibot';
import { repertoire as shape } from '@/core/knowledge/entries';
import type { Repertoire } from '@/core/knowledge/entries';
import { causes } from './causes';
import { conditions, stopSigns } from './conditions';
import { corrections } from './corrections';
import { correctionsAlone } from './corrections-alone';
import { correctionChanges } from './corrections-changes';
import { correctionsByPosition } from './corrections-positions';
import { correctionProps } from './corrections-props';
import { correctionsByShape } from './corrections-shapes';
import { correctionWords } from './corrections-words';
import { abdominal } from './exercises/abdominal';
import { apparatus } from './exercises/apparatus';
import { bridges } from './exercises/bridges';
import { findingTheStart } from './exercises/finding-the-start';
import { frontAndSide } from './exercises/front-and-side';
import { handsAndKnees } from './exercises/hands-and-knees';
import { legsMoving } from './exercises/legs-moving';
import { rolling } from './exercises/rolling';
import { upright } from './exercises/upright';
import { faultShapes } from './fault-shapes';
import { faults } from './faults';
import { forms } from './forms';
import { glossary } from './glossary';
import { props } from './props';
import { sequences } from './sequences';
import { schools, stances } from './stances';
import { targets } from './targets';
import { transitions } from './transitions';

/** Version of rules and data together: kept with every stored result, so that it can be computed again. */
export const rulesVersion = '2026.11-14';

export const repertoire: Repertoire = v.parse(shape, {
  exercises: [
    ...legsMoving,
    ...findingTheStart,
    ...abdominal,
    ...rolling,
    ...bridges,
    ...handsAndKnees,
    ...frontAndSide,
    ...upright,
    ...apparatus,
  ].map((one) => ({ ...one, forms: [...(forms[one.id] ?? [])] })),
  faults: faults.map((one) => ({ ...one, inShape: [...(faultShapes[one.id] ?? [])] })),
  causes,
  targets,
  stances,
  schools,
  corrections: [
    ...corrections,
    ...correctionsByPosition,
    ...correctionsByShape,
    ...correctionWords,
    ...correctionProps,
    ...correctionChanges,
    ...correctionsAlone,
  ],
  props,
  conditions,
  stopSigns,
  sequences,
  transitions,
  glossary,
});
