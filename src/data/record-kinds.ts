// What the record of a studio tells of.
export const recordKinds = [
  'looked',
  'client',
  'condition',
  'overrule',
  'stop',
  'intake',
  'paper',
  'export',
  'signIn',
  'people',
  'erased',
] as const;
export type RecordKind = (typeof recordKinds)[number];
