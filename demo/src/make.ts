// Writes demo/larchwater-house.json: the kitchen, one batch of the afternoon, one under way, one planned. Its times hang on an anchor that an import moves to now.
import { EXPORT_FORMAT, EXPORT_VERSION, type ExportFile } from '@liquamen/contracts'
import {
  beginStage,
  depthReading,
  holdLimits,
  houseRules,
  findPlace,
  foldBatch,
  KINDS,
  liveEstimate,
  mergeFacts,
  planBatch,
  readCurve,
  stageClock,
  weighingReading,
  type BatchState,
  type Envelope,
  type Fact,
  type FactKind,
  type Payloads,
  type StagePlan,
  kitchenGoods,
} from '@liquamen/core'
import { writeFileSync } from 'node:fs'
import { v5 as uuidv5 } from 'uuid'
import { larchwater } from './kitchen'

const ANCHOR_MS = Date.UTC(2026, 0, 10, 18, 30)
const SPACE = '6f2f4c39-58f5-4d4c-9d0a-3a3ad9a4f0c1'
const kitchenId = uuidv5('kitchen', SPACE)
const deviceId = uuidv5('tablet by the stove', SPACE)
const MINUTE = 60_000
let seq = 0
const facts: Fact[] = []

function add<K extends FactKind>(kind: K, streamId: string, atMs: number, payload: Payloads[K], crewId = 'ilse'): string {
  seq += 1
  const id = uuidv5(`fact ${seq}`, SPACE)
  const envelope: Envelope<K> = {
    id,
    kitchenId,
    streamKind: KINDS[kind].stream,
    streamId,
    kind,
    v: KINDS[kind].v,
    deviceId,
    deviceSeq: seq,
    deviceAtMs: Math.round(atMs),
    clockOffsetMs: 0,
    actor: { deviceId, crewId },
    payload,
  }
  facts.push({ ...envelope, atMs: Math.round(atMs) } as unknown as Fact)
  return id
}

const stateOf = (batchId: string): BatchState =>
  foldBatch(
    batchId,
    mergeFacts(
      [],
      facts.filter((f) => f.streamId === batchId),
    ),
  )
const formulaOf = (id: string) =>
  larchwater.formulas.find((f) => f.id === id) ??
  (() => {
    throw new Error(`no formula ${id}`)
  })()
const RED_WINE = 'redWineShallot'
const HOLLANDAISE = 'hollandaise'
const ingredients = kitchenGoods(larchwater)
const guestDetails: ExportFile['guestDetails'] = []

function order(
  name: string,
  portions: number,
  pickupAtMs: number,
  takenAtMs: number,
  note = '',
  allergies: ExportFile['guestDetails'][number]['allergies'] = [],
  formulaId = RED_WINE,
  noLightlyCookedEgg = false,
): string {
  const id = uuidv5(`order ${name}`, SPACE)
  const detailsId = note || allergies.length || noLightlyCookedEgg ? uuidv5(`details ${name}`, SPACE) : null
  if (detailsId) guestDetails.push({ id: detailsId, note, allergies, noLightlyCookedEgg })
  add('order.taken', id, takenAtMs, { formulaId, portions, pickupAtMs, label: name, detailsId }, 'bram')
  return id
}

function planned(
  name: string,
  orderIds: string[],
  portions: number,
  pickupAtMs: number,
  atMs: number,
  panId: string,
  ringId: string,
  formula = formulaOf(RED_WINE),
) {
  const id = uuidv5(`batch ${name}`, SPACE)
  const place = findPlace(larchwater.settings, larchwater.pans, larchwater.rings, panId, ringId)
  const plan = planBatch({ formula, ingredients, place, portions, pickupAtMs, nowMs: atMs })
  add(
    'batch.planned',
    id,
    atMs,
    { orderIds, formulaId: formula.id, sauceName: formula.name, fill: formula.fill, panId, ringId, sources: {}, phrases: {}, plan },
    'bram',
  )
  return { id, place, plan, formula }
}

