import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { larchwaterTest as kitchen, placeIn } from '../demoKitchen.test-helper'
import { MODELS } from '../models/registry'
import { planBatch } from '../batch/planBatch'
import { allocate, inParts } from '../quantity/checkAmounts'
import { applyChoices, NO_CHOICES, scaleFormula } from './applyChoices'
import { attentionOf } from '../techniques/registry'
import { effortOf } from './effort'
import { EXPLAINED, explainNumber, provenanceOf } from './explainNumber'
import type { Formula } from './formula'
import { kitchenGoods } from './kitchenGoods'
import { LEFT_OVER_USES, sidesOf } from './leftOvers'
import { checkRounding, roundedFormula, shownItem } from './shownAmounts'
import { splitItem } from './splitItem'
import { itemMassG } from './itemMassG'
import { traceFormula } from './traceFormula'

const ingredients = kitchenGoods(kitchen)
const setting = { ingredients, altitudeM: kitchen.settings.altitudeM }
const of = (id: string) =>
  applyChoices(
    kitchen.formulas.find((f) => f.id === id)!,
    NO_CHOICES,
  )
const trace = (f: Formula) => traceFormula(f, setting)
const METRIC = { system: 'metric', scaleStepG: 1 } as const
const COARSE = { system: 'metric', scaleStepG: 5 } as const
const everyFormula = kitchen.formulas.map((f) => [f.id, of(f.id)] as const)

describe('amounts as shown', () => {
  const yolk = ingredients.get('yolk')!
  const lemon = ingredients.get('lemonJuice')!
  it.each([
    ['yolks are counted', shownItem({ massG: 51 }, yolk, 2, METRIC), { value: 6, unitId: 'piece' }, 102],
    ['grams to the scale', shownItem({ massG: 13.4 }, lemon, 1, COARSE), { value: 15, unitId: 'g' }, 15],
    [
      'ounces where the device speaks them',
      shownItem({ massG: 283.5 }, lemon, 1, { system: 'us', scaleStepG: 1 }),
      { value: 10, unitId: 'oz' },
      283.5,
    ],
  ])('%s', (_, shown, spoken, massG) => {
    expect(shown.spoken).toEqual(spoken)
    expect('massG' in shown.amount && shown.amount.massG).toBeCloseTo(massG, 0)
  })
  it.each(everyFormula)('%s is no other sauce when weighed on a scale of one gram', (_, f) => {
    const check = checkRounding({ formula: f, trace: trace(f), setting }, 1, METRIC)!
    expect(check.noticed).toBeUndefined()
    expect(Math.abs(check.weighed.volumeMl / check.meant.volumeMl - 1)).toBeLessThan(0.03)
  })
  it('one portion on a coarse scale is another sauce, and it is said', () => {
    const h = of('hollandaise')
    const check = checkRounding({ formula: h, trace: trace(h), setting }, 1 / 6, COARSE)!
    expect(check.noticed).toBe('phase')
    expect(roundedFormula(h, 1 / 6, ingredients, COARSE).items.find((i) => i.id === 'yolks')!.amount).toEqual(
      { massG: yolk.pieceG },
    )
  })
})

