import { DomainError } from '../../errors'
import type { MinutesBand } from '../../formula/formula'
import { airPressureKPa } from '../../heat/atmosphere'
import { saltWaterActivity, surroundings, type Surroundings } from '../../heat/evaporation'
import { HEATERS, type HeatLevel } from '../../heat/heater'
import { waterBoilingPointC } from '../../heat/water'
import type { KitchenSettings, Pan, Ring } from '../../kitchen/kitchen'
import { onRing, ringPower } from '../../kitchen/ringPower'
import type { ReductionTarget } from '../../language/reductionTarget'
import type { InPan, LevelPoint, StagePlan } from '../../batch/batchPlan'
import type { BoilDown } from '../../mixture/boilDown'
import { massG, type Composition } from '../../mixture/composition'
import { hotVolumeMl, volume20Ml } from '../../mixture/volume'
import { lyingIn, type Contents } from '../../pan/contents'
import { depthAtVolumeMm, radiusAtMm } from '../../vessel/profile'
import type { Boiled } from '../technique'
import { dryMarginS } from './scorch'
import { hasOneEnd, simmeredG } from './settleReduction'
import { simulateReduction } from './simulateReduction'

/** Version of the whole reduction forecast; raised whenever its numbers change. */
export const REDUCTION_MODEL_VERSION = 'reduction-2'
const Z10 = 1.2816 // one tail of a tenth
const CURVE_POINTS = 24
const CURVE_PAST_TARGET = 0.6 // the curve goes on to this share of the target, so that an overshot pan can still be read

/** A phrase that is no single target; carries its readings for the liquid that would be in the pan. */
export class TargetUnclear extends DomainError {
  constructor(
    stepId: string,
    phrase: string,
    readonly target: ReductionTarget,
  ) {
    super('targetUnclear', stepId, phrase)
  }
}

/** The pan, its ring and its room, for a stage of a batch. */
export interface StagePlace {
  readonly pan: Pan
  readonly ring: Ring
  readonly settings: KitchenSettings
}

/** What a stage begins with: its goods are in, and its boil-down is settled. */
export interface StageStart {
  readonly stepId: string
  readonly phrase: string
  readonly contents: Contents
  readonly boiled: Boiled
  readonly tempC: number
  readonly heat: HeatLevel
  readonly storedInPanJ?: number
}

/** Where water boils in this kitchen with this much salt in it, °C. */
export function boilingPointC(mixture: Composition, altitudeM: number): number {
  return waterBoilingPointC(airPressureKPa(altitudeM) / saltWaterActivity(mixture.water, mixture.salt))
}

/** Depth of the hot liquid with what lies in it, mm. */
export function hotDepthMm(pan: Pan, mixture: Composition, inPan: InPan, tempC: number): number {
  return depthAtVolumeMm(pan.profile, hotVolumeMl(mixture, tempC) + inPan.volumeMl)
}

/** Surface and room of a pan filled to a depth. */
export function panSurroundings(
  { pan, settings }: Pick<StagePlace, 'pan' | 'settings'>,
  depthMm: number,
): Surroundings {
  return surroundings({
    diameterMm: 2 * radiusAtMm(pan.profile, depthMm),
    wallMm: depthMm,
    pressureKPa: airPressureKPa(settings.altitudeM),
    roomTempC: settings.roomTempC,
  })
}

/**
 * Settles one reduction: its target in every form and its minutes with band, from composition, alcohol, boil or simmer, altitude and the pan's
 * shape. The way down is the walk's own, marched once.
 *
 * @throws TargetUnclear where the phrase is no single target: show its readings side by side instead
 */
