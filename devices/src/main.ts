// npm run devices -- URL [code [code of a wall display]]: two probes, a scale and a floor that are not there, speaking the documented interface (docs/devices.md)
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import type { StandInPlace } from './control'
import { createEyes, EYES_NAME } from './eyes'
import { createKitchenClient } from './kitchenClient'
import { FEED_NAME, runOrderFeed } from './orderFeed'
import { runStandIn, type StandIn } from './standIn'
import { trueMassG, trueTempC } from './truth'

const probe = (name: string): StandIn => ({
  kind: 'probe',
  name,
  scatter: 0.2,
  read: (watcher, channelId, nowMs) => trueTempC(watcher.boundTo(channelId), nowMs),
})
const STAND_INS: readonly StandIn[] = [
  probe('Probe 1'),
  probe('Probe 2'),
  {
    kind: 'scale',
    name: 'Scale',
    scatter: 1,
    read: (watcher, channelId, nowMs) => Math.round(trueMassG(watcher.boundTo(channelId), nowMs)),
  },
]

const url = process.argv[2] ?? process.env.LIQUAMEN_URL ?? 'http://127.0.0.1:4173'
const [code, wallCode] = process.argv.slice(3)
const tokenFile = process.env.LIQUAMEN_DEVICE_TOKENS
const tokens =
  tokenFile && existsSync(tokenFile)
    ? (JSON.parse(readFileSync(tokenFile, 'utf8')) as Record<string, string>)
    : {}
const only = process.env.LIQUAMEN_DEVICE
const controlPort = process.env.CONTROL_PORT === undefined ? undefined : Number(process.env.CONTROL_PORT)
const stopping = new AbortController()
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect'] as const) process.on(signal, () => stopping.abort())

const keep = (name: string) => (token: string) => {
  tokens[name] = token
  if (tokenFile) writeFileSync(tokenFile, JSON.stringify(tokens), { mode: 0o600 })
}
const eyesClient = createKitchenClient(url, Date.now)
if (tokens[EYES_NAME]) eyesClient.useToken(tokens[EYES_NAME])
const eyes = createEyes(eyesClient, { code: wallCode, keepToken: keep(EYES_NAME) })

const runs: readonly { name: string; run: (place: StandInPlace) => Promise<void> }[] = [
  ...STAND_INS.map((standIn) => ({
    name: standIn.name,
    run: (place: StandInPlace) => runStandIn(standIn, place, eyes),
  })),
  { name: FEED_NAME, run: runOrderFeed },
]
await Promise.all(
  runs
    .filter(({ name }) => !only || name === only)
    .map(({ name, run }, i) =>
      run({
        url,
        code,
        token: tokens[name],
        controlPort: controlPort === undefined ? undefined : controlPort && controlPort + i,
        stopping: stopping.signal,
        say: (line) => process.stdout.write(`${name}: ${line}\n`),
        keepToken: keep(name),
      }),
    ),
)
process.exit(0)
