import { airPressureKPa } from '../../heat/atmosphere'
import type { FormulaStep, MinutesBand } from '../../formula/formula'
import {
  areaM2,
  boilState,
  heatLossW,
  LID_FACTOR,
  massFluxKgPerM2S,
  surroundings,
  type Lid,
  type Surroundings,
} from '../../heat/evaporation'
import { HEAT_LEVELS, type HeatWord } from '../../heat/heater'
import { waterBoilingPointC, waterDensityKgPerM3 } from '../../heat/water'
import { heatedBaseMm, onRing, ringPower } from '../../kitchen/ringPower'
import { massG } from '../../mixture/composition'
import { extractedShare } from '../../mixture/extract'
import { hotVolumeMl } from '../../mixture/volume'
import { clarityOf, type Clarity } from '../../pan/clarity'
import { bulkMl, contentsG, lyingIn, type Contents } from '../../pan/contents'
import { capacityMl, depthAtVolumeMm, FULLEST_PAN_SHARE, radiusAtMm } from '../../vessel/profile'
import { heatCapacityJPerK } from '../reduce/simulateReduction'
import { techniqueOf } from '../registry'
import type { PlanContext, StepPlanned } from '../technique'
import { BED_HOLDS_FRAC, sinksToMin, TOP_UP_MM, topUpMl } from './covered'
import { holdForOpenMin, pressureRun } from './pressureCooker'
import { skimTimesMin } from './scum'
import { gapForRiskMin, type CatchKind } from './visits'

/** Version of the whole simmer forecast; raised whenever its numbers change. */
export const SIMMER_MODEL_VERSION = 'simmer-2'
/** A bare simmer stands so far under the boil, K: at sea level 98 °C. */
export const SIMMERS_BELOW_BOIL_K = 2
const LIDS: readonly Lid[] = ['open', 'ajar', 'shut']
/** Skims of a stock where its formula says none. */
export const USUAL_SKIMS = 4
const LIQUIDS_ARRIVE_C = 20
const STAYS_HOT_C = 90
const COME_UP_SPREAD = { low: 0.8, high: 1.4 } as const
const SOLIDS_J_PER_G_K = 3 // bones and roots, half water
const FAT_J_PER_G_K = 2
const USUAL_GAUGE_KPA = 100
const FULLEST_FOAMING = 0.5
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
  /** On the full flame until it simmers, or until the lid holds its pressure. */
  readonly comeUpMin?: number | undefined
  /** Under pressure: how long to hold for what so many open minutes draw, and until it opens by itself. */
  readonly pressure?:
    | {
        readonly gaugeKPa: number
        readonly holdMin: number
        readonly releaseMin: number
        readonly openMin: number
      }
    | undefined
  /** How clear a stock stands at the end. */
  readonly clarity?: Clarity | undefined
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
  readonly modelVersion: string
}

/** How readily what is in the pot catches. */
function catchKind(of: Contents): CatchKind {
  const liquid = massG(of.liquid)
  if (liquid > 0 && of.snfG > MILKY_FRAC * liquid) return 'cream'
  if (of.starchEqG >= BOUND_FROM_FRAC * liquid) return 'rouxSauce'
  const dry = liquid - of.liquid.water - of.liquid.ethanol - of.liquid.fat
  return liquid > 0 && dry > PUREE_SOLIDS_FRAC * liquid ? 'puree' : 'clearStock'
}

/** A lively flame holds a pot at the boil; a bare simmer stands a little under it. */
const isLively = (heat: HeatWord): boolean => HEAT_LEVELS[heat].share >= HEAT_LEVELS.medium.share
/** Temperature at which a pot is kept, at an air pressure and by its flame, °C. */
export const simmerC = (pressureKPa: number, heat: HeatWord = 'low'): number =>
  waterBoilingPointC(pressureKPa) - (isLively(heat) ? 0 : SIMMERS_BELOW_BOIL_K)