function start(batch: ReturnType<typeof planned>, atMs: number): void {
  const used = [...ingredients.values()].filter(
    (i) => batch.plan.weighOut.some((l) => l.ingredientId === i.id) || i.id === 'water' || i.id === 'brownStock',
  )
  add('batch.started', batch.id, atMs, {
    frozen: { formula: batch.formula, ingredients: used, pan: batch.place.pan, ring: batch.place.ring, settings: larchwater.settings },
    plan: batch.plan,
  })
  for (const line of batch.plan.weighOut)
    add('ingredient.weighed', batch.id, atMs - 2 * MINUTE, {
      itemId: line.itemId,
      ingredientId: line.ingredientId,
      massG: Math.round(line.shownG),
    })
}

const begin = (batchId: string, stepId: string, atMs: number) =>
  add('step.started', batchId, atMs, { stepId, stage: beginStage(stateOf(batchId), stepId) })
const end = (batchId: string, stepId: string, atMs: number, massG?: number) =>
  add('step.finished', batchId, atMs, { stepId, ...(massG === undefined ? {} : { massG }) })

/** A made-up pan: it boils at `pace` times the forecast rate once it is warm. */
const trueMassG = (stage: StagePlan, minutes: number, pace: number) =>
  stage.startMassG - stage.rateGPerMin * pace * Math.max(0, minutes - stage.warmUpMin)

function reading(
  batch: ReturnType<typeof planned>,
  stepId: string,
  startedAtMs: number,
  minutes: number,
  how: 'depth' | 'weighing',
  pace: number,
): void {
  const stage = stateOf(batch.id).steps[stepId]?.stage
  if (!stage) throw new Error('no stage')
  const massG = trueMassG(stage, minutes, pace)
  const atMs = startedAtMs + minutes * MINUTE
  add(
    'reading.taken',
    batch.id,
    atMs,
    how === 'depth'
      ? depthReading(stage, batch.place, Math.round(readCurve(stage.curve, 'massG', massG).depthMm), false)
      : weighingReading(stage, Math.round(massG + stage.tareG + stage.inPan.massG)),
  )
  const state = stateOf(batch.id)
  const estimate = liveEstimate(stage, state.stageFacts, startedAtMs, atMs)
  const clock = stageClock(stage, estimate, atMs)
  const round = (ms: number | undefined) => (ms === undefined ? null : Math.round(ms))
  add('forecast.shown', batch.id, atMs + 1, {
    stepId,
    massG: Math.round(estimate.massG),
    targetMassG: Math.round(stage.targetMassG),
    p10AtMs: round(clock.lowAtMs),
    p50AtMs: round(clock.targetAtMs),
    p90AtMs: round(clock.highAtMs),
    modelVersion: stage.modelVersion,
  })
}

/** Runs a reduction to its notch; returns when. */
function reduceWhole(batch: ReturnType<typeof planned>, stepId: string, atMs: number, pace: number): number {
  begin(batch.id, stepId, atMs)
  const stage = stateOf(batch.id).steps[stepId]?.stage
  if (!stage) throw new Error('no stage')
  const minutes = stage.warmUpMin + (stage.startMassG - stage.targetMassG) / (stage.rateGPerMin * pace)
  for (const share of [0.35, 0.7]) reading(batch, stepId, atMs, minutes * share, share < 0.5 ? 'depth' : 'weighing', pace)
  reading(batch, stepId, atMs, minutes, 'weighing', pace)
  end(batch.id, stepId, atMs + minutes * MINUTE + 20_000, Math.round(stage.targetMassG * 0.99))
  return atMs + minutes * MINUTE + 20_000
}

