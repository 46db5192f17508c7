import { newsvendor } from '../demand/demand'
import { chosenFormula } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import {
  batchesForced,
  HARDLY,
  RUNNING_OUT,
  type Larder,
  type SauceBatch,
  type SaucePlan,
} from './sauceBatches'
import { portionsIn, type SauceNeed } from './sauceNeeds'
import type { Called, Standing, Tonight } from './tonight'

const MINUTE_MS = 60_000
/** What is called so soon is ordered already; later plates are only expected [A]. */
const ORDERED_AHEAD_MIN = 15
const EVERY_MIN = 15
/** For less than this nothing more is made beside what stands, portions: of what is only expected, and of what a table asked for. */
const LEAST_MORE = { expected: 1, called: 0.05 }
const MOST_AGAIN = 20

/** A quarter of an hour of the evening: what is called of a sauce then, and what more is expected. */
interface Slot {
  readonly atMs: number
  /** The stretch of the brief's plan that it lies in. */
  readonly stretch: number
  called: number
  more: number
}
/** When so much is taken. */
export interface Taken {
  readonly atMs: number
  readonly portions: number
}
/** What of a sauce is still to be made, and what is drawn from what stands. */
export interface StillToMake {
  readonly plan: SaucePlan
  readonly drawn: ReadonlyMap<string, readonly Taken[]>
}

/** The quarters of an hour that are still to come, with what tables asked for by now and what the brief expects beyond. */
function slotsOf({ need, batches }: SaucePlan, called: readonly Called[], nowMs: number): Slot[] {
  const nowMin = nowMs / MINUTE_MS
  const surelyMin = nowMin + ORDERED_AHEAD_MIN
  const stretches = batches.length ? batches : [{ fromMin: need.fromMin, toMin: need.toMin }]
  const edges = stretches.flatMap(({ fromMin, toMin }, stretch) => {
    const count = Math.max(1, Math.round((toMin - fromMin) / EVERY_MIN))
    const each = (toMin - fromMin) / count
    return Array.from({ length: count }, (_, i) => ({
      fromMin: fromMin + i * each,
      toMin: fromMin + (i + 1) * each,
      stretch,
    }))
  })
  const ahead = edges.filter((e) => e.toMin > nowMin)
  const all = ahead.length
    ? ahead
    : [{ fromMin: nowMin, toMin: nowMin + EVERY_MIN, stretch: stretches.length - 1 }]
  return all.map(({ fromMin, toMin, stretch }, i) => {
    const [sinceMs, untilMs] = [
      i === 0 ? -Infinity : fromMin * MINUTE_MS,
      i === all.length - 1 ? Infinity : toMin * MINUTE_MS,
    ]
    const here = called.filter((c) => c.drawAtMs >= sinceMs && c.drawAtMs < untilMs)
    const asked = sum(here.map((c) => c.ml / need.formula.portionMl))
    const openMin = Math.max(fromMin, surelyMin)
    const expected = openMin < toMin ? portionsIn(need, openMin, toMin) : 0
    const askedAtMs = Math.max(nowMs, Math.min(...here.map((c) => c.drawAtMs)))
    const expectedAtMs = Math.floor(openMin * 60) * 1000
    return {
      atMs: expected > 0 ? Math.min(askedAtMs, expectedAtMs) : askedAtMs,
      stretch,
      called: asked,
      more: Math.max(0, expected - asked),
    }
  })
}
const sum = (list: readonly number[]) => list.reduce((total, n) => total + n, 0)
const demandOf = (s: Slot) => s.called + s.more

