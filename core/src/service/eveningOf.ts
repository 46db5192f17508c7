import { planWork, timePlan, type PlannedWork } from '../batch/planBatch'
import type { BatchPlan } from '../batch/batchPlan'
import type { VesselTry } from '../batch/chooseVessels'
import type { Choices } from '../formula/applyChoices'
import { withMove } from '../formula/withMove'
import type { Formula } from '../formula/formula'
import type { KitchenCatalog, Ring } from '../kitchen/kitchen'
import type { VesselRole } from '../pan/contents'
import type { EveningAsked, EveningBatch } from './eveningInstance'
import { once } from '../solve/once'
import { onceFor } from '../solve/onceFor'
import type { BaseNeed, Explosion } from './explode'
import {
  formulaText,
  placeAlone,
  type ForCall,
  takings,
  type Larder,
  type SauceBatch,
  type SaucePlan,
} from './sauceBatches'

const MINUTE_MS = 60_000
/** What is made ahead stands ready so long before its first plate: by that nine of ten evenings pass without a plate that waits, without it none (`npm run bench -- simulated`). */
const READY_BEFORE_MS = 5 * MINUTE_MS
/** Troubles of a vessel that only want a look. */
const WILL_DO: readonly string[] = ['film', 'tooLow']

/** What an evening's batches are planned for. */
export interface EveningOf extends Larder {
  readonly serviceId: string
  readonly explosion: Explosion
  readonly people: EveningAsked['people']
  readonly nowMs: number
  /** The id under which a batch goes on record, by its key. */
  readonly idOf: (key: string) => string
}
/** A batch of the evening with what it is made for. */
export interface ServiceBatch extends EveningBatch {
  readonly key: string
  readonly portions: number
  readonly choices?: Choices | undefined
  /** The stretch in which it is served, ms; none of a base. */
  readonly fromMs?: number | undefined
  readonly toMs?: number | undefined
  readonly movesAtStepId?: string | undefined
  readonly forCall?: ForCall | undefined
}

/** An evening as it is to be scheduled, with what each batch is made for. */
export interface ServiceAsked extends EveningAsked {
  readonly batches: readonly ServiceBatch[]
}

/** Rings that are alike in all that a plan asks of them. */
const likeness = ({ heater, measured, withPans }: Ring) => JSON.stringify([heater, measured, withPans])

/** What of a batch no hour changes: its plan on each ring, and the vessels that would do. */
interface Work extends Pick<EveningBatch, 'formula' | 'panIds'> {
  readonly plans: readonly { readonly ringId: string; readonly plan: PlannedWork }[]
  readonly movesAtStepId: string | undefined
}
const workIn = onceFor((_: KitchenCatalog) => new Map<string, Work>())
/** Plans of a sauce for some portions, and the vessels that would do: worked out once, whatever the hour. */
function worker(larder: Larder) {
  const { catalog, ingredients } = larder
  function work(formula: Formula, portions: number): Work {
    const placed = placeAlone(formula, portions, larder)
    const made = withMove(formula, placed.choice.movesAtStepId)
    const byLikeness = new Map<string, ReturnType<typeof planWork>>()
    const rings = [placed.ring, ...catalog.rings.filter((r) => r.id !== placed.ring.id)]
    const plans = rings.map((ring) => {
      const key = likeness(ring)
      const plan =
        byLikeness.get(key) ??
        planWork({ formula: made, ingredients, portions, place: { ...placed.place, ring } })
      byLikeness.set(key, plan)
      return { ringId: ring.id, plan }
    })
    const panIds: Partial<Record<VesselRole, readonly string[]>> = {}
    const tried = Object.entries(placed.choice.tried) as [VesselRole, readonly VesselTry[]][]
    for (const [role, tries] of tried) {
      const fine = tries.filter((t) => t.troubles.every((trouble) => WILL_DO.includes(trouble)))
      panIds[role] = (fine.length ? fine : tries.slice(0, 1)).map((t) => t.pan.id)
    }
    return { formula: made, plans, panIds, movesAtStepId: placed.choice.movesAtStepId }
  }
  return (formula: Formula, portions: number) =>
    once(workIn(catalog), `${portions} ${formulaText(formula)}`, () => work(formula, portions))
}

/** The step of a batch into which a base goes. */
const stepTaking = (plan: Pick<BatchPlan, 'weighOut'>, ingredientId: string): string | undefined =>
  plan.weighOut.find((l) => l.ingredientId === ingredientId)?.stepId

