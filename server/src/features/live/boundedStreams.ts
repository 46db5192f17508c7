/** More streams of one device than its browser has tabs: the oldest ends. */
const MOST_STREAMS = 12

/** Keeps how many streams a device has open within bounds. */
export function boundedStreams() {
  const open = new Map<string, AbortController[]>()
  return {
    /** Runs one, which ends itself when it is told to. */
    async within(deviceId: string, run: (ended: AbortSignal) => Promise<void>): Promise<void> {
      const own = new AbortController()
      const all = [...(open.get(deviceId) ?? []), own]
      while (all.length > MOST_STREAMS) all.shift()?.abort()
      open.set(deviceId, all)
      try {
        await run(own.signal)
      } finally {
        const left = (open.get(deviceId) ?? []).filter((one) => one !== own)
        if (left.length) open.set(deviceId, left)
        else open.delete(deviceId)
      }
    },
  }
}
