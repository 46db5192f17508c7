import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoFacts } from '../demoKitchen.test-helper'
import { byStream } from '../facts/byStream'
import { mergeFacts, type Fact } from '../facts/fact'
import { foldLot } from '../larder/foldLot'
import { foldService } from '../service/foldService'
import { foldBatch } from './foldBatch'
import { foldOrder } from './foldOrder'
import { growingStream } from './growingStream'

const streams = byStream(demoFacts)
const whole = (id: string, facts: readonly Fact[]) => {
  const sorted = mergeFacts([], facts)
  const of = sorted[0]!.streamKind
  if (of === 'kitchen') return { of, state: { id, facts: sorted } }
  const fold = { batch: foldBatch, order: foldOrder, lot: foldLot, service: foldService }[of]
  return { of, state: fold(id, sorted) }
}
/** Facts of a stream with some taken back, corrected and late, beside what the demo has. */
function disturbed(facts: readonly Fact[], aims: readonly number[]): Fact[] {
  const last = Math.max(...facts.map((f) => f.atMs))
  const changes = aims.map((aim, i): Fact => {
    const target = facts[aim % facts.length]!
    const back = {
      ...target,
      id: `back-${i}`,
      kind: 'fact.voided',
      v: 1,
      deviceSeq: 10_000 + i,
      atMs: last + 1000 * (i - 1),
      payload: { factId: i % 3 === 2 ? 'back-0' : target.id, reason: '' },
    }
    return back as unknown as Fact
  })
  return [...facts, ...changes]
}

describe('growingStream', () => {
  it('grown fact by fact, in any order, any parts, some twice: at every moment the state of the whole (law)', () => {
    const ids = [...streams.keys()]
    fc.assert(
      fc.property(
        fc.constantFrom(...ids),
        fc.array(fc.nat(), { maxLength: 4 }),
        fc.infiniteStream(fc.nat({ max: 2 ** 31 })),
        fc.boolean(),
        (id, aims, randoms, isShuffled) => {
          const next = () => randoms.next().value as number
          const all = disturbed(streams.get(id)!, aims)
          const order = isShuffled ? all.toSorted(() => (next() % 2) - 0.5) : mergeFacts([], all)
          const grown = growingStream(id)
          const given: Fact[] = []
          for (let i = 0; i < order.length;) {
            const part = order.slice(i, (i += 1 + (next() % 3)))
            const again = given.length ? [given[next() % given.length]!] : []
            given.push(...part)
            grown.merge([...part, ...again])
            expect(grown.state()).toEqual(whole(id, given))
          }
          expect(grown.facts).toEqual(mergeFacts([], all))
        },
      ),
    )
  })
  it('a fact that the server settled replaces the own one, at its place or at its new one', () => {
    const [id, facts] = [...streams].find(([, own]) => own.length > 20)!
    const own = facts.map(({ seq: _seq, ...fact }) => fact as Fact)
    const grown = growingStream(id)
    grown.merge(own)
    grown.state()
    const settled = own.map((fact, i) => ({
      ...fact,
      seq: i + 1,
      ...(i % 5 === 0 ? { atMs: fact.atMs + 90_000, clockFlag: 'future' as const } : {}),
    }))
    for (const [i, fact] of settled.entries()) {
      grown.merge([fact])
      expect(grown.state()).toEqual(whole(id, [...settled.slice(0, i + 1), ...own.slice(i + 1)]))
    }
  })
  it('a refused fact is dropped, and what is left is as if it had never been', () => {
    const [id, facts] = [...streams].find(([, own]) => own.length > 20)!
    const grown = growingStream(id)
    grown.merge(facts)
    grown.state()
    for (const [i, fact] of facts.slice(0, -1).entries()) {
      grown.drop(fact.id)
      grown.drop('nobody')
      expect(grown.state()).toEqual(whole(id, facts.slice(i + 1)))
    }
    grown.drop(facts.at(-1)!.id)
    expect(grown.state()).toBeUndefined()
  })
  it('what is asked for stays as it was, however the stream grows on', () => {
    const [id, facts] = [...streams].find(([, own]) => own.length > 20)!
    const grown = growingStream(id)
    grown.merge(facts.slice(0, 12))
    const before = grown.state()
    const copy = structuredClone(before)
    grown.merge(facts.slice(12))
    grown.state()
    expect(before).toEqual(copy)
  })
})
