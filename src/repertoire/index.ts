// The knowledge that ships with the product, as one value.
import * as v from 'valibot';
import { repertoire as shape } from '@/core/knowledge/entries';
import type { Repertoire } from '@/core/knowledge/entries';
import { conditions } from './conditions';
import { corrections } from './corrections';
import { legFloat } from './exercises/leg-float';
import { march } from './exercises/march';
import { faults } from './faults';
import { props } from './props';
import { schools, stances } from './stances';
import { targets } from './targets';

/** Version of rules and data together: kept with every stored result, so that it can be computed again. */
export const rulesVersion = '2026.11-1';

export const deferring =
  'Level Spine helps a qualified instructor; it does not diagnose, treat or clear anyone. The client’s physician or physiotherapist and local rules of practice come first.';

export const repertoire: Repertoire = v.parse(shape, {
  exercises: [legFloat, march],
  faults,
  targets,
  stances,
  schools,
  corrections,
  props,
  conditions,
});
