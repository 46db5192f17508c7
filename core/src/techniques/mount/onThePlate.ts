import type { BatchState } from '../../batch/batchState'
import { phaseFraction } from '../../mixture/phases'
import { actualEnd } from '../../pan/actualWalk'
import { contentsPhases } from '../../pan/contents'
import { contactC, hottestPlateC, hottestSurfaceC, plateMixC, sauceThermal, SURFACES } from './contact'

/** A plate and the layer of sauce on it, mm (typical). */
export const [PLATE_MM, LAYER_MM] = [5, 4]
/** Heat that still air and the room take from one side of a warm plate, W/(m²·K) (typical: some 5 by air, 6 by radiation). */
const STILL_W_PER_M2_K = 11
const MM_PER_M = 1000
const S_PER_MIN = 60

/** What sauce is put on, and how warm it was found. */
export interface PlateFound {
  readonly on: 'plate' | 'meat'
  readonly tempC: number
}
/** What becomes of a butter sauce on it. */
export interface OnThePlate {
  readonly isWhole: boolean
  /** The hottest on which it stays whole, °C. */ readonly hottestC: number
  /** Where sauce and plate come to, or the skin of sauce that meets meat, °C. */ readonly meetC: number
  /** A plate left standing is cool enough after this, min; 0 where it is, none for meat: its inside goes on giving. */
  readonly waitMin: number | undefined
}

/** Whether a mounted sauce stays whole where it goes, and what to wait for where it does not. `emulsion:M4 M5` @returns nothing for a sauce that no plate breaks */
export function onThePlate(
  state: BatchState,
  { on, tempC }: PlateFound,
  { sauceC, roomC }: { readonly sauceC?: number | undefined; readonly roomC: number },
): OnThePlate | undefined {
  const work = state.plan?.steps.map((s) => s.work).findLast((w) => w.kind === 'mount')
  const end = actualEnd(state)
  if (work?.kind !== 'mount' || !end) return undefined
  const { lowC, highC } = work.window
  const of = sauceThermal(phaseFraction(contentsPhases(end)))
  const sauce = { of, tempC: Math.min(sauceC ?? (lowC + highC) / 2, highC), mm: LAYER_MM }
  if (on === 'meat') {
    const hottestC = hottestSurfaceC(sauce, SURFACES.meat, highC)
    const meetC = contactC(sauce, { of: SURFACES.meat, tempC })
    return { isWhole: tempC <= hottestC, hottestC, meetC, waitMin: undefined }
  }
  const plate = { of: SURFACES.porcelain, mm: PLATE_MM }
  const hottestC = hottestPlateC(sauce, plate, highC)
  const { densityKgPerM3, heatJPerKgK } = plate.of
  const tauS = (densityKgPerM3 * heatJPerKgK * PLATE_MM) / MM_PER_M / (2 * STILL_W_PER_M2_K)
  const isWhole = tempC <= hottestC
  const waitMin = isWhole ? 0 : (tauS / S_PER_MIN) * Math.log((tempC - roomC) / Math.max(1, hottestC - roomC))
  return { isWhole, hottestC, meetC: plateMixC(sauce, { ...plate, tempC }), waitMin }
}
