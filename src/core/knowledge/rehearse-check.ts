// How a rehearsal is held against what it should say: clean means nothing out; a fault comes first, itself or one that the
// view can't tell from it, on its own side; or it is one for the eye.
import type { Finding } from '../alignment/judge';
import type { Side } from '../anatomy/landmarks';
import type { Rehearsal } from './rehearse';

/** Faults that one view shows alike, and why: which of them comes first says nothing. */
export const families: readonly { readonly faults: readonly string[]; readonly why: string }[] = [
  { faults: ['tuck', 'tailboneUp'], why: 'the pelvis turns the same way; one starts from the mat' },
  { faults: ['arch', 'lowBackPops'], why: 'the pelvis turns the same way; one is sudden' },
  { faults: ['sag', 'arch'], why: 'hips that sink and a pelvis that tips open the same side of the hip' },
  { faults: ['flare', 'overArch'], why: 'both lift the ribs from the line of the trunk' },
  { faults: ['hike', 'shift'], why: 'a hip drawn up carries the pelvis off the midline' },
  { faults: ['roll', 'arch'], why: 'from the side the hip bone of a rolled pelvis rises or sinks' },
  { faults: ['roll', 'hike'], why: 'from the front of an upright body both are one line through the hip bones' },
];

export const areAlike = (a: string, b: string): boolean =>
  a === b || families.some(({ faults }) => faults.includes(a) && faults.includes(b));

/** What a clean drawing is wrongly told of, view by view. */
export const falselyOut = ({ views }: Rehearsal): readonly Finding[] =>
  views.flatMap(({ findings }) => findings.filter(({ verdict }) => verdict === 'out'));

export type Outcome = 'first' | 'byEye' | 'missed' | 'wrongSide';

/** What became of a fault that was added: `first` needs one view in which it leads, and no other side than its own. */
export function outcomeOf({ views, byEye }: Rehearsal, fault: { readonly id: string; readonly side: Side }): Outcome {
  if (byEye.includes(fault.id)) return 'byEye';
  const leads = views.flatMap(({ findings }) => findings.find(({ verdict }) => verdict === 'out') ?? []);
  const alike = leads.filter((lead) => areAlike(lead.fault, fault.id));
  if (alike.length === 0) return 'missed';
  const sided = alike.filter((lead) => lead.fault === fault.id && lead.side !== undefined);
  return sided.some(({ side }) => side !== fault.side) ? 'wrongSide' : 'first';
}
