import type { GuestDetails, Opened, Session } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import { api, OutOfReach, Refusal } from './api'
import type { BrowserKitchen, TabNews } from './browserKitchen'
import { useChannels } from './channels.store'
import { hearServerTime, setClockOffset, useClock } from './clock'
import { followLive } from './liveStream'
import { readAtSight, readStored } from './readStored'
import { lastStoreName, storeNameOf } from './storeNames'
import { atRest } from './atRest'

const REACH_AGAIN_MS = 2000
/** How far this device's clock is off, ms, by what the server said between two moments of it. */
const offsetOf = (serverNowMs: number, startMs: number, endMs = Date.now()) =>
  Math.round(serverNowMs - (startMs + endMs) / 2)
/** When the opening was asked for and answered, which may be long before the page had time for it, by this device's clock. */
function openingTimes(startMs: number): [number, number] {
  const asked = performance.getEntriesByType('resource').filter((e) => e.name.endsWith('/api/open'))
  const { requestStart = 0, responseStart = 0 } = (asked.at(-1) ?? {}) as Partial<PerformanceResourceTiming>
  const atMs = (ofPage: number) => Date.now() - (performance.now() - ofPage)
  return requestStart > 0 ? [atMs(requestStart), atMs(responseStart)] : [startMs, Date.now()]
}

/** Facts that point to what a guest said: another tablet, or the floor, has kept it a moment ago. */
const NAMES_GUESTS: readonly string[] = ['order.taken', 'table.ordered']

/** The page as another kitchen's: what was open is none of its batches. */
const openAnew = () => window.location.assign('/')

