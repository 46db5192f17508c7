import type { BatchState } from '../../batch/batchState'
import type { Well } from '../../kitchen/kitchen'
import type { Contents } from '../../pan/contents'
import type { HoldLimits } from '../../safety/codes'
import { heldNow, type Held, type HeldNow } from './heldNow'
import type { HouseHazard } from './houseHazard'
import type { HoldPlace, HoldWall } from './places'

/** A batch, and what it is put by in. */
export interface PutBy {
  readonly state: BatchState
  readonly contents: Contents | undefined
  readonly pan: Held['pan']
  readonly place: HoldPlace
  readonly wall: HoldWall
  readonly well?: (Pick<Well, 'waterC' | 'profile'> & Partial<Well>) | undefined
  readonly limits: HoldLimits
  readonly hazard?: HouseHazard | undefined
}

/** How a batch would stand if it were put by at a moment: what is offered before it is done, and what the Book says of a sauce that nobody has made. `emulsion:§5` */
export function heldIfPutBy(of: PutBy, atMs: number, clockEndsAtMs: number): HeldNow | undefined {
  const { state, contents, pan, place, wall, well, limits, hazard } = of
  const portions = state.plan?.yieldPortions ?? 0
  const hold = {
    startedAtMs: atMs,
    wellId: well?.id ?? null,
    letter: well?.letter ?? '',
    place,
    wall,
    limits,
    portions,
    onto: null,
    stirsAtMs: [],
    hazard,
  }
  return heldNow({
    state: { ...state, hold },
    contents,
    well,
    pan,
    probe: [],
    clockEndsAtMs,
    portionsLeft: portions,
    nowMs: atMs,
  })
}
