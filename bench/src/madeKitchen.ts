import { EXPORT_FORMAT, EXPORT_VERSION, type ExportFile } from '@liquamen/contracts'
import { followPlan, kitchenGoods, readyBatch, rehearsalRecord, type Fact } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { demo, demoCatalog as catalog } from './demoKitchen'

const goods = kitchenGoods(catalog)
const MINUTE_MS = 60_000

const BATCHES = [
  ['hollandaise', 'sabayon'],
  ['mousseline', 'sabayon'],
  ['choron', 'sabayon'],
  ['foyot', 'sabayon'],
  ['redWineShallot', 'reduceWine'],
  ['beurreBlanc', 'reduce'],
  ['portGlaze', 'reduceWine'],
  ['bordelaise', 'reduceToCoat'],
  ['meatGlaze', 'reduce'],
  ['demiGlaceMade', 'reduce'],
] as const
const RINGS = BATCHES.map((_, i) => ({
  ...catalog.rings[i % catalog.rings.length]!,
  id: `ring${i + 1}`,
  number: i + 1,
  row: Math.floor(i / 5),
  column: i % 5,
}))

const formulaOf = (id: string) => catalog.formulas.find((f) => f.id === id)!
/** Facts as they are made anew by one device of one kitchen. */
const made = (facts: readonly Fact[], deviceId: string): Fact[] =>
  facts.map((fact) => ({ ...fact, id: uuidv7(), deviceId, actor: { deviceId } }))

/** The facts of one batch, worked as planned until a step that stands for so many minutes now. */
function batchAt(index: number, nowMs: number, sinceMin: number, deviceId: string): Fact[] {
  const [formulaId, untilStepId] = BATCHES[index]!
  const when = { nowMs: nowMs - 600 * MINUTE_MS, pickupAtMs: nowMs + 600 * MINUTE_MS }
  const { planned, frozen } = readyBatch(formulaOf(formulaId), catalog, goods, when)
  const ring = RINGS[index]!
  const rehearsal = {
    batchId: uuidv7(),
    planned: { ...planned, ringId: ring.id },
    frozen: { ...frozen, ring },
    untilStepId,
  }
  const stepAfterMs = followPlan({ ...rehearsal, startAtMs: 0, put: rehearsalRecord('').put })
  const { facts, put } = rehearsalRecord(rehearsal.batchId)
  followPlan({ ...rehearsal, startAtMs: nowMs - sinceMin * MINUTE_MS - stepAfterMs, put })
  return made(facts, deviceId)
}

const FACTS_PER_BATCH = 100
const HOUR_MS = 60 * MINUTE_MS
/** A kitchen file with batches that are long finished, a hundred facts each, and an order to come that nothing before it had. */
export function longAgo(nowMs: number, batches: number, label: string): ExportFile {
  const deviceId = uuidv7()
  const formula = formulaOf('redWineShallot')
  const startAtMs = nowMs - 79 * HOUR_MS
  const when = { nowMs: startAtMs - HOUR_MS, pickupAtMs: startAtMs + 7 * HOUR_MS }
  const { planned, frozen } = readyBatch(formula, catalog, goods, when)
  const one = (): Fact[] => {
    const batchId = uuidv7()
    const { facts, put } = rehearsalRecord(batchId)
    followPlan({ batchId, planned, frozen, startAtMs, put })
    while (facts.length < FACTS_PER_BATCH) put('pan.lifted', startAtMs + MINUTE_MS, { stepId: 'reduceWine' })
    return made(facts, deviceId)
  }
  const order = {
    id: uuidv7(),
    kitchenId: uuidv7(),
    streamKind: 'order',
    streamId: uuidv7(),
    kind: 'order.taken',
    v: 1,
    deviceId,
    deviceSeq: 1,
    deviceAtMs: nowMs,
    clockOffsetMs: 0,
    actor: { deviceId },
    payload: {
      formulaId: formula.id,
      portions: 4,
      pickupAtMs: nowMs + 60 * MINUTE_MS,
      label,
      detailsId: null,
    },
    atMs: nowMs,
  }
  return fileOf([...Array.from({ length: batches }, one).flat(), order as unknown as Fact], demo.catalog)
}

const fileOf = (facts: readonly Fact[], of: ExportFile['catalog']): ExportFile => ({
  ...demo,
  format: EXPORT_FORMAT,
  version: EXPORT_VERSION,
  shiftFromMs: undefined,
  catalog: of,
  guestDetails: [],
  facts: facts as unknown as ExportFile['facts'],
})

/** A kitchen file with four egg sauces and six reductions on ten rings, each at its step for so many minutes. */
export function fullStove(nowMs: number, sinceMin: number): ExportFile {
  const deviceId = uuidv7()
  return fileOf(
    BATCHES.flatMap((_, i) => batchAt(i, nowMs, sinceMin, deviceId)),
    { ...demo.catalog, rings: RINGS as ExportFile['catalog']['rings'] },
  )
}
