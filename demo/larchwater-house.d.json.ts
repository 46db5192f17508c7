import type { Fact, KitchenCatalog } from '@liquamen/core'

/** The demo kitchen's file, as a compiler needs to know it: from its million letters it would read a type of its own each time. */
declare const file: {
  readonly exportedAtMs: number
  readonly kitchenId: string
  readonly shiftFromMs: number
  readonly catalog: KitchenCatalog
  readonly facts: readonly Fact[]
}
export default file
