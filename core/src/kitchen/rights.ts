/** What may speak for a kitchen. What a device is decides what it may do: a wall only shows, a probe only measures. */
export const DEVICE_KINDS = ['tablet', 'wall', 'probe', 'scale', 'feed'] as const
export type DeviceKind = (typeof DEVICE_KINDS)[number]

/** What people are, each may do what those before it may. */
export const ROLES = ['cook', 'sousChef', 'admin'] as const
export type Role = (typeof ROLES)[number]

interface Right {
  readonly on: readonly DeviceKind[]
  /** `anyone`: nobody need have signed on. */
  readonly from: Role | 'anyone'
}
/**
 * The one table of who may do what: on which devices, and from which role on. Every route, every command and every kind of fact is one of these
 * doings. What a sauce may need in a crisis (a call, a discard, a clock, what a guest must not have) is anyone's at a kitchen's tablet.
 */
export const DOINGS = {
  know: { on: DEVICE_KINDS, from: 'anyone' },
  look: { on: ['tablet', 'wall'], from: 'anyone' },
  work: { on: ['tablet'], from: 'anyone' },
  measure: { on: ['probe', 'scale', 'tablet'], from: 'anyone' },
  order: { on: ['feed', 'tablet'], from: 'anyone' },
  signOn: { on: ['tablet'], from: 'anyone' },
  checkInstruments: { on: ['tablet'], from: 'cook' },
  passHouseLimit: { on: ['tablet'], from: 'sousChef' },
  correctStock: { on: ['tablet'], from: 'sousChef' },
  changeBook: { on: ['tablet'], from: 'sousChef' },
  setKitchen: { on: ['tablet'], from: 'sousChef' },
  manageDevices: { on: ['tablet'], from: 'sousChef' },
  eraseNames: { on: ['tablet'], from: 'sousChef' },
  setRules: { on: ['tablet'], from: 'admin' },
  manageCrew: { on: ['tablet'], from: 'admin' },
  moveKitchen: { on: ['tablet'], from: 'admin' },
} as const satisfies Record<string, Right>
export type Doing = keyof typeof DOINGS

/** Who asks: what the device is, and what the person is who signed on at it; nobody: undefined. */
export interface Caller {
  readonly kind: DeviceKind
  readonly role: Role | undefined
}
/** Why somebody may not: the device is none for it, nobody has signed on, or who has is not of the role. */
export type WhyNot = 'otherDevice' | 'nobodySignedOn' | 'otherRole'

/** Whether a caller may do a thing. @returns why not, or undefined where they may */
export function whyNot({ kind, role }: Caller, doing: Doing): WhyNot | undefined {
  const { on, from }: Right = DOINGS[doing]
  if (!on.includes(kind)) return 'otherDevice'
  if (from === 'anyone') return undefined
  if (role === undefined) return 'nobodySignedOn'
  return ROLES.indexOf(role) >= ROLES.indexOf(from) ? undefined : 'otherRole'
}

/** A PIN is digits only, so many. */
export const PIN_DIGITS = { fewest: 4, most: 12 } as const
/** Who has touched nothing for so long is signed off, so that nobody acts in another's name, ms. */
export const SIGNED_OFF_AFTER_MS = 30 * 60_000
/** Goes with what a tablet sends, as proof of who stands at it; answered `over` where that is so. */
export const SIGN_ON_HEADER = 'x-sign-on'
