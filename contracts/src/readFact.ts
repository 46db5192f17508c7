import { belongsTo, isReadableVersion, KINDS, upcast, type Envelope } from '@liquamen/core'
import type { z } from 'zod'
import { envelopeSchema, PAYLOAD_SCHEMAS } from './facts/facts'
import { isUnstorable } from './primitives'
import { problem, schemaProblem, type Problem } from './problem'

/** A fact that may be stored, or why not. `envelope` is as sent; `payload` in its newest version. */
export type ReadFact =
  { readonly ok: true; readonly envelope: Envelope } | { readonly ok: false; readonly problem: Problem }

const refuse = (found: Problem): ReadFact => ({ ok: false, problem: found })

/** Reads one fact from outside: wrapping, version, stream, payload. */
export function readFact(input: unknown): ReadFact {
  if (isUnstorable(input))
    return refuse(problem(400, 'badText', 'This entry has characters or a nesting that cannot be kept.'))
  const envelope = envelopeSchema.safeParse(input)
  if (!envelope.success)
    return refuse(schemaProblem(envelope.error, 'This entry is not in a form that can be kept.'))
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
  if (!belongsTo(kind, streamKind))
    return refuse(
      problem(422, 'wrongStream', `An entry of the kind ${kind} does not belong to a ${streamKind}.`),
    )
  if (envelope.actor.deviceId !== envelope.deviceId)
    return refuse(problem(422, 'wrongActor', 'The entry names two devices.'))
  const payload = PAYLOAD_SCHEMAS[kind].safeParse(lifted(envelope))
  if (!payload.success)
    return refuse(schemaProblem(payload.error, 'This entry has numbers or words that cannot be used.'))
  return { ok: true, envelope: { ...envelope, v: KINDS[kind].v, payload: payload.data } as Envelope }
}

/** A payload in its newest form; one that is not even of its own version stays as it is, and its schema says what is wrong with it. */
function lifted({ kind, v, payload }: z.infer<typeof envelopeSchema>): unknown {
  try {
    return upcast(kind, v, payload)
  } catch {
    return payload
  }
}
