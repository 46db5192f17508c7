// emulsion.md §8; milk solids brown at 130–150 °C, burn over 160 °C (McGee 2004; lactose and protein Maillard)
import { USUAL_PAN_J_PER_K } from '../../heat/usualPan'
import { waterLatentHeatJPerG } from '../../heat/water'
import { fatEnthalpyJPerG, HEAT_CAPACITY, type ButterParts } from '../../mixture/butterFat'

/** A stage of butter in its pan, by what is seen and heard. */
export const BROWN_MARKS = ['melted', 'boiling', 'silent', 'blond', 'noisette', 'dark', 'burnt'] as const
export type BrownMark = (typeof BROWN_MARKS)[number]
/** Browning at which a colour is reached (judgement). `emulsion:§8` */
const COLOURS = { blond: 0.3, noisette: 1, dark: 2.5, burnt: 5 } as const
const MELTED_C = 38
const BOILS_C = 100
/** The last of the water boils out of fat that is hotter than water, K. */
const LAST_WATER_K = 8
const DRY_AT_SHARE = 0.003
const RATE_PER_S = 0.04
const RATE_AT_C = 140
const Z_K = 25
const LOSS_W_PER_K = 0.6
const ROOM_C = 25
const STEP_S = 0.5
/** Nobody waits longer, s. */
export const LONGEST_S = 3600
const SLOPE_K = 0.5
const WATER_LATENT_J_PER_G = waterLatentHeatJPerG(BOILS_C)

/** Butter in a pan: how hot it is, the water still in it, and how far its solids have browned. */
export interface BrownState {
  readonly tempC: number
  readonly waterG: number
  readonly browned: number
}
/** What it is and what it stands on. */
export interface BrownedIn {
  readonly massG: number
  readonly butter: ButterParts
  /** Into the pan; as it was turned, by seconds from when the butter went in, W. */
  readonly powerW: number | ((s: number) => number)
  readonly panJPerK?: number | undefined
}

const slopeAt = (tempC: number) =>
  (fatEnthalpyJPerG(tempC + SLOPE_K) - fatEnthalpyJPerG(tempC - SLOPE_K)) / (2 * SLOPE_K)
/** Above this no fat is solid, and its slope is one number, °C. */
const ALL_LIQUID_C = 40
const LIQUID_J_PER_GK = slopeAt(100)
/** Below, by quarters of a degree: it is asked for thousands of times. */
const SLOPES = Array.from({ length: 4 * ALL_LIQUID_C + 1 }, (_, i) => slopeAt(i / 4))
const slopeJPerGK = (tempC: number) => SLOPES[Math.round(4 * Math.max(0, tempC))] ?? LIQUID_J_PER_GK

/** One step of heat of a butter: what never changes of it is worked out once. */
function heating({ massG, butter, panJPerK = USUAL_PAN_J_PER_K }: BrownedIn) {
  const fatG = massG * butter.fatFrac
  const water0G = massG * butter.waterFrac
  const restJPerK = HEAT_CAPACITY.snf * massG * butter.snfFrac + panJPerK
  return ({ tempC, waterG, browned }: BrownState, powerW: number): BrownState => {
    const netW = powerW - LOSS_W_PER_K * (tempC - ROOM_C)
    const heatJPerK = fatG * slopeJPerGK(tempC) + HEAT_CAPACITY.water * waterG + restJPerK
    if (waterG > 0 && tempC >= BOILS_C) {
      const gone = 1 - waterG / water0G
      const risesJPerG = (heatJPerK * 2 * LAST_WATER_K * gone) / water0G
      const leftG = waterG - (Math.max(0, netW) * STEP_S) / (WATER_LATENT_J_PER_G + risesJPerG)
      const isDry = leftG <= DRY_AT_SHARE * water0G
      const share = isDry ? 1 : 1 - leftG / water0G
      return { tempC: BOILS_C + LAST_WATER_K * share * share, waterG: isDry ? 0 : leftG, browned }
    }
    const nextC = tempC + (netW * STEP_S) / heatJPerK
    if (waterG > 0) return { tempC: Math.min(BOILS_C, nextC), waterG, browned }
    const rate = RATE_PER_S * Math.exp((Math.LN10 / Z_K) * (tempC - RATE_AT_C))
    return { tempC: nextC, waterG, browned: browned + rate * STEP_S }
  }
}

