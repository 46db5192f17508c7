import { dishes } from './dishes'
import { BRISK, order, plan, putOn, work, whole, type DemoOrder } from './batches'
import { add, ANCHOR_MS, DAY, idOf, MINUTE } from './log'

const RED_WINE = 'redWineShallot'
const HOLLANDAISE = 'hollandaise'
const ago = (minutes: number) => ANCHOR_MS - minutes * MINUTE
const ahead = (minutes: number) => ANCHOR_MS + minutes * MINUTE

/** The afternoon's staff supper: a whole record for the Log. */
function staffSupper(): void {
  const pickupAtMs = ago(270)
  whole(
    {
      name: 'Staff supper',
      formulaId: RED_WINE,
      portions: 6,
      pickupAtMs,
      takenAtMs: pickupAtMs - 90 * MINUTE,
    },
    'ring2',
  )
}

/** The first sitting's red wine, on its way down. */
function firstSitting(): void {
  const ask: DemoOrder = {
    name: 'First sitting',
    formulaId: RED_WINE,
    portions: 14,
    pickupAtMs: ahead(64),
    takenAtMs: ago(40),
    note: 'One plate without the sauce: sulphites',
  }
  const batch = plan(ask, order(ask), { ringId: 'ring1', plannedAtMs: ago(30) })
  const wineStartsAtMs = work(batch, { startAtMs: ago(12), untilStepId: 'reduceWine' })
  const stage = batch.plan.steps.flatMap((s) => (s.work.kind === 'reduce' ? [s.work.stage] : []))[0]
  if (!stage) throw new Error('no reduction')
  const minutes = 4
  const massG = stage.startMassG - stage.rateGPerMin * 0.95 * Math.max(0, minutes - stage.warmUpMin)
  add('reading.taken', batch.id, wineStartsAtMs + minutes * MINUTE, {
    stepId: stage.stepId,
    how: 'weighing',
    grossG: Math.round(massG + stage.tareG + stage.inPan.massG),
    massG,
    sigmaG: 20,
    modelVersion: 'estimator-1',
  })
}

/** A roast jus at its simmer, for the carving trolley. */
function roastJus(): void {
  const ask: DemoOrder = {
    name: 'Carving trolley',
    formulaId: 'roastJus',
    portions: 12,
    pickupAtMs: ahead(90),
    takenAtMs: ago(60),
  }
  const batch = plan(ask, order(ask), {
    ringId: 'ring3',
    plannedAtMs: ago(50),
    busy: ['sauteuse24', 'sauteuse19'],
  })
  work(batch, { startAtMs: ago(36), untilStepId: 'simmer', truth: { ...BRISK, reads: false } })
}

/** Hollandaise for the asparagus: made by cues, in well A, some of it served. */
function earlyAsparagus(): void {
  const ask: DemoOrder = {
    name: 'Asparagus, early tables',
    formulaId: HOLLANDAISE,
    portions: 12,
    pickupAtMs: ago(30),
    takenAtMs: ago(110),
  }
  const batch = plan(ask, order(ask), { ringId: 'ring5', plannedAtMs: ago(100) })
  const heldAtMs = work(batch, { startAtMs: ago(52), well: { id: 'wellA', letter: 'A' } })
  add('reading.taken', batch.id, heldAtMs + 4 * MINUTE, { stepId: 'hold', how: 'temperature', tempC: 59.5 })
  add('portion.served', batch.id, heldAtMs + 8 * MINUTE, { portions: 7, orderId: null })
  add('hold.stirred', batch.id, heldAtMs + 15 * MINUTE, { stepId: 'hold' })
}

