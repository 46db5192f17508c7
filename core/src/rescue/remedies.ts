import type { Ingredient } from '../ingredients/ingredient'
import type { MinutesBand } from '../formula/formula'
import { butterPartsOf } from '../mixture/butterPartsOf'
import { butterRoomG, waterNeededG, type Phases } from '../mixture/phases'
import type { Tool } from '../techniques/eggEmulsion/butterPour'
import { CREAM_PHI } from '../techniques/reduce/creamEdge'
import type { TasteRemedy } from '../techniques/season/remedies'
import { againS } from './againS'
import type { RescueFamily, Symptom } from './symptoms'

/** What can be done for a sauce that went wrong; the words are the page's. */
export const REMEDIES = [
  'warmWater',
  'thinWithWater',
  'butter',
  'backOverBath',
  'newYolk',
  'hotWater',
  'warmThenYolk',
  'blendAndSieve',
  'coldWater',
  'coldButter',
  'blendHotWater',
  'blendCream',
  'reducedCream',
  'waterToCream',
  'reboil',
  'slurry',
  'letDown',
  'dilute',
  'stretch',
  'keepShare',
  'butterForAcid',
  'sugar',
  'liftSkin',
  'strainNow',
] as const
export type RemedyId = (typeof REMEDIES)[number]

/** One remedy for this much of this sauce. */
export interface Remedy {
  readonly id: RemedyId
  /** What goes in, g; `°C` where it matters. */
  readonly adds: readonly { readonly ingredientId: string; readonly massG: number; readonly tempC?: number }[]
  readonly minutes: MinutesBand
  /** The table's chance that it holds, 0..1. */
  readonly prior: number
}

/** What is known of a sauce that goes wrong, of what is left of it. */
export interface Ailing {
  readonly family: RescueFamily
  readonly massG: number
  readonly phases: Phases
  readonly yolkG: number
  /** The yolk that it is made with: none but that goes in, since another may be raw. */
  readonly yolkId: string
  readonly lostG: number
  /** Of the yolk, how much has set; undefined where there is none. */ readonly setFrac?: number | undefined
  readonly tool: Tool
  readonly butter: Ingredient | undefined
  /** Grams of a slurry's goods that bring it to its coat, and of the liquid that lets it down. */
  readonly slurry: readonly { readonly ingredientId: string; readonly massG: number }[]
  readonly letDown: { readonly ingredientId: string; readonly massG: number } | undefined
  readonly tasteRemedies: Readonly<Record<'salty' | 'sharp', readonly TasteRemedy[]>>
}

/** Phase fractions that a mended egg sauce is brought to (emulsion.md §10). */
const MENDED = { loose: 0.62, full: 0.63, safe: 0.66 } as const
/** Amounts of the table are for so much sauce, g. */
const PER = { egg: 350, mounted: 300 } as const
const MOUNTED_G = { coldWater: 5, coldButter: 10, hotWater: 15, cream: 30 } as const
/** Poured too fast, its water would carry its fat: so much of it loosens it all the same (judgement). */
const LOOSENS = 0.02
const COLD_C = 5
const NEW_YOLK = { yolkG: 17, waterG: 15 } as const
const HOT_WATER_G = 20
const COLD_WATER_PER_YOLK_G = 10
const ONE_YOLK_G = 17
const SET_UP_S = 60
const WARM_C = 50
const HOT_C = 75
/** Yolk set less than this is raw: no butter thickens it. */
export const COOKED_FROM = 0.1
const LEAST_G = 1

const band = (value: number, low = value, high = value): MinutesBand => ({ low, value, high })
const water = (massG: number, tempC?: number) => ({
  ingredientId: 'water',
  massG,
  ...(tempC === undefined ? {} : { tempC }),
})
const worth = (...all: readonly (Remedy | undefined)[]): Remedy[] =>
  all
    .filter((r) => r !== undefined)
    .filter((r) => r.adds.every((a) => a.massG >= LEAST_G && Number.isFinite(a.massG)))

