import { IN_ANY_STREAM, isReadableVersion, KINDS, upcast, type Envelope } from '@liquamen/core'
import type { z } from 'zod'
import { envelopeSchema, PAYLOAD_SCHEMAS } from './facts'
import { problem, schemaProblem, type Problem } from './problem'

/** A fact that may be stored, or why not. `envelope` is as sent; `payload` in its newest version. */
export type ReadFact = { readonly ok: true; readonly envelope: Envelope } | { readonly ok: false; readonly problem: Problem }

const refuse = (found: Problem): ReadFact => ({ ok: false, problem: found })

/** Reads one fact from outside: wrapping, version, stream, payload. */
export function readFact(input: unknown): ReadFact {
  const envelope = envelopeSchema.safeParse(input)
  if (!envelope.success) return refuse(schemaProblem(envelope.error, 'This entry is not in a form that can be kept.'))
  return readPayload(envelope.data)
}

/** The second half: the payload of an envelope that is sound. */
export function readPayload(envelope: z.infer<typeof envelopeSchema>): ReadFact {
  const { kind, v, streamKind } = envelope
  if (!isReadableVersion(kind, v))
    return refuse(
      problem(
        422,
        'newerVersion',
        'This entry was made by a newer version of the app. Update the server first; the entry is kept on the device.',
      ),
    )
  if (KINDS[kind].stream !== streamKind && !IN_ANY_STREAM.includes(kind))
    return refuse(problem(422, 'wrongStream', `An entry of the kind ${kind} does not belong to a ${streamKind}.`))
  if (envelope.actor.deviceId !== envelope.deviceId) return refuse(problem(422, 'wrongActor', 'The entry names two devices.'))
  const payload = PAYLOAD_SCHEMAS[kind].safeParse(upcast(kind, v, envelope.payload))
  if (!payload.success) return refuse(schemaProblem(payload.error, 'This entry has numbers or words that cannot be used.'))
  return { ok: true, envelope: { ...envelope, payload: payload.data } as Envelope }
}
