import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { effectiveFacts } from './effectiveFacts'
import type { Fact } from './fact'

let n = 0
const fact = (kind: Fact['kind'], payload: object, id = `f${++n}`) =>
  ({ id, kind, payload, atMs: ++n, deviceId: 'd', deviceSeq: n }) as unknown as Fact
const weighed = (massG: number, id?: string) =>
  fact('ingredient.weighed', { itemId: 'wine', ingredientId: 'redWine', massG }, id)
const correct = (factId: string, massG: number, id?: string) =>
  fact(
    'fact.corrected',
    { factId, kind: 'ingredient.weighed', payload: { itemId: 'wine', ingredientId: 'redWine', massG } },
    id,
  )
const voids = (factId: string, id?: string) => fact('fact.voided', { factId, reason: '' }, id)
const masses = (facts: readonly Fact[]) =>
  effectiveFacts(facts).facts.map((f) => (f.payload as { massG: number }).massG)

describe('what is said of a fact later', () => {
  it('a correction stands in its place, the last one wins', () => {
    const a = weighed(100, 'a')
    expect(masses([a, correct('a', 110), correct('a', 120)])).toEqual([120])
    expect(effectiveFacts([a, correct('a', 110)]).changed.get('a')).toBe('corrected')
  })
  it('taken back it is gone; the taking-back taken back, it stands again', () => {
    const a = weighed(100, 'a')
    const [off, on] = [voids('a', 'off'), voids('off', 'on')]
    expect(masses([a, off])).toEqual([])
    expect(masses([a, off, on])).toEqual([100])
    expect(masses([a, off, on, voids('on')])).toEqual([])
  })
  it('a correction that is taken back counts for nothing, an earlier one for what it said', () => {
    const a = weighed(100, 'a')
    const [first, second] = [correct('a', 110, 'c1'), correct('a', 120, 'c2')]
    expect(masses([a, first, second, voids('c2')])).toEqual([110])
    expect(masses([a, first, second, voids('c1'), voids('c2')])).toEqual([100])
  })
  it('a correction of another kind, or of what nobody knows, changes nothing and is told', () => {
    const a = weighed(100, 'a')
    const wrong = fact('fact.corrected', { factId: 'a', kind: 'salt.added', payload: { massG: 1 } })
    const { facts, deviations } = effectiveFacts([a, wrong, voids('nobody')])
    expect(facts).toEqual([a])
    expect(deviations.map((d) => d.code).sort()).toEqual(['cannotBeChanged', 'changesUnknownFact'])
  })
  it('whatever is corrected and taken back: no fact is doubled, none is made up, and none but the touched change', () => {
    const acts = fc.array(
      fc.record({ at: fc.nat({ max: 20 }), massG: fc.integer({ min: 1, max: 99 }), voids: fc.boolean() }),
      { maxLength: 12 },
    )
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), acts, (count, changes) => {
        const all: Fact[] = Array.from({ length: count }, (_, i) => weighed(1000 + i, `p${i}`))
        for (const [i, change] of changes.entries()) {
          const aim = all[change.at % all.length]!.id
          all.push(change.voids ? voids(aim, `x${i}`) : correct(aim, change.massG, `x${i}`))
        }
        const { facts, changed } = effectiveFacts(all)
        const ids = facts.map((f) => f.id)
        expect(new Set(ids).size).toBe(ids.length)
        for (const f of facts) {
          const own = all.find((x) => x.id === f.id)!
          expect(own.kind).toBe('ingredient.weighed')
          if (!changed.has(f.id)) expect(f).toEqual(own)
        }
        for (let i = 0; i < count; i += 1)
          if (!ids.includes(`p${i}`)) expect(changed.get(`p${i}`)).toBe('voided')
      }),
    )
  })
})
