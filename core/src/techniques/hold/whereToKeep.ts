import type { BatchState } from '../../batch/batchState'
import type { Well } from '../../kitchen/kitchen'
import { holdClock } from '../../safety/holdClock'
import type { HoldLimits } from '../../safety/codes'
import { actualEnd } from '../../pan/actualWalk'
import { heldNow, type Held } from './heldNow'
import type { HoldMargin } from './holdRisk'
import { HOLD_PLACES, HOLD_WALLS, type HoldPlace, type HoldWall } from './places'
import type { HouseHazard } from './houseHazard'

/** A place and a vessel for a finished sauce, and how long it may stand there. */
export interface KeepChoice {
  readonly place: HoldPlace
  readonly wall: HoldWall
  readonly well?: Well
  readonly margin: HoldMargin
  /** What it comes to there in half an hour, °C. */
  readonly tempC: number
}

/** How long a batch, put by now, may stand in each of the kitchen's places, in metal and in plastic. A flask is steel. `emulsion:§5` */
export function whereToKeep(
  of: {
    readonly state: BatchState
    readonly pan: Held['pan']
    readonly wells: readonly Well[]
    readonly limits: HoldLimits
    readonly hazard?: HouseHazard | undefined
  },
  nowMs: number,
): KeepChoice[] {
  const { state, pan, wells, limits, hazard } = of
  const portions = state.plan?.yieldPortions ?? 0
  const contents = actualEnd(state)
  const clock = holdClock(state.clockStartedAtMs ?? nowMs, limits, nowMs)
  const at = (place: HoldPlace, wall: HoldWall, well?: Well): KeepChoice[] => {
    const hold = {
      startedAtMs: nowMs,
      wellId: well?.id ?? null,
      letter: well?.letter ?? '',
      place,
      wall,
      limits,
      portions,
      onto: null,
      stirsAtMs: [],
      ...(hazard ? { hazard } : {}),
    }
    const held = heldNow({
      state: { ...state, hold },
      contents,
      well,
      pan,
      probe: [],
      clockEndsAtMs: clock.discardAtMs,
      portionsLeft: portions,
      nowMs,
    })
    return held?.laterC === undefined
      ? []
      : [{ place, wall, ...(well ? { well } : {}), margin: held.margin, tempC: held.laterC }]
  }
  return HOLD_PLACES.flatMap((place) => {
    const walls = place === 'flask' ? (['metal'] as const) : HOLD_WALLS
    if (place !== 'well') return walls.flatMap((wall) => at(place, wall))
    // wells of one kind hold alike: worked out once
    const alike = new Map<string, KeepChoice[]>()
    return wells.flatMap((well) => {
      const key = JSON.stringify([well.waterC, well.profile])
      const known = alike.get(key) ?? walls.flatMap((wall) => at(place, wall, well))
      alike.set(key, known)
      return known.map((choice) => ({ ...choice, well }))
    })
  })
}
