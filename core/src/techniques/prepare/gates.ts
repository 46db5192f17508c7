import type { BatchView } from '../../batch/viewBatch'
import { heatLossW, massFluxKgPerM2S, areaM2, surroundings } from '../../heat/evaporation'
import { airPressureKPa } from '../../heat/atmosphere'
import { waterLatentHeatJPerG } from '../../heat/water'
import { massG } from '../../mixture/composition'
import { actualWalk } from '../../pan/actualWalk'
import { radiusAtMm } from '../../vessel/profile'

/** What must have cooled before a step goes on. */
export interface Gate {
  readonly kind: 'yolk'
  /** Warmest that it may be, °C. */
  readonly mostC: number
  /** What is there to cool, g. */
  readonly massG: number
  /** Minutes that it takes by itself, from the boil. */
  readonly coolMin: number
  /** When its heat went off, ms. */
  readonly sinceMs: number
  /** The last temperature that was read here, °C. */
  readonly readC?: number | undefined
  readonly isShut: boolean
}

/** Yolk that meets something hotter sets in grains (its first lumps come from 60 °C on; ten kelvin to spare). */
const YOLK_MOST_C = 50
const BOILED_C = 97
const STEP_S = 5
const LONGEST_S = 3 * 3600
const WATER_J_PER_G_K = 4.0
const METAL_J_PER_G_K = 0.5

/** Minutes in which so much hot liquid cools in an open pan, by what its surface and wall give off. */
export function coolInPanMin(
  { massG: liquidG, panG, diameterMm, pressureKPa, roomTempC }: CoolingPan,
  fromC: number,
  toC: number,
): number {
  const at = surroundings({ diameterMm, pressureKPa, roomTempC })
  const heatJPerK = liquidG * WATER_J_PER_G_K + panG * METAL_J_PER_G_K
  let tempC = fromC
  for (let s = 0; s < LONGEST_S; s += STEP_S) {
    if (tempC <= toC) return s / 60
    const evaporates =
      areaM2(at) * massFluxKgPerM2S(at, Math.min(tempC, 95)) * 1000 * waterLatentHeatJPerG(tempC)
    tempC -= ((heatLossW(at, tempC) + evaporates) * STEP_S) / heatJPerK
  }
  return Infinity
}
interface CoolingPan {
  readonly massG: number
  readonly panG: number
  readonly diameterMm: number
  readonly pressureKPa: number
  readonly roomTempC: number
}

/** Whether yolk goes onto something that was boiled: shut until a probe reads it cool enough, or it has stood for as long as it takes. */
export function gateOf({ state, formula, step, pan }: BatchView, nowMs: number): Gate | undefined {
  const { frozen, plan } = state
  if (!step || !frozen || !plan || step.technique !== 'add') return undefined
  const here = plan.weighOut.filter((l) => l.stepId === step.id)
  const isYolk = here.some(
    (l) => frozen.ingredients.find((i) => i.id === l.ingredientId)?.emulsionRole === 'yolk',
  )
  const before = formula.steps.slice(0, formula.steps.indexOf(step))
  const boiled = before.findLast((s) => s.technique === 'reduce')
  const sinceMs = boiled && state.steps[boiled.id]?.finishedAtMs
  if (!isYolk || sinceMs === undefined) return undefined
  const begin = actualWalk(state)?.find((w) => w.step.id === step.id)?.before
  const liquidG = begin ? massG(begin.liquid) : 0
  if (liquidG <= 0) return undefined
  const { settings } = frozen
  const roleOf = (stepId: string) => plan.steps.find((s) => s.stepId === stepId)?.vessel
  // poured into another vessel it gives that its heat at once
  const isPoured = roleOf(boiled?.id ?? '') !== roleOf(step.id)
  const heat = [liquidG * WATER_J_PER_G_K, pan.tareG * METAL_J_PER_G_K] as const
  const fromC = isPoured
    ? (heat[0] * BOILED_C + heat[1] * settings.roomTempC) / (heat[0] + heat[1])
    : BOILED_C
  const coolMin = coolInPanMin(
    {
      massG: liquidG,
      panG: pan.tareG,
      diameterMm: 2 * radiusAtMm(pan.profile, 10),
      pressureKPa: airPressureKPa(settings.altitudeM),
      roomTempC: settings.roomTempC,
    },
    fromC,
    YOLK_MOST_C,
  )
  const read = state.stageFacts.findLast(
    (f) => f.kind === 'reading.taken' && f.payload.how === 'temperature' && f.payload.stepId === step.id,
  )
  const readC =
    read?.kind === 'reading.taken' && read.payload.how === 'temperature' ? read.payload.tempC : undefined
  const isShut = readC === undefined ? nowMs < sinceMs + coolMin * 60_000 : readC > YOLK_MOST_C
  return { kind: 'yolk', mostC: YOLK_MOST_C, massG: liquidG, coolMin, sinceMs, readC, isShut }
}
