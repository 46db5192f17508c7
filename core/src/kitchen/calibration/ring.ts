import { areaM2, heatLossW, massFluxKgPerM2S, surroundings } from '../../heat/evaporation'
import { PAN_METALS, type PanMetal } from '../../heat/preheat'
import { WATER_J_PER_G_K, waterBoilingPointC, waterLatentHeatJPerG } from '../../heat/water'

/** Version of both water tests; raised whenever their numbers change. */
export const RING_TEST_MODEL_VERSION = 'ringTest-1'

/** What a ring gives into a pan of water, W, and the spread of its logarithm; never believed to better than three in a hundred. */
export interface RingPower {
  readonly powerW: number
  readonly sdShare: number
}
/** What is wrong with a test's numbers. */
export type RingTestFault = 'moreAfter' | 'hardlyAny' | 'notWarmer' | 'tooHot'
export type RingTestAnswer =
  ({ readonly status: 'ok'; readonly lossW: number } & RingPower) | { readonly status: RingTestFault }

const LEAST_SD = 0.03
const SD = { massShare: 0.01, tempK: 0.5, clockS: 2, lossShare: 0.3, scaleG: 2 } as const
const WARMED_AT_MOST_C = 75
const LEAST_BOILED_G = 10

/** The pan in which water is warmed or boiled. */
export interface TestPan {
  readonly diameterMm: number
  readonly waterDepthMm: number
  readonly massKg: number
  readonly metal: PanMetal
  readonly pressureKPa: number
}

const around = (pan: TestPan) =>
  surroundings({ diameterMm: pan.diameterMm, wallMm: pan.waterDepthMm, pressureKPa: pan.pressureKPa })

/**
 * Power of a ring from water warmed with the lid off, stirred, the base warm before the clock. `kitchen:K-X4`
 * @param durationS - over 0
 */
export function warmingTest(
  pan: TestPan,
  water: {
    readonly massKg: number
    readonly fromC: number
    readonly toC: number
    readonly durationS: number
  },
): RingTestAnswer {
  const { massKg, fromC, toC, durationS } = water
  if (toC <= fromC) return { status: 'notWarmer' }
  if (toC > WARMED_AT_MOST_C) return { status: 'tooHot' }
  const at = around(pan)
  const meanC = (fromC + toC) / 2
  const lossW =
    heatLossW(at, meanC) + areaM2(at) * massFluxKgPerM2S(at, meanC) * 1000 * waterLatentHeatJPerG(meanC)
  const heat = 1000 * WATER_J_PER_G_K * massKg + PAN_METALS[pan.metal].jPerKgK * pan.massKg
  const powerW = (heat * (toC - fromC)) / durationS + lossW
  const sd = Math.hypot(
    SD.massShare,
    (Math.SQRT2 * SD.tempK) / (toC - fromC),
    SD.clockS / durationS,
    (SD.lossShare * lossW) / powerW,
  )
  return { status: 'ok', powerW, lossW, sdShare: Math.max(LEAST_SD, sd) }
}

/**
 * Power of a ring from water that boiled away: weighed before and after minutes of a rolling boil in an open pan.
 * @param durationS - over 0
 */
export function boilingTest(
  pan: TestPan,
  water: { readonly beforeG: number; readonly afterG: number; readonly durationS: number },
): RingTestAnswer {
  const boiledG = water.beforeG - water.afterG
  if (boiledG < 0) return { status: 'moreAfter' }
  if (boiledG < LEAST_BOILED_G) return { status: 'hardlyAny' }
  const boilC = waterBoilingPointC(pan.pressureKPa)
  const lossW = heatLossW(around(pan), boilC)
  const powerW = (boiledG * waterLatentHeatJPerG(boilC)) / water.durationS + lossW
  const sd = Math.hypot(
    (Math.SQRT2 * SD.scaleG) / boiledG,
    SD.clockS / water.durationS,
    (SD.lossShare * lossW) / powerW,
  )
  return { status: 'ok', powerW, lossW, sdShare: Math.max(LEAST_SD, sd) }
}
