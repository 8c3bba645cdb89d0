// The knowledge that ships with the product, as one value.
import * as v from 'valibot';
import { repertoire as shape } from '@/core/knowledge/entries';
import type { Repertoire } from '@/core/knowledge/entries';
import { conditions } from './conditions';
import { corrections } from './corrections';
import { correctionsByPosition } from './corrections-positions';
import { legFloat } from './exercises/leg-float';
import { armLegReach } from './exercises/arm-leg-reach';
import { frontSupportHold } from './exercises/front-support-hold';
import { kneelLean } from './exercises/kneel-lean';
import { march } from './exercises/march';
import { proneLegLift } from './exercises/prone-leg-lift';
import { sideLegLift } from './exercises/side-leg-lift';
import { sitTall } from './exercises/sit-tall';
import { standKneeLift } from './exercises/stand-knee-lift';
import { faults } from './faults';
import { props } from './props';
import { schools, stances } from './stances';
import { targets } from './targets';

/** Version of rules and data together: kept with every stored result, so that it can be computed again. */
export const rulesVersion = '2026.11-2';

export const deferring =
  'Level Spine helps a qualified instructor; it does not diagnose, treat or clear anyone. The client’s physician or physiotherapist and local rules of practice come first.';

export const repertoire: Repertoire = v.parse(shape, {
  exercises: [
    legFloat,
    march,
    proneLegLift,
    sideLegLift,
    armLegReach,
    frontSupportHold,
    sitTall,
    kneelLean,
    standKneeLift,
  ],
  faults,
  targets,
  stances,
  schools,
  corrections: [...corrections, ...correctionsByPosition],
  props,
  conditions,
});