describe('what a sauce leaves and takes', () => {
  it('eggs with a spare, whites with a use; whole butter for clarified', () => {
    const h = of('hollandaise')
    const sides = sidesOf(h, trace(h), ingredients)
    expect(sides.pull).toContainEqual(expect.objectContaining({ kind: 'eggs', count: 4, spare: 1 }))
    const whites = sides.left.find((l) => l.kind === 'whites')!
    expect(whites.use).toBe('meringue')
    expect(whites.massG).toBeGreaterThan(80)
    const clarified = applyChoices(of('hollandaise'), { schools: { butter: 'clarified' }, swaps: {} })
    const clear = sidesOf(clarified, trace(clarified), ingredients)
    const used = clarified.items.find((i) => i.ingredientId === 'clarifiedButter')!
    const grams = itemMassG(used, ingredients.get('clarifiedButter')!)
    expect(clear.pull.find((p) => p.kind === 'wholeButter')!.massG).toBeCloseTo(grams / 0.75, 6)
    expect(clear.left.find((l) => l.kind === 'milkSolids')!.massG).toBeCloseTo(grams / 3, 6)
  })
  it('bones make a second stock, shells a butter, a fat roux floats its surplus', () => {
    const left = (id: string, change: (f: Formula) => Formula = (f) => f) => {
      const f = change(of(id))
      return sidesOf(f, trace(f), ingredients).left
    }
    expect(left('brownStockMade').find((l) => l.ingredientId === 'vealBones')).toMatchObject({
      kind: 'strained',
      use: 'secondStock',
    })
    expect(left('shellfishStockMade').find((l) => l.ingredientId === 'lobsterShell')!.use).toBe('shellButter')
    expect(left('brownStockMade').some((l) => l.kind === 'skimmedFat' && l.massG > 5)).toBe(true)
    const fat = (f: Formula): Formula => ({
      ...f,
      items: f.items.map((i) => (i.id === 'fat' ? { ...i, amount: { massG: 160 } } : i)),
    })
    expect(left('brownSauce', fat).find((l) => l.kind === 'rouxFat')!.massG).toBeCloseTo(
      (160 * ingredients.get('clarifiedButter')!.per100G.fat!) / 100 - 110,
      6,
    )
    expect(left('brownSauce').some((l) => l.kind === 'rouxFat')).toBe(false)
  })
  it.each(everyFormula)(
    '%s leaves no more than went in, and twice the batch leaves twice as much',
    (_, f) => {
      const one = sidesOf(f, trace(f), ingredients)
      const twice = scaleFormula(f, 2)
      const two = sidesOf(twice, trace(twice), ingredients)
      for (const l of one.left) {
        expect(l.massG).toBeGreaterThan(0)
        expect(LEFT_OVER_USES).toContain(l.use)
        if (l.kind === 'whites') continue // eggs are whole
        const same = two.left.find((m) => m.kind === l.kind && m.ingredientId === l.ingredientId)!
        expect(same.massG / l.massG).toBeCloseTo(2, 3)
      }
    },
  )
})

describe('where a number is from', () => {
  it.each(everyFormula)('%s: what the goods brought less what left is there, for every number', (_, f) => {
    const steps = trace(f)
    for (const key of EXPLAINED) {
      const end = steps.at(-1)!
      const why = explainNumber({ formula: f, trace: steps, setting }, end.stepId, key)!
      if (why.unit === 'mark') continue
      expect(why.brought.reduce((sum, b) => sum + b.amount, 0) - why.left, key).toBeCloseTo(why.there, 6)
      if (why.modelId) expect(MODELS.map((m) => m.id)).toContain(why.modelId)
    }
  })
  it('salt of a sauce names the good that brings it first, with how sure its number is, and what it is a share of', () => {
    const f = applyChoices(of('panJus'), { schools: { stock: 'cube' }, swaps: {} })
    const steps = trace(f)
    const why = explainNumber({ formula: f, trace: steps, setting }, steps.at(-1)!.stepId, 'saltFrac')!
    expect(why.brought[0]).toMatchObject({ ingredientId: 'stockCubeBroth', provenance: 'estimate' })
    expect(why.there / why.sharedBy!).toBeCloseTo(steps.at(-1)!.saltFrac, 9)
    const early = explainNumber({ formula: f, trace: steps, setting }, steps[0]!.stepId, 'saltFrac')!
    expect(early.brought.some((b) => b.ingredientId === 'stockCubeBroth')).toBe(false)
    expect(explainNumber({ formula: f, trace: steps, setting }, 'nowhere', 'saltFrac')).toBeUndefined()
  })
  it('made goods are computed, tables and estimates say so, what a house types is the house’s', () => {
    expect(provenanceOf(ingredients.get('brownStock')!)).toBe('computed')
    expect(provenanceOf(ingredients.get('water')!)).toBe('definition')
    expect(provenanceOf({ source: 'public food-composition tables, rounded' })).toBe('table')
    expect(provenanceOf({ source: 'our estimate' })).toBe('estimate')
    expect(provenanceOf({ source: 'label of the packet' })).toBe('house')
  })
  it('allergens name their goods', () => {
    const f = of('hollandaise')
    const steps = trace(f)
    const why = explainNumber({ formula: f, trace: steps, setting }, steps.at(-1)!.stepId, 'allergens')!
    expect(why.brought.map((b) => b.ingredientId).sort()).toEqual(['butter', 'yolk'])
  })
})