// The afternoon's staff supper: a whole record for the Log
const lunchAt = ANCHOR_MS - 4.5 * 3600_000
const lunch = planned(
  'staff supper',
  [order('Staff supper', 6, lunchAt, lunchAt - 70 * MINUTE)],
  6,
  lunchAt,
  lunchAt - 60 * MINUTE,
  'sauteuse19',
  'ring2',
)
let at = lunchAt - 45 * MINUTE
start(lunch, at)
for (const [step, minutes] of [
  ['sweat', 4.5],
  ['deglaze', 1],
] as const) {
  begin(lunch.id, step, at)
  at += minutes * MINUTE
  end(lunch.id, step, at)
}
at = reduceWhole(lunch, 'reduceWine', at, 1.12)
begin(lunch.id, 'addDemi', at)
at += MINUTE
end(lunch.id, 'addDemi', at)
at = reduceWhole(lunch, 'reduceToCoat', at, 1.08)
for (const [step, minutes] of [
  ['strain', 1.6],
  ['mount', 1.4],
  ['season', 1],
] as const) {
  begin(lunch.id, step, at)
  at += minutes * MINUTE
  if (step === 'season') add('salt.added', lunch.id, at - 1000, { massG: Math.round(lunch.plan.salt.addG * 10) / 10, saltFrac: 0.0105 })
  end(lunch.id, step, at)
}
begin(lunch.id, 'serve', at)
add('portion.served', lunch.id, at + MINUTE, { portions: 6, orderId: null })
end(lunch.id, 'serve', at + 2 * MINUTE)
add('batch.finished', lunch.id, at + 2 * MINUTE, { result: 'served', reason: '' })

// First sitting: under way now
const firstPickup = ANCHOR_MS + 64 * MINUTE
const firstOrder = order('First sitting', 14, firstPickup, ANCHOR_MS - 40 * MINUTE, 'One plate without the sauce: sulphites', [])
const first = planned('first sitting', [firstOrder], 14, firstPickup, ANCHOR_MS - 30 * MINUTE, 'sauteuse24', 'ring1')
at = ANCHOR_MS - 13 * MINUTE
start(first, at)
begin(first.id, 'sweat', at)
at += 4.5 * MINUTE
end(first.id, 'sweat', at)
begin(first.id, 'deglaze', at)
at += MINUTE
end(first.id, 'deglaze', at)
begin(first.id, 'reduceWine', at)
reading(first, 'reduceWine', at, 3.5, 'depth', 0.95)
reading(first, 'reduceWine', at, 6, 'weighing', 0.95)

// Second sitting: planned, its pan still to come
const secondPickup = ANCHOR_MS + 118 * MINUTE
planned(
  'second sitting',
  [order('Second sitting', 10, secondPickup, ANCHOR_MS - 35 * MINUTE)],
  10,
  secondPickup,
  ANCHOR_MS - 25 * MINUTE,
  'sauteuse19',
  'ring4',
)
// And one order that nobody has planned yet
order('Table 9', 4, ANCHOR_MS + 80 * MINUTE, ANCHOR_MS - 6 * MINUTE, 'Allergy: celery', ['celery'])

// Hollandaise for the asparagus: made by cues, in well A, some of it served
const asparagusAt = ANCHOR_MS - 30 * MINUTE
const early = planned(
  'asparagus',
  [order('Asparagus, early tables', 12, asparagusAt, ANCHOR_MS - 110 * MINUTE, '', [], HOLLANDAISE)],
  12,
  asparagusAt,
  ANCHOR_MS - 100 * MINUTE,
  'bowlSteel',
  'ring5',
  formulaOf(HOLLANDAISE),
)
at = ANCHOR_MS - 52 * MINUTE
start(early, at)
begin(early.id, 'separate', at)
at += 5 * MINUTE
end(early.id, 'separate', at)
begin(early.id, 'sabayon', at)
const ribbonS = early.plan.emulsion?.ribbonS.value ?? 300
for (const [cue, share] of [
  ['foamy', 0.3],
  ['trails', 0.7],
  ['ribbon', 1],
] as const)
  add('cue.seen', early.id, at + share * ribbonS * 1000, { stepId: 'sabayon', cue })