export function planStage(place: StagePlace, begin: StageStart): StagePlan {
  const { pan, ring, settings } = place
  const { target, way, to } = begin.boiled
  if (!hasOneEnd(target) || !to) throw new TargetUnclear(begin.stepId, begin.phrase, target)
  const { liquid } = begin.contents
  const inPan = lyingIn(begin.contents)
  const pressureKPa = airPressureKPa(settings.altitudeM)
  const end = to.mixture
  const boilC = boilingPointC(end, settings.altitudeM)
  const depthOf = (mixture: Composition) => hotDepthMm(pan, mixture, inPan, boilC)
  const at = panSurroundings(place, (depthOf(liquid) + depthOf(end)) / 2)
  const { powerW, sdLnPower } = ringPower(ring, begin.heat, onRing(pan), settings.altitudeM)
  const run = (factor: number) =>
    simulateReduction(way, at, powerW * factor, {
      tempC: begin.tempC,
      fall: to.fall,
      ...(begin.storedInPanJ === undefined ? {} : { storedInPanJ: begin.storedInPanJ }),
    })
  const [slow, middle, fast] = [run(Math.exp(-Z10 * sdLnPower)), run(1), run(Math.exp(Z10 * sdLnPower))]
  const minutes: MinutesBand = {
    low: fast.durationS / 60,
    value: middle.durationS / 60,
    high: slow.durationS / 60,
  }
  const boilMin = Math.max(0.1, (middle.durationS - middle.warmUpS) / 60)
  const startMassG = massG(liquid)
  const targetMassG = massG(end)
  const rateGPerMin =
    middle.status === 'reached' ? (startMassG - targetMassG) / boilMin : middle.rateGPerS * 60
  const startVolumeMl = volume20Ml(liquid)
  const targetVolumeMl = volume20Ml(end)
  const high = simmeredG({ ...begin.contents, ethanolSimmeredG: liquid.ethanol }, targetVolumeMl, pressureKPa)
  return {
    stepId: begin.stepId,
    phrase: begin.phrase,
    target,
    start: liquid,
    startMassG,
    startVolumeMl,
    startDepthMm: depthOf(liquid),
    targetMassG,
    targetVolumeMl,
    targetDepthMm: depthOf(end),
    targetGrossG: pan.tareG + inPan.massG + targetMassG,
    fractionLeft: targetVolumeMl / startVolumeMl,
    inPan,
    tareG: pan.tareG,
    curve: levelCurve(way, targetMassG, (mixture) => hotDepthMm(pan, mixture, inPan, boilC)),
    boilC,
    startTempC: begin.tempC,
    heat: begin.heat,
    powerW,
    regime: middle.regime,
    rateGPerMin,
    sdRateGPerMin: rateGPerMin * sdLnPower,
    driftPerRootMin: HEATERS[ring.heater.kind].driftPerRootMin,
    minutes,
    warmUpMin: middle.warmUpS / 60,
    ethanolLeftFrac:
      liquid.ethanol > 0
        ? { low: end.ethanol / liquid.ethanol, high: high / liquid.ethanol }
        : { low: 0, high: 0 },
    dryMarginS: dryMarginS(end.water, rateGPerMin),
    modelVersion: REDUCTION_MODEL_VERSION,
  }
}

/** Level against mass, evenly spaced in mass, from the start to well past the target. */
function levelCurve(
  way: BoilDown,
  targetMassG: number,
  depthMmOf: (mixture: Composition) => number,
): LevelPoint[] {
  const from = massG(way.start)
  const floor = Math.max(targetMassG * CURVE_PAST_TARGET, from - way.start.water * 0.98 - way.start.ethanol)
  let fallen = 0 // each point lies past the one before it
  return Array.from({ length: CURVE_POINTS + 1 }, (_, i): LevelPoint => {
    const wanted = from + ((floor - from) * i) / CURVE_POINTS
    const found = way.where((of) => massG(of) - wanted, fallen)
    const mixture = found?.mixture ?? way.start
    fallen = found?.fall ?? fallen
    return {
      massG: massG(mixture),
      volumeMl: volume20Ml(mixture),
      depthMm: depthMmOf(mixture),
    }
  })
}
