import type { BatchView } from '../../batch/viewBatch'
import type { FormulaStep } from '../../formula/formula'
import { heatLossW, massFluxKgPerM2S, areaM2, surroundings } from '../../heat/evaporation'
import { airPressureKPa } from '../../heat/atmosphere'
import { waterLatentHeatJPerG } from '../../heat/water'
import { stepTemps } from '../../batch/stepTemps'
import { massG } from '../../mixture/composition'
import { offTheHeatMin } from './browning'
import { panOverTime } from './panOverTime'
import { PAN_C_BY_WORD } from './planBrowning'
import { actualWalk } from '../../pan/actualWalk'
import { radiusAtMm } from '../../vessel/profile'

/** What must have cooled before something meets it. */
export interface Gate {
  /** What waits for it. A liquid waits only if it is hot: cold, it may go in at once. */
  readonly before: 'yolk' | 'tomato' | 'hotLiquid'
  /** Warmest that it may be, °C. */
  readonly mostC: number
  /** Minutes that it takes by itself, from when it left its flame. */
  readonly coolMin: number
  /** When it has stood for that long, ms. */
  readonly opensAtMs: number
  /** The last temperature that was read here, °C: it counts before any clock. */
  readonly readC: number | undefined
}
/** Whether it is shut: by what was read, else by how long it has stood. */
export const isShut = ({ readC, mostC, opensAtMs }: Gate, nowMs: number): boolean =>
  readC === undefined ? nowMs < opensAtMs : readC > mostC

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

const lastReadC = ({ stageFacts }: BatchView['state'], { id }: FormulaStep) =>
  stepTemps(stageFacts, id).at(-1)?.tempC

type Worked = Pick<BatchView, 'state' | 'formula' | 'step' | 'pan'>

/** The gate of a step, where something must have cooled before what goes in there; none elsewhere. */
export const gateOf = (of: Worked): Gate | undefined => yolkGate(of) ?? hotPanGate(of)

/** Wet goods on fat over this spit, and paste darkens at once. */
const TOMATO_MOST_C = 120
/** Starch that meets hot liquid hotter than this swells in lumps before it is stirred apart. */
const ROUX_MOST_C = 60

/** Tomato onto the fat of a pan that took colour, and hot liquid onto a hot roux. */
function hotPanGate({ state, formula, step }: Worked): Gate | undefined {
  const before = step && formula.steps[formula.steps.indexOf(step) - 1]
  const { startedAtMs, finishedAtMs } = (before && state.steps[before.id]) ?? {}
  const isHotPan = before?.technique === 'roux' || before?.technique === 'sweat'
  if (!step || !before?.heat || !isHotPan) return undefined
  if (startedAtMs === undefined || finishedAtMs === undefined) return undefined
  const here = (state.plan?.weighOut ?? []).filter((l) => l.stepId === step.id)
  const isTomato = here.some((l) => /^tomato/.test(l.ingredientId))
  const isOnRoux = before.technique === 'roux' && here.some((l) => l.isLiquid)
  if (!isTomato && !isOnRoux) return undefined
  const mostC = isTomato ? TOMATO_MOST_C : ROUX_MOST_C
  const planned = { panC: PAN_C_BY_WORD[before.heat] }
  const pan = panOverTime(planned, state, { stepId: before.id, startedAtMs })
  const coolMin = offTheHeatMin(pan.at(finishedAtMs), mostC)
  return {
    before: isTomato ? 'tomato' : 'hotLiquid',
    mostC,
    coolMin,
    opensAtMs: finishedAtMs + coolMin * 60_000,
    readC: lastReadC(state, step),
  }
}

/** Yolk that goes onto something that was boiled. */
function yolkGate({ state, formula, step, pan }: Worked): Gate | undefined {
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
  return {
    before: 'yolk',
    mostC: YOLK_MOST_C,
    coolMin,
    opensAtMs: sinceMs + coolMin * 60_000,
    readC: lastReadC(state, step),
  }
}
