import { EXPORT_FORMAT, EXPORT_VERSION, type ExportFile } from '@liquamen/contracts'
import {
  followPlan,
  frozenAt,
  kitchenGoods,
  placeBatch,
  plannedAt,
  rehearsalRecord,
  type Fact,
  type KitchenCatalog,
} from '@liquamen/core'
import { readFileSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'

const demo = JSON.parse(
  readFileSync(new URL('../../demo/larchwater-house.json', import.meta.url), 'utf8'),
) as ExportFile
const catalog = demo.catalog as unknown as KitchenCatalog
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

/** The facts of one batch, worked as planned until a step that stands for so many minutes now. */
function batchAt(index: number, nowMs: number, sinceMin: number, deviceId: string): Fact[] {
  const [formulaId, untilStepId] = BATCHES[index]!
  const formula = catalog.formulas.find((f) => f.id === formulaId)!
  const request = {
    formula,
    ingredients: goods,
    portions: formula.basisPortions,
    pickupAtMs: nowMs + 600 * MINUTE_MS,
  }
  const placed = placeBatch({ ...request, nowMs: nowMs - 600 * MINUTE_MS }, catalog, [])
  const what = {
    shares: [],
    formulaId,
    sauceName: formula.name,
    fill: formula.fill,
    sources: {},
    phrases: {},
  }
  const ring = RINGS[index]!
  const place = { formula, vessels: placed.place.vessels, ring, settings: catalog.settings }
  const rehearsal = {
    batchId: uuidv7(),
    planned: { ...plannedAt(what, placed), ringId: ring.id },
    frozen: frozenAt(placed.plan, place, goods),
    untilStepId,
  }
  const stepAfterMs = followPlan({ ...rehearsal, startAtMs: 0, put: rehearsalRecord('').put })
  const { facts, put } = rehearsalRecord(rehearsal.batchId)
  followPlan({ ...rehearsal, startAtMs: nowMs - sinceMin * MINUTE_MS - stepAfterMs, put })
  return facts.map((fact) => ({ ...fact, id: uuidv7(), deviceId, actor: { deviceId } }))
}

/** A kitchen file with four egg sauces and six reductions on ten rings, each at its step for so many minutes. */
export function fullStove(nowMs: number, sinceMin: number): ExportFile {
  const deviceId = uuidv7()
  return {
    ...demo,
    format: EXPORT_FORMAT,
    version: EXPORT_VERSION,
    shiftFromMs: undefined,
    catalog: { ...demo.catalog, rings: RINGS as ExportFile['catalog']['rings'] },
    guestDetails: [],
    facts: BATCHES.flatMap((_, i) => batchAt(i, nowMs, sinceMin, deviceId)) as unknown as ExportFile['facts'],
  }
}