interface Drawing {
  readonly portionMl: number
  /** When one begun now would be ready. */
  readonly soonestMs: number
  /** How long it may stand once it is ready. */
  readonly standsMs: number
}
/** Gives what stands to the quarters of an hour in their order, what is called first; what is left of them is still to be made. */
function drawn(
  slots: readonly Slot[],
  standing: readonly Standing[],
  { portionMl, soonestMs, standsMs }: Drawing,
): Map<string, Taken[]> {
  const taken = new Map<string, Taken[]>()
  const oldest = [...standing].sort(
    (a, b) => (a.untilMs ?? Infinity) - (b.untilMs ?? Infinity) || a.readyAtMs - b.readyAtMs,
  )
  const left = new Map(oldest.map((s) => [s.batchId, s.leftMl / portionMl]))
  for (const slot of slots)
    for (const stands of oldest) {
      const has = left.get(stands.batchId) ?? 0
      const isThere = stands.readyAtMs <= Math.max(slot.atMs, soonestMs)
      const untilMs = stands.untilMs ?? stands.readyAtMs + standsMs
      if (has <= 0 || !isThere || slot.atMs > untilMs) continue
      const called = Math.min(has, slot.called)
      const more = Math.min(has - called, slot.more)
      if (called + more <= 0) continue
      slot.called -= called
      slot.more -= more
      left.set(stands.batchId, has - called - more)
      taken.set(stands.batchId, [
        ...(taken.get(stands.batchId) ?? []),
        { atMs: slot.atMs, portions: called + more },
      ])
    }
  return taken
}

/** Whether an evening's batch is made for a call by itself, the first time or again. */
export const isBatchOfCall = (key: string | undefined, callId: string): boolean =>
  key === callId || (key?.startsWith(`${callId}+`) ?? false)
/** The first keys of a batch that nothing was begun under. */
function freeKeys(key: string, count: number, begun: ReadonlySet<string>): string[] {
  const all = [key, ...Array.from({ length: MOST_AGAIN + count }, (_, i) => `${key}+${i + 1}`)]
  return all.filter((k) => !begun.has(k)).slice(0, count)
}

/** What a sauce's batches are worked out with. */
interface Making {
  readonly need: SauceNeed
  readonly begun: ReadonlySet<string>
  /** Portions of those that are planned and not begun, by key. */
  readonly planned: ReadonlyMap<string, number>
  readonly nowMs: number
  readonly larder: Larder
}
/** A stretch's batch, as much of it as is still needed; more of them where no vessel holds it. */
function batchesFor(
  of: SauceBatch,
  slots: readonly Slot[],
  { need, begun, planned, nowMs, larder }: Making,
): SauceBatch[] {
  const all = sum(slots.map(demandOf))
  const wanted = slots.filter((s) => s.called > 0 || s.more > HARDLY * all)
  const mean = sum(wanted.map(demandOf))
  const isAgain = begun.has(of.key)
  const [first] = wanted
  const calledNow = sum(wanted.map((s) => s.called))
  const isLittle = all < LEAST_MORE.expected && calledNow < LEAST_MORE.called
  if (!first || (isAgain && isLittle)) return []
  const called = Math.ceil(calledNow - 1e-6)
  if (!isAgain && called === 0 && Math.abs(all - of.mean) < 1e-6 * of.mean) return [of]
  const enough = called + newsvendor(all - calledNow, need.cv, RUNNING_OUT)
  // the one that is planned for what is still needed, the first time or again
  const [next] = freeKeys(of.key, 1, begun)
  const portions = Math.max(asWeighed(enough, planned.get(next ?? of.key)), of.leastPortions)
  const count = Math.max(1, batchesForced(need.formula, portions, larder))
  return freeKeys(of.key, count, begun).map((key) => ({
    ...of,
    key,
    fromMin: isAgain ? first.atMs / MINUTE_MS : Math.max(of.fromMin, nowMs / MINUTE_MS),
    mean: all / count,
    portions: Math.ceil(portions / count),
    taken: wanted.map((s) => ({ atMs: s.atMs, portions: (portions * demandOf(s)) / mean / count })),
  }))
}

/** A batch that is weighed out already stays as big as it is while that is about enough. */
function asWeighed(enough: number, planned: number | undefined): number {
  if (planned === undefined) return enough
  const isEnough = enough - planned <= Math.max(1, 0.15 * planned)
  const isTooMuch = planned - enough > Math.max(2, 0.4 * planned)
  return isEnough && !isTooMuch ? planned : enough
}

