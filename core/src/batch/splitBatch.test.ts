import { describe, expect, it } from 'vitest'
import { larchwaterGoods, larchwaterTest } from '../demoKitchen.test-helper'
import { compareFacts, type Fact } from '../facts/fact'
import { phaseFraction } from '../mixture/phases'
import { massG } from '../mixture/composition'
import { actualEnd, actualWalk } from '../pan/actualWalk'
import { contentsPhases, sauceOf } from '../pan/contents'
import { rehearsalRecord } from '../practice/rehearsalRecord'
import { LIT_AT_MS, rehearse } from '../rehearse.test-helper'
import { foldBatch } from './foldBatch'
import { lessonsOf } from '../learning/lessons'
import { KINDS } from '../facts/kinds/kinds'
import { withInherited } from './inherit'
import { childrenOf, splitBatch, type Part } from './splitBatch'

const { formulas } = larchwaterTest
const kitchenAt = (nowMs: number) => ({
  catalog: larchwaterTest,
  ingredients: larchwaterGoods,
  taken: [],
  nowMs,
})
const MIN = 60_000

/** A batch that has just come to a step: nothing went into it yet. */
function cameTo(formulaId: string, stepId: string) {
  const at = rehearse(formulaId, { untilStepId: stepId })
  const lines = at.fold().plan!.weighOut.filter((l) => l.stepId === stepId)
  const facts = [...at.facts].sort(compareFacts).filter((f) => {
    if (f.kind === 'ingredient.weighed') return !lines.some((l) => l.itemId === f.payload.itemId)
    return f.kind === 'step.started' || !('stepId' in f.payload && f.payload.stepId === stepId)
  })
  return { ...at, facts, mother: foldBatch('b', facts) }
}

/** A mother at a step that nothing went into yet, and its children as they fold from their own record. */
function parted(formulaId: string, stepId: string, parts: readonly Part[]) {
  const { mother, facts, endsAtMs } = cameTo(formulaId, stepId)
  const nowMs = endsAtMs + MIN
  const children = splitBatch(mother, facts, parts, kitchenAt(nowMs)).map((child, i) => {
    const { facts: own, put } = rehearsalRecord(`child${i}`)
    put('batch.planned', nowMs, child.planned)
    put('batch.started', nowMs, { frozen: child.frozen, plan: child.planned.plan, inherits: child.inherits })
    put('step.started', nowMs, { stepId: child.stepId })
    return { child, state: foldBatch(`child${i}`, [...own].sort(compareFacts)), facts: own as Fact[] }
  })
  return { mother, children, nowMs }
}
const part = (formulaId: string, portions: number): Part => ({ formulaId, portions, shares: [] })

/** Every sauce of the book with every step at which something else could become of it. */
const partings = formulas.flatMap((f) =>
  f.steps.slice(1).flatMap((step) => {
    const others = childrenOf(cameTo(f.id, step.id).mother, formulas).filter((c) => c.id !== f.id)
    return others.map((other) => [f.id, step.id, other.id] as const)
  }),
)