/** Whether a stage is reached. */
function isAt(mark: BrownMark, { tempC, waterG, browned }: BrownState): boolean {
  if (mark === 'melted') return tempC >= MELTED_C
  if (mark === 'boiling') return tempC >= BOILS_C
  return mark === 'silent' ? waterG <= 0 : browned >= COLOURS[mark]
}

/** When a stage comes, and how hot the butter is then. */
export interface BrownMarkAt {
  readonly s: number
  readonly tempC: number
}

/** Where butter stands, so many seconds after it went in. */
export interface BrownMoment extends BrownState {
  readonly s: number
}
const coldButter = ({ massG, butter }: BrownedIn): BrownMoment => ({
  tempC: 10,
  waterG: massG * butter.waterFrac,
  browned: 0,
  s: 0,
})
/** Butter from a moment on: its stages, and every half second of it up to the last of them. */
export interface BrownCourse {
  readonly marks: Partial<Record<BrownMark, BrownMarkAt>>
  readonly moments: readonly BrownMoment[]
}
const constant = (watts: number) => () => watts

/**
 * Butter that is browned, from when it went in. `emulsion:N1 N2`
 *
 * First it warms and melts, then its water boils out, which is heard, and only when it is dry do its milk solids brown.
 * @param from - where it stands, so many seconds on; cold butter at none where it is left out. Valid 80–1000 g, 200–1500 W.
 * @param untilS - when nobody looks any more, if it has not burnt before
 * @returns stages reached by then, those that `from` is past at its own time
 */
export function brownCourse(
  of: BrownedIn,
  from: BrownMoment = coldButter(of),
  untilS = LONGEST_S,
): BrownCourse {
  const marks: Partial<Record<BrownMark, BrownMarkAt>> = {}
  const moments: BrownMoment[] = []
  const waiting = [...BROWN_MARKS]
  const powerAt = typeof of.powerW === 'number' ? constant(of.powerW) : of.powerW
  const heated = heating(of)
  let state: BrownState = from
  for (let s = from.s; s <= untilS; s += STEP_S) {
    moments.push({ tempC: state.tempC, waterG: state.waterG, browned: state.browned, s })
    while (waiting[0] && isAt(waiting[0], state)) {
      const mark = waiting.shift()
      if (mark) marks[mark] = { s, tempC: state.tempC }
    }
    if (!waiting.length) break
    state = heated(state, powerAt(s))
  }
  return { marks, moments }
}
/** Seconds to each stage. `emulsion:N1 N2` */
export const brownButter = (of: BrownedIn, from?: BrownMoment): BrownCourse['marks'] =>
  brownCourse(of, from).marks

/** Where butter stands that has just gone quiet: dry, and not yet browned. */
export const SILENT_STATE: BrownState = { tempC: BOILS_C + LAST_WATER_K, waterG: 0, browned: 0 }
/** Where it stands when it smells of nuts: so far browned, however hot it was. */
export const NUTTY = COLOURS.noisette

const COOLS_S = 900
/** How far it browns in its own pan once the flame is off. */
function brownsOff(of: BrownedIn, moment: BrownMoment): number {
  const heated = heating(of)
  let state: BrownState = moment
  for (let s = 0; s < COOLS_S && state.browned < NUTTY; s += STEP_S) state = heated(state, 0)
  return state.browned
}

/** The last moment at which the flame may go off and the butter, left in its hot pan, comes to nuts by itself and no further; none where no moment is. */
export function comesByItself(of: BrownedIn, moments: readonly BrownMoment[]): BrownMoment | undefined {
  const dry = moments.filter((m) => m.waterG <= 0 && m.browned < NUTTY)
  let low = 0
  let high = dry.length
  while (low < high) {
    const middle = (low + high) >> 1
    const moment = dry[middle]
    if (moment && brownsOff(of, moment) < NUTTY) low = middle + 1
    else high = middle
  }
  return dry[low - 1]
}
