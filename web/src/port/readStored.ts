import { storedFactSchema } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import { ref } from 'vue'

/** How many entries of the server this browser could not read: they are left out, and the page says so. */
export const unreadable = ref(0)

/** The facts of an answer that can be read; one that cannot is left out alone, and counted. */
export function readStored(facts: readonly unknown[]): Fact[] {
  const good = facts.filter((fact) => storedFactSchema.safeParse(fact).success)
  unreadable.value += facts.length - good.length
  return good as Fact[]
}
