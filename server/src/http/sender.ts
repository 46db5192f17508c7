import type { DeviceKind, Role } from '@liquamen/core'

/** Who has signed on at a device. */
export interface SignedOnPerson {
  readonly crewId: string
  readonly role: Role
}
/** Who sends: an enrolled browser or device, what it is, the kitchen it is of, and who has signed on at it. */
export interface Sender {
  readonly deviceId: string
  readonly name: string
  readonly kind: DeviceKind
  readonly kitchenId: string
  readonly person?: SignedOnPerson | undefined
}
/** In whose name a fact is put on record: the device, and the person where one had signed on. */
export type Author = Pick<Sender, 'deviceId' | 'kitchenId'> & {
  readonly person?: Pick<SignedOnPerson, 'crewId'> | undefined
}
