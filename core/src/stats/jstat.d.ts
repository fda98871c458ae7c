declare module 'jstat' {
  interface Continuous<P extends number[]> {
    cdf(x: number, ...parameters: P): number;
    inv(p: number, ...parameters: P): number;
  }
  export const jStat: {
    normal: Continuous<[mean: number, sd: number]>;
    chisquare: Continuous<[df: number]>;
    studentt: Continuous<[df: number]>;
    centralF: Continuous<[df1: number, df2: number]>;
    noncentralt: { cdf(t: number, df: number, noncentrality: number): number };
    ibeta(x: number, a: number, b: number): number;
    gammaln(x: number): number;
  };
  const whole: { jStat: typeof jStat };
  export default whole;
}
