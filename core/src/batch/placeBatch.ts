import { DomainError } from '../errors'
import { airPressureKPa } from '../heat/atmosphere'
import type { KitchenCatalog, Pan, Ring } from '../kitchen/kitchen'
import type { VesselRole } from '../pan/contents'
import { withMove } from '../formula/withMove'
import { once } from '../solve/once'
import type { BatchPlan } from './batchPlan'
import { chooseVessels, type VesselChoice } from './chooseVessels'
import { planWork, timePlan, type BatchPlace, type PlannedWork, type PlanRequest } from './planBatch'
import { freeFrom, meets, spanOfPlan, type Taken } from './takenTimes'
import { weighOut } from './weighOut'

/** What the cook has fixed; the rest is chosen. */
export interface PlaceWish {
  readonly ringId?: string | undefined
  /** Role → pan. */
  readonly vessels?: Readonly<Partial<Record<VesselRole, string>>>
}

/** A batch with its place: ring and vessels chosen, and the plan there. */
export interface PlacedBatch {
  readonly ring: Ring
  /** From when ring and vessels are free for so long, ms; at or before its start where nothing is in the way. */
  readonly freeFromMs: number
  /** What it waits for until then: its ring, or a vessel that no other in the kitchen can stand in for. */
  readonly waitsFor: 'ring' | Pan | undefined
  readonly choice: VesselChoice
  readonly place: BatchPlace
  readonly plan: BatchPlan
}

/** A request without its place. */
export type UnplacedRequest = Omit<PlanRequest, 'place' | 'freeFromMs'>

function vesselsFor(
  request: UnplacedRequest,
  { settings, pans }: KitchenCatalog,
  ring: Ring,
  busyPanIds: ReadonlySet<string>,
): VesselChoice {
  const lines = weighOut({ ...request, place: { settings } })
  return chooseVessels(
    {
      formula: request.formula,
      ingredients: request.ingredients,
      pressureKPa: airPressureKPa(settings.altitudeM),
      lines: lines.map((l) => ({
        itemId: l.itemId,
        stepId: l.stepId,
        ingredientId: l.ingredientId,
        massG: l.shownG,
      })),
      phrases: request.phrases,
    },
    { pans, ring, busyPanIds },
    request.portions,
  )
}

/** The chosen vessels, with what the cook has fixed in their place. */
function wished({ vessels }: VesselChoice, pans: readonly Pan[], wish: PlaceWish): VesselChoice['vessels'] {
  const fixed = Object.entries(wish.vessels ?? {}).flatMap(([role, id]) => {
    const pan = pans.find((p) => p.id === id)
    return pan && role in vessels ? [[role, pan] as const] : []
  })
  return { ...vessels, ...Object.fromEntries(fixed) }
}

/** What was worked out for some portions on a ring and in vessels: the hour does not change it. */
interface Worked {
  readonly choices: Map<string, VesselChoice>
  readonly plans: Map<string, PlannedWork>
}
const nothingWorked = (): Worked => ({ choices: new Map(), plans: new Map() })
interface TryOn {
  readonly request: UnplacedRequest
  readonly catalog: KitchenCatalog
  readonly taken: readonly Taken[]
  readonly wish: PlaceWish
  readonly worked: Worked
}

/**
 * The plan on one ring: first as if nothing were in the way, then with what is taken in that stretch; where a vessel is in use then and none will
 * do in its place, from when it is free.
 */
