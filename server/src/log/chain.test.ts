import canonicalize from 'canonicalize'
import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { canonicalEnvelope, chainLink, type StoredFact } from './chain'

const text = fc.string({ unit: 'grapheme' })
const envelope = fc.record({
  v: fc.nat(),
  id: fc.uuid(),
  kind: text,
  payload: fc.jsonValue({ stringUnit: 'grapheme' }),
  streamKind: text,
  kitchenId: fc.uuid(),
  streamId: fc.uuid(),
  deviceId: fc.uuid(),
  deviceSeq: fc.nat(),
  clockOffsetMs: fc.double({ noNaN: true, noDefaultInfinity: true }),
  deviceAtMs: fc.integer(),
  actor: fc.record({ deviceId: fc.uuid(), crewId: fc.option(text, { nil: undefined }) }),
})

describe('chainLink', () => {
  it('is the digest of the last head, the canonical JSON of what the device made, and that of the receipt (law)', () => {
    fc.assert(
      fc.property(envelope, fc.nat(), fc.option(text, { nil: undefined }), (made, seq, clockFlag) => {
        const receipt = { seq, receivedAtMs: 1e12 + seq, atMs: 1e12, clockFlag: clockFlag ?? null }
        expect(canonicalEnvelope(made as never)).toBe(canonicalize(made))
        const fact = { ...made, ...receipt, clockFlag } as unknown as Omit<StoredFact, 'chain'>
        expect(chainLink('head', fact)).toBe(
          createHash('sha256')
            .update(`head\n${canonicalize(made)}\n${canonicalize(receipt)}`)
            .digest('hex'),
        )
      }),
    )
  })
})
