import { withClient } from './db/prepare'

/** A kitchen of this instance. */
export interface KitchenName {
  readonly id: string
  readonly name: string
  readonly isDemo: boolean
}

/** All kitchens, oldest first; asked as the owner, who may list them. */
export function listKitchens(ownerUrl: string): Promise<KitchenName[]> {
  return withClient(
    ownerUrl,
    async (client) =>
      (
        await client.query<KitchenName>(
          'select id, name, is_demo as "isDemo" from kitchens order by created_at',
        )
      ).rows,
  )
}
