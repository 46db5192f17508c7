import { plan, whole, work } from './batches'
import { add, ANCHOR_MS, DAY, idOf, MINUTE } from './log'

const at = (daysAgo: number, hour: number) => ANCHOR_MS - daysAgo * DAY - (18.5 - hour) * 60 * MINUTE

/** One sauce of each family, on the days before: what the Log tells. */
export function history(): void {
  for (const [name, formulaId, portions, daysAgo, hour, ringId] of [
    ['Sunday lunch, trout', 'beurreBlanc', 8, 3, 13, 'ring3'],
    ['Sunday lunch, beef', 'bordelaise', 10, 3, 12.5, 'ring2'],
    ['Poached chicken', 'supreme', 12, 2, 19, 'ring5'],
    ['Crayfish night', 'crayfishCoulis', 10, 2, 20, 'ring1'],
    ['Pork chops', 'panJus', 6, 1, 19.5, 'ring3'],
    ['Skate', 'hazelnutButter', 6, 1, 20, 'ring6'],
  ] as const) {
    const pickupAtMs = at(daysAgo, hour)
    whole({ name, formulaId, portions, pickupAtMs, takenAtMs: pickupAtMs - 180 * MINUTE }, ringId)
  }
  base('demiGlaceMade', 28, at(2, 9), 'ring4', 5)
  base('brownStockMade', 40, at(1, 7), 'ring4', 3)
}

/** A base, made and put away as a lot. */
function base(
  formulaId: string,
  portions: number,
  startAtMs: number,
  ringId: string,
  keepsDays: number,
): void {
  const ask = {
    name: `${formulaId} for the week`,
    formulaId,
    portions,
    pickupAtMs: startAtMs + 12 * 60 * MINUTE,
    takenAtMs: startAtMs,
  }
  const batch = plan(ask, undefined, { ringId, plannedAtMs: startAtMs - 10 * MINUTE })
  const madeAtMs = Math.round(work(batch, { startAtMs }))
  const { makes } = batch.frozen.formula
  if (!makes) throw new Error(`${formulaId} makes nothing`)
  add('lot.stored', idOf(`lot ${formulaId}`), madeAtMs, {
    ingredientId: makes,
    massG: Math.round(batch.plan.steps.at(-1)?.level?.endG ?? 0),
    place: 'fridge',
    madeAtMs,
    expiresAtMs: madeAtMs + keepsDays * DAY,
    batchId: batch.id,
  })
}
