import { planWork, timePlan } from '../batch/planBatch'
import type { BatchPlan } from '../batch/batchPlan'
import type { VesselTry } from '../batch/chooseVessels'
import type { Choices } from '../formula/applyChoices'
import { withMove } from '../formula/withMove'
import type { Formula } from '../formula/formula'
import type { Ring } from '../kitchen/kitchen'
import type { VesselRole } from '../pan/contents'
import type { EveningAsked, EveningBatch } from './eveningInstance'
import type { BaseNeed, Explosion } from './explode'
import { placeAlone, takings, type Larder, type SauceBatch, type SaucePlan } from './sauceBatches'

const MINUTE_MS = 60_000
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
}

/** An evening as it is to be scheduled, with what each batch is made for. */
export interface ServiceAsked extends EveningAsked {
  readonly batches: readonly ServiceBatch[]
}

/** Rings that are alike in all that a plan asks of them. */
const likeness = ({ heater, measured, withPans }: Ring) => JSON.stringify([heater, measured, withPans])

/** Plans of a sauce for some portions, and the vessels that would do: worked out once, whatever the hour. */
function worker(larder: Larder) {
  const { catalog, ingredients } = larder
  const known = new Map<string, ReturnType<typeof work>>()
  function work(formula: Formula, portions: number) {
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
  return (key: string, formula: Formula, portions: number) => {
    const of = `${key} ${portions}`
    const found = known.get(of) ?? work(formula, portions)
    known.set(of, found)
    return found
  }
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
  const basesAs = new Map(bases.map((b) => [b.ingredientId, baseKeys(b)]))
  const made = (key: string, formula: Formula, portions: number, pickupAtMs: number) => {
    const { plans, panIds, movesAtStepId, formula: asMade } = workOf(key, formula, portions)
    const timed = plans.map(({ ringId, plan }) => ({
      ringId,
      plan: timePlan(plan, { formula, ingredients: larder.ingredients, portions, pickupAtMs, nowMs }),
    }))
    const waitsFor = [...basesAs].flatMap(([ingredientId, keys]) => {
      const stepId = stepTaking(timed[0]!.plan, ingredientId)
      return stepId === undefined ? [] : keys.map((base) => ({ stepId, batchId: idOf(base) }))
    })
    return { key, id: idOf(key), formula: asMade, plans: timed, panIds, portions, movesAtStepId, waitsFor }
  }
  const ofSauce = (sauce: SaucePlan, batch: SauceBatch): ServiceBatch => {
    const { need, breaksFirst, standsMin } = sauce
    const taken = takings(batch, need)
    return {
      ...made(batch.key, need.formula, batch.portions, taken[0]!.atMs),
      pickUps: taken.map((t, i) => ({ id: `${batch.key}@${i}`, portions: t.portions })),
      choices: need.dishes[0]?.dish.choices,
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
      baseKeys(base).map((key): ServiceBatch => ({
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
        plates: (t.portions * sauce.need.plates) / Math.max(1e-9, sauce.need.portions),
      })),
    ),
  )
  return { id: serviceId, zeroMs: Math.floor(nowMs / MINUTE_MS) * MINUTE_MS, nowMs, people, batches, pickUps }
}
const baseKeys = ({ ingredientId, batches }: BaseNeed): string[] =>
  Array.from({ length: batches }, (_, i) => `${ingredientId} base ${i + 1}`)
