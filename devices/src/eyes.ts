import { Refused, type KitchenClient } from './kitchenClient'
import { createWatcher } from './truth'

export const EYES_NAME = 'Simulated stove'

/**
 * What a stand-in reads instead of a real stove: the kitchen's facts, as a wall display may see them. A probe itself may not.
 * @param client - of a device of its own
 */
export function createEyes(
  client: KitchenClient,
  {
    code,
    keepToken,
  }: { readonly code?: string | undefined; readonly keepToken?: ((token: string) => void) | undefined },
) {
  const watcher = createWatcher()
  let looking: Promise<void> | undefined
  async function look(): Promise<void> {
    if (!client.token()) {
      await client.enrol(EYES_NAME, 'wall', code)
      keepToken?.(client.token())
    }
    for (let more = true; more;) {
      const page = await client.factsAfter(watcher.seq())
      watcher.take(page.facts)
      more = page.hasMore
    }
  }
  return {
    watcher,
    /** Reads what is new; several that ask at once look together. */
    look: (): Promise<void> =>
      (looking ??= look()
        .catch((error: unknown) => {
          if (error instanceof Refused && error.status === 401) client.useToken('')
          throw error
        })
        .finally(() => {
          looking = undefined
        })),
  }
}
export type Eyes = ReturnType<typeof createEyes>
