import { setTimeout as wait } from 'node:timers/promises'
import { openControl, type StandInPlace } from './control'
import { createFaulty, FAULTS } from './fault'
import { createKitchenClient, Refused } from './kitchenClient'
import type { Eyes } from './eyes'
import type { createWatcher } from './truth'

const EVERY_MS = 1000
const RETRY_MS = 2000

/** What a stand-in is: which kind of channel, its name, and what it would read if it were sound. */
export interface StandIn {
  readonly kind: 'probe' | 'scale'
  readonly name: string
  readonly read: (watcher: ReturnType<typeof createWatcher>, channelId: string, nowMs: number) => number
  readonly scatter: number
}

/** Runs a stand-in until it is stopped: enrols, names its channel, then reads and sends once a second. It outlives the server and comes back by itself. */
export async function runStandIn(standIn: StandIn, place: StandInPlace, eyes: Eyes): Promise<void> {
  const { say, stopping } = place
  const faulty = createFaulty(Math.random)
  const deviceClock = () => Date.now() + faulty.clockOffMs()
  const client = createKitchenClient(place.url, deviceClock)
  if (place.controlPort !== undefined) openControl(place.controlPort, { ...faulty, faults: FAULTS }, place)
  if (place.token) client.useToken(place.token)
  let channelId = ''
  const connect = async () => {
    if (!client.token()) {
      await client.enrol(standIn.name, standIn.kind, place.code)
      place.keepToken?.(client.token())
    }
    channelId = (await client.addChannel(standIn.kind, standIn.name)).id
    say(`sends to channel ${channelId}`)
  }
  while (!stopping.aborted) {
    try {
      if (!channelId) await connect()
      await eyes.look()
      const truth = standIn.read(eyes.watcher, channelId, await client.kitchenNowMs())
      const value = faulty.bend(truth + (Math.random() - 0.5) * standIn.scatter)
      if (value !== undefined) await client.send(channelId, [{ atMs: deviceClock(), value }])
      await wait(EVERY_MS - (Date.now() % EVERY_MS), undefined, { signal: stopping })
    } catch (error) {
      if (stopping.aborted) return
      if (error instanceof Refused && error.status === 401) client.useToken('') // its token was revoked or the kitchen is another: enrol anew where that is allowed
      channelId = ''
      await wait(RETRY_MS, undefined, { signal: stopping }).catch(() => undefined)
    }
  }
}
