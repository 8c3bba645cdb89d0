/** Ids of the conditions that still act: those without clearance. */
export const conditionsInForce = (
  onFile: readonly { readonly condition: string; readonly clearedOn: string | null }[],
): string[] => onFile.filter(({ clearedOn }) => clearedOn === null).map(({ condition }) => condition);
