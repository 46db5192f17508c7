import { Client } from 'pg'

const RECONNECT_MS = 1000

/** Why a listener is woken: facts up to a number, or samples of a channel; neither is said after a reconnect, when anything may have been missed. */
export interface News {
  readonly seq?: number | undefined
  readonly channelId?: string | undefined
  /** A device that speaks for nobody from now on. */
  readonly revoked?: string | undefined
  /** Somebody signed on or off, or may no more. */
  readonly signOns?: true | undefined
  /** How far a demo kitchen's clock is set ahead from now on, ms. */
  readonly aheadMs?: number | undefined
}
export type Wake = (news: News) => void

/** Tells listeners of a kitchen that there is something new to read; carries no facts itself. */
export interface LiveFeed {
  /** Wakes the listeners of this process at once; those of others hear it from the database. */
  readonly tell: (kitchenId: string, news: News) => void
  readonly subscribe: (kitchenId: string, wake: Wake) => () => void
  /** Wakes for every kitchen's news. */
  readonly subscribeAll: (wake: Wake) => void
  /** Whether news of other processes reach this one now. */
  readonly isLive: () => boolean
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
  const ofAll: Wake[] = []
  const told = new Map<string, number>() // the last number that each kitchen's listeners know of
  let isLive = false
  const wakeAll = () =>
    [...ofAll, ...[...listeners.values()].flatMap((set) => [...set])].forEach((wake) => wake({}))
  function tell(kitchenId: string, news: News): void {
    if (news.seq !== undefined) {
      if (news.seq <= (told.get(kitchenId) ?? 0)) return // what was stored here comes back from the database
      told.set(kitchenId, news.seq)
    }
    ofAll.forEach((wake) => wake(news))
    listeners.get(kitchenId)?.forEach((wake) => wake(news))
  }
  const again = () => {
    if (!isStopped) timer = setTimeout(() => void connect(), RECONNECT_MS)
  }

  async function connect(): Promise<void> {
    const next = new Client({ connectionString: databaseUrl })
    client = next
    next.on('error', onError)
    next.on('end', () => {
      isLive = false
      if (client === next) again()
    })
    next.on('notification', ({ payload }) => {
      const { kitchenId = '', ...news } = JSON.parse(payload ?? '{}') as News & { kitchenId?: string }
      tell(kitchenId, news)
    })
    try {
      await next.connect()
      await next.query('listen liquamen')
      told.clear()
      isLive = true
      wakeAll()
    } catch (error) {
      onError(error as Error)
      if (client === next) again()
    }
  }
  void connect()
  return {
    tell,
    subscribeAll: (wake) => void ofAll.push(wake),
    isLive: () => isLive,
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
