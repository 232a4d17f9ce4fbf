// The little of two libraries without types that the checks use.
declare module "jstat" {
  export const jStat: {
    normal: { cdf(x: number, mean: number, sd: number): number };
    studentt: { inv(p: number, nu: number): number };
  };
}
declare module "javascript-lp-solver" {
  const solver: { Solve(model: object): Record<string, number | boolean | undefined> };
  export default solver;
}
