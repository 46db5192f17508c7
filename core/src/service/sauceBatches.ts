import { placeBatch, type PlacedBatch } from '../batch/placeBatch'
import { cadenceOf, type BatchTerms } from '../demand/cadence'
import { newsvendor } from '../demand/demand'
import type { Formula } from '../formula/formula'
import { vesselLimits } from '../formula/portions'
import { traceFormula } from '../formula/traceFormula'
import type { Ingredient } from '../ingredients/ingredient'
import { houseRules, type KitchenCatalog } from '../kitchen/kitchen'
import { LIMITS } from '../limits'
import type { SauceAsked } from '../pass/guestPlates'
import { holdLimits } from '../safety/codes'
import { once } from '../solve/once'
import { onceFor } from '../solve/onceFor'
import { plannedStand } from '../techniques/hold/plannedStand'
import { portionsIn, type SauceNeed } from './sauceNeeds'

/** Emptied, filled and tasted between two batches, min [A]. */
const SLACK_MIN = 5
/** What stands for less than this is made when it is called, min [A]. */
const LEAST_STAND_MIN = 20
const MOST_BATCHES = 40
/** Running out costs so much more than throwing a portion away [A]. */
export const RUNNING_OUT = { under: 6, over: 1 } as const

/** A batch of a sauce of the evening: for which stretch of it, and how much. */
export interface SauceBatch {
  readonly key: string
  readonly fromMin: number
  readonly toMin: number
  /** Portions that are expected to be taken, and those that are made. */
  readonly mean: number
  readonly portions: number
  /** Less of it no vessel can make. */
  readonly leastPortions: number
  readonly shortProb: number
  /** When it is taken from, where more is known than the brief expects. */
  readonly taken?: readonly { readonly atMs: number; readonly portions: number }[] | undefined
  /** The call that it is made for by itself; with `guestId` in an order of its own. */
  readonly forCall?: ForCall | undefined
}
/** A call that a batch is made for, and the guest's order that it is made by, where it is a guest's own. */
export interface ForCall {
  readonly label: string
  readonly plates: number
  readonly guestId?: string | undefined
  readonly orderId?: string | undefined
  readonly sauce?: SauceAsked | undefined
}
/** How a sauce is made for the evening: ahead in batches, or each time it is called. */
export interface SaucePlan {
  readonly need: SauceNeed
  readonly making: 'ahead' | 'toOrder'
  /** How long it may stand, min, and whether its clock ends that or it breaks first. */
  readonly standsMin: number
  readonly breaksFirst: boolean
  readonly makingMin: number
  readonly batches: readonly SauceBatch[]
  /** Portions for which its goods are weighed out: of all batches, or enough for what may be called. */
  readonly portions: number
  /** No vessel of the kitchen holds a batch, however many are made. */
  readonly isTooBig: boolean
}
export interface Larder {
  readonly catalog: KitchenCatalog
  readonly ingredients: ReadonlyMap<string, Ingredient>
}

/** Names a formula as it is made: two that read the same are the same. */
export const formulaText = onceFor((formula: Formula) => JSON.stringify(formula))

/** Equal batches that the vessels of the kitchen force for so many portions. */
export function batchesForced(formula: Formula, portions: number, larder: Larder): number {
  const most = LIMITS.portions.max
  const least = Math.ceil(portions / most)
  const each = Math.ceil(portions / Math.max(1, least))
  return each > 0 ? least * placeAlone(formula, each, larder).choice.batches : 0
}
/** So far ahead nothing is late: the first ring without trouble is taken, and no other is worked out. */
const IN_GOOD_TIME_MS = 30 * 24 * 3600_000
const placedIn = onceFor((_: KitchenCatalog) => new Map<string, PlacedBatch>())
/** So many portions of a formula where they would stand were the kitchen empty. */
export const placeAlone = (
  formula: Formula,
  portions: number,
  { catalog, ingredients }: Larder,
): PlacedBatch =>
  once(placedIn(catalog), `${portions} ${formulaText(formula)}`, () =>
    placeBatch({ formula, ingredients, portions, nowMs: 0, pickupAtMs: IN_GOOD_TIME_MS }, catalog, []),
  )

