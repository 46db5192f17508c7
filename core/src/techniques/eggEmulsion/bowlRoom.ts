import { bulkMl } from '../../pan/contents'
import type { WalkStep } from '../../pan/walkFormula'
import { capacityMl, type VesselProfile } from '../../vessel/profile'

const FOAMS_TO = 2 // a sabayon stands twice as high as its liquid
const WHISKED_TO = 1.15 // air that a finished sauce keeps
/** Yolk with its water over one bath and under one pair of hands, g: beyond it the model of the bath does not hold. */
export const LARGEST_BASE_G = 400

/** How many times its bulk what is in the bowl rises to. */
export const bowlSwellsTo = ({ technique }: WalkStep['step']): number =>
  technique === 'whisk' ? FOAMS_TO : WHISKED_TO

/** The largest share of a bowl that is full while its yolk is whisked and its butter goes in. */
export const bowlShareFull = (steps: readonly WalkStep[], profile: VesselProfile): number =>
  Math.max(0, ...steps.map((w) => bowlSwellsTo(w.step) * Math.max(bulkMl(w.begin), bulkMl(w.end)))) /
  capacityMl(profile)
