import type { GuestDetails, Problem, Session } from '@liquamen/contracts'
import type { Envelope, Fact } from '@liquamen/core'
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'

/** What waits to be sent: facts, and what guests said, in the order in which they were made. */
export type Unsent =
  | {
      readonly type: 'fact'
      readonly fact: Fact
      /** What one tap made is several entries that say the same here. */
      readonly tap?: string | undefined
      /** Proves who stood here. */ readonly signOn?: string | undefined
    }
  | { readonly type: 'details'; readonly details: GuestDetails }
/** What the server will never take, kept where the cook can see it: a fact, or what a guest said. */
export interface Refused {
  readonly id: string
  readonly fact?: Fact
  readonly details?: GuestDetails
  readonly problem: Problem
}
/** What the browser remembers of its session, so that it can open without the server. */
export interface Remembered {
  readonly session?: Session
  readonly clockOffsetMs?: number
  readonly headSeq?: number
  readonly deviceSeq?: number
}

interface Schema extends DBSchema {
  facts: { key: string; value: Fact }
  outbox: { key: number; value: Unsent }
  tray: { key: string; value: Refused }
  details: { key: string; value: GuestDetails }
  meta: { key: string; value: unknown }
}

const STRICT = { durability: 'strict' } as const // a tap is kept even if the tablet loses power in the next moment

/** The browser's own copy of the kitchen and its queue of unsent taps. */
export type LocalStore = ReturnType<typeof createLocalStore>

/** Opens the browser's store. */
export async function openLocalStore(name = 'liquamen'): Promise<LocalStore> {
  const db = await openDB<Schema>(name, 1, {
    upgrade(fresh) {
      fresh.createObjectStore('facts', { keyPath: 'id' })
      fresh.createObjectStore('outbox', { autoIncrement: true })
      fresh.createObjectStore('tray', { keyPath: 'id' })
      fresh.createObjectStore('details', { keyPath: 'id' })
      fresh.createObjectStore('meta')
    },
  })
  return createLocalStore(db)
}

/** A forecast that is shown after a tap is on record too, but nobody tapped for it. */
export const isTap = ({ kind }: Pick<Fact, 'kind'>): boolean => kind !== 'forecast.shown'
/** Of each tap that waits, one: who tapped once reads of one, though it made two entries. A forecast counts where it alone waits. */
async function countTaps(db: IDBPDatabase<Schema>): Promise<number> {
  const waiting = await db.getAll('outbox')
  const taps = waiting.flatMap((e) => {
    if (e.type === 'details') return [e.details.id]
    return isTap(e.fact) ? [e.tap ?? e.fact.id] : []
  })
  return Math.max(Math.min(1, waiting.length), new Set(taps).size)
}