/** A sauce for one call, made by itself. */
function forCall(
  { callId, ml, plates, label, drawAtMs, guestId, orderId, sauce }: Called,
  { formula, begun, nowMs }: { formula: Formula; begun: ReadonlySet<string>; nowMs: number },
): SauceBatch[] {
  const portions = Math.max(1, Math.ceil(ml / formula.portionMl - 1e-6))
  const atMs = Math.max(drawAtMs, nowMs)
  return freeKeys(callId, 1, begun).map((key) => ({
    key,
    fromMin: atMs / MINUTE_MS,
    toMin: atMs / MINUTE_MS + EVERY_MIN,
    mean: portions,
    portions,
    leastPortions: 1,
    shortProb: 0,
    taken: [{ atMs, portions }],
    forCall: { label, plates, ...(guestId ? { guestId, orderId, sauce } : {}) },
  }))
}

/**
 * What of a sauce is still to be made at a moment of its evening: each stretch's batch as much as tables asked for by then and the brief expects
 * beyond, less what stands; what broke or was not enough anew. A sauce that is made when it is called: for each call for which none stands.
 */
export function stillToMake(
  plan: SaucePlan,
  { called, standing, begunKeys, planned }: Tonight,
  { nowMs, ...larder }: Larder & { readonly nowMs: number },
): StillToMake {
  const { need } = plan
  const { formula, key } = need
  const own = called.filter((c) => c.sauceKey === key && !c.guestId)
  const there = standing.filter((s) => s.sauceKey === key && !s.onlyFor)
  const begun = new Set(begunKeys)
  const soonestMs = nowMs + plan.makingMin * MINUTE_MS
  const of = { portionMl: formula.portionMl, soonestMs, standsMs: plan.standsMin * MINUTE_MS }
  if (plan.making === 'toOrder') {
    const slots = own
      .map((c): Slot & { readonly of: Called } => ({
        of: c,
        atMs: Math.max(nowMs, c.drawAtMs),
        stretch: 0,
        called: c.ml / formula.portionMl,
        more: 0,
      }))
      .sort((a, b) => a.atMs - b.atMs)
    const taken = drawn(slots, there, of)
    const batches = slots
      .filter((s) => s.called > 1e-6)
      .flatMap((s) => forCall(s.of, { formula, begun, nowMs }))
    const more = portionsIn(need, Math.max(need.fromMin, nowMs / MINUTE_MS + ORDERED_AHEAD_MIN), need.toMin)
    const isBefore = nowMs / MINUTE_MS + ORDERED_AHEAD_MIN <= need.fromMin && own.length === 0
    const portions = isBefore
      ? plan.portions
      : sum(batches.map((b) => b.portions)) + newsvendor(more, need.cv, RUNNING_OUT)
    return { plan: { ...plan, batches, portions }, drawn: taken }
  }
  const slots = slotsOf(plan, own, nowMs)
  const taken = drawn(slots, there, of)
  const batches = plan.batches.flatMap((batch, i) =>
    batchesFor(
      batch,
      slots.filter((s) => s.stretch === i),
      { need, begun, planned, nowMs, larder },
    ),
  )
  return { plan: { ...plan, batches, portions: sum(batches.map((b) => b.portions)) }, drawn: taken }
}

/** Sauces that are made for one guest each: in an order of their own, in clean tools, drawn for nobody else. */
export function guestsToMake(
  { called, standing, begunKeys }: Tonight,
  { nowMs, ...larder }: Larder & { readonly nowMs: number },
): SaucePlan[] {
  return called.flatMap((c): SaucePlan[] => {
    const formula = c.guestId && chosenFormula(larder.catalog.formulas, c.sauce.formulaId, c.sauce.choices)
    if (!formula || standing.some((s) => s.onlyFor?.includes(c.orderId))) return []
    const batches = forCall(c, { formula, begun: new Set(begunKeys), nowMs })
    const portions = sum(batches.map((b) => b.portions))
    const fromMin = c.drawAtMs / MINUTE_MS
    const need: SauceNeed = {
      key: c.callId,
      formula,
      dishes: [],
      sittings: [],
      fromMin,
      toMin: fromMin + EVERY_MIN,
      portions,
      plates: c.plates,
      cv: 0,
    }
    const terms = { standsMin: 0, breaksFirst: false, makingMin: 0, isTooBig: false }
    return [{ need, making: 'toOrder', batches, portions, ...terms }]
  })
}
