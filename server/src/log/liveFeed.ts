import { Client } from 'pg'

const RECONNECT_MS = 1000

/** Why a listener is woken: facts to read, or samples of a channel; after a reconnect, both. */
export type Wake = (channelId?: string) => void

/** Tells listeners of a kitchen that there is something new to read; carries no facts itself. */
export interface LiveFeed {
  readonly subscribe: (kitchenId: string, wake: Wake) => () => void
  readonly stop: () => Promise<void>
}

/**
 * One listening connection for the whole process. When it is lost, everyone is woken after the reconnect and reads from the log, so nothing is missed.
 */
export function startLiveFeed(databaseUrl: string, onError: (error: Error) => void): LiveFeed {
  const listeners = new Map<string, Set<Wake>>()
  let client: Client | undefined
  let isStopped = false
  let timer: NodeJS.Timeout | undefined
  const wakeAll = () => listeners.forEach((set) => set.forEach((wake) => wake()))
  const again = () => {
    if (!isStopped) timer = setTimeout(() => void connect(), RECONNECT_MS)
  }

  async function connect(): Promise<void> {
    const next = new Client({ connectionString: databaseUrl })
    client = next
    next.on('error', onError)
    next.on('end', () => {
      if (client === next) again()
    })
    next.on('notification', ({ payload }) => {
      const { kitchenId, channelId } = JSON.parse(payload ?? '{}') as {
        kitchenId?: string
        channelId?: string
      }
      listeners.get(kitchenId ?? '')?.forEach((wake) => wake(channelId))
    })
    try {
      await next.connect()
      await next.query('listen liquamen')
      wakeAll()
    } catch (error) {
      onError(error as Error)
      if (client === next) again()
    }
  }
  void connect()
  return {
    subscribe(kitchenId, wake) {
      const set = listeners.get(kitchenId) ?? new Set()
      listeners.set(kitchenId, set.add(wake))
      return () => {
        set.delete(wake)
      }
    },
    async stop() {
      isStopped = true
      clearTimeout(timer)
      await client?.end().catch(() => undefined)
    },
  }
}
