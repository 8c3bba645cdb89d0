// The words of papers that come with the product, until a studio writes its own. They are a start and no legal advice.
import type { PaperKind } from '@/core/knowledge/papers';

export const paperNames: Readonly<Record<PaperKind, string>> = {
  touch: 'Touch',
  pictures: 'Pictures',
  clips: 'Films',
  training: 'Pictures for practising',
  waiver: 'Taking part',
};

export const paperWords: Readonly<Record<PaperKind, string>> = {
  touch:
    'My instructor may put a hand on me to show where a movement starts or what should stay still. I am told before each ' +
    'touch where the hand will be, and I can say no at any time, also to a single one. This can be taken back whenever I like.',
  pictures:
    'Pictures may be taken of me while I exercise, to measure how I am placed and to compare with later ones. They are kept ' +
    'in this studio’s records, seen by those who teach me, and given to nobody else. I can have them erased.',
  clips:
    'Films without sound may be taken of me while I exercise, to measure each repetition. They are kept and seen as pictures ' +
    'are, and I can have them erased.',
  training:
    'Pictures of me that were measured may be shown to instructors of this studio for practising their eye, with my face ' +
    'covered and without my name. I can take this back; from then on none of them is shown.',
  waiver:
    'I take part of my own will, have told what I know of my health, and say so when something changes. I stop when ' +
    'something hurts or feels wrong. What is taught here is exercise: it finds no illness, treats none, and does not stand in ' +
    'for a doctor or a licensed therapist. Nothing here takes away what the law gives me.',
};

/** Said where papers are shown. */
export const papersDefer =
  'These words are a start. What must be signed, in which words, and from what age, is for the law and insurers of your place to say.';
