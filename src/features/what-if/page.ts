import type { Units } from '@/core/units';
import type { Body } from '@/core/body/segments';
import type { Capacity } from '@/core/load/capacity';
import type { ApparatusCard } from '@/data/types';

/** What the bench starts from. */
export type WhatIfPage = {
  readonly client: { readonly id: string; readonly name: string } | null;
  readonly clients: readonly { readonly id: string; readonly name: string }[];
  readonly body: Body;
  readonly isTypical: boolean;
  readonly units: Units;
  readonly capacity: Capacity | null;
  /** With ropes or leg springs for the feet. */
  readonly apparatus: readonly Pick<ApparatusCard, 'id' | 'name' | 'rig'>[];
};
