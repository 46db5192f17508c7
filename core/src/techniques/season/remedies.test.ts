import { describe, expect, it } from 'vitest'
import { emptyBatch } from '../../batch/batchState'
import { foldBatch } from '../../batch/foldBatch'
import { byStream } from '../../facts/byStream'
import { mergeFacts, type Fact } from '../../facts/fact'
import { demoFacts, larchwaterGoods as ingredients, larchwaterTest } from '../../demoKitchen.test-helper'
import { mixContents, type Contents } from '../../pan/contents'
import { alone } from '../../pan/putIn'
import { walkFormula } from '../../pan/walkFormula'
import { CHECKPOINTS, checkpointsOf, TASTE_WORDS } from './checkpoints'
import { pepperFor } from './pepper'
import { contradictsSum, tasteRemedies } from './remedies'
import { saltRoom } from './saltRoom'
import { saltSources } from './saltSources'
import { acidBandOf, acidOf, tasteOf } from './taste'

const states = [...byStream(demoFacts)]
  .filter(([, facts]) => facts[0]?.streamKind === 'batch')
  .map(([id, facts]) => foldBatch(id, mergeFacts([], facts as Fact[])))
const STOCK = { id: 'brownStock', saltFrac: 0.0015, solidsFrac: 0.046 }
const sauces = larchwaterTest.formulas.filter((f) => f.steps.some((s) => s.technique === 'season'))
const seasoned = sauces.map((formula) => {
  const walk = walkFormula({ formula, ingredients, pressureKPa: 90 })
  const { begin, step } = walk.find((w) => w.step.technique === 'season')!
  const { low, value, high } = formula.saltTargetFrac
  return { formula, of: begin, step, acid: acidBandOf(formula, tasteOf(begin)), low, targetFrac: value, high }
})
/** The same with so much salt in it. */
function salted(of: Contents, saltFrac: number): Contents {
  const taste = tasteOf(of)
  const addG = (taste.massG * (saltFrac - taste.saltFrac)) / (1 - saltFrac)
  return { ...of, liquid: { ...of.liquid, salt: of.liquid.salt + addG } }
}

describe.each(seasoned.map((s) => [s.formula.id, s] as const))('the taste of %s', (_, at) => {
  const { formula, of, step, acid, targetFrac, low, high } = at
  it('is foretold, and its tastings come in their order at steps that it has', () => {
    const taste = tasteOf(of)
    for (const share of [taste.saltFrac, taste.acidFrac, taste.sugarFrac, taste.fatFrac]) {
      expect(share).toBeGreaterThanOrEqual(0)
      expect(share).toBeLessThan(1)
    }
    const points = checkpointsOf(formula)
    const order = points.map((p) => CHECKPOINTS.indexOf(p.id))
    expect(order).toEqual([...order].sort((a, b) => a - b))
    const at = points.map((p) => formula.steps.findIndex((s) => s.id === p.stepId))
    expect(at.every((i) => i >= 0)).toBe(true)
  })
  it('too salty is brought to its target by water, exactly; and every other word has a dose or none', () => {
    const over = salted(of, targetFrac * 1.5)
    const [water, ...others] = tasteRemedies('salty', over, { targetFrac, acid, stock: STOCK })
    const after = mixContents(over, alone(ingredients.get('water')!, water!.massG!, step))
    expect(tasteOf(after).saltFrac).toBeCloseTo(targetFrac, 4)
    expect(others.find((r) => r.kind === 'keepShare')?.keepFrac).toBeCloseTo(1 / 1.5, 6)
    for (const word of TASTE_WORDS)
      for (const r of tasteRemedies(word, of, { targetFrac, acid, stock: STOCK })) {
        expect(r.massG ?? 1, `${word}: ${r.kind}`).toBeGreaterThanOrEqual(0)
        expect(Number.isFinite(r.massG ?? 1)).toBe(true)
      }
    expect(tasteRemedies('right', of, { targetFrac, acid })).toEqual([])
  })
  it('a salt dose is never more than 0.2 % at once, and never past the target', () => {
    const flat = salted(of, targetFrac - 0.0035)
    const salt = tasteRemedies('flat', flat, { targetFrac, acid }).find((r) => r.kind === 'salt')!
    expect(salt.massG! / tasteOf(flat).massG).toBeCloseTo(0.002, 6)
    expect(
      tasteRemedies('flat', salted(of, targetFrac), { targetFrac, acid }).map((r) => r.kind),
    ).not.toContain('salt')
  })
  it('too sharp: butter or sugar, and the butter brings the acid down', () => {
    const lemon = alone(ingredients.get('lemonJuice')!, 0.05 * tasteOf(of).massG, step)
    const sharp = mixContents(of, lemon)
    const butter = tasteRemedies('sharp', sharp, { targetFrac, acid }).find((r) => r.kind === 'butter')!
    const after = mixContents(sharp, alone(ingredients.get('butter')!, butter.massG!, step))
    expect(acidOf(tasteOf(after), acid)).toBeLessThan(0.95 * acidOf(tasteOf(sharp), acid))
  })
  it('salty under its salt and flat over it contradict the sum', () => {
    const of_ = { low, high, acid }
    expect(contradictsSum('salty', salted(of, 0.3 * low), of_)).toBe(true)
    expect(contradictsSum('salty', salted(of, high), of_)).toBe(false)
    expect(contradictsSum('right', of, of_)).toBe(false)
  })
})

describe('pepper', () => {
  it('is white where flecks would read as dirt, black where they belong, and strained where it was boiled', () => {
    const kind = (id: string) => {
      const { formula, of } = seasoned.find((s) => s.formula.id === id)!
      return pepperFor(formula, of)
    }
    expect(kind('hollandaise')).toMatchObject({ kind: 'white', startShare: 2 / 3 })
    expect(kind('beurreBlanc').kind).toBe('white')
    expect(kind('whiteWineCream').kind).toBe('white')
    expect(kind('bordelaise').kind).toBe('black')
    expect(kind('poivrade').boiled).toBe('strained')
    expect(kind('bordelaise').boiled).toBe('stays')
    expect(kind('hollandaise').boiled).toBeUndefined()
  })
})

describe('salt before a reduction', () => {
  it('is at most what the plate still wants, and its share now is the plate’s by what will be left', () => {
    // 400 g that will be 100 g: 1 % on the plate is 1 g, a quarter of a percent now
    const { mostG, ceilingFrac } = saltRoom(1, { nowMassG: 400, nowSaltG: 0 })
    expect(mostG).toBe(1)
    expect(ceilingFrac).toBeCloseTo(0.0025, 4)
    expect(saltRoom(-1, { nowMassG: 400, nowSaltG: 8 }).mostG).toBe(0)
  })
})

describe('where salt is from', () => {
  it('is told by good, what brings most first: capers before the butter they lie in', () => {
    const batch = states.find((s) => s.planned?.formulaId === 'redWineShallot' && s.frozen)!
    const [first, ...rest] = saltSources(batch)
    expect(first!.name).toContain('Demi-glace')
    for (const other of rest) expect(other.saltG).toBeLessThanOrEqual(first!.saltG)
    expect(saltSources(emptyBatch('none'))).toEqual([])
  })
})
