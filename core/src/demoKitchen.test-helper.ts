import { readFileSync } from 'node:fs'
import type { Fact } from './events/fact'
import type { KitchenCatalog } from './formula/kitchen'

/** The demo kitchen, read from its file as any test needs it. */
const demo = JSON.parse(readFileSync(new URL('../../demo/larchwater-house.json', import.meta.url), 'utf8')) as {
  catalog: KitchenCatalog
  facts: Fact[]
}
export const larchwaterTest = demo.catalog
/** Facts of the demo batches: one finished, one under way, one planned. */
export const demoFacts = demo.facts