/** The way to the server: who this browser is there, what happened while it was away, and the live stream from then on. */
export function createConnection(browser: BrowserKitchen) {
  const { details, mirror, phase, session, signOn } = browser
  const channels = useChannels()

  /** What guests said, as it is now, beside what waits to be sent. */
  function takeDetails(all: readonly GuestDetails[]): void {
    all.forEach((d) => details.set(d.id, d))
    browser.afterwards((store) => store.replaceDetails(all))
  }
  async function refreshDetails(): Promise<void> {
    const all = await api.guestDetails().catch(() => undefined)
    if (all) takeDetails(all)
  }

  /** Reads session and catalogue from the server; kept only in the database of that kitchen. */
  async function readSession(): Promise<Session> {
    const startMs = Date.now()
    const answer = await api.session()
    setClockOffset(offsetOf(answer.serverNowMs, startMs))
    if (session.value?.kitchenId === answer.kitchenId)
      await browser.store()?.remember({ clockOffsetMs: useClock().offsetMs.value, session: answer })
    return answer
  }
  /** Reads the catalogue again. */
  async function refreshCatalog(): Promise<void> {
    session.value = await readSession()
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
    if ('clockOffsetMs' in news) {
      browser.reached() // the tab that listens for all has just heard the server
      return setClockOffset(news.clockOffsetMs)
    }
    if ('isCatalogNew' in news) return void hearCatalog()
    if ('isMoved' in news) return openAnew() // all tabs of a browser speak for one kitchen
    mirror.merge(news)
    void browser.countUnsent()
  })

  /** The browser's own database of the kitchen that answered: a tablet that was moved over never sends its old taps to the new one. */
  async function useStoreOf(answer: Session): Promise<void> {
    const name = storeNameOf(answer.kitchenId)
    if (browser.storeName() === name) return
    await browser.openStore(name)
  }

  /** Takes over what the server says is current; the rest is asked for where it is wanted. Written down once the page stands. */
  function takeCurrent({ session: answer, current, details: told, channels: list, signedOn }: Opened): void {
    const facts = readAtSight(current.facts)
    const known = browser.headSeq()
    if (known !== undefined && known > answer.headSeq) mirror.clear() // another database, or an older copy of it
    mirror.merge(facts)
    mirror.keepOnly(facts, current.headSeq)
    session.value = answer
    signOn.useIn(answer.kitchenId)
    if (signedOn) signOn.take(signedOn)
    phase.value = 'open'
    browser.reached()
    browser.afterwards(async (store) => {
      await atRest()
      await store.keepCurrent(facts, current.headSeq)
      await store.remember({ session: answer, clockOffsetMs: useClock().offsetMs.value })
      await checkBySchema(facts)
    })
    takeDetails(told)
    void atRest().then(() => channels.listed(list))
  }
  /** The second look at what was taken over at sight. */
  async function checkBySchema(facts: readonly Fact[]): Promise<void> {
    const good = new Set(await readStored(facts))
    mirror.forget(facts.filter((fact) => !good.has(fact)).map((fact) => ({ id: fact.id, fact })))
  }

  /** A line that ends may end because this device was revoked: then it speaks for the kitchen no more until it is enrolled again. */
  async function askWhetherRevoked(): Promise<void> {
    await api.session().catch((error: unknown) => {
      if (error instanceof Refusal && error.problem.code === 'notEnrolled') phase.value = 'needsCode'
    })
  }
  function follow(from: number): void {
    followLive(from, {
      facts(facts, head) {
        browser.afterwards((store) => store.receive(facts, head))
        browser.share(facts)
        if (facts.some((fact) => NAMES_GUESTS.includes(fact.kind))) void refreshDetails()
      },
      gap: () => void openAgain(),
      samples(samples) {
        channels.take(samples.channelId, samples.samples)
        browser.tell(samples)
      },
      catalog: tellCatalog,
      clock(serverNowMs) {
        browser.tell({ clockOffsetMs: hearServerTime(serverNowMs) })
      },
      open(isAgain) {
        browser.reached()
        void browser.send()
        if (isAgain) tellCatalog() // what changed while the line was down was told to nobody
      },
      lost() {
        browser.lost()
        void askWhetherRevoked()
      },
      heard: browser.reached,
    })
  }

  /** Opens from the server: who this is, what is current, at its time. */
  async function open(asked = api.open()): Promise<Opened> {
    const startMs = Date.now()
    const opened = await asked
    setClockOffset(offsetOf(opened.session.serverNowMs, ...openingTimes(startMs)))
    await useStoreOf(opened.session)
    const { deviceId } = opened.session
    if (session.value?.deviceId !== deviceId) await browser.store()?.readdress(deviceId) // enrolled anew: what waits is sent as its own
    takeCurrent(opened)
    return opened
  }
  async function connect(asked?: Promise<Opened>): Promise<void> {
    try {
      const { current } = await open(asked)
      void browser.send()
      follow(current.headSeq)
    } catch (error) {
      if (error instanceof Refusal && phase.value !== 'open') {
        phase.value = error.problem.code === 'codeNeeded' ? 'needsCode' : 'failed'
        return
      }
      reachAgain(error)
      if (phase.value === 'opening') phase.value = session.value ? 'open' : 'failed'
      window.setTimeout(() => void connect(), REACH_AGAIN_MS)
    }
  }
  /** More was missed than is told one by one: what is current is read anew. */
  async function openAgain(): Promise<void> {
    await open().catch((error: unknown) => {
      reachAgain(error)
      window.setTimeout(() => void openAgain(), REACH_AGAIN_MS)
    })
  }
  function reachAgain(error: unknown): void {
    if (!(error instanceof Refusal || error instanceof OutOfReach)) console.error(error) // an answer that cannot be read
    browser.lost()
  }

  return {
    refreshCatalog,
    /** Opens from what the browser has, and from the server, which was asked before. */
    async open(): Promise<void> {
      void navigator.storage?.persist?.()
      const asked = api.open() // its answer is read while this browser's own database opens
      asked.catch(() => undefined)
      const memory = await browser.openStore(lastStoreName())
      if (memory.clockOffsetMs !== undefined) setClockOffset(memory.clockOffsetMs)
      if (memory.session) {
        session.value = {
          ...memory.session,
          catalog: { ...memory.session.catalog, wells: memory.session.catalog.wells ?? [] },
        }
        signOn.useIn(session.value.kitchenId)
        phase.value = 'open'
      } // kept by a release without wells
      await connect(asked)
    },
    /** Signs somebody on here by the PIN. */
    async signOn(crewId: string, pin: string): Promise<void> {
      signOn.take(await api.signOn(crewId, pin))
    },
    /** Whoever stands here is signed off at once; the server hears of it if it can. */
    async signOff(): Promise<void> {
      const told = api.signOff() // before it is dropped: what goes out says who
      signOn.drop()
      await told.catch(() => undefined)
    },
    /** This browser speaks for another kitchen from now on, in all its tabs; what waits for this one waits until it is back. */
    async moveTo(kitchenId: string): Promise<void> {
      await api.switchKitchen(kitchenId)
      browser.tell({ isMoved: true })
      openAnew()
    },
    /** Enrols this browser in a further kitchen, and moves there. */
    async enrolElsewhere(name: string, code: string): Promise<void> {
      await api.enrol(name, code)
      browser.tell({ isMoved: true })
      openAnew()
    },
    /** Enrols this browser by the kitchen's code. */
    async enrol(name: string, code: string): Promise<void> {
      await api.enrol(name, code)
      await connect()
    },
  }
}
