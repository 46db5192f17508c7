import { DomainError } from '../errors'
import type { MinutesBand } from '../formula/formula'
import type { KitchenSettings, Pan, Ring } from '../formula/kitchen'
import { airPressureKPa } from '../heat/atmosphere'
import { waterBoilingPointC } from '../heat/water'
import { parseReduction } from '../language/parseReduction'
import { resolveReduction, type ReductionTarget } from '../language/reductionTarget'
import { massG, type Composition } from '../mixture/composition'
import { reduceMixture } from '../mixture/reduceMixture'
import { hotVolumeMl, volume20Ml } from '../mixture/volume'
import { saltWaterActivity, surroundings, type Surroundings } from '../reduction/evaporation'
import { HEAT_LEVELS, HEATERS, netPowerW, type HeatLevel } from '../reduction/heater'
import { dryMarginS } from '../reduction/scorch'
import { simulateReduction } from '../reduction/simulateReduction'
import { textureVolume } from '../thicken/textureStop'
import { depthAtVolumeMm, radiusAtMm } from '../vessel/profile'
import type { InPan, LevelPoint, StagePlan } from './batchPlan'

/** Version of the whole reduction forecast; raised whenever its numbers change. */
export const REDUCTION_MODEL_VERSION = 'reduction-1'
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

/** What a stage begins with. */
export interface StageStart {
  readonly stepId: string
  readonly phrase: string
  readonly mixture: Composition
  readonly inPan: InPan
  /** Starch in it as white-roux flour, g. */ readonly starchEqG?: number
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
export function panSurroundings({ pan, settings }: Pick<StagePlace, 'pan' | 'settings'>, depthMm: number): Surroundings {
  return surroundings({
    diameterMm: 2 * radiusAtMm(pan.profile, depthMm),
    wallMm: depthMm,
    pressureKPa: airPressureKPa(settings.altitudeM),
    roomTempC: settings.roomTempC,
  })
}

/**
 * Settles one reduction: its target in every form and its minutes with band, from composition, alcohol, boil or simmer, altitude and the pan's shape.
 *
 * @throws TargetUnclear where the phrase is no single target: show its readings side by side instead
 */
export function planStage(place: StagePlace, begin: StageStart): StagePlan {
  const { pan, ring, settings } = place
  const startVolumeMl = volume20Ml(begin.mixture)
  const target = resolveReduction(parseReduction(begin.phrase), startVolumeMl, (texture) =>
    textureVolume(begin.mixture, begin.starchEqG ?? 0, texture),
  )
  if ((target.status !== 'ok' && target.status !== 'texture') || target.volumeMl === undefined)
    throw new TargetUnclear(begin.stepId, begin.phrase, target)
  const pressureKPa = airPressureKPa(settings.altitudeM)
  const end = reduceMixture(begin.mixture, { volumeMl: target.volumeMl }, 1, pressureKPa)
  const boilC = boilingPointC(end, settings.altitudeM)
  const depthOf = (mixture: Composition) => hotDepthMm(pan, mixture, begin.inPan, boilC)
  const at = panSurroundings(place, (depthOf(begin.mixture) + depthOf(end)) / 2)
  const powerW = netPowerW(ring.heater, begin.heat, 2 * radiusAtMm(pan.profile, pan.profile.heightMm * 0.2), settings.altitudeM)
  const sdLnPower = HEAT_LEVELS[begin.heat].sdLnPower
  const run = (factor: number) =>
    simulateReduction(at, powerW * factor, {
      mixture: begin.mixture,
      tempC: begin.tempC,
      targetMassG: massG(end),
      ...(begin.storedInPanJ === undefined ? {} : { storedInPanJ: begin.storedInPanJ }),
    })
  const [slow, middle, fast] = [run(Math.exp(-Z10 * sdLnPower)), run(1), run(Math.exp(Z10 * sdLnPower))]
  const minutes: MinutesBand = { low: fast.durationS / 60, value: middle.durationS / 60, high: slow.durationS / 60 }
  const boilMin = Math.max(0.1, (middle.durationS - middle.warmUpS) / 60)
  const rateGPerMin = middle.status === 'reached' ? (massG(begin.mixture) - massG(end)) / boilMin : middle.rateGPerS * 60
  const ethanolLeft = (kappa: number) =>
    begin.mixture.ethanol > 0
      ? reduceMixture(begin.mixture, { volumeMl: target.volumeMl ?? 0 }, kappa, pressureKPa).ethanol / begin.mixture.ethanol
      : 0
  return {
    stepId: begin.stepId,
    phrase: begin.phrase,
    target,
    start: begin.mixture,
    startMassG: massG(begin.mixture),
    startVolumeMl,
    startDepthMm: depthOf(begin.mixture),
    targetMassG: massG(end),
    targetVolumeMl: target.volumeMl,
    targetDepthMm: depthOf(end),
    targetGrossG: pan.tareG + begin.inPan.massG + massG(end),
    fractionLeft: target.volumeMl / startVolumeMl,
    inPan: begin.inPan,
    tareG: pan.tareG,
    curve: levelCurve(pan, begin.mixture, begin.inPan, massG(end), boilC, pressureKPa),
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
    ethanolLeftFrac: { low: ethanolLeft(1), high: ethanolLeft(0.6) },
    dryMarginS: dryMarginS(end.water, rateGPerMin),
    modelVersion: REDUCTION_MODEL_VERSION,
  }
}

/** Level against mass, evenly spaced in mass, from the start to well past the target. */
function levelCurve(pan: Pan, start: Composition, inPan: InPan, targetMassG: number, boilC: number, pressureKPa: number): LevelPoint[] {
  const from = massG(start)
  const floor = Math.max(targetMassG * CURVE_PAST_TARGET, from - start.water * 0.98 - start.ethanol)
  const points: LevelPoint[] = []
  let mixture = start
  for (let i = 0; i <= CURVE_POINTS; i++) {
    mixture = reduceMixture(mixture, { massG: from + ((floor - from) * i) / CURVE_POINTS }, 1, pressureKPa)
    points.push({ massG: massG(mixture), volumeMl: volume20Ml(mixture), depthMm: hotDepthMm(pan, mixture, inPan, boilC) })
  }
  return points
}
