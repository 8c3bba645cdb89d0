import type { Kept } from '@/data/stores/whole-client';

/** What is kept of a client, in words. */
export const keptNames: Readonly<Record<Kept, string>> = {
  conditions: 'conditions on file',
  sharedWith: 'who else saw her for a time',
  overrules: 'overrules of cautions',
  stopSigns: 'stop signs',
  intakeForms: 'intake forms',
  papers: 'papers that were signed',
  reportsOfStops: 'reports of stops',
  appointments: 'appointments',
  looks: 'looks',
  pictures: 'pictures',
  keptFilms: 'films',
  sessions: 'sessions taught',
  corrections: 'corrections tried',
  doses: 'doses',
  ranges: 'own ranges',
  plans: 'plans of the next session',
  weeks: 'weeks planned ahead',
  springs: 'spring settings',
  record: 'lines of the record',
};