interface Stands {
  readonly standsMin: number
  readonly breaksFirst: boolean
}
const standsIn = onceFor((_: KitchenCatalog) => new Map<string, Stands>())
/** How long a sauce may stand where its formula keeps it: its clock, or until it breaks. */
const standsOf = (formula: Formula, placed: PlacedBatch, larder: Larder): Stands =>
  once(standsIn(larder.catalog), formulaText(formula), () => workOutStand(formula, placed, larder))

function workOutStand(formula: Formula, placed: PlacedBatch, { catalog, ingredients }: Larder): Stands {
  const { settings } = catalog
  const end = traceFormula(formula, { ingredients, altitudeM: settings.altitudeM }).at(-1)
  const houseMin = holdLimits(houseRules(settings)).houseS / 60
  const clockMin = Math.min(houseMin, formula.keeps?.hotMin ?? houseMin)
  const margin = end && plannedStand(formula, placed.plan, { contents: end.contents, settings }).margin
  const marginMin = margin && margin.binds !== 'clock' ? margin.min : Infinity
  return { standsMin: Math.min(clockMin, margin?.min ?? clockMin), breaksFirst: marginMin < clockMin }
}

/** The batches of a sauce: as few as its age allows and its vessels hold, each as big as is worth it, none under what a vessel needs. `kitchen:§12 emulsion:Q1` */
export function planSauce(need: SauceNeed, larder: Larder): SaucePlan {
  const { formula, cv, fromMin, toMin } = need
  const terms: BatchTerms = { ...RUNNING_OUT, cv, makingMin: 0 }
  const one = placeAlone(formula, formula.basisPortions, larder)
  const makingMin = one.plan.totalMin.value
  const stands = standsOf(formula, one, larder)
  const ageMin = stands.standsMin - SLACK_MIN
  const base = { need, ...stands, makingMin }
  if (ageMin < LEAST_STAND_MIN)
    return {
      ...base,
      making: 'toOrder',
      batches: [],
      portions: newsvendor(need.portions, cv, RUNNING_OUT),
      isTooBig: false,
    }
  const leastPortions = Math.ceil(vesselLimits(0, false).floorMl / formula.portionMl)
  const expected = { fromMin, toMin, meanIn: (from: number, to: number) => portionsIn(need, from, to) }
  let isTooBig = true
  let n = Math.max(1, Math.ceil((toMin - fromMin) / ageMin - 1e-9))
  let cadence = cadenceOf(terms, expected, n)
  for (; n <= MOST_BATCHES; cadence = cadenceOf(terms, expected, ++n)) {
    const most = Math.max(...cadence.batches.map((b) => b.portions))
    isTooBig = batchesForced(formula, most, larder) > 1
    if (!isTooBig) break
  }
  const batches = cadence.batches
    .filter((b) => b.portions > 0)
    .map((b, i): SauceBatch => ({
      key: `${need.key} ${i + 1}`,
      fromMin: b.fromMin,
      toMin: b.toMin,
      mean: b.mean,
      portions: Math.max(b.portions, leastPortions),
      leastPortions,
      shortProb: b.shortProb,
    }))
  return {
    ...base,
    making: 'ahead',
    batches,
    portions: batches.reduce((sum, b) => sum + b.portions, 0),
    isTooBig,
  }
}

const EVERY_MIN = 15
/** A quarter of an hour with less than this of a batch is none to be ready for. */
export const HARDLY = 0.02
/** The moments at which a batch is taken from: each quarter of an hour of its stretch with its part of the portions. */
export function takings(
  { fromMin, toMin, portions, taken }: SauceBatch,
  need: SauceNeed,
): readonly { readonly atMs: number; readonly portions: number }[] {
  if (taken) return taken
  const count = Math.max(1, Math.round((toMin - fromMin) / EVERY_MIN))
  const each = (toMin - fromMin) / count
  const parts = Array.from({ length: count }, (_, i) => {
    const at = fromMin + i * each
    return { atMs: Math.floor(at * 60) * 1000, mean: portionsIn(need, at, at + each) }
  })
  const sum = (list: typeof parts) => list.reduce((total, p) => total + p.mean, 0)
  // a quarter of an hour in which hardly a plate is called is none to be ready for
  const kept = parts.filter((p) => p.mean > HARDLY * sum(parts))
  return kept.map((p) => ({ atMs: p.atMs, portions: (portions * p.mean) / sum(kept) }))
}
