import type { Caller } from '@liquamen/core'
import type { BrowserKitchen } from './browserKitchen'

/** Who asks at this browser, as far as it knows; until somebody runs the kitchen, whoever is let in may do what an admin may. */
export function callerOf({ session, signOn }: Pick<BrowserKitchen, 'session' | 'signOn'>): Caller {
  const { deviceKind = 'tablet', isClaimed = true, catalog } = session.value ?? {}
  const person = catalog?.crew.find((c) => c.id === signOn.crewId.value) // their part as it is now
  return { kind: deviceKind, role: person?.role ?? (isClaimed ? undefined : 'admin') }
}
