import type { BatchPlan } from '../../batch/batchPlan'
import { emptyBatch } from '../../batch/batchState'
import type { Formula } from '../../formula/formula'
import { houseRules, type KitchenSettings } from '../../kitchen/kitchen'
import type { Contents } from '../../pan/contents'
import { holdLimits } from '../../safety/codes'
import type { VesselProfile } from '../../vessel/profile'
import { holdFamily } from './holdFamily'
import { PLAIN_REST_C, restC, type HoldMargin } from './holdRisk'
import { heldIfPutBy } from './putBy'

/** A well's insert. */
const INSERT: VesselProfile = {
  shape: 'pan',
  baseRadiusMm: 76,
  rimRadiusMm: 82,
  heightMm: 130,
  cornerMm: 16,
}
const MINUTE_MS = 60_000

/** How long it may stand, what ends it, and what it has come to after an hour, °C. */
export interface PlannedStand {
  readonly margin: HoldMargin
  readonly hourC: number
}

/** How long a sauce of the book may stand where its formula keeps it, and what ends it; never longer than the house lets it. `emulsion:§5` */
export function plannedStand(
  { keeps, emulsion }: Formula,
  plan: BatchPlan,
  of: { readonly contents: Contents; readonly settings: KitchenSettings },
): PlannedStand {
  const family = holdFamily({ plan })
  const band = emulsion?.holdC
  const ownC = family ? restC(family) : PLAIN_REST_C
  const place = keeps?.place ?? 'well'
  const houseMin = keeps?.hotMin ?? 0
  const held = heldIfPutBy(
    {
      state: { ...emptyBatch('book'), plan },
      contents: of.contents,
      pan: { profile: INSERT },
      place,
      wall: 'metal',
      // a well that is set as the formula wants it
      well:
        place === 'well' ? { waterC: band ? (band.low + band.high) / 2 : ownC, profile: INSERT } : undefined,
      limits: holdLimits(houseRules(of.settings)),
    },
    0,
    houseMin * MINUTE_MS,
  )
  return {
    margin: held?.margin ?? { min: houseMin, binds: 'clock' },
    hourC: held?.hourC ?? ownC,
  }
}
