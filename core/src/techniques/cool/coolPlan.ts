import {
  containerTauMin,
  COOLING_PLACES,
  formVolumeMl,
  type CoolingForm,
  type CoolingPlace,
} from '../../cooling/container'
import { newtonMin } from '../../cooling/newton'
import { slabCentreMin } from '../../cooling/slab'
import type { Pan } from '../../kitchen/kitchen'
import { massG } from '../../mixture/composition'
import { density20GPerMl, volume20Ml } from '../../mixture/volume'
import { lyingIn, type Contents } from '../../pan/contents'
import type { FoodCode } from '../../safety/codes'
import { depthAtVolumeMm, radiusAtMm } from '../../vessel/profile'
import { heatCapacityJPerK } from '../reduce/simulateReduction'

/** Version of the whole cooling forecast; raised whenever its numbers change. */
export const COOLING_MODEL_VERSION = 'cooling-1'
/** How each place is used: a fridge's neighbours want a lid, all else cools open; an agitated bath is stirred. */
export const USED_SO: Readonly<
  Record<CoolingPlace, { readonly isLidded: boolean; readonly isStirred: boolean }>
> = {
  stillFridge: { isLidded: true, isStirred: false },
  walkIn: { isLidded: false, isStirred: false },
  blast: { isLidded: false, isStirred: false },
  iceBath: { isLidded: false, isStirred: false },
  iceBathAgitated: { isLidded: false, isStirred: true },
  iceWater: { isLidded: true, isStirred: false },
}
/** Places that a pot or tray is offered; iced water is for bags. */
export const OFFERED_PLACES = ['walkIn', 'blast', 'iceBathAgitated', 'iceBath', 'stillFridge'] as const
const BOUND_FROM_FRAC = 0.005
const GELS_FROM_FRAC = 0.02
const SHALLOWEST_MM = 15

/** One way of cooling what is there, and what the code would say of it. */
export interface CoolingOption {
  readonly place: CoolingPlace
  readonly depthMm: number
  /** Min to the end of each stage of the code, from its own start; null where it never gets there. */
  readonly stageMin: readonly (number | null)[]
  readonly isInTime: boolean
  /** Time constant of a thin liquid there, min. */
  readonly tauMin: number
}
/** What is to be cooled, the ways there are, and how shallow a layer would do in a walk-in. */
export interface CoolPlan {
  readonly kind: 'cool'
  readonly massG: number
  readonly heatJPerK: number
  /** It conducts only: flour, purée, or a stock that sets. */
  readonly isThick: boolean
  readonly options: readonly CoolingOption[]
  /** Deepest layer in the same vessel that is in time where it is usually cooled, mm, and how many such vessels the whole wants. */
  readonly deepestMm: number
  readonly vessels: number
  readonly modelVersion: string
}

const isThick = ({ starchEqG, liquid }: Contents): boolean =>
  starchEqG >= BOUND_FROM_FRAC * massG(liquid) || liquid.gelatin >= GELS_FROM_FRAC * massG(liquid)

/** A vessel's contents as a form that cools. */
export function coolingForm(pan: Pan, depthMm: number): CoolingForm {
  if (pan.footprint) return { shape: 'tray', ...pan.footprint, depthMm }
  const diameterMm = 2 * radiusAtMm(pan.profile, Math.max(1, depthMm / 2))
  if (pan.kind !== 'tray') return { shape: 'pot', diameterMm, depthMm }
  const side = (diameterMm * Math.sqrt(Math.PI)) / 2 // a tray that was not measured is the square of its area
  return { shape: 'tray', lengthMm: side, widthMm: side, depthMm }
}

interface Lot {
  readonly pan: Pan
  readonly densityKgPerM3: number
  readonly heatJPerKgK: number
  readonly isThick: boolean
}
function optionAt(
  lot: Lot,
  code: Pick<FoodCode, 'cooling'>,
  place: CoolingPlace,
  depthMm: number,
): CoolingOption {
  const form = coolingForm(lot.pan, depthMm)
  const heatJPerK = formVolumeMl(form) * 1e-6 * lot.densityKgPerM3 * lot.heatJPerKgK
  const tauMin = containerTauMin({ form, wall: 'steel', place, ...USED_SO[place] }, heatJPerK)
  const { aroundC, outsideWPerM2K } = COOLING_PLACES[place]
  const slab = {
    thicknessMm: depthMm,
    faceWPerM2K: outsideWPerM2K,
    aroundC,
    densityKgPerM3: lot.densityKgPerM3,
    heatJPerKgK: lot.heatJPerKgK,
  }
  const min = (fromC: number, toC: number) =>
    lot.isThick && !USED_SO[place].isStirred
      ? slabCentreMin(slab, fromC, toC)
      : newtonMin({ tauMin, aroundC }, fromC, toC)
  const stageMin = code.cooling.map((s) => {
    const minutes = min(s.fromC, s.toC)
    return Number.isFinite(minutes) ? minutes : null
  })
  return {
    place,
    depthMm,
    stageMin,
    isInTime: code.cooling.every((s, i) => (stageMin[i] ?? Infinity) <= s.withinMin),
    tauMin,
  }
}

/**
 * The ways of cooling what is in a vessel, by the chosen code: how long each place takes at this depth, and how shallow it must be where it is
 * usually cooled. `reduction:§7`
 */
export function planCooling(pan: Pan, contents: Contents, code: Pick<FoodCode, 'cooling'>): CoolPlan {
  const grams = massG(contents.liquid) + lyingIn(contents).massG
  const volumeMl = volume20Ml(contents.liquid) + lyingIn(contents).volumeMl
  const lot: Lot = {
    pan,
    densityKgPerM3: massG(contents.liquid) > 0 ? 1000 * density20GPerMl(contents.liquid) : 1000,
    heatJPerKgK: grams > 0 ? (1000 * heatCapacityJPerK(contents.liquid)) / massG(contents.liquid) : 4000,
    isThick: isThick(contents),
  }
  const depthMm = Math.max(1, Math.min(pan.profile.heightMm, depthAtVolumeMm(pan.profile, volumeMl)))
  const usual = OFFERED_PLACES[0]
  let deepestMm = SHALLOWEST_MM
  for (let mm = SHALLOWEST_MM; mm <= 80; mm += 5) if (optionAt(lot, code, usual, mm).isInTime) deepestMm = mm
  const perVesselMl = formVolumeMl(coolingForm(pan, deepestMm))
  return {
    kind: 'cool',
    massG: grams,
    heatJPerK: heatCapacityJPerK(contents.liquid),
    isThick: lot.isThick,
    options: OFFERED_PLACES.map((place) => optionAt(lot, code, place, depthMm)),
    deepestMm,
    vessels: Math.max(1, Math.ceil(volumeMl / perVesselMl - 1e-9)),
    modelVersion: COOLING_MODEL_VERSION,
  }
}
