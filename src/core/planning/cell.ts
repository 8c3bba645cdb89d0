// A number of a column; nothing stands beyond its ends, so 0. One reader a kind of column, and never asked beyond the ends where it
// is asked often: engines read only so at full speed.
export const real = (column: Float64Array, place: number): number => column[place] ?? 0;
export const int = (column: Int32Array, place: number): number => column[place] ?? 0;
export const flag = (column: Uint8Array, place: number): number => column[place] ?? 0;
