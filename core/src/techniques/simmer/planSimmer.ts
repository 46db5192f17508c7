import { airPressureKPa } from '../../heat/atmosphere'
import { areaM2, LID_FACTOR, massFluxKgPerM2S, surroundings, type Lid } from '../../heat/evaporation'
import type { HeatLevel } from '../../heat/heater'
import { waterBoilingPointC, waterDensityKgPerM3 } from '../../heat/water'
import { ringPower } from '../../kitchen/ringPower'
import { massG } from '../../mixture/composition'
import { extractedShare } from '../../mixture/extract'
import { hotVolumeMl } from '../../mixture/volume'
import { contentsG, lyingIn, type Contents } from '../../pan/contents'
import { depthAtVolumeMm, radiusAtMm } from '../../vessel/profile'
import { heatedBaseMm } from '../reduce/planStage'
import type { PlanContext, StepPlanned } from '../technique'
import { BED_HOLDS_FRAC, sinksToMin, TOP_UP_MM, topUpMl } from './covered'
import { skimTimesMin } from './scum'
import { gapForRiskMin, type CatchKind } from './visits'

/** Version of the whole simmer forecast; raised whenever its numbers change. */
export const SIMMER_MODEL_VERSION = 'simmer-1'
/** A bare simmer stands so far under the boil, K: at sea level 98 °C. */
export const SIMMERS_BELOW_BOIL_K = 2
const LIDS: readonly Lid[] = ['open', 'ajar', 'shut']
const SKIMS = 4
const BOUND_FROM_FRAC = 0.005
const MILKY_FRAC = 0.05
const PUREE_SOLIDS_FRAC = 0.12

/** How a pot that is held at a bare simmer loses under each lid, and which lid comes nearest to what the formula wants. */
export interface SimmerLoss {
  readonly lid: Lid
  readonly lossG: number
}
/** A simmer worked out: what leaves it, what it gives, when to stir and skim, and when its bones would fall bare. */
export interface SimmerPlan {
  readonly kind: 'simmer'
  readonly lossG: number
  readonly endMassG: number
  /** Older plans have none of what follows. */
  readonly tempC?: number | undefined
  readonly losses?: readonly SimmerLoss[] | undefined
  readonly lid?: Lid | undefined
  readonly rateGPerMin?: number | undefined
  readonly catches?: CatchKind | undefined
  readonly stirEveryMin?: number | null | undefined
  readonly skimAtMin?: readonly number[] | undefined
  /** Share of what bones and roots can give that is in the liquor at the end. */
  readonly drawnFrac?: number | undefined
  /** Min until the liquor stands only a thumb over what lies in it, and the boiling water that lifts it again; null where it never does. */
  readonly bareAfterMin?: number | null | undefined
  readonly topUpMl?: number | undefined
  readonly modelVersion?: string | undefined
}

/** How readily what is in the pot catches. */
function catchKind(of: Contents): CatchKind {
  const liquid = massG(of.liquid)
  if (liquid > 0 && of.snfG > MILKY_FRAC * liquid) return 'cream'
  if (of.starchEqG >= BOUND_FROM_FRAC * liquid) return 'rouxSauce'
  const dry = liquid - of.liquid.water - of.liquid.ethanol - of.liquid.fat
  return liquid > 0 && dry > PUREE_SOLIDS_FRAC * liquid ? 'puree' : 'clearStock'
}

/** Temperature of a bare simmer at an air pressure, °C. */
export const simmerC = (pressureKPa: number): number => waterBoilingPointC(pressureKPa) - SIMMERS_BELOW_BOIL_K

/** Height of the bed that bones make at the bottom of their pot, mm: they hold liquor among them. */
function bedMm({ pan }: Pick<PlanContext, 'pan'>, of: Contents): number {
  return of.solids.volumeMl > 0 ? depthAtVolumeMm(pan.profile, of.solids.volumeMl / (1 - BED_HOLDS_FRAC)) : 0
}

/** The plan of a simmer's step: its loss is what the formula wants; the lid that gives it, and what it takes meanwhile, are worked out. `kitchen:§3` */
export function planSimmer(context: PlanContext): StepPlanned {
  const { pan, ring, settings, walked } = context
  const { begin, end, step } = walked
  const pressureKPa = airPressureKPa(settings.altitudeM)
  const tempC = simmerC(pressureKPa)
  const minutes = step.minutes?.value ?? 0
  const startMm = depthAtVolumeMm(pan.profile, hotVolumeMl(begin.liquid, tempC) + lyingIn(begin).volumeMl)
  const at = surroundings({
    diameterMm: 2 * radiusAtMm(pan.profile, startMm),
    wallMm: Math.max(10, startMm),
    pressureKPa,
    roomTempC: settings.roomTempC,
  })
  const openGPerMin = massFluxKgPerM2S(at, tempC) * areaM2(at) * 60_000
  const losses = LIDS.map((lid): SimmerLoss => ({ lid, lossG: LID_FACTOR[lid] * openGPerMin * minutes }))
  const lossG = Math.max(0, contentsG(begin) - contentsG(end))
  const off = (l: SimmerLoss) => Math.abs(Math.log((l.lossG + 1) / (lossG + 1)))
  const nearest = [...losses].sort((a, b) => off(a) - off(b))[0] as SimmerLoss
  const rateGPerMin = minutes > 0 ? lossG / minutes : 0
  const kind = catchKind(begin)
  // a jus has its scum off in a step of its own, at its end
  const isStock = context.formula.makes !== undefined && begin.givesTauMin > 0
  const heat: HeatLevel = step.heat ?? 'low'
  const fluxKWPerM2 =
    ringPower(ring, heat, heatedBaseMm(pan), settings.altitudeM).powerW /
    (Math.PI * (heatedBaseMm(pan) / 2000) ** 2) /
    1000
  const stir = gapForRiskMin(kind, fluxKWPerM2)
  const bed = bedMm(context, begin)
  const bare =
    bed > 0
      ? sinksToMin(
          { areaM2: areaM2(at), densityKgPerM3: waterDensityKgPerM3(tempC) },
          startMm - bed,
          TOP_UP_MM.at,
          rateGPerMin,
        )
      : Infinity
  return {
    work: {
      kind: 'simmer',
      lossG,
      endMassG: massG(end.liquid),
      tempC,
      losses,
      lid: nearest.lid,
      rateGPerMin,
      catches: kind,
      stirEveryMin: kind === 'clearStock' || !Number.isFinite(stir) ? null : stir,
      skimAtMin: isStock && kind === 'clearStock' ? skimTimesMin(SKIMS).filter((min) => min < minutes) : [],
      ...(begin.givesTauMin > 0 ? { drawnFrac: extractedShare(minutes, begin.givesTauMin, tempC) } : {}),
      bareAfterMin: Number.isFinite(bare) && bare < minutes ? bare : null,
      topUpMl: topUpMl(areaM2(at), TOP_UP_MM.at, TOP_UP_MM.to),
      modelVersion: SIMMER_MODEL_VERSION,
    },
  }
}