function newYolk(of: Ailing): Remedy {
  const share = of.massG / PER.egg
  const base = { yolkG: NEW_YOLK.yolkG * share, waterG: NEW_YOLK.waterG * share }
  const fatG = (of.massG * of.phases.fatMl) / Math.max(1, of.phases.fatMl + of.phases.continuousMl)
  const min = (tool: Tool) => (SET_UP_S + againS({ massG: of.massG, fatG }, base, tool)) / 60
  const value = min(of.tool)
  return {
    id: 'newYolk',
    adds: [{ ingredientId: of.yolkId, massG: base.yolkG }, water(base.waterG, WARM_C)],
    minutes: band(value, value * 0.8, value * 1.25),
    prior: 0.85,
  }
}
function hotWater(of: Ailing): Remedy {
  const isPower = of.tool === 'stickBlender' || of.tool === 'handMixer'
  const minutes = isPower ? band(2, 1.5, 3) : band(7.5, 7, 8)
  return { id: 'hotWater', adds: [water((HOT_WATER_G * of.massG) / PER.egg, HOT_C)], minutes, prior: 0.75 }
}
const waterTo = (of: Ailing, phaseFrac: number) => waterNeededG(of.phases, phaseFrac)
function moreButter({ phases, butter }: Ailing): Remedy | undefined {
  if (!butter) return undefined
  const massG = butterRoomG(phases, MENDED.full, butterPartsOf(butter))
  return Number.isFinite(massG)
    ? {
        id: 'butter',
        adds: [{ ingredientId: butter.id, massG, tempC: WARM_C }],
        minutes: band(1.5, 1, 2),
        prior: 0.95,
      }
    : undefined
}

const thinned = (of: Ailing, prior: number): Remedy[] =>
  worth({
    id: 'thinWithWater',
    adds: [water(waterTo(of, MENDED.loose), WARM_C)],
    minutes: band(1),
    prior,
  })

function egg(symptom: Symptom, of: Ailing): Remedy[] {
  switch (symptom) {
    case 'beads':
      return worth({
        id: 'warmWater',
        adds: [water(Math.max(waterTo(of, MENDED.safe), of.massG * LOOSENS), WARM_C)],
        minutes: band(1),
        prior: 0.95,
      })
    case 'thick':
      return thinned(of, 0.98)
    case 'thin':
      return (of.setFrac ?? 1) < COOKED_FROM
        ? [{ id: 'backOverBath', adds: [], minutes: band(2, 1, 3), prior: 0.9 }]
        : worth(moreButter(of))
    case 'split':
      return worth(newYolk(of), hotWater(of))
    case 'coldSplit': {
      const { adds, minutes } = newYolk(of)
      const later = band(minutes.value + 2, minutes.low + 2, minutes.high + 2)
      return worth({ id: 'warmThenYolk', adds, minutes: later, prior: 0.8 })
    }
    case 'fineGrain':
      return worth({
        id: 'blendAndSieve',
        adds: [water((COLD_WATER_PER_YOLK_G * of.yolkG) / ONE_YOLK_G, COLD_C)],
        minutes: band(2.5, 2, 3),
        prior: 0.65,
      })
    default:
      return []
  }
}
function mounted(symptom: Symptom, of: Ailing): Remedy[] {
  const per = of.massG / PER.mounted
  const butter = of.butter?.id ?? 'butter'
  switch (symptom) {
    case 'beads':
      return [
        { id: 'coldWater', adds: [water(MOUNTED_G.coldWater * per, COLD_C)], minutes: band(1), prior: 0.8 },
        {
          id: 'coldButter',
          adds: [{ ingredientId: butter, massG: MOUNTED_G.coldButter * per, tempC: COLD_C }],
          minutes: band(1),
          prior: 0.8,
        },
      ]
    case 'thick':
      return thinned(of, 0.95)
    case 'split':
      return [
        {
          id: 'blendHotWater',
          adds: [water(MOUNTED_G.hotWater * per, HOT_C)],
          minutes: band(2),
          prior: 0.85,
        },
        {
          id: 'blendCream',
          adds: [{ ingredientId: 'cream35', massG: MOUNTED_G.cream * per }],
          minutes: band(2),
          prior: 0.85,
        },
      ]
    case 'coldSplit':
      return [
        {
          id: 'reducedCream',
          adds: [{ ingredientId: 'cream35', massG: MOUNTED_G.cream * per }],
          minutes: band(4),
          prior: 0.8,
        },
      ]
    default:
      return []
  }
}
const creamy = (symptom: Symptom, of: Ailing): Remedy[] =>
  symptom === 'beads'
    ? worth({
        id: 'waterToCream',
        adds: [water(waterTo(of, CREAM_PHI.mended))],
        minutes: band(1),
        prior: 0.9,
      })
    : []

