import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Fact } from '../facts/fact'
import type { FactKind, Payloads } from '../facts/kinds/kinds'
import { foldOrder } from './foldOrder'

let n = 0
const fact = <K extends FactKind>(kind: K, payload: Payloads[K], crewId = 'ilse'): Fact =>
  ({
    id: `f${++n}`,
    streamKind: 'order',
    streamId: 'o',
    kind,
    v: 1,
    atMs: 1000 + n,
    actor: { deviceId: 'd', crewId },
    payload,
  }) as unknown as Fact
const taken = (portions = 4, more: Partial<Payloads['order.taken']> = {}) =>
  fact('order.taken', {
    formulaId: 'hollandaise',
    portions,
    pickupAtMs: 5000,
    label: '',
    detailsId: null,
    ...more,
  })
const decided = (decision: Payloads['allergen.decided']['decision']) =>
  fact('allergen.decided', { allergen: 'milk', ingredientId: 'butter', decision })

describe('an order', () => {
  it('is open once it is taken, and keeps the schools it was asked with', () => {
    const choices = { schools: { bath: 'hard' }, swaps: {} }
    expect(foldOrder('o', [taken(4, { choices })])).toMatchObject({
      status: 'open',
      taken: { portions: 4, choices },
    })
    expect(foldOrder('o', [])).toMatchObject({ status: 'unknown', deviations: [] })
  })
  it('corrected portions count; a cancelled order stays cancelled, unless that is taken back', () => {
    const first = taken(4)
    const right = fact('fact.corrected', {
      factId: first.id,
      kind: 'order.taken',
      payload: { ...(first.payload as object), portions: 6 },
    } as Payloads['fact.corrected'])
    expect(foldOrder('o', [first, right]).taken?.portions).toBe(6)
    const cancelled = fact('order.cancelled', { reason: 'left' })
    expect(foldOrder('o', [first, cancelled]).status).toBe('cancelled')
    expect(foldOrder('o', [first, cancelled, taken(2)]).status).toBe('cancelled')
    expect(
      foldOrder('o', [first, cancelled, fact('fact.voided', { factId: cancelled.id, reason: '' })]).status,
    ).toBe('open')
  })
  it('the last decision on an allergen stands, with who made it', () => {
    const state = foldOrder('o', [
      taken(),
      decided('goOn'),
      fact('allergen.decided', { allergen: 'milk', ingredientId: 'butter', decision: 'leaveOff' }, 'bram'),
    ])
    expect(state.decisions['milk:butter']).toMatchObject({ decision: 'leaveOff', by: 'bram' })
  })
  it('a fact of another stream is a deviation, never an accident, in whatever order facts come', () =>
    fc.assert(
      fc.property(
        fc.shuffledSubarray([
          taken(),
          decided('goOn'),
          fact('order.cancelled', { reason: '' }),
          fact('lot.counted', { massG: 3 }),
        ]),
        (facts) => {
          const state = foldOrder('o', facts)
          expect(state.deviations).toHaveLength(facts.some((f) => f.kind === 'lot.counted') ? 1 : 0)
          expect(['open', 'cancelled', 'unknown']).toContain(state.status)
        },
      ),
    ))
})
