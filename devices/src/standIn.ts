import { createServer } from 'node:http'
import { setTimeout as wait } from 'node:timers/promises'
import { createFaulty, FAULTS, type Fault } from './fault'
import { createKitchenClient, Refused } from './kitchenClient'
import { createWatcher } from './truth'

const EVERY_MS = 1000
const RETRY_MS = 2000

/** What a stand-in is: which kind of channel, its name, and what it would read if it were sound. */
export interface StandIn {
  readonly kind: 'probe' | 'scale'
  readonly name: string
  readonly read: (watcher: ReturnType<typeof createWatcher>, channelId: string, nowMs: number) => number
  readonly scatter: number
}
/** Where it runs: the kitchen's address, a code where the kitchen wants one, a token kept from before, a port to be told faults on. */
export interface StandInPlace {
  readonly url: string
  readonly code?: string | undefined
  readonly token?: string | undefined
  readonly controlPort?: number | undefined
  readonly keepToken?: ((token: string) => void) | undefined
  readonly say: (line: string) => void
  readonly stopping: AbortSignal
}

/** Listens on loopback for `POST /fault {"fault":"stuck"}`; answers the fault in force. */
function openControl(
  port: number,
  faulty: ReturnType<typeof createFaulty>,
  say: (line: string) => void,
  stopping: AbortSignal,
): void {
  const server = createServer((request, response) => {
    let body = ''
    request.on('data', (chunk) => {
      body += String(chunk)
    })
    request.on('end', () => {
      const asked = /"fault"\s*:\s*"(\w+)"/.exec(body)?.[1] as Fault | undefined
      if (asked && FAULTS.includes(asked)) faulty.set(asked)
      response
        .writeHead(asked && !FAULTS.includes(asked) ? 400 : 200, { 'content-type': 'application/json' })
        .end(JSON.stringify({ fault: faulty.fault(), faults: FAULTS }))
    })
  }).listen(port, '127.0.0.1', () =>
    say(`control at http://127.0.0.1:${(server.address() as { port: number }).port}`),
  )
  stopping.addEventListener('abort', () => server.close())
}

/** Runs a stand-in until it is stopped: enrols, names its channel, then reads and sends once a second. It outlives the server and comes back by itself. */
export async function runStandIn(standIn: StandIn, place: StandInPlace): Promise<void> {
  const { say, stopping } = place
  const faulty = createFaulty(Math.random)
  const deviceClock = () => Date.now() + faulty.clockOffMs()
  const client = createKitchenClient(place.url, deviceClock)
  const watcher = createWatcher()
  if (place.controlPort !== undefined) openControl(place.controlPort, faulty, say, stopping)
  if (place.token) client.useToken(place.token)
  let channelId = ''
  const connect = async () => {
    if (!client.token()) {
      await client.enrol(standIn.name, place.code)
      place.keepToken?.(client.token())
    }
    channelId = (await client.addChannel(standIn.kind, standIn.name)).id
    say(`sends to channel ${channelId}`)
  }
  const catchUp = async () => {
    for (let more = true; more;) {
      const page = await client.factsAfter(watcher.seq())
      watcher.take(page.facts)
      more = page.hasMore
    }
  }
  while (!stopping.aborted) {
    try {
      if (!channelId) await connect()
      await catchUp()
      const truth = standIn.read(watcher, channelId, await client.kitchenNowMs())
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