/** Planned and still to come, and orders that nobody has planned yet. */
function toCome(): void {
  const second: DemoOrder = {
    name: 'Second sitting',
    formulaId: RED_WINE,
    portions: 10,
    pickupAtMs: ahead(118),
    takenAtMs: ago(35),
  }
  putOn(plan(second, order(second), { ringId: 'ring4', plannedAtMs: ago(25), busy: ['sauteuse24'] }), ago(25))
  order({
    name: 'Table 9',
    formulaId: RED_WINE,
    portions: 4,
    pickupAtMs: ahead(80),
    takenAtMs: ago(6),
    note: 'Allergy: celery',
    allergies: ['celery'],
  })
  const asparagus: DemoOrder = {
    name: 'Asparagus, first sitting',
    formulaId: HOLLANDAISE,
    portions: 10,
    pickupAtMs: ahead(52),
    takenAtMs: ago(30),
  }
  putOn(
    plan(asparagus, order(asparagus), { ringId: 'ring6', plannedAtMs: ago(20), busy: ['bowlSteel'] }),
    ago(20),
  )
  order({
    name: 'Table 2',
    formulaId: HOLLANDAISE,
    portions: 2,
    pickupAtMs: ahead(70),
    takenAtMs: ago(4),
    note: 'Expecting',
    noLightlyCookedEgg: true,
  })
}

/** What the walk-in holds this afternoon besides what was made here these days; the fish stock is a day too old. */
function walkIn(): void {
  for (const [name, ingredientId, massG, place, madeDaysAgo, keepsDays] of [
    ['demi in the walk-in', 'demiGlace', 2600, 'fridge', 2, 5],
    ['demi in cubes', 'demiGlace', 1500, 'freezer', 20, 90],
    ['brown stock', 'brownStock', 4100, 'fridge', 1, 3],
    ['chicken stock', 'chickenStock', 2900, 'fridge', 1, 3],
    ['fish stock of this morning', 'fishStock', 3400, 'fridge', 0, 2],
    ['fish stock', 'fishStock', 1200, 'fridge', 3, 2],
    ['shellfish stock', 'shellfishStock', 1400, 'freezer', 12, 90],
    ['glaze in its tub', 'glaceDeViande', 340, 'fridge', 9, 30],
  ] as const) {
    const madeAtMs = ANCHOR_MS - madeDaysAgo * DAY
    const expiresAtMs = madeAtMs + keepsDays * DAY
    add('lot.stored', idOf(`lot ${name}`), ago(300), {
      ingredientId,
      massG,
      place,
      madeAtMs,
      expiresAtMs,
      batchId: null,
    })
  }
}

/** Supper: two sittings, twelve dishes, two cooks; not planned yet. */
function supper(): void {
  const id = idOf('service supper')
  const openedAtMs = ago(200)
  add('service.opened', id, openedAtMs, { name: 'Supper in two sittings', timeZone: 'UTC' })
  for (const [sittingId, name, startsAtMs, covers, spreadMin] of [
    ['sitting1', 'First sitting', ahead(110), 30, 12],
    ['sitting2', 'Second sitting', ahead(215), 28, 14],
  ] as const)
    add('sitting.set', id, openedAtMs, { sittingId, name, startsAtMs, covers, basis: 'booked', spreadMin })
  add('line.planned', id, openedAtMs, { people: [{ fromAtMs: ago(24 * 60), count: 2 }] })
  const STARTERS: readonly string[] = ['eggsMuffin', 'asparagus', 'crayfishDumplings']
  const PER_COVER: Readonly<Record<string, number>> = {
    eggsMuffin: 0.12,
    asparagus: 0.15,
    beefFillet: 0.14,
    lambSaddle: 0.1,
    lakeTrout: 0.09,
    pikePerch: 0.07,
    venisonLoin: 0.1,
    duckBreast: 0.09,
    crayfishDumplings: 0.14,
    vealEscalope: 0.12,
    poachedChicken: 0.12,
    skateWing: 0.08,
  }
  for (const dish of dishes)
    add('dish.offered', id, openedAtMs, {
      dish,
      perCover: PER_COVER[dish.id] ?? 0.1,
      delayMin: STARTERS.includes(dish.id) ? 15 : 35,
    })
}

/** The evening as it stands at the anchor. */
export function evening(): void {
  staffSupper()
  firstSitting()
  roastJus()
  earlyAsparagus()
  toCome()
  walkIn()
  supper()
}