/** The flame of a simmer where its formula says none: the lowest. */
export const heatOf = (step: FormulaStep): HeatWord => step.heat ?? 'low'
/** Its minutes are the open ones that it must be worth; the plan works out how long that is under this cooker's pressure. */
export const isUnderPressure = (step: FormulaStep): boolean => step.vessel === 'pressureCooker'

/** Height of the bed that bones make at the bottom of their pot, mm: they hold liquor among them. */
function bedMm({ pan }: Pick<PlanContext, 'pan'>, of: Contents): number {
  return of.solids.volumeMl > 0 ? depthAtVolumeMm(pan.profile, of.solids.volumeMl / (1 - BED_HOLDS_FRAC)) : 0
}

/** Temperature of the pot when its flame goes up: what stood on the heat before is hot, what went in since is cold unless it was brought hot. */
function arrivalC({ walk, walked }: PlanContext): number {
  const i = walk.indexOf(walked)
  const since = walk.slice(0, i).findLastIndex((w) => techniqueOf(w.step).stands(w.step) === 'ring')
  const coldG = walk
    .slice(since + 1, i + 1)
    .filter((w) => !w.step.arrivesHot)
    .flatMap((w) => w.lines)
    .reduce((sum, l) => sum + l.massG, 0)
  const cold = Math.min(1, coldG / Math.max(1, contentsG(walked.begin)))
  return cold * LIQUIDS_ARRIVE_C + (1 - cold) * STAYS_HOT_C
}

const longer = (of: MinutesBand, byMin: number): MinutesBand => ({
  low: of.low + byMin * COME_UP_SPREAD.low,
  value: of.value + byMin,
  high: of.high + byMin * COME_UP_SPREAD.high,
})
const NO_MINUTES: MinutesBand = { low: 0, value: 0, high: 0 }

/** Under pressure nothing leaves: how long to hold for what so many open minutes draw, and what comes before and after. `kitchen:§3` */
function planPressure(context: PlanContext): StepPlanned {
  const { pan, ring, settings, walked } = context
  const { begin, end, step } = walked
  const gaugeKPa = pan.gaugeKPa ?? USUAL_GAUGE_KPA
  const airKPa = airPressureKPa(settings.altitudeM)
  const run = {
    massKg: contentsG(begin) / 1000,
    gaugeKPa,
    airKPa,
    powerW: ringPower(ring, 'high', onRing(pan), settings.altitudeM).powerW,
    startC: arrivalC(context),
  }
  const openMin = step.minutes?.value ?? 0
  const holdMin = holdForOpenMin(run, openMin)
  const { comeUpMin, releaseMin, tempC } = pressureRun({ ...run, holdMin })
  const shareFull = bulkMl(begin) / capacityMl(pan.profile)
  const fullest = catchKind(begin) === 'clearStock' ? FULLEST_PAN_SHARE : FULLEST_FOAMING
  const stepId = step.id
  return {
    work: {
      kind: 'simmer',
      lossG: 0,
      endMassG: massG(end.liquid),
      tempC,
      comeUpMin,
      pressure: { gaugeKPa, holdMin, releaseMin, openMin },
      ...(begin.givesTauMin > 0 ? { drawnFrac: extractedShare(openMin, begin.givesTauMin) } : {}),
      modelVersion: SIMMER_MODEL_VERSION,
    },
    minutes: longer({ low: holdMin, value: holdMin, high: holdMin }, comeUpMin + releaseMin),
    warnings: [
      ...(pan.gaugeKPa === undefined ? [{ code: 'noPressureCooker' as const, stepId }] : []),
      ...(pan.gaugeKPa !== undefined && shareFull > fullest
        ? [{ code: 'panTooFull' as const, stepId, shareFull }]
        : []),
      ...(catchKind(begin) === 'clearStock' ? [] : [{ code: 'boundUnderPressure' as const, stepId }]),
    ],
  }
}

