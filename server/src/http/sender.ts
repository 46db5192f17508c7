/** Who sends: an enrolled browser or device, and the kitchen it is of. */
export interface Sender {
  readonly deviceId: string
  readonly name: string
  readonly kitchenId: string
}
