import { DomainError } from '../errors'
import { batchOutcome, expectedPortions, newsvendor, type Sitting, type Taking } from './demand'

/** A service as its batches are planned for it; minutes of the service. */
export interface CadenceRequest extends Taking {
  readonly sittings: readonly Sitting[]
  readonly fromMin: number
  readonly toMin: number
  /** How far the covers may be off, a share. */ readonly cv: number
  /** Running out costs so much, a portion thrown away so much. */ readonly under: number
  readonly over: number
  /** A batch may be no older than this when its last portion goes. */ readonly mostAgeMin: number
  /** Making one takes so long; it is ready when its stretch begins. */ readonly makingMin: number
}
/** One batch of a cadence. */
export interface CadenceBatch {
  readonly fromMin: number
  readonly toMin: number
  readonly startMin: number
  readonly mean: number
  readonly portions: number
  readonly shortProb: number
}
/** So many batches, and what that comes to. */
export interface Cadence {
  readonly batches: readonly CadenceBatch[]
  readonly made: number
  readonly wasted: number
  readonly short: number
  /** Chance that any of them is not enough. */ readonly shortProb: number
}
/** What every batch of a sauce has in common. */
export type BatchTerms = Pick<CadenceRequest, 'cv' | 'under' | 'over' | 'makingMin'>
const MORE_TO_SHOW = 4
const MOST_BATCHES = 40

/** The ways to make a sauce for a service: as few batches as its age allows, and some more; each as big as is worth it. Nothing is carried over, new never goes onto old. `kitchen:§12` @throws DomainError `tooShortAge` where it cannot stand long enough to be served at all */
export function cadences(of: CadenceRequest): Cadence[] {
  const lengthMin = of.toMin - of.fromMin
  const fewest = Math.ceil(lengthMin / of.mostAgeMin - 1e-9)
  if (!(of.mostAgeMin > 0) || !(lengthMin > 0) || fewest > MOST_BATCHES)
    throw new DomainError('tooShortAge', 'mostAgeMin', of.mostAgeMin)
  const meanIn = (fromMin: number, toMin: number) => expectedPortions(of.sittings, of, fromMin, toMin)
  return Array.from({ length: MORE_TO_SHOW }, (_, i) => cadenceOf(of, { ...of, meanIn }, fewest + i))
}

/** A stretch of the service, and the portions that are expected in any part of it. */
export interface Expected {
  readonly fromMin: number
  readonly toMin: number
  readonly meanIn: (fromMin: number, toMin: number) => number
}

/** So many batches for equal stretches, each as big as is worth it. */
export function cadenceOf(of: BatchTerms, expected: Expected, n: number): Cadence {
  const eachMin = (expected.toMin - expected.fromMin) / n
  let [made, wasted, short, enough] = [0, 0, 0, 1]
  const batches = Array.from({ length: n }, (_, i): CadenceBatch => {
    const [fromMin, toMin] = [expected.fromMin + i * eachMin, expected.fromMin + (i + 1) * eachMin]
    const mean = expected.meanIn(fromMin, toMin)
    const portions = newsvendor(mean, of.cv, of)
    const outcome = batchOutcome(portions, mean, of.cv)
    made += portions
    wasted += outcome.wasted
    short += outcome.short
    enough *= 1 - outcome.shortProb
    return { fromMin, toMin, startMin: fromMin - of.makingMin, mean, portions, shortProb: outcome.shortProb }
  })
  return { batches, made, wasted, short, shortProb: 1 - enough }
}
