// npm run devices -- URL [code]: two probes and a scale that are not there, speaking the documented interface (docs/devices.md)
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
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
const code = process.argv[3]
const tokenFile = process.env.LIQUAMEN_DEVICE_TOKENS
const tokens =
  tokenFile && existsSync(tokenFile)
    ? (JSON.parse(readFileSync(tokenFile, 'utf8')) as Record<string, string>)
    : {}
const only = process.env.LIQUAMEN_DEVICE
const controlPort = process.env.CONTROL_PORT === undefined ? undefined : Number(process.env.CONTROL_PORT)
const stopping = new AbortController()
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect'] as const) process.on(signal, () => stopping.abort())

await Promise.all(
  STAND_INS.filter((s) => !only || s.name === only).map((standIn, i) =>
    runStandIn(standIn, {
      url,
      code,
      token: tokens[standIn.name],
      controlPort: controlPort === undefined ? undefined : controlPort && controlPort + i,
      stopping: stopping.signal,
      say: (line) => process.stdout.write(`${standIn.name}: ${line}\n`),
      keepToken: (token) => {
        tokens[standIn.name] = token
        if (tokenFile) writeFileSync(tokenFile, JSON.stringify(tokens), { mode: 0o600 })
      },
    }),
  ),
)
process.exit(0)
