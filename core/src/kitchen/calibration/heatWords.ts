import { HEAT_LEVELS, type HeatLevel } from '../../heat/heater'

/** A knob's position, 0 its off stop and 1 full, and the power measured there. */
export interface MeasuredSetting {
  readonly position: number
  readonly powerW: number
}
/** How a stove's own marks run between two measured ones: evenly (a gas tap), or in even steps of the logarithm (an induction hob's numbers). */
export type KnobScale = 'even' | 'steps'

/** Power at a position between those that were measured. */
export function powerAt(settings: readonly MeasuredSetting[], position: number, scale: KnobScale): number {
  const sorted = [...settings].sort((a, b) => a.position - b.position)
  const last = sorted.at(-1)
  if (!last || position <= 0) return 0
  const above = sorted.find((s) => s.position >= position) ?? last
  const below = sorted.findLast((s) => s.position <= position) ?? { position: 0, powerW: 0 }
  if (above.position === below.position) return above.powerW
  if (position > last.position) return last.powerW
  const share = (position - below.position) / (above.position - below.position)
  if (scale === 'even' || below.powerW <= 0) return below.powerW + share * (above.powerW - below.powerW)
  return below.powerW * (above.powerW / below.powerW) ** share
}

/** Where on the knob a power lies; undefined where the ring does not give it. */
export function positionFor(
  settings: readonly MeasuredSetting[],
  powerW: number,
  scale: KnobScale,
): number | undefined {
  const full = Math.max(0, ...settings.map((s) => s.powerW))
  if (powerW <= 0 || powerW > full * 1.0001) return undefined
  let [low, high] = [0, 1]
  for (let i = 0; i < 50; i++) {
    const mid = (low + high) / 2
    if (powerAt(settings, mid, scale) < powerW) low = mid
    else high = mid
  }
  return high
}

/** Where on this knob each heat word lies: the usual share of the full power, by what was measured. */
export function heatWordPositions(
  settings: readonly MeasuredSetting[],
  scale: KnobScale,
): Readonly<Record<Exclude<HeatLevel, 'off'>, number | undefined>> {
  const full = Math.max(0, ...settings.map((s) => s.powerW))
  const at = (level: HeatLevel) => positionFor(settings, HEAT_LEVELS[level].share * full, scale)
  return {
    low: at('low'),
    mediumLow: at('mediumLow'),
    medium: at('medium'),
    mediumHigh: at('mediumHigh'),
    high: at('high'),
  }
}
