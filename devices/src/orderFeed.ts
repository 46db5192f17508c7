import { setTimeout as wait } from 'node:timers/promises'
import { openControl, type StandInPlace } from './control'
import { eveningOfFloor, type SentOrder } from './floor'
import { createKitchenClient, Refused } from './kitchenClient'

const EVERY_MS = 1000
const RETRY_MS = 2000
const CLOCK_OFF_MS = 10 * 60_000
/** Sent in one message at most: the backlog of an evening goes in a few. */
const MOST_AT_ONCE = 200
export const FEED_NAME = 'Order feed'

/** How the floor's line can misbehave: it stops and sends its backlog later, its clock is ten minutes off, it sends everything twice and the newest first. */
export const FEED_FAULTS = ['none', 'unplugged', 'clockOff', 'twice'] as const
export type FeedFault = (typeof FEED_FAULTS)[number]

/** A floor that is not there: takes the card from the kitchen and sends what its guests order, by the documented interface, until it is stopped. */
export async function runOrderFeed(place: StandInPlace): Promise<void> {
  const { say, stopping } = place
  let fault: FeedFault = 'none'
  const set = (next: FeedFault) => {
    fault = next
  }
  let nowMs = 0
  const client = createKitchenClient(place.url, () => nowMs + offMs())
  const offMs = () => (fault === 'clockOff' ? -CLOCK_OFF_MS : 0)
  if (place.controlPort !== undefined)
    openControl(place.controlPort, { faults: FEED_FAULTS, fault: () => fault, set }, place)
  if (place.token) client.useToken(place.token)
  let evening: SentOrder[] = []
  let known = ''
  /** Of how much of the evening the kitchen has said that it has it. */
  const told = new Set<string>()
  const keyOf = ({ order }: SentOrder) => `${order.ref} ${order.revision}`
  const connect = async () => {
    if (client.token()) return
    await client.enrol(FEED_NAME, 'feed', place.code)
    place.keepToken?.(client.token())
    say('is connected')
  }
  const readCard = async () => {
    const card = await client.card()
    // who sits when is what the evening hangs on; what is off changes only what is sold from here on
    const sittings = JSON.stringify(card.sittings)
    const isNew = sittings !== known
    known = sittings
    const fresh = eveningOfFloor(card)
    const sentRefs = new Set([...told].map((key) => key.slice(0, key.lastIndexOf(' '))))
    evening = isNew
      ? fresh
      : fresh.map((s) => evening.find((e) => sentRefs.has(s.order.ref) && keyOf(e) === keyOf(s)) ?? s)
  }
  const sendDue = async () => {
    const due = evening.filter((s) => s.atMs <= nowMs && !told.has(keyOf(s))).slice(0, MOST_AT_ONCE)
    if (due.length === 0 || fault === 'unplugged') return
    const orders = due.map((s) => ({ ...s.order, pickUpAtMs: s.order.pickUpAtMs + offMs() }))
    const once = await client.sendOrders(FEED_NAME, orders)
    if (fault === 'twice') await client.sendOrders(FEED_NAME, [...orders].reverse())
    for (const s of due) told.add(keyOf(s))
    for (const r of once.results) if (r.message) say(`${r.ref}: ${r.message}`)
  }
  while (!stopping.aborted) {
    try {
      await connect()
      nowMs = await client.kitchenNowMs()
      await readCard()
      await sendDue()
      await wait(EVERY_MS, undefined, { signal: stopping })
    } catch (error) {
      if (stopping.aborted) return
      if (error instanceof Refused && error.status === 401) client.useToken('')
      await wait(RETRY_MS, undefined, { signal: stopping }).catch(() => undefined)
    }
  }
}
