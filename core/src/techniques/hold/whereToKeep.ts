import type { Well } from '../../kitchen/kitchen'
import { actualEnd } from '../../pan/actualWalk'
import { holdClock } from '../../safety/holdClock'
import type { HoldMargin } from './holdRisk'
import { HOLD_PLACES, HOLD_WALLS, type HoldPlace, type HoldWall } from './places'
import { heldIfPutBy, type PutBy } from './putBy'

/** A place and a vessel for a finished sauce, and how long it may stand there. */
export interface KeepChoice {
  readonly place: HoldPlace
  readonly wall: HoldWall
  readonly well?: Well
  readonly margin: HoldMargin
  /** What it comes to there in an hour, °C. */
  readonly hourC: number
}

/** How long a batch, put by now, may stand in each of the kitchen's places, in metal and in plastic. A flask is steel. `emulsion:§5` */
export function whereToKeep(
  of: Pick<PutBy, 'state' | 'pan' | 'limits' | 'hazard'> & { readonly wells: readonly Well[] },
  nowMs: number,
): KeepChoice[] {
  const { state, wells, limits } = of
  const contents = actualEnd(state)
  const clock = holdClock(state.clockStartedAtMs ?? nowMs, limits, nowMs)
  const at = (place: HoldPlace, wall: HoldWall, well?: Well): KeepChoice[] => {
    const held = heldIfPutBy({ ...of, contents, place, wall, well }, nowMs, clock.discardAtMs)
    return held?.hourC === undefined
      ? []
      : [{ place, wall, ...(well ? { well } : {}), margin: held.margin, hourC: held.hourC }]
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
