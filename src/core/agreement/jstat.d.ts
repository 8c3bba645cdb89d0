declare module 'jstat' {
  /** The part of the library that is used here. */
  export const jStat: {
    readonly beta: { inv(p: number, alpha: number, beta: number): number };
    centralF: { inv(p: number, df1: number, df2: number): number };
  };
}