/**
 * An evening taken apart as batches to be scheduled: each sauce for its stretches, each base that must be made before what takes it (SERVICE.md 1, 2).
 * What is made when it is called is in none: it comes with its order.
 */
export function eveningOf({ serviceId, explosion, people, nowMs, idOf, ...larder }: EveningOf): ServiceAsked {
  const workOf = worker(larder)
  const bases = explosion.bases.filter((b) => b.portions > 0)
  const { tonight } = explosion
  const begun = new Set(tonight?.begunKeys)
  const keysOf = new Map(bases.map((b) => [b.ingredientId, baseKeys(b, begun)]))
  /** Batches of each base: those that are being made, and those that are still to be. */
  const basesAs = new Map<string, string[]>()
  for (const { ingredientId, batchId } of tonight?.coming ?? [])
    basesAs.set(ingredientId, [...(basesAs.get(ingredientId) ?? []), batchId])
  for (const [ingredientId, keys] of keysOf)
    basesAs.set(ingredientId, [...(basesAs.get(ingredientId) ?? []), ...keys.map(idOf)])
  const made = (key: string, formula: Formula, portions: number, pickupAtMs: number) => {
    const { plans, panIds, movesAtStepId, formula: asMade } = workOf(formula, portions)
    const timed = plans.map(({ ringId, plan }) => ({
      ringId,
      plan: timePlan(plan, { formula, ingredients: larder.ingredients, portions, pickupAtMs, nowMs }),
    }))
    const waitsFor = [...basesAs].flatMap(([ingredientId, batchIds]) => {
      const stepId = stepTaking(timed[0]!.plan, ingredientId)
      return stepId === undefined ? [] : batchIds.map((batchId) => ({ stepId, batchId }))
    })
    return { key, id: idOf(key), formula: asMade, plans: timed, panIds, portions, movesAtStepId, waitsFor }
  }
  const ofSauce = (sauce: SaucePlan, batch: SauceBatch): ServiceBatch => {
    const { need, breaksFirst, standsMin } = sauce
    const taken = takings(batch, need)
    return {
      ...made(batch.key, need.formula, batch.portions, taken[0]!.atMs),
      pickUps: taken.map((t, i) => ({ id: `${batch.key}@${i}`, portions: t.portions })),
      choices: batch.forCall?.sauce?.choices ?? need.dishes[0]?.dish.choices,
      forCall: batch.forCall,
      marginMin: breaksFirst ? standsMin : undefined,
      fromMs: Math.round(batch.fromMin * MINUTE_MS),
      toMs: Math.round(batch.toMin * MINUTE_MS),
    }
  }
  const firstMs = Math.min(...explosion.sauces.map((s) => s.need.fromMin * MINUTE_MS), Infinity)
  const untilMs = Number.isFinite(firstMs) ? Math.round(firstMs) : nowMs
  const batches = [
    ...explosion.sauces.flatMap((sauce) => sauce.batches.map((batch) => ofSauce(sauce, batch))),
    ...bases.flatMap((base) =>
      keysOf.get(base.ingredientId)!.map((key): ServiceBatch => ({
        ...made(key, base.formula, Math.ceil(base.portions / base.batches), untilMs),
        pickUps: [],
      })),
    ),
  ]
  const pickUps = explosion.sauces.flatMap((sauce) =>
    sauce.batches.flatMap((batch) =>
      takings(batch, sauce.need).map((t, i) => ({
        id: `${batch.key}@${i}`,
        atMs: t.atMs,
        ...(i === 0 && !batch.forCall ? { readyBeforeMs: READY_BEFORE_MS } : {}),
        plates: (t.portions * sauce.need.plates) / Math.max(1e-9, sauce.need.portions),
      })),
    ),
  )
  return { id: serviceId, zeroMs: Math.floor(nowMs / MINUTE_MS) * MINUTE_MS, nowMs, people, batches, pickUps }
}
/** The first names of a base's batches that nothing was begun under. */
const baseKeys = ({ ingredientId, batches }: BaseNeed, begun: ReadonlySet<string>): string[] =>
  Array.from({ length: batches + begun.size }, (_, i) => `${ingredientId} base ${i + 1}`)
    .filter((key) => !begun.has(key))
    .slice(0, batches)
