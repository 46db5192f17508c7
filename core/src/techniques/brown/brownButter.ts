// emulsion.md §8; milk solids brown at 130–150 °C, burn over 160 °C (McGee 2004; lactose and protein Maillard)
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
const LONGEST_S = 3600
const SLOPE_K = 0.5
const WATER_LATENT_J_PER_G = waterLatentHeatJPerG(BOILS_C)

/** Heat capacity of a usual pan, J/K. */
export const BROWN_PAN_J_PER_K = 150

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

const slopeJPerGK = (tempC: number) =>
  (fatEnthalpyJPerG(tempC + SLOPE_K) - fatEnthalpyJPerG(tempC - SLOPE_K)) / (2 * SLOPE_K)

/** One step of heat. */
function heated(
  { tempC, waterG, browned }: BrownState,
  { massG, butter, panJPerK = BROWN_PAN_J_PER_K }: BrownedIn,
  powerW: number,
): BrownState {
  const netW = powerW - LOSS_W_PER_K * (tempC - ROOM_C)
  const heatJPerK =
    massG * butter.fatFrac * slopeJPerGK(tempC) +
    HEAT_CAPACITY.water * waterG +
    HEAT_CAPACITY.snf * massG * butter.snfFrac +
    panJPerK
  const water0G = massG * butter.waterFrac
  if (waterG > 0 && tempC >= BOILS_C) {
    const gone = 1 - waterG / water0G
    const risesJPerG = (heatJPerK * 2 * LAST_WATER_K * gone) / water0G
    const leftG = waterG - (Math.max(0, netW) * STEP_S) / (WATER_LATENT_J_PER_G + risesJPerG)
    const isDry = leftG <= DRY_AT_SHARE * water0G
    const share = isDry ? 1 : 1 - leftG / water0G
    return { tempC: BOILS_C + LAST_WATER_K * share ** 2, waterG: isDry ? 0 : leftG, browned }
  }
  const nextC = tempC + (netW * STEP_S) / heatJPerK
  if (waterG > 0) return { tempC: Math.min(BOILS_C, nextC), waterG, browned }
  const rate = RATE_PER_S * 10 ** ((tempC - RATE_AT_C) / Z_K)
  return { tempC: nextC, waterG, browned: browned + rate * STEP_S }
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

/**
 * Seconds to each stage of butter that is browned, from when it went in. `emulsion:N1 N2`
 *
 * First it warms and melts, then its water boils out, which is heard, and only when it is dry do its milk solids brown.
 * @param from - where it stands, so many seconds on; cold butter at none where it is left out. Valid 80–1000 g, 200–1500 W.
 * @returns stages reached within an hour, those that `from` is past at its own time
 */
export function brownButter(
  of: BrownedIn,
  from: BrownState & { readonly s: number } = {
    tempC: 10,
    waterG: of.massG * of.butter.waterFrac,
    browned: 0,
    s: 0,
  },
): Partial<Record<BrownMark, BrownMarkAt>> {
  const marks: Partial<Record<BrownMark, BrownMarkAt>> = {}
  const waiting = [...BROWN_MARKS]
  const power = of.powerW
  const powerAt = typeof power === 'number' ? () => power : power
  let state: BrownState = from
  for (let s = from.s; s <= LONGEST_S; s += STEP_S) {
    while (waiting[0] && isAt(waiting[0], state)) {
      const mark = waiting.shift()
      if (mark) marks[mark] = { s, tempC: state.tempC }
    }
    if (!waiting.length) break
    state = heated(state, of, powerAt(s))
  }
  return marks
}

/** Where butter stands that has just gone quiet: dry, and not yet browned. */
export const SILENT_STATE: BrownState = { tempC: BOILS_C + LAST_WATER_K, waterG: 0, browned: 0 }
