/** The one clock of a demo kitchen, which may be set ahead to see what a whole evening does; any other kitchen has none. */
export interface DemoClock {
  readonly now: () => number
  /** Sets how far it runs ahead of the wall; never back, since facts have been stamped with it. */
  readonly setAheadMs: (aheadMs: number) => void
  readonly subscribe: (onChange: () => void) => () => void
}

/** A demo clock over another clock. */
export function createDemoClock(base: () => number): DemoClock {
  let aheadMs = 0
  const listeners = new Set<() => void>()
  return {
    now: () => base() + aheadMs,
    setAheadMs(next) {
      aheadMs = Math.max(aheadMs, next)
      listeners.forEach((tell) => tell())
    },
    subscribe(onChange) {
      listeners.add(onChange)
      return () => {
        listeners.delete(onChange)
      }
    },
  }
}
