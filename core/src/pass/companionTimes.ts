import { fishSeconds } from '../companions/fishSeconds'
import {
  BATH_LOSS_W_PER_K,
  eggDropsS,
  eggForGuestS,
  eggSlots,
  eggTimes,
  type EggBath,
  type EggWish,
} from '../companions/poachedEgg'
import { steakRestMin } from '../companions/resting'
import type { Companion } from '../plate/dish'

/** What is done for a companion, each with its second before the plate. */
export const COMPANION_ACTS = [
  'boil',
  'drop',
  'lift',
  'ice',
  'rewarm',
  'drain',
  'rest',
  'panIn',
  'turn',
  'panOut',
  'begin',
] as const
export type CompanionActCode = (typeof COMPANION_ACTS)[number]
export interface CompanionAct {
  readonly code: CompanionActCode
  /** Seconds from the plate: below 0 before it. */
  readonly atS: number
  /** Which egg, from 1; none where it is for all. */
  readonly nth?: number | undefined
}
/** When a companion is begun so that it is there with its plate, and how long it may wait there. */
export interface CompanionTimes {
  readonly startS: number
  readonly waitsS: number
  readonly acts: readonly CompanionAct[]
}
/** What the kitchen poaches in, and what the guest asked for instead. */
export interface CompanionSetting {
  /** Plates that go at once. */
  readonly plates: number
  readonly drainS?: number | undefined
  /** Across the water, cm. */
  readonly poacherCm?: number | undefined
  /** Where water boils in this kitchen, °C. */
  readonly boilsAtC?: number | undefined
  readonly wish?: EggWish | undefined
}

const [ICE_S, REWARM_S] = [60, 75]
/** Water back on the boil between two rounds off the heat [A]. */
const REBOIL_S = 240
/** Time to lift one. */
const DROP_S = 20
const POACHER_CM = 28
const WATER_KG_PER_EGG = 0.35
const LEAST_WATER_KG = 1.5
/** A poached egg on its cloth, a fillet and a piece of meat may stand so long [A]. */
const [EGG_WAITS_S, FISH_WAITS_S, MOST_REST_MIN] = [60, 60, 12]
const FISH_REST_S = 60
/** Water as its heat goes off. */
const OFF_HEAT_C = 98
const BARE_SIMMER_C = 92
const LOW_C = 85

const bathOf = (c: Extract<Companion, { kind: 'poachedEgg' }>, eggs: number, boilsAtC: number): EggBath =>
  c.way === 'offHeat'
    ? {
        kind: 'offHeat',
        lossWPerK: BATH_LOSS_W_PER_K[c.hasLid ? 'lid' : 'open'],
        startC: Math.min(OFF_HEAT_C, boilsAtC),
        eggs,
        waterKg: Math.max(LEAST_WATER_KG, WATER_KG_PER_EGG * eggs),
      }
    : { kind: 'held', tempC: Math.min(boilsAtC, c.way === 'simmer' ? BARE_SIMMER_C : LOW_C) }

function eggs(
  c: Extract<Companion, { kind: 'poachedEgg' }>,
  { plates, drainS = 0, poacherCm = POACHER_CM, boilsAtC = 100, wish }: CompanionSetting,
): CompanionTimes {
  const count = c.eggs * plates
  const slots = Math.max(1, eggSlots(poacherCm))
  const atOnce = Math.min(count, slots)
  const times = eggTimes(bathOf(c, atOnce, boilsAtC), { eggG: c.eggG })
  const poachS = Math.round(eggForGuestS(times, wish ?? c.wish))
  // off the heat one round a boil; in a held bath a slot is free as soon as it was lifted from
  const dropsS =
    c.way === 'offHeat'
      ? Array.from({ length: count }, (_, i) => {
          const round = Math.floor(i / slots)
          return (i % slots) * DROP_S + round * (poachS + REBOIL_S + DROP_S * slots)
        })
      : eggDropsS(count, slots, poachS)
  const liftedS = dropsS.map((s) => s + poachS)
  const lastS = liftedS.at(-1) ?? 0
  const after: CompanionAct[] = []
  let readyS = lastS
  const then = (code: CompanionActCode, lengthS: number) => {
    after.push({ code, atS: readyS })
    readyS += lengthS
  }
  if (c.isIced) {
    then('ice', ICE_S)
    then('rewarm', REWARM_S)
  }
  if (drainS > 0) then('drain', drainS)
  const acts: CompanionAct[] = [
    ...(c.way === 'offHeat'
      ? dropsS.filter((_, i) => i % slots === 0).map((s): CompanionAct => ({ code: 'boil', atS: s }))
      : []),
    ...dropsS.map((s, i): CompanionAct => ({ code: 'drop', atS: s, nth: i + 1 })),
    ...liftedS.map((s, i): CompanionAct => ({ code: 'lift', atS: s, nth: i + 1 })),
    ...after,
  ]
  return { startS: -readyS, waitsS: EGG_WAITS_S, acts: backFrom(acts, readyS) }
}
/** Acts counted from their own beginning, as seconds before the plate. */
const backFrom = (acts: readonly CompanionAct[], readyS: number): CompanionAct[] =>
  acts.map((a) => ({ ...a, atS: a.atS - readyS })).sort((a, b) => a.atS - b.atS)

/** When each act of a companion falls, counted back from its plate. `kitchen:§4 §5 K-E6` */
export function companionTimes(companion: Companion, setting: CompanionSetting): CompanionTimes {
  switch (companion.kind) {
    case 'poachedEgg':
      return eggs(companion, setting)
    case 'rest': {
      const restS = Math.round(60 * steakRestMin(companion.thickMm))
      return {
        startS: -restS,
        waitsS: Math.max(0, 60 * MOST_REST_MIN - restS),
        acts: [{ code: 'rest', atS: -restS }],
      }
    }
    case 'fish': {
      const { thickMm, panC, targetC } = companion
      const { firstS, secondS } = fishSeconds(thickMm, panC, targetC)
      const readyS = Math.round(firstS + secondS) + FISH_REST_S
      return {
        startS: -readyS,
        waitsS: FISH_WAITS_S,
        acts: backFrom(
          [
            { code: 'panIn', atS: 0 },
            { code: 'turn', atS: Math.round(firstS) },
            { code: 'panOut', atS: Math.round(firstS + secondS) },
          ],
          readyS,
        ),
      }
    }
    case 'toast':
    case 'croutons':
    case 'warmed':
      return {
        startS: -companion.durationS,
        waitsS: companion.waitsS,
        acts: [{ code: 'begin', atS: -companion.durationS }],
      }
  }
}