at += ribbonS * 1000
add('pan.lifted', early.id, at, { stepId: 'sabayon' })
end(early.id, 'sabayon', at + 1000)
begin(early.id, 'pour', at + 2000)
add('pour.started', early.id, at + 10_000, { stepId: 'pour', ingredientId: 'butter', gPerS: 1.6, tempC: 55 })
at += 10_000 + (500 / 1.6) * 1000
add('pour.stopped', early.id, at, { stepId: 'pour', ingredientId: 'butter', massG: 500, tempC: 55 })
end(early.id, 'pour', at + 2000)
begin(early.id, 'season', at + 3000)
at += MINUTE
add('salt.added', early.id, at - 1000, { massG: Math.round(early.plan.salt.addG * 10) / 10, saltFrac: 0.0095 })
end(early.id, 'season', at)
begin(early.id, 'hold', at)
add('hold.started', early.id, at + 20_000, {
  wellId: 'wellA',
  letter: 'A',
  limits: holdLimits(houseRules(larchwater.settings)),
  portions: early.plan.yieldPortions,
  onto: null,
})
add('reading.taken', early.id, at + 4 * MINUTE, { stepId: 'hold', how: 'temperature', tempC: 59.5 })
add('portion.served', early.id, at + 8 * MINUTE, { portions: 7, orderId: null })
add('hold.stirred', early.id, at + 15 * MINUTE, { stepId: 'hold' })

// A second hollandaise, planned, and a guest who must not have it lightly cooked
const secondAsparagus = ANCHOR_MS + 52 * MINUTE
planned(
  'asparagus, first sitting',
  [order('Asparagus, first sitting', 10, secondAsparagus, ANCHOR_MS - 30 * MINUTE, '', [], HOLLANDAISE)],
  10,
  secondAsparagus,
  ANCHOR_MS - 20 * MINUTE,
  'bowlSteel2',
  'ring6',
  formulaOf(HOLLANDAISE),
)
order('Table 2', 2, ANCHOR_MS + 70 * MINUTE, ANCHOR_MS - 4 * MINUTE, 'Expecting', [], HOLLANDAISE, true)

// What the walk-in holds this afternoon; the fish stock is a day too old
const DAY = 24 * 60 * MINUTE
for (const [name, ingredientId, massG, place, madeDaysAgo, keepsDays] of [
  ['demi in the walk-in', 'demiGlace', 2600, 'fridge', 2, 5],
  ['demi in cubes', 'demiGlace', 1500, 'freezer', 20, 90],
  ['brown stock', 'brownStock', 4100, 'fridge', 1, 3],
  ['chicken stock', 'chickenStock', 2900, 'fridge', 1, 3],
  ['fish stock', 'fishStock', 1200, 'fridge', 3, 2],
  ['glaze in its tub', 'glaceDeViande', 340, 'fridge', 9, 30],
] as const) {
  const madeAtMs = ANCHOR_MS - madeDaysAgo * DAY
  add('lot.stored', uuidv5(`lot ${name}`, SPACE), ANCHOR_MS - 5 * 60 * MINUTE, {
    ingredientId,
    massG,
    place,
    madeAtMs,
    expiresAtMs: madeAtMs + keepsDays * DAY,
  })
}

const file: ExportFile = {
  format: EXPORT_FORMAT,
  version: EXPORT_VERSION,
  exportedAtMs: ANCHOR_MS,
  kitchenId,
  shiftFromMs: ANCHOR_MS,
  catalog: larchwater as unknown as ExportFile['catalog'],
  guestDetails,
  facts: facts as unknown as ExportFile['facts'],
}
writeFileSync(new URL('../larchwater-house.json', import.meta.url), `${JSON.stringify(file)}\n`)
const plan = first.plan
process.stdout.write(
  `${facts.length} facts; first sitting: wine ${plan.stages[0]?.minutes.value.toFixed(1)} min, to coat ${plan.stages[1]?.minutes.value.toFixed(1)} min, total ${plan.totalMin.low.toFixed(0)}–${plan.totalMin.value.toFixed(0)}–${plan.totalMin.high.toFixed(0)} min, yield ${plan.yieldPortions}, depth ${plan.stages.map((s) => `${s.startDepthMm.toFixed(0)}→${s.targetDepthMm.toFixed(0)}`).join(', ')}, salt ${(plan.salt.ownSaltFrac * 100).toFixed(2)} % + ${plan.salt.addG.toFixed(1)} g, alcohol ${(plan.ethanolLeftFrac.low * 100).toFixed(4)}–${(plan.ethanolLeftFrac.high * 100).toFixed(2)} %, warnings ${JSON.stringify(plan.warnings)}, solids at target ${stateOf(lunch.id).status}\n`,
)