const TASTE_IDS: Readonly<Partial<Record<TasteRemedy['kind'], RemedyId>>> = {
  dilute: 'dilute',
  stretch: 'stretch',
  keepShare: 'keepShare',
  butter: 'butterForAcid',
  sugar: 'sugar',
}
function ofTaste(symptom: 'salty' | 'sharp', of: Ailing): Remedy[] {
  const isSalty = symptom === 'salty'
  return of.tasteRemedies[symptom].flatMap(({ kind, ingredientId, massG }): Remedy[] => {
    const id = TASTE_IDS[kind]
    const isThinned = of.family === 'egg' || of.family.startsWith('mounted')
    if (!id || (isSalty && isThinned && id === 'dilute')) return [] // water thins it out of its texture
    const adds = ingredientId && massG ? [{ ingredientId, massG }] : []
    const minutes = isSalty ? band(3.5, 2, 5) : band(1)
    return [{ id, adds, minutes, prior: isSalty ? 0.85 : 0.9 }]
  })
}
/** What any sauce shows alike. */
function anyOf(symptom: Symptom, of: Ailing): Remedy[] {
  const isFine = of.family === 'egg' || of.family === 'mounted' || of.family === 'mountedWithCream'
  switch (symptom) {
    case 'thin':
      return isFine || !of.slurry.length
        ? []
        : [{ id: 'slurry', adds: of.slurry, minutes: band(2), prior: 0.95 }]
    case 'thick':
      return isFine || !of.letDown
        ? []
        : [{ id: 'letDown', adds: [of.letDown], minutes: band(1), prior: 0.98 }]
    case 'lumps':
      return [{ id: 'reboil', adds: [], minutes: band(3), prior: 0.92 }]
    case 'skin':
      return [
        {
          id: 'liftSkin',
          adds: of.lostG >= LEAST_G ? [water(of.lostG, WARM_C)] : [],
          minutes: band(1),
          prior: 0.95,
        },
      ]
    case 'salty':
    case 'sharp':
      return ofTaste(symptom, of)
    case 'burnt':
      // bitter, not black: off its solids at once; black it is lost
      return of.family === 'brownButter' ? [{ id: 'strainNow', adds: [], minutes: band(1), prior: 0.3 }] : []
    default:
      return []
  }
}

const OWN: Readonly<Partial<Record<RescueFamily, (symptom: Symptom, of: Ailing) => Remedy[]>>> = {
  egg,
  mounted,
  mountedWithCream: mounted,
  mountedJus: mounted,
  cream: creamy,
}

/** What mends a sauce that shows this, with grams for this much of it, the likeliest first; nothing where only a new one helps. `emulsion:§10 R1 R5` */
export function remediesFor(symptom: Symptom, of: Ailing): Remedy[] {
  const own = OWN[of.family]?.(symptom, of) ?? []
  return own.length ? own : anyOf(symptom, of)
}