describe('what a sauce asks of a cook', () => {
  const plan = (f: Formula, panId: string, portions = f.basisPortions) =>
    planBatch({
      formula: f,
      ingredients,
      place: placeIn(panId, 'ring1'),
      portions,
      pickupAtMs: 0,
      nowMs: -1e8,
    })
  const effort = (f: Formula, panId: string, portions?: number) =>
    effortOf(f, plan(f, panId, portions), {
      contents: traceFormula(f, { ingredients, altitudeM: kitchen.settings.altitudeM }).at(-1)!.contents,
      settings: kitchen.settings,
    })
  it('a power whisk needs both hands for less long than a bowl over its bath', () => {
    const h = kitchen.formulas.find((f) => f.id === 'hollandaise')!
    const bowl = kitchen.pans.find((p) => p.kind === 'bowl')!.id
    const [hand, power] = ['hand', 'power'].map((o) => applyChoices(h, { schools: { whisk: o }, swaps: {} }))
    expect(effort(power!, bowl).constantMin).toBeLessThan(effort(hand!, bowl).constantMin)
  })
  it('twice the sauce in one pan takes longer, but its hands do not double', () => {
    const f = of('redWineShallot')
    const [one, two] = [effort(f, 'sauteuse24'), effort(f, 'sauteuse24', f.basisPortions * 2)]
    expect(two.totalMin).toBeGreaterThan(one.totalMin * 1.2)
    expect(two.constantMin).toBeCloseTo(one.constantMin, 6)
    expect(one.totalMin).toBeGreaterThanOrEqual(one.constantMin + one.oftenMin - 1e-9)
    expect(attentionOf(f.steps.find((s) => s.technique === 'mount')!)).toBe('constant')
  })
})

describe('putting in by stages', () => {
  const b = of('beurreBlanc')
  const butter = b.items.find((i) => i.ingredientId === 'butter')!
  it('in thirds, and part now and the rest later: the sauce at the end is the same', () => {
    const thirds = splitItem(
      b,
      butter.id,
      inParts(3).map((part) => ({ part, stepId: butter.stepId })),
    )
    expect(thirds.allocation.status).toBe('ok')
    expect(thirds.formula.items).toHaveLength(b.items.length + 2)
    expect(new Set(thirds.formula.items.map((i) => i.id)).size).toBe(b.items.length + 2)
    expect(trace(thirds.formula).at(-1)!.massG).toBeCloseTo(trace(b).at(-1)!.massG, 6)
    const later = splitItem(b, butter.id, [
      { part: { massG: 50 }, stepId: butter.stepId },
      { part: 'rest', stepId: 'season' },
    ])
    expect(later.formula.items.filter((i) => i.ingredientId === 'butter').map((i) => i.stepId)).toContain(
      'season',
    )
  })
  it('parts that are more or less than the whole are refused and nothing is changed', () => {
    const tooMuch = splitItem(b, butter.id, [{ part: { massG: 1e5 }, stepId: butter.stepId }])
    expect(tooMuch).toMatchObject({ formula: b, allocation: { status: 'tooMuch' } })
    expect(allocate(100, [{ share: 0.5 }])).toEqual({ status: 'tooLittle', byG: 50 })
  })
  it('whatever the parts, nothing is lost', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 1, maxLength: 8 }),
        (weights) => {
          const sum = weights.reduce((a, w) => a + w, 0)
          const split = splitItem(
            b,
            butter.id,
            weights.map((w, i) => ({
              part: i === weights.length - 1 ? 'rest' : { share: w / sum },
              stepId: butter.stepId,
            })),
          )
          const grams = (f: Formula) =>
            f.items
              .filter((i) => i.ingredientId === 'butter')
              .reduce((g, i) => g + ('massG' in i.amount ? i.amount.massG : 0), 0)
          expect(grams(split.formula)).toBeCloseTo(grams(b), 6)
        },
      ),
    ))
})