describe('a mother and her children', () => {
  it('there are some in the book', () => {
    expect(partings.map(([a, , b]) => `${a} ${b}`)).toEqual(
      expect.arrayContaining([
        'bearnaise choron',
        'bearnaise foyot',
        'hollandaise mousseline',
        'veloute supreme',
      ]),
    )
  })
  it.each(partings)(
    '%s before “%s”: some goes on as it is, some becomes %s; nothing is made and nothing lost',
    (id, stepId, other) => {
      const has = cameTo(id, stepId).mother.plan!.yieldPortions
      const some = Math.max(1, Math.floor(has / 3))
      const { mother, children } = parted(id, stepId, [part(id, has - some), part(other, some)])
      const before = actualWalk(mother)!.find((w) => w.step.id === stepId)!.before
      const begins = children.map(
        ({ state }) => actualWalk(state)!.find((w) => w.step.id === state.currentStepId)!.before,
      )
      const sum = begins.reduce((all, b) => all + massG(sauceOf(b)), 0)
      expect(sum).toBeCloseTo(massG(sauceOf(before)), 3)
      for (const begin of begins) {
        expect(phaseFraction(contentsPhases(begin))).toBeCloseTo(phaseFraction(contentsPhases(before)), 6)
        expect(begin.yolkG / Math.max(1e-9, massG(sauceOf(begin)))).toBeCloseTo(
          before.yolkG / massG(sauceOf(before)),
          6,
        )
      }
      for (const { state } of children) {
        expect(state.clockStartedAtMs).toBe(mother.clockStartedAtMs)
        expect(state.status).toBe('underWay')
        expect(state.deviations).toEqual([])
        expect(Object.keys(state.steps).filter((s) => state.steps[s]!.finishedAtMs !== undefined)).toEqual(
          Object.keys(mother.steps).filter((s) => mother.steps[s]!.finishedAtMs !== undefined),
        )
        expect(massG(sauceOf(actualEnd(state)!))).toBeGreaterThan(0)
      }
      const [own, child] = children
      expect(own!.child.planned.ringId).toBe(mother.planned!.ringId)
      const pans = (c: typeof own) => Object.values(c!.child.planned.vessels)
      expect(pans(child).filter((p) => pans(own).includes(p))).toEqual([])
    },
  )
  it('a grandchild has from its grandmother what its mother had from her', () => {
    const { children, nowMs } = parted('bearnaise', 'herbs', [part('bearnaise', 4), part('choron', 2)])
    const { state, facts } = children[0]!
    const [again] = splitBatch(state, facts, [part('foyot', 2)], kitchenAt(nowMs + MIN))
    expect(again!.inherits.facts.some((f) => f.kind === 'pour.stopped')).toBe(true)
    const half = state.weighed.yolks ?? 0
    const yolk = again!.inherits.facts.find(
      (f) => f.kind === 'ingredient.weighed' && (f.payload as { itemId: string }).itemId === 'yolks',
    )
    expect((yolk!.payload as { massG: number }).massG).toBeCloseTo(half * again!.inherits.share, 6)
  })
  it('the mother’s steps teach once: her children do not say them again', () => {
    const { children } = parted('bearnaise', 'herbs', [part('choron', 3)])
    const done = { ...children[0]!.state, finishedAtMs: LIT_AT_MS + 1e8 }
    const { steps, sieves, spoons, rescues } = lessonsOf(done)!
    expect({ steps, sieves, spoons, rescues }).toEqual({ steps: [], sieves: [], spoons: [], rescues: [] })
  })
  it('what was inherited is lifted from the version it was written in, as any fact is', () => {
    const { children } = parted('bearnaise', 'herbs', [part('choron', 3)])
    const { facts } = children[0]!
    const versions = facts.flatMap((f) =>
      f.kind === 'batch.started' ? (f.payload.inherits?.facts ?? []) : [],
    )
    expect(versions.length).toBeGreaterThan(5)
    for (const f of versions) expect(f.v).toBe(KINDS[f.kind].v)
    expect(withInherited(facts).every((f) => f.v === KINDS[f.kind].v)).toBe(true)
  })
})

describe('what cannot be', () => {
  it('more than there is', () => {
    expect(() => parted('bearnaise', 'herbs', [part('bearnaise', 50), part('choron', 6)])).toThrow(
      'splitTooMuch',
    )
  })
  it('a sauce that was made otherwise, or a step that something went into already', () => {
    expect(() => parted('bearnaise', 'herbs', [part('hollandaise', 3)])).toThrow('noChild')
    const { fold, put, endsAtMs } = rehearse('bearnaise', { untilStepId: 'herbs' })
    const line = fold().plan!.weighOut.find((l) => l.stepId === 'herbs')!
    put('ingredient.weighed', endsAtMs + 1, {
      itemId: line.itemId,
      ingredientId: line.ingredientId,
      massG: 5,
    })
    expect(childrenOf(fold(), formulas)).toEqual([])
  })
})
