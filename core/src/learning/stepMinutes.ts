import { studentQuantile } from '../solve/distributions'
import type { MinutesBand } from '../formula/formula'

const PRIOR = { kappa: 1, alpha: 2, beta: 0.35 ** 2 } as const // a typed figure counts as one evening, with a spread of a third

/** What is believed of a step's minutes: a normal law of their logarithm with unknown spread (Normal-inverse-gamma). */
export interface MinutesBelief {
  readonly meanLn: number
  readonly kappa: number
  readonly alpha: number
  readonly beta: number
}

/**
 * What the minutes that a step took teach beside the typed figure. `kitchen:K-N1 K-N2`
 * @param saidMin - the typed figure, over 0
 * @param tookMin - minutes it took, each over 0; interrupted ones are left out by the caller
 */
export function learnMinutes(saidMin: number, tookMin: readonly number[]): MinutesBelief {
  const n = tookMin.length
  const m0 = Math.log(saidMin)
  if (n === 0) return { meanLn: m0, ...PRIOR }
  const logs = tookMin.map(Math.log)
  const mean = logs.reduce((a, b) => a + b, 0) / n
  const kappa = PRIOR.kappa + n
  const scatter = logs.reduce((sum, y) => sum + (y - mean) ** 2, 0)
  return {
    meanLn: (PRIOR.kappa * m0 + n * mean) / kappa,
    kappa,
    alpha: PRIOR.alpha + n / 2,
    beta: PRIOR.beta + scatter / 2 + (PRIOR.kappa * n * (mean - m0) ** 2) / (2 * kappa),
  }
}

/** Minutes of the next time, 10–50–90 %. */
export function nextMinutes({ meanLn, kappa, alpha, beta }: MinutesBelief): MinutesBand {
  const spread = Math.sqrt((beta * (kappa + 1)) / (alpha * kappa))
  const at = (p: number) => Math.exp(meanLn + studentQuantile(p, 2 * alpha) * spread)
  return { low: at(0.1), value: Math.exp(meanLn), high: at(0.9) }
}
