/** What is used of the package, which brings no types of its own. */
declare module 'jstat' {
  const jStat: {
    readonly studentt: { inv(p: number, degrees: number): number }
    readonly beta: { inv(p: number, a: number, b: number): number }
    readonly gamma: { inv(p: number, shape: number, scale: number): number }
    readonly binomial: { cdf(k: number, n: number, p: number): number }
  }
  export default jStat
}
