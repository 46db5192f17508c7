import { looksLikeFact, type Fact } from '@liquamen/core'
import { ref } from 'vue'
import { schemas } from './schemas'

/** How many entries of the server this browser could not read: they are left out, and the page says so. */
export const unreadable = ref(0)

/** The facts of an answer that can be read; one that cannot is left out alone, and counted. */
export async function readStored(facts: readonly unknown[]): Promise<Fact[]> {
  const all = await schemas().catch(() => undefined)
  if (!all) return readAtSight(facts) // the line went before they were here: what the server has judged is not missed for that
  const good = facts.filter((fact) => all.storedFactSchema.safeParse(fact).success)
  unreadable.value += facts.length - good.length
  return good as Fact[]
}
/** As `readStored`, by their outside alone: for the first view, which does not wait for the schemas. */
export function readAtSight(facts: readonly unknown[]): Fact[] {
  const good = facts.filter(looksLikeFact)
  unreadable.value += facts.length - good.length
  return good
}
