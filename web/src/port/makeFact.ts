import {
  foldTime,
  KINDS,
  streamOf,
  type Actor,
  type Fact,
  type FactKind,
  type Payloads,
  type StreamKind,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { Refusal } from './api'
import { schemas } from './schemas'

/** One entry of a tap: what happened, and to which batch, order or lot. */
export type Entry = {
  readonly [K in FactKind]: {
    readonly kind: K
    readonly streamId: string
    readonly payload: Payloads[K]
    /** Only where the kind itself does not say it. */
    readonly streamKind?: StreamKind | undefined
  }
}[FactKind]

/** Who makes a fact, where, and how far the device's clock is off, ms. */
export interface Maker {
  readonly kitchenId: string
  readonly deviceId: string
  readonly crewId: string | undefined
  readonly clockOffsetMs: number
}

const RULES_WITHIN_MS = 1000 // a tap waits no longer for them
type Rules = Pick<Awaited<ReturnType<typeof schemas>>, 'PAYLOAD_SCHEMAS' | 'schemaProblem'>
/** An entry as it will be stored, by the rules of the server. @throws Refusal as `checked` */
export function checkedBy<E extends Entry>(entry: E, rules: Rules | undefined): E {
  const plain: unknown = JSON.parse(JSON.stringify(entry.payload))
  const read = rules?.PAYLOAD_SCHEMAS[entry.kind].safeParse(plain)
  if (rules && read?.error)
    throw new Refusal(rules.schemaProblem(read.error, 'This entry has numbers or words that cannot be used.'))
  return { ...entry, payload: plain }
}
/**
 * Entries as they will be stored. What the server would refuse is refused here, before anyone believes it kept. Where its rules cannot be had, since
 * the line went down or stalled before they came, the server judges alone.
 *
 * @throws Refusal where the server would never take one
 */
export async function checked<E extends Entry>(entries: readonly E[]): Promise<E[]> {
  const inVain = new Promise<undefined>((resolve) => setTimeout(resolve, RULES_WITHIN_MS))
  const rules = await Promise.race([schemas().catch(() => undefined), inVain])
  return entries.map((entry) => checkedBy(entry, rules))
}

/** A fact made here and now, with the device's next number. */
export function makeFact({ kind, streamId, payload, streamKind }: Entry, by: Maker, deviceSeq: number): Fact {
  const actor: Actor = { deviceId: by.deviceId, ...(by.crewId ? { crewId: by.crewId } : {}) }
  const envelope = {
    id: uuidv7(),
    kitchenId: by.kitchenId,
    streamKind: streamKind ?? streamOf(kind) ?? 'batch',
    streamId,
    kind,
    v: KINDS[kind].v,
    deviceId: by.deviceId,
    deviceSeq,
    deviceAtMs: Date.now(),
    clockOffsetMs: by.clockOffsetMs,
    actor,
    payload,
  }
  return { ...envelope, ...foldTime(envelope) } as unknown as Fact
}
