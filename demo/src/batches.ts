import {
  applyChoices,
  followPlan,
  frozenAt,
  kitchenGoods,
  NO_CHOICES,
  placeBatch,
  plannedAt,
  withMove,
  type Allergen,
  type BatchPlan,
  type Formula,
  type Frozen,
  type Planned,
  type Truth,
} from '@liquamen/core'
import { add, guestDetails, idOf, MINUTE } from './log'
import { larchwater } from './kitchen'

const goods = kitchenGoods(larchwater)

/** The formula of an id as it is written. */
export function formulaOf(id: string): Formula {
  const found = larchwater.formulas.find((f) => f.id === id)
  if (!found) throw new Error(`no formula ${id}`)
  return applyChoices(found, NO_CHOICES)
}

/** An order of the demo: who, for how many, when. */
export interface DemoOrder {
  readonly name: string
  readonly formulaId: string
  readonly portions: number
  readonly pickupAtMs: number
  readonly takenAtMs: number
  readonly note?: string
  readonly allergies?: Allergen[]
  readonly noLightlyCookedEgg?: boolean
}

/** Takes an order; answers its id. */
export function order({
  name,
  formulaId,
  portions,
  pickupAtMs,
  takenAtMs,
  note = '',
  allergies = [],
  noLightlyCookedEgg = false,
}: DemoOrder): string {
  const id = idOf(`order ${name}`)
  const detailsId = note || allergies.length || noLightlyCookedEgg ? idOf(`details ${name}`) : null
  if (detailsId) guestDetails.push({ id: detailsId, note, allergies, noLightlyCookedEgg })
  add('order.taken', id, takenAtMs, { formulaId, portions, pickupAtMs, label: name, detailsId }, 'bram')
  return id
}

/** A batch for an order, planned in vessels that suit it. */
export interface DemoBatch {
  readonly id: string
  readonly planned: Planned
  readonly frozen: Frozen
  readonly plan: BatchPlan
}
/** Where and when a batch of the demo is planned. */
export interface DemoPlace {
  readonly ringId: string
  readonly plannedAtMs: number
  readonly busy?: readonly string[]
}

/** Plans a batch for an order; a base needs none. */
export function plan(
  of: DemoOrder,
  orderId: string | undefined,
  { ringId, plannedAtMs, busy = [] }: DemoPlace,
): DemoBatch {
  const formula = formulaOf(of.formulaId)
  const request = {
    formula,
    ingredients: goods,
    portions: of.portions,
    pickupAtMs: of.pickupAtMs,
    nowMs: plannedAtMs,
  }
  const elsewhere = { fromMs: 0, toMs: Infinity, ringId: '', panIds: busy, batchId: '', isLit: true }
  const placed = placeBatch(request, larchwater, [elsewhere], { ringId })
  const planned = plannedAt(
    {
      shares: orderId ? [{ orderId, portions: of.portions }] : [],
      formulaId: formula.id,
      sauceName: formula.name,
      fill: formula.fill,
      sources: {},
      phrases: {},
    },
    placed,
  )
  const { ring, place, choice } = placed
  const made = withMove(formula, choice.movesAtStepId)
  const { settings } = larchwater
  return {
    id: idOf(`batch ${of.name}`),
    planned,
    plan: placed.plan,
    frozen: frozenAt(placed.plan, { formula: made, vessels: place.vessels, ring, settings }, goods),
  }
}

/** Only plans it. */
export function putOn(batch: DemoBatch, atMs: number): void {
  add('batch.planned', batch.id, atMs, batch.planned, 'bram')
}

/** How a batch of the demo is worked. */
export interface DemoWork {
  readonly startAtMs: number
  readonly truth?: Truth
  readonly untilStepId?: string
  readonly well?: { readonly id: string; readonly letter: string }
}
/** A made-up cook's pace: a little quicker than foretold, with readings on the way. */
export const BRISK: Truth = { paceFactor: 1.1, stopsAboveFrac: -0.01, reads: true }

/** Works it by a made-up cook; answers when it ended. */
export function work(batch: DemoBatch, { startAtMs, truth = BRISK, untilStepId, well }: DemoWork): number {
  return followPlan({
    batchId: batch.id,
    planned: batch.planned,
    frozen: batch.frozen,
    startAtMs,
    truth,
    put: (kind, atMs, payload) =>
      add(kind, batch.id, atMs, payload, kind === 'batch.planned' ? 'bram' : 'ilse'),
    ...(untilStepId ? { untilStepId } : {}),
    ...(well ? { well } : {}),
  })
}

/** A whole batch for an order, from taking it to the plate. */
export function whole(of: DemoOrder, ringId: string, truth?: Truth): DemoBatch {
  const startAtMs =
    of.pickupAtMs -
    1.3 * plan(of, undefined, { ringId, plannedAtMs: of.takenAtMs }).plan.totalMin.value * MINUTE
  const batch = plan(of, order(of), { ringId, plannedAtMs: startAtMs - 20 * MINUTE })
  work(batch, { startAtMs, ...(truth ? { truth } : {}) })
  return batch
}