function createLocalStore(db: IDBPDatabase<Schema>) {
  return {
    async readAll() {
      const [facts, tray, details, unsent] = await Promise.all([
        db.getAll('facts'),
        db.getAll('tray'),
        db.getAll('details'),
        countTaps(db),
      ])
      return { facts, tray, details, unsent }
    },
    async remembered(): Promise<Remembered> {
      const tx = db.transaction('meta')
      const [session, clockOffsetMs, headSeq, deviceSeq] = await Promise.all(
        ['session', 'clockOffsetMs', 'headSeq', 'deviceSeq'].map((key) => tx.store.get(key)),
      )
      return { session, clockOffsetMs, headSeq, deviceSeq } as Remembered
    },
    async remember(values: Remembered): Promise<void> {
      const tx = db.transaction('meta', 'readwrite')
      await Promise.all([...Object.entries(values).map(([key, value]) => tx.store.put(value, key)), tx.done])
    },
    /** Keeps new facts, all of them or none, and puts them at the end of the queue; `make` gets the device's next number. */
    async append(make: (firstSeq: number) => readonly Fact[], signOn?: string): Promise<readonly Fact[]> {
      const tx = db.transaction(['facts', 'outbox', 'meta'], 'readwrite', STRICT)
      const last = ((await tx.objectStore('meta').get('deviceSeq')) as number | undefined) ?? 0
      const facts = make(last + 1)
      tx.done.catch(() => undefined) // told below, to whoever tapped
      try {
        const tap = facts[0]?.id
        for (const fact of facts) {
          await tx.objectStore('facts').put(fact)
          await tx.objectStore('outbox').add({ type: 'fact', fact, tap, ...(signOn ? { signOn } : {}) })
        }
        await tx.objectStore('meta').put(last + facts.length, 'deviceSeq')
      } catch (error) {
        tx.abort()
        throw error
      }
      await tx.done
      return facts
    },
    async appendDetails(details: GuestDetails): Promise<void> {
      const tx = db.transaction(['details', 'outbox'], 'readwrite', STRICT)
      await Promise.all([
        tx.objectStore('details').put(details),
        tx.objectStore('outbox').add({ type: 'details', details }),
        tx.done,
      ])
    },
    /** The oldest entries of the queue with their keys. */
    async oldest(count: number): Promise<{ key: number; entry: Unsent }[]> {
      const tx = db.transaction('outbox')
      const [keys, entries] = await Promise.all([
        tx.store.getAllKeys(null, count),
        tx.store.getAll(null, count),
      ])
      return entries.map((entry, i) => ({ key: keys[i] ?? 0, entry }))
    },
    /** Takes entries off the queue: settled facts replace the browser's own, refused ones go to the tray. */
    async settle(
      keys: readonly number[],
      settled: readonly Fact[],
      refused: readonly Refused[],
    ): Promise<void> {
      const tx = db.transaction(['facts', 'outbox', 'tray'], 'readwrite', STRICT)
      await Promise.all([
        ...keys.map((key) => tx.objectStore('outbox').delete(key)),
        ...settled.map((fact) => tx.objectStore('facts').put(fact)),
        ...refused.flatMap((entry) => [
          tx.objectStore('tray').put(entry),
          ...(entry.fact ? [tx.objectStore('facts').delete(entry.id)] : []),
        ]),
        tx.done,
      ])
    },
    async dropFromTray(id: string): Promise<void> {
      await db.delete('tray', id)
    },
    /** Facts from the server, and the number up to which they reach. */
    async receive(facts: readonly Fact[], headSeq: number): Promise<void> {
      const tx = db.transaction(['facts', 'meta'], 'readwrite')
      await Promise.all([
        ...facts.map((fact) => tx.objectStore('facts').put(fact)),
        tx.objectStore('meta').put(headSeq, 'headSeq'),
        tx.done,
      ])
    },
    /** What the server knows of guests, beside what only this browser knows. */
    async replaceDetails(details: readonly GuestDetails[]): Promise<void> {
      const tx = db.transaction(['details', 'outbox', 'tray'], 'readwrite')
      const [queue, refused] = await Promise.all([
        tx.objectStore('outbox').getAll(),
        tx.objectStore('tray').getAll(),
      ])
      const unsent = [...queue, ...refused].flatMap((e) => ('details' in e && e.details ? [e.details] : []))
      await tx.objectStore('details').clear()
      await Promise.all([...[...details, ...unsent].map((d) => tx.objectStore('details').put(d)), tx.done])
    },
    /** Keeps what is current in place of all that was kept; what waits to be sent stays, and so does the tray. */
    async keepCurrent(facts: readonly Fact[], headSeq: number): Promise<void> {
      const tx = db.transaction(['facts', 'outbox', 'meta'], 'readwrite')
      const unsent = (await tx.objectStore('outbox').getAll()).flatMap((e) =>
        e.type === 'fact' ? [e.fact] : [],
      )
      await tx.objectStore('facts').clear()
      await Promise.all([
        ...[...facts, ...unsent].map((fact) => tx.objectStore('facts').put(fact)),
        tx.objectStore('meta').put(headSeq, 'headSeq'),
        tx.done,
      ])
    },
    /** Gives all that waits to be sent a device's name: one that was enrolled anew sends what its former self could not. */
    async readdress(deviceId: string): Promise<void> {
      const tx = db.transaction(['facts', 'outbox'], 'readwrite', STRICT)
      for (let at = await tx.objectStore('outbox').openCursor(); at; at = await at.continue()) {
        const entry = at.value
        if (entry.type !== 'fact' || entry.fact.deviceId === deviceId) continue
        const fact = { ...entry.fact, deviceId, actor: { ...entry.fact.actor, deviceId } } as Fact
        await at.update({ ...entry, fact })
        await tx.objectStore('facts').put(fact)
      }
      await tx.done
    },
    /** So many taps wait to be sent. */
    count: () => countTaps(db),
    /** The queue as it stands, for taking it away as a file in the last resort. */
    queue: () => db.getAll('outbox'),
    close: () => db.close(),
  }
}

/** The part of a fact that is sent. */
export function envelopeOf(fact: Fact): Envelope {
  const { atMs: _at, seq: _seq, receivedAtMs: _received, clockFlag: _flag, ...envelope } = fact
  return envelope as Envelope
}
