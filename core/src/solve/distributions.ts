// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- whoever reads the core must find these types, whatever its tsconfig takes in
/// <reference path="./jstat.d.ts" />
import jStat from 'jstat'

/** Value under which so much of Student's law lies. */
export const studentQuantile = (p: number, degrees: number): number => jStat.studentt.inv(p, degrees)
/** Chance of at most `held` of `of`, each with chance `p`. */
export const binomialCdf = (held: number, of: number, p: number): number => jStat.binomial.cdf(held, of, p)
/** Value under which so much of a Beta law lies. */
export const betaQuantile = (p: number, a: number, b: number): number => jStat.beta.inv(p, a, b)
/** Value under which so much of a Gamma law lies. */
export const gammaQuantile = (p: number, shape: number, rate: number): number =>
  jStat.gamma.inv(p, shape, 1 / rate)
