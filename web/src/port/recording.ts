import type { FireCall, GuestDetails, PublishPlan, TakeFromLarder } from '@liquamen/contracts'
import { KINDS, whyNot, type Doing, type FactKind, type Payloads } from '@liquamen/core'
import { mayTexts } from '../ui/texts.may'
import { api, Refusal } from './api'
import type { BrowserKitchen } from './browserKitchen'
import { useClock } from './clock'
import { callerOf } from './callerOf'
import { checked, makeFact, type Entry } from './makeFact'
import { signOnProof } from './signOnProof'

/** No message of the server's time is so late, ms. */
const JITTER_MS = 30_000

/** How a tap goes on record: kept in this browser first, shown at once, sent when it can be. */
export function createRecording(browser: BrowserKitchen) {
  const { details, mirror, session, signOn, tray } = browser

  /** What the server would refuse is refused here, before anyone believes it kept. @throws Refusal */
  function refuseUnlessMay(doing: Doing): void {
    const why = whyNot(callerOf(browser), doing)
    if (why)
      throw new Refusal({ type: 'about:blank', title: mayTexts.sentence(why, doing), status: 403, code: why })
  }

  /** What one does with an entry; with one that changes another or takes it back, what that other was. */
  function doingOf({ kind, streamId, payload }: Entry): Doing {
    const factId = kind === 'fact.voided' || kind === 'fact.corrected' ? payload.factId : undefined
    const changed = factId === undefined ? undefined : mirror.factsOf(streamId).find((f) => f.id === factId)
    return KINDS[changed?.kind ?? kind].doing
  }

  let lastAtMs = -Infinity
  /**
   * The server's time reaches a page a little late, now more, now less: a tap that follows another, or answers what another tablet did, is never put
   * before it. A clock that was really wrong is set right at once.
   */
  const inOrder = (offsetMs: number, entries: readonly Entry[]): number => {
    const heardMs = entries.map((e) => mirror.factsOf(e.streamId).at(-1)?.atMs ?? -Infinity)
    const afterMs = Math.max(lastAtMs, ...heardMs.map((ms) => ms + 1))
    const backMs = Math.ceil(afterMs - (Date.now() + offsetMs))
    return backMs > 0 && backMs < JITTER_MS ? offsetMs + backMs : offsetMs
  }

  /**
   * Makes the facts of one tap, all of them or none, judged by the schema that the server judges them by.
   *
   * @returns their ids, in order
   * @throws Refusal where the server would never take one of them: nothing was kept, and the tap can say so
   */
  async function recordAll(entries: readonly Entry[]): Promise<string[]> {
    const store = browser.store()
    if (!store || !session.value) throw new Error('the kitchen is not open')
    const { deviceId, kitchenId } = session.value
    for (const entry of entries) refuseUnlessMay(doingOf(entry))
    const proof = signOnProof.of()
    const plain = await checked(entries)
    const facts = await store.append((firstSeq) => {
      const clockOffsetMs = inOrder(Math.round(useClock().offsetMs.value), plain)
      const by = { kitchenId, deviceId, crewId: signOn.crewId.value, clockOffsetMs }
      const made = plain.map((e, i) => makeFact(e, by, firstSeq + i))
      lastAtMs = Math.max(lastAtMs, ...made.map((fact) => fact.atMs))
      return made
    }, proof)
    if (facts[0]) browser.countOneMore(facts[0])
    browser.share(facts)
    void browser.send()
    return facts.map((fact) => fact.id)
  }

  return {
    recordAll,
    /** Makes one fact. @throws Refusal as `recordAll` */
    async record<K extends FactKind>(kind: K, streamId: string, payload: Payloads[K]): Promise<string> {
      const [id] = await recordAll([{ kind, streamId, payload } as unknown as Entry])
      return id ?? ''
    },
    /** Takes facts of one stream back, all of them or none. */
    async takeBack(factIds: readonly string[], streamId: string, reason: string): Promise<void> {
      const streamKind = mirror.factsOf(streamId)[0]?.streamKind
      await recordAll(
        factIds.map((factId) => ({
          kind: 'fact.voided',
          streamId,
          payload: { factId, reason },
          ...(streamKind ? { streamKind } : {}),
        })),
      )
    },
    /** Takes of what the kitchen made, for an item of a batch: only the server may say so. */
    takeFromLarder: (ask: Omit<TakeFromLarder, 'crewId'>) => api.takeFromLarder(ask),
    /** Puts a plan of an evening in force: only the server may say which one stands. */
    publishPlan: (serviceId: string, plan: Omit<PublishPlan, 'crewId'>) => api.publishPlan(serviceId, plan),
    /** Fires a call: only the server may say which tablet does. */
    fireCall: (serviceId: string, call: Omit<FireCall, 'crewId'>) => api.fireCall(serviceId, call),
    takeBackCall: (serviceId: string, callId: string) => api.takeBackCall(serviceId, { callId }),
    /** What a guest said of allergies and how to reach them: beside the facts, since it may be deleted. */
    async keepDetails(kept: GuestDetails): Promise<void> {
      await browser.store()?.appendDetails(kept)
      details.set(kept.id, kept)
      await browser.countUnsent()
      void browser.send()
    },
    /** Takes what was refused out of the tray. */
    async dropRefused(id: string): Promise<void> {
      await browser.store()?.dropFromTray(id)
      tray.value = tray.value.filter((entry) => entry.id !== id)
    },
    /** The queue as it stands, for taking it away as a file in the last resort. */
    exportQueue: async () => (await browser.store()?.queue()) ?? [],
  }
}
