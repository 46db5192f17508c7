import { boilsAtC } from '../kitchen/boilsAtC'
import type { ServiceState } from '../service/foldService'
import { callsOf, type Call, type PassAsked } from './calls'

/** What a service's calls are worked out from besides itself. */
export interface PassKnown extends Pick<PassAsked, 'book' | 'guests' | 'nowMs'> {
  /** How high its kitchen lies: where its eggs' water boils. */
  readonly altitudeM: number
}

/** Calls of a service: on every screen and in every file the same. */
export const serviceCalls = (
  { tables, calls, dishes }: Pick<ServiceState, 'tables' | 'calls' | 'dishes'>,
  { altitudeM, ...known }: PassKnown,
): Call[] =>
  callsOf({ tables: [...tables.values()], calls, dishes, ...known, boilsAtC: boilsAtC({ altitudeM }) })
