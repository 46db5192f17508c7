import { monotoneRoot } from '../../solve/monotoneRoot'
import { radiusAtMm, type VesselProfile } from '../../vessel/profile'
import { LIFT_EARLY_K } from './bathRules'
import type { BowlMaterial } from './yolkBath'

/** The pot's opening that the bath's model is of, mm (emulsion.md §2), the gap that keeps a bowl out of the water, and how far it must overlap the rim to sit snug, mm [A]. */
const [OPENING_RADIUS_MM, GAP_MM, OVERLAP_MM] = [90, 20, 8]

/** How a bowl and its pot are set up: how far under the rim the water stands, whether the bowl sits on it, and what its material does. */
export interface BathSetup {
  /** How far the bowl hangs into the pot, mm. */
  readonly hangsMm: number
  /** The water may come no nearer to the pot's rim, mm. */
  readonly waterUnderRimMm: number
  /** The bowl is wider than the pot: its rim closes on it, and no steam comes up the side. */
  readonly sitsSnug: boolean
  /** How much sooner than the grain it is lifted, for what its wall still gives, K. */
  readonly liftEarlyK: number
}

/** How high over a bowl's base it is so wide, mm; nothing where it never is. */
function heightAtRadiusMm(profile: VesselProfile, radiusMm: number): number | undefined {
  const { heightMm } = profile
  if (radiusAtMm(profile, heightMm) < radiusMm) return undefined
  const found = monotoneRoot((h) => radiusAtMm(profile, h) - radiusMm, 0, heightMm)
  return found.status === 'converged' ? found.root : 0
}

/** The set-up of a bowl over the usual pot. `emulsion:§2` */
export function bathSetup(profile: VesselProfile, material: BowlMaterial): BathSetup {
  const hangsMm = heightAtRadiusMm(profile, OPENING_RADIUS_MM)
  return {
    hangsMm: hangsMm ?? profile.heightMm,
    waterUnderRimMm: (hangsMm ?? profile.heightMm) + GAP_MM,
    sitsSnug: heightAtRadiusMm(profile, OPENING_RADIUS_MM + OVERLAP_MM) !== undefined,
    liftEarlyK: LIFT_EARLY_K[material],
  }
}
