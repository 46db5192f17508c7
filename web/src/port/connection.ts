import type { Session } from '@liquamen/contracts'
import { api, OutOfReach, Refusal } from './api'
import type { BrowserKitchen, TabNews } from './browserKitchen'
import { useChannels } from './channels.store'
import { kitchenNowMs, setClockOffset, useClock } from './clock'
import { followLive } from './liveStream'
import { askSession } from './openSession'
import { lastStoreName, storeNameOf } from './storeNames'

const STILL_CURRENT_MS = 36 * 3600_000
const REACH_AGAIN_MS = 2000

/** What a browser remembers of the kitchen that it followed last. */
interface Known {
  readonly session: Session | undefined
  readonly headSeq: number | undefined
}

/** The way to the server: who this browser is there, what happened while it was away, and the live stream from then on. */
export function createConnection(browser: BrowserKitchen) {
  const { crewId, details, mirror, phase, session } = browser
  const channels = useChannels()

  async function refreshDetails(): Promise<void> {
    const all = await api.guestDetails().catch(() => undefined)
    if (!all) return
    await browser.store()?.replaceDetails(all)
    all.forEach((d) => details.set(d.id, d))
  }

  /** Reads session and catalogue from the server; kept only in the database of that kitchen. */
  async function readSession(before: Session | undefined): Promise<Session> {
    const answer = await askSession()
    setClockOffset(answer.clockOffsetMs)
    if (!before || before.kitchenId === answer.session.kitchenId)
      await browser.store()?.remember({ clockOffsetMs: answer.clockOffsetMs, session: answer.session })
    return answer.session
  }
  /** Reads the catalogue again. */
  async function refreshCatalog(): Promise<void> {
    session.value = await readSession(session.value)
    void refreshDetails()
  }
  /** The catalogue as it is now; where the server is away the kept one stays until the line is back. */
  async function hearCatalog(): Promise<void> {
    await refreshCatalog().catch((error: unknown) => {
      if (!(error instanceof OutOfReach)) throw error
    })
  }
  /** One tab follows the server: it tells the others. */
  function tellCatalog(): void {
    browser.tell({ isCatalogNew: true })
    void hearCatalog()
  }
  browser.hear((news: TabNews) => {
    if ('samples' in news) return channels.take(news.channelId, news.samples)
    if ('clockOffsetMs' in news) return setClockOffset(news.clockOffsetMs)
    if ('isCatalogNew' in news) return void hearCatalog()
    mirror.merge(news)
    void browser.countUnsent()
  })

  /** The browser's own database of the kitchen that answered: a tablet that was moved over never sends its old taps to the new one. */
  async function useStoreOf(answer: Session, known: Known): Promise<Known> {
    if (known.session?.kitchenId === answer.kitchenId) {
      storeNameOf(answer.kitchenId)
      return known
    }
    if (known.session) storeNameOf(known.session.kitchenId)
    const memory = await browser.openStore(storeNameOf(answer.kitchenId))
    await browser.store()?.remember({ session: answer, clockOffsetMs: useClock().offsetMs.value })
    return { session: memory.session, headSeq: memory.headSeq }
  }

  /** Where to follow from; a browser without facts of this database reads what is current first. */
  async function catchUp(answer: Session, known: Known): Promise<number> {
    const isOther =
      known.session !== undefined &&
      (known.session.kitchenId !== answer.kitchenId || (known.headSeq ?? 0) > answer.headSeq)
    if (known.headSeq !== undefined && !isOther) return known.headSeq
    if (isOther) {
      await browser.store()?.clearMirror()
      mirror.clear()
    }
    const current = await api.currentFacts(kitchenNowMs() - STILL_CURRENT_MS)
    await browser.store()?.receive(current.facts, current.headSeq)
    mirror.merge(current.facts)
    return current.headSeq
  }

  function follow(from: number): void {
    let wasLost = false
    followLive(async () => (await browser.store()?.remembered())?.headSeq ?? from, {
      facts(facts, head) {
        void browser.store()?.receive(facts, head)
        browser.share(facts)
        if (facts.some((fact) => fact.kind === 'order.taken')) void refreshDetails()
      },
      samples(samples) {
        channels.take(samples.channelId, samples.samples)
        browser.tell(samples)
      },
      catalog: tellCatalog,
      clock(serverNowMs) {
        const clockOffsetMs = Math.round(serverNowMs - Date.now())
        setClockOffset(clockOffsetMs)
        browser.tell({ clockOffsetMs })
      },
      open() {
        browser.reached()
        void browser.send()
        if (wasLost) tellCatalog() // what changed while the line was down was told to nobody
        wasLost = false
      },
      lost() {
        wasLost = true
        browser.lost()
      },
    })
  }

  async function connect(known: Known): Promise<void> {
    try {
      const answer = await readSession(known.session)
      const from = await catchUp(answer, await useStoreOf(answer, known))
      session.value = answer
      crewId.value ??= answer.catalog.crew[0]?.id
      phase.value = 'open'
      browser.reached()
      void refreshDetails()
      void channels.refresh()
      void browser.send()
      follow(from)
    } catch (error) {
      if (error instanceof Refusal && phase.value !== 'open') {
        phase.value = error.problem.code === 'codeNeeded' ? 'needsCode' : 'failed'
        return
      }
      if (!(error instanceof Refusal || error instanceof OutOfReach)) console.error(error) // an answer that cannot be read
      browser.lost()
      if (phase.value === 'opening') phase.value = known.session ? 'open' : 'failed'
      window.setTimeout(() => void connect(known), REACH_AGAIN_MS)
    }
  }

  return {
    refreshCatalog,
    /** Opens from what the browser has, then from the server. */
    async open(): Promise<void> {
      void navigator.storage?.persist?.()
      const memory = await browser.openStore(lastStoreName())
      if (memory.clockOffsetMs !== undefined) setClockOffset(memory.clockOffsetMs)
      if (memory.session) {
        session.value = {
          ...memory.session,
          catalog: { ...memory.session.catalog, wells: memory.session.catalog.wells ?? [] },
        }
        phase.value = 'open'
      } // kept by a release without wells
      await connect({ session: memory.session, headSeq: memory.headSeq })
    },
    /** Enrols this browser by the kitchen's code. */
    async enrol(name: string, code: string): Promise<void> {
      await api.enrol(name, code)
      await connect({ session: undefined, headSeq: undefined })
    },
  }
}
