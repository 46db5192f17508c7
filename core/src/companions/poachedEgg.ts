// kitchen.md §4: a white and a yolk that warm one another in a bath
import { remembered } from '../solve/remembered'
const WHITE_J_PER_K = 125.4
const YOLK_J_PER_K = 52.7
const BATH_TO_WHITE_W_PER_K = 1.25
const AIR_TO_WHITE_W_PER_K = 0.09
const WHITE_TO_YOLK_W_PER_K = 0.35
const ROOM_C = 22
const USUAL_G = 50
const WATER_J_PER_KG_K = 4180
const PAN_J_PER_K = 400
const STEP_S = 0.5
const LONGEST_S = 1800
const FIRM = 3
const RUNNY_UNDER = 0.1
const JAMMY_UNDER = 0.8
/** Heat that a pan of hot water gives away, W/K. */
export const BATH_LOSS_W_PER_K = { lid: 2.5, open: 8 } as const

/** What an egg lies in: water that cools off its heat, water or ice held at a temperature, or air. */
export type EggBath =
  | {
      readonly kind: 'offHeat'
      readonly lossWPerK: number
      readonly waterKg: number
      readonly startC: number
      readonly eggs: number
    }
  | { readonly kind: 'held'; readonly tempC: number }
  | { readonly kind: 'air' }

/** An egg out of its shell: temperatures, how far its white has set (1 set, 3 firm), how far its yolk has (0..1). */
export interface EggState {
  readonly bathC: number
  readonly whiteC: number
  readonly yolkC: number
  readonly set: number
  readonly cookedFrac: number
}
export const freshEgg = (tempC: number): EggState => ({
  bathC: ROOM_C,
  whiteC: tempC,
  yolkC: tempC,
  set: 0,
  cookedFrac: 0,
})

function stepEgg(egg: EggState, bath: EggBath, eggG: number): EggState {
  const size = eggG / USUAL_G
  const throughs = Math.cbrt(size)
  const toWhite = bath.kind === 'air' ? AIR_TO_WHITE_W_PER_K : BATH_TO_WHITE_W_PER_K
  const q = toWhite * throughs * (egg.bathC - egg.whiteC)
  const r = WHITE_TO_YOLK_W_PER_K * throughs * (egg.whiteC - egg.yolkC)
  const bathC =
    bath.kind === 'offHeat'
      ? egg.bathC -
        (STEP_S * (bath.lossWPerK * (egg.bathC - ROOM_C) + bath.eggs * q)) /
          (WATER_J_PER_KG_K * bath.waterKg + PAN_J_PER_K)
      : egg.bathC
  const whiteC = egg.whiteC + (STEP_S * (q - r)) / (WHITE_J_PER_K * size)
  const yolkC = egg.yolkC + (STEP_S * r) / (YOLK_J_PER_K * size)
  const edgeC = yolkC + 0.4 * (whiteC - yolkC)
  return {
    bathC,
    whiteC,
    yolkC,
    set: egg.set + (STEP_S * 10 ** ((whiteC - 70) / 8)) / 34,
    cookedFrac: egg.cookedFrac + STEP_S * 0.005 * 10 ** ((edgeC - 65) / 4.6) * (1 - egg.cookedFrac),
  }
}
const inBath = (egg: EggState, bath: EggBath): EggState => ({ ...egg, bathC: bathTempC(bath) })
function bathTempC(bath: EggBath): number {
  if (bath.kind === 'offHeat') return bath.startC
  return bath.kind === 'held' ? bath.tempC : ROOM_C
}

/** An egg after so long in a bath. `kitchen:K-E2 K-E5` */
export function eggAfter(egg: EggState, bath: EggBath, seconds: number, eggG = USUAL_G): EggState {
  let at = inBath(egg, bath)
  for (let s = 0; s < seconds; s += STEP_S) at = stepEgg(at, bath, eggG)
  return at
}

/** Seconds to each stage of an egg; Infinity where its bath never brings it there. */
export interface EggTimes {
  readonly setS: number
  readonly firmS: number
  readonly runnyUntilS: number
  readonly jammyUntilS: number
}
/** When an egg out of the refrigerator is set, firm, no longer runny, no longer jammy. `kitchen:K-E1 K-E3 K-E4` */
export const eggTimes = remembered((bath: EggBath, { eggG = USUAL_G, startC = 5 } = {}): EggTimes => {
  let at = inBath(freshEgg(startC), bath)
  const times = { setS: Infinity, firmS: Infinity, runnyUntilS: Infinity, jammyUntilS: Infinity }
  const reached = {
    setS: (e: EggState) => e.set - 1,
    firmS: (e: EggState) => e.set - FIRM,
    runnyUntilS: (e: EggState) => e.cookedFrac - RUNNY_UNDER,
    jammyUntilS: (e: EggState) => e.cookedFrac - JAMMY_UNDER,
  }
  for (let s = 0; s < LONGEST_S && Object.values(times).some((t) => t === Infinity); s += STEP_S) {
    const next = stepEgg(at, bath, eggG)
    for (const key of Object.keys(reached) as (keyof EggTimes)[]) {
      const [before, after] = [reached[key](at), reached[key](next)]
      if (times[key] === Infinity && after >= 0) times[key] = s + (STEP_S * -before) / (after - before)
    }
    at = next
  }
  return times
})

export const EGG_WISHES = ['runny', 'jammy', 'hard'] as const
export type EggWish = (typeof EGG_WISHES)[number]
/** How long an egg is poached for a guest, s: runny as soon as its white is safely set. */
export function eggForGuestS({ setS, runnyUntilS, jammyUntilS }: EggTimes, wish: EggWish): number {
  if (wish === 'runny') return setS + 25
  return wish === 'jammy' ? (runnyUntilS + jammyUntilS) / 2 : jammyUntilS + 60
}

/** Eggs that a pan takes at a time. */
export const eggSlots = (diameterCm: number): number => Math.floor(0.6 * (diameterCm / 9) ** 2)
const LIFT_S = 20
/** When each egg is dropped, s: twenty seconds apart, into a slot that was lifted from. `kitchen:K-E6` */
export function eggDropsS(eggs: number, slots: number, poachS: number): number[] {
  const drops: number[] = []
  for (let i = 0; i < eggs; i++) {
    const freeS = i < slots ? 0 : drops[i - slots]! + poachS + LIFT_S
    drops.push(Math.max(freeS, i ? drops[i - 1]! + LIFT_S : 0))
  }
  return drops
}
