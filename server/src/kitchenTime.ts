import { AsyncLocalStorage } from 'node:async_hooks'

/** What time it is in the kitchen that is spoken of. A demo kitchen's clock may be set ahead, to see what a whole evening does; every other goes by the wall's. */
export interface KitchenTime {
  /** The time of the kitchen within which this is asked; without one, the wall's. */
  readonly now: () => number
  /** Whatever is done within a kitchen goes by its time. */
  readonly within: <T>(kitchenId: string, work: () => T) => T
  /** Sets how far a kitchen's clock runs ahead of the wall; never back, since facts have been stamped with it. */
  readonly setAheadMs: (kitchenId: string, aheadMs: number) => void
  /** Hears when a kitchen's clock is set. */
  readonly subscribe: (kitchenId: string, onChange: () => void) => () => void
}

/** The kitchens' clocks over the wall's. */
export function createKitchenTime(wall: () => number): KitchenTime {
  const here = new AsyncLocalStorage<string>()
  const ahead = new Map<string, number>()
  const listeners = new Map<string, Set<() => void>>()
  return {
    now: () => wall() + (ahead.get(here.getStore() ?? '') ?? 0),
    within: (kitchenId, work) => here.run(kitchenId, work),
    setAheadMs(kitchenId, aheadMs) {
      ahead.set(kitchenId, Math.max(ahead.get(kitchenId) ?? 0, aheadMs))
      listeners.get(kitchenId)?.forEach((tell) => tell())
    },
    subscribe(kitchenId, onChange) {
      const own = listeners.get(kitchenId) ?? new Set()
      listeners.set(kitchenId, own.add(onChange))
      return () => {
        own.delete(onChange)
      }
    },
  }
}
