import { WATER_J_PER_G_K, waterBoilingPointC } from '../../heat/water'
import { drawingFactor } from '../../mixture/extract'

const POT_J_PER_K = 500 * 2.5
const POT_W_PER_K = 5
const ROOM_C = 22

/** A pressure cooker's run. */
export interface PressureRun {
  readonly massKg: number
  readonly gaugeKPa: number
  readonly airKPa: number
  readonly holdMin: number
  readonly powerW: number
  readonly startC: number
}
/** What it takes and what it is worth. Nothing evaporates: the liquor must be reduced afterwards. */
export interface PressureOutcome {
  readonly tempC: number
  /** How many open minutes a minute under pressure is worth. */
  readonly factor: number
  readonly comeUpMin: number
  /** Left to itself until it opens. */
  readonly releaseMin: number
  readonly openMin: number
}

/** Mean factor of a stretch in which the temperature runs from one to another (log-mean of the two ends). */
function meanFactor(fromC: number, toC: number): number {
  const [a, b] = [drawingFactor(fromC), drawingFactor(toC)]
  return a === b ? a : (b - a) / Math.log(b / a)
}

/** How long a pressure cooker takes and how many open minutes that equals. `kitchen:K-S2 K-S3` */
export function pressureRun(run: PressureRun): PressureOutcome {
  const openC = waterBoilingPointC(run.airKPa)
  const tempC = waterBoilingPointC(run.airKPa + run.gaugeKPa)
  const heat = WATER_J_PER_G_K * 1000 * run.massKg + POT_J_PER_K
  const netW = run.powerW - 0.5 * POT_W_PER_K * (tempC - ROOM_C)
  const heatingMin = (fromC: number) =>
    netW > 0 ? Math.max(0, (heat * (tempC - fromC)) / netW / 60) : Infinity
  const releaseMin = ((heat / POT_W_PER_K) * Math.log((tempC - ROOM_C) / (openC - ROOM_C))) / 60
  const mean = meanFactor(openC, tempC)
  return {
    tempC,
    factor: drawingFactor(tempC),
    comeUpMin: heatingMin(run.startC),
    releaseMin,
    openMin: run.holdMin * drawingFactor(tempC) + mean * (heatingMin(openC) + releaseMin),
  }
}

/** Minutes to hold under pressure for so many open ones; 0 where coming up and release are worth as much already. */
export function holdForOpenMin(run: Omit<PressureRun, 'holdMin'>, openMin: number): number {
  const idle = pressureRun({ ...run, holdMin: 0 })
  return Math.max(0, (openMin - idle.openMin) / idle.factor)
}
