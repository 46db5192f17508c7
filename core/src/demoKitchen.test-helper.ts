import demoFile from '../../demo/larchwater-house.json'
import { findPlace } from './batch/planBatch'
import { liftFact } from './facts/upcast'
import { kitchenGoods } from './formula/kitchenGoods'
import { VESSEL_ROLES } from './pan/contents'

/** The demo kitchen. */
export const larchwaterTest = demoFile.catalog
/** Facts of the demo batches: one finished, one under way, one planned. */
export const demoFacts = demoFile.facts.map(liftFact)
/** The demo kitchen's goods, the made ones worked out. */
export const larchwaterGoods = kitchenGoods(larchwaterTest)

/** A place with one vessel for every role. */
export const placeIn = (panId: string, ringId: string, kitchen = larchwaterTest) =>
  findPlace(kitchen, Object.fromEntries(VESSEL_ROLES.map((role) => [role, panId])), ringId)