/** The plan of a simmer's step: its loss is what the formula wants; the lid that gives it, and what it takes meanwhile, are worked out. `kitchen:§3` */
export function planSimmer(context: PlanContext): StepPlanned {
  if (isUnderPressure(context.walked.step)) return planPressure(context)
  const { pan, ring, settings, walked } = context
  const { begin, end, step } = walked
  const heat = heatOf(step)
  const pressureKPa = airPressureKPa(settings.altitudeM)
  const tempC = simmerC(pressureKPa, heat)
  const minutes = step.minutes?.value ?? 0
  const startMm = depthAtVolumeMm(pan.profile, hotVolumeMl(begin.liquid, tempC) + lyingIn(begin).volumeMl)
  const at = surroundings({
    diameterMm: 2 * radiusAtMm(pan.profile, startMm),
    wallMm: Math.max(10, startMm),
    pressureKPa,
    roomTempC: settings.roomTempC,
  })
  const { powerW } = ringPower(ring, heat, onRing(pan), settings.altitudeM)
  const openGPerMin =
    60 * (isLively(heat) ? boilState(at, powerW).rateGPerS : massFluxKgPerM2S(at, tempC) * areaM2(at) * 1000)
  const losses = (isLively(heat) ? (['open'] as const) : LIDS).map((lid): SimmerLoss => ({
    lid,
    lossG: LID_FACTOR[lid] * openGPerMin * minutes,
  }))
  const lossG = Math.max(0, contentsG(begin) - contentsG(end))
  const off = (l: SimmerLoss) => Math.abs(Math.log((l.lossG + 1) / (lossG + 1)))
  const nearest = [...losses].sort((a, b) => off(a) - off(b))[0] as SimmerLoss
  const rateGPerMin = minutes > 0 ? lossG / minutes : 0
  const kind = catchKind(begin)
  // a jus has its scum off in a step of its own, at its end
  const isStock = context.formula.makes !== undefined && begin.givesTauMin > 0
  const skims = skimTimesMin(step.skims ?? USUAL_SKIMS).filter((min) => min < minutes)
  const fluxKWPerM2 = powerW / (Math.PI * (heatedBaseMm(pan) / 2000) ** 2) / 1000
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
  const comeUpMin = warmUpMin(context, at, tempC)
  return {
    work: {
      kind: 'simmer',
      lossG,
      endMassG: massG(end.liquid),
      tempC,
      comeUpMin,
      losses,
      lid: nearest.lid,
      rateGPerMin,
      catches: kind,
      stirEveryMin: kind === 'clearStock' || !Number.isFinite(stir) ? null : stir,
      skimAtMin: isStock && kind === 'clearStock' ? skims : [],
      ...(begin.givesTauMin > 0 ? { drawnFrac: extractedShare(minutes, begin.givesTauMin, tempC) } : {}),
      bareAfterMin: Number.isFinite(bare) && bare < minutes ? bare : null,
      topUpMl: topUpMl(areaM2(at), TOP_UP_MM.at, TOP_UP_MM.to),
      clarity: isStock ? clarityOf(end) : undefined,
      modelVersion: SIMMER_MODEL_VERSION,
    },
    minutes: longer(step.minutes ?? NO_MINUTES, comeUpMin),
  }
}

/** Minutes on the full flame until it simmers. */
function warmUpMin(context: PlanContext, at: Surroundings, tempC: number): number {
  const { pan, ring, settings, walked } = context
  const { liquid, solids, fatG } = walked.begin
  const heatJPerK = heatCapacityJPerK(liquid) + solids.massG * SOLIDS_J_PER_G_K + fatG * FAT_J_PER_G_K
  const { powerW } = ringPower(ring, 'high', onRing(pan), settings.altitudeM)
  const spareW = powerW - heatLossW(at, tempC) / 2
  const demandJ = heatJPerK * Math.max(0, tempC - arrivalC(context))
  return spareW > 0 ? demandJ / spareW / 60 : 0
}
