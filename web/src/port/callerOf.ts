import type { Caller } from '@liquamen/core'
import type { BrowserKitchen } from './browserKitchen'

/** Who asks at this browser, as far as it knows; until somebody runs the kitchen, whoever is let in may do what an admin may. */
export const callerOf = ({ session, signOn }: Pick<BrowserKitchen, 'session' | 'signOn'>): Caller => ({
  kind: session.value?.deviceKind ?? 'tablet',
  role: signOn.role.value ?? (session.value?.isClaimed === false ? 'admin' : undefined),
})
