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
  evenings()
  base('demiGlaceMade', 28, at(2, 9), 'ring4', 5)
  base('brownStockMade', 40, at(1, 7), 'ring4', 3)
}

/** The same sauce on earlier evenings, on a ring that gives less than its plate says until the house takes what that taught. */
function evenings(): void {
  for (const [i, daysAgo] of [17, 15, 14, 11, 9, 8, 6, 4].entries()) {
    const pickupAtMs = at(daysAgo, 19.5)
    const truth = {
      paceFactor: 0.8 + 0.02 * (i % 3),
      stopsAboveFrac: 0.01,
      reads: true,
      stepFactor: 1.3 + 0.05 * (i % 4),
      sieveFactor: 0.96,
    }
    whole(
      {
        name: `Regular table ${i + 1}`,
        formulaId: 'redWineShallot',
        portions: 8,
        pickupAtMs,
        takenAtMs: pickupAtMs - 180 * MINUTE,
      },
      'ring2',
      truth,
    )
  }
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