function tryRing({ request, catalog, taken, wish, worked }: TryOn, ring: Ring): PlacedBatch {
  const { settings, pans } = catalog
  const onRing = taken.filter((t) => t.ringId === ring.id)
  const planIn = (busy: ReadonlySet<string>, freeFromMs?: number) => {
    const on = `${request.portions} ${ring.id}`
    const choice = once(worked.choices, `${on} ${[...busy].sort().join()}`, () =>
      vesselsFor(request, catalog, ring, busy),
    )
    const place = { vessels: wished(choice, pans, wish), ring, settings }
    const formula = withMove(request.formula, choice.movesAtStepId)
    const where = Object.entries(place.vessels).map(([role, pan]) => `${role}=${pan.id}`)
    const work = once(worked.plans, `${on} ${where.join()} ${choice.movesAtStepId ?? ''}`, () =>
      planWork({ ...request, formula, place }),
    )
    const when = { ...request, ...(freeFromMs === undefined ? {} : { freeFromMs }) }
    return { choice, place, plan: timePlan(work, when) }
  }
  const alone = planIn(new Set())
  const span = spanOfPlan(alone.plan)
  const lengthMs = span.toMs - span.fromMs
  const freeFromMs = freeFrom(onRing, span.fromMs, lengthMs)
  let waitsFor: PlacedBatch['waitsFor'] = freeFromMs > span.fromMs ? 'ring' : undefined
  let placed: PlacedBatch = { ring, freeFromMs, waitsFor, ...alone }
  // each round waits for the end of one stretch that is taken, so there are no more rounds than those
  for (let round = 0, fromMs = freeFromMs; round <= taken.length; round += 1) {
    const then = meets(taken, fromMs, fromMs + lengthMs)
    const busy = new Set(then.flatMap((t) => t.panIds))
    if (busy.size > 0 || waitsFor)
      placed = { ring, freeFromMs: fromMs, waitsFor, ...planIn(busy, waitsFor ? fromMs : undefined) }
    const inUse = Object.values(placed.place.vessels).find((p) => busy.has(p.id))
    if (!inUse) break
    waitsFor = inUse
    const freed = Math.min(...then.filter((t) => t.panIds.includes(inUse.id)).map((t) => t.toMs))
    fromMs = freeFrom(onRing, freed, lengthMs)
  }
  return placed
}

const troublesOf = ({ choice }: PlacedBatch): number =>
  Object.values(choice.tried).reduce((sum, tries) => sum + (tries?.[0]?.troubles.length ?? 0), 0)

/**
 * Finds a batch its place: the ring on which it is soonest ready without trouble, and vessels that suit and are free then. Two batches never stand on
 * one ring: where the wished one is taken, the plan begins when it is free.
 *
 * @throws DomainError as `planBatch`; `unknownRing` where the kitchen has none
 */
export function placeBatch(
  request: UnplacedRequest,
  catalog: KitchenCatalog,
  taken: readonly Taken[],
  wish: PlaceWish = {},
): PlacedBatch {
  return placeOn({ request, catalog, taken, wish, worked: nothingWorked() })
}

function placeOn(tryOn: TryOn): PlacedBatch {
  const { catalog, taken, wish } = tryOn
  const stands = (ring: Ring) =>
    Math.max(0, ...taken.filter((t) => t.ringId === ring.id).map((t) => (t.isLit ? 2 : 1)))
  // an empty ring may be lit early too, one that only has plans if need be; among equals the strongest
  const rings = [...catalog.rings].sort((a, b) => stands(a) - stands(b) || b.heater.ratedW - a.heater.ratedW)
  const candidates = wish.ringId ? rings.filter((r) => r.id === wish.ringId) : rings
  let best: PlacedBatch | undefined
  for (const ring of candidates) {
    const placed = tryRing(tryOn, ring)
    if (!best || compare(placed, best) < 0) best = placed
    // the first ring that is free and has no trouble will not be beaten
    if (!best.plan.isLate && !best.waitsFor && troublesOf(best) === 0) break
  }
  if (!best) throw new DomainError('unknownRing', 'ringId', wish.ringId ?? '')
  return best
}

function compare(a: PlacedBatch, b: PlacedBatch): number {
  const lateness = (p: PlacedBatch) => (p.plan.isLate ? p.plan.earliestReadyAtMs : 0)
  return (
    lateness(a) - lateness(b) ||
    Number(a.waitsFor !== undefined) - Number(b.waitsFor !== undefined) ||
    troublesOf(a) - troublesOf(b) ||
    a.plan.totalMin.value - b.plan.totalMin.value
  )
}

/** An order too big for one vessel in equal batches, one after the other on whatever is free. */
export function placeBatches(
  request: UnplacedRequest,
  catalog: KitchenCatalog,
  taken: readonly Taken[],
  batches: number,
): PlacedBatch[] {
  const placed: PlacedBatch[] = []
  const worked = nothingWorked()
  const sofar = [...taken]
  let left = request.portions
  for (let i = batches; i > 0; i--) {
    const portions = Math.ceil(left / i)
    left -= portions
    const one = placeOn({ request: { ...request, portions }, catalog, taken: sofar, wish: {}, worked })
    placed.push(one)
    const panIds = Object.values(one.place.vessels).map((p) => p.id)
    sofar.push({ ...spanOfPlan(one.plan), ringId: one.ring.id, panIds, batchId: `next${i}`, isLit: false })
  }
  return placed
}
