declare module 'jstat' {
  /** The part of the library that is used here. */
  const jStat: {
    readonly beta: { inv(p: number, alpha: number, beta: number): number };
    readonly centralF: { inv(p: number, df1: number, df2: number): number };
    readonly studentt: { inv(p: number, dof: number): number };
    readonly chisquare: { inv(p: number, dof: number): number };
    readonly normal: {
      pdf(x: number, mean: number, sd: number): number;
      cdf(x: number, mean: number, sd: number): number;
      inv(p: number, mean: number, sd: number): number;
    };
  };
  export default jStat;
}
