import { binomialCdf } from '../solve/distributions'

const UNLIKELY = 0.05
/** What held of the last bands that were shown. */
export interface Coverage {
  readonly held: number
  readonly of: number
  /** Chance of so few (or fewer) if the bands were right. */
  readonly fewerP: number
  readonly verdict: 'fine' | 'tooNarrow' | 'tooWide'
}

/** Whether bands hold as often as they say. `kitchen:K-N4` */
export function coverageOf(held: number, of: number, said = 0.8): Coverage {
  const fewerP = of > 0 ? binomialCdf(held, of, said) : 1
  const moreP = of > 0 ? 1 - (held > 0 ? binomialCdf(held - 1, of, said) : 0) : 1
  if (fewerP <= UNLIKELY) return { held, of, fewerP, verdict: 'tooNarrow' }
  return { held, of, fewerP, verdict: moreP <= UNLIKELY ? 'tooWide' : 'fine' }
}
