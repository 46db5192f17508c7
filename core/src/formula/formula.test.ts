import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../demoKitchen.test-helper'
import { usAllergensOf } from '../allergens/usAllergens'
import { applyChoices, NO_CHOICES, scaleFormula, type Choices } from './applyChoices'
import { checkFormula } from './checkFormula'
import { diffFormula } from './diffFormula'
import type { Formula } from './formula'
import { kitchenGoods } from './kitchenGoods'
import { scaleBy } from './scaleBy'
import { SUBSTITUTIONS, swapsFor } from './substitutions'
import { bulkMl, contentsG } from '../pan/contents'
import { itemMassG } from './itemMassG'
import { stockSaltLimit, traceFormula } from './traceFormula'
import { yieldContradiction } from './yieldContradiction'

const { formulas, settings } = larchwaterTest
const ingredients = kitchenGoods(larchwaterTest)
const setting = { ingredients, altitudeM: settings.altitudeM }
const of = (id: string) => formulas.find((f) => f.id === id)!
const trace = (f: Formula) => traceFormula(f, setting)
const traced = (formula: Formula) => ({ formula, trace: trace(formula), setting })
const end = (f: Formula) => trace(f).at(-1)!
const chosen = (f: Formula, schools: Choices['schools'], swaps: Choices['swaps'] = {}) =>
  applyChoices(f, { schools, swaps })
const lineMass = (f: Formula) =>
  f.items.reduce((sum, i) => sum + itemMassG(i, ingredients.get(i.ingredientId)!), 0)
const everyChoice = formulas.flatMap((f) =>
  [
    NO_CHOICES,
    ...(f.schools ?? []).flatMap((s) =>
      s.options.map((o): Choices => ({ schools: { [s.id]: o.id }, swaps: {} })),
    ),
  ].map((choices) => [`${f.id} ${JSON.stringify(choices.schools)}`, f, choices] as const),
)

describe('the book', () => {
  it('covers every family with its members, and its goods', () => {
    expect(formulas.length).toBeGreaterThanOrEqual(36)
    expect(larchwaterTest.ingredients.length).toBeGreaterThanOrEqual(140)
    for (const id of [
      'hollandaise',
      'bearnaise',
      'choron',
      'paloise',
      'mousseline',
      'maltaise',
      'beurreBlanc',
      'beurreRouge',
      'lemonButter',
      'redWineShallot',
      'portGlaze',
      'madeiraSauce',
      'marsalaSauce',
      'fishGlazeSorrel',
      'lobsterCoulis',
      'crabCoulis',
      'crayfishCoulis',
      'panJus',
      'roastJus',
      'mushroomSauce',
      'perPersonPan',
      'brownSauce',
      'demiGlaceMade',
      'bordelaise',
      'lyonnaise',
      'poivrade',
      'chasseur',
      'hazelnutButter',
      'veloute',
      'creamPeppercorn',
      'supreme',
    ])
      expect(of(id), id).toBeDefined()
  })
  it.each(formulas.map((f) => [f.id, f] as const))(
    '%s runs through without a finding its author did not intend',
    (_, f) => {
      expect(checkFormula(f, ingredients, formulas, settings.altitudeM)).toEqual([])
      expect(end(f).portions).toBeGreaterThanOrEqual(f.basisPortions)
      expect(end(f).portions).toBeLessThanOrEqual(f.basisPortions * 1.5 + 1)
    },
  )
  it('none claims a yield that its steps do not make', () =>
    expect(
      formulas.filter((f) => yieldContradiction(f, trace(applyChoices(f, NO_CHOICES)))).map((f) => f.id),
    ).toEqual([]))
  it('a claim that its steps do not bear is shown beside what they make', () =>
    expect(
      yieldContradiction({ ...of('hollandaise'), basisPortions: 12 }, trace(of('hollandaise'))),
    ).toMatchObject({
      of: 'yield',
      claims: [{ value: 636 }, {}],
    }))
  it.each(everyChoice)('%s can be made, and no gram is lost or found', (_, f, choices) => {
    const made = applyChoices(f, choices)
    expect(
      checkFormula(made, ingredients, formulas, settings.altitudeM).filter((p) => p.code !== 'tooSalty'),
    ).toEqual([])
    const steps = trace(made)
    expect(steps.reduce((sum, t) => sum + t.addedG, 0)).toBeCloseTo(lineMass(made), 6)
    const last = steps.at(-1)!
    const there = contentsG(last.contents)
    expect(there + steps.reduce((sum, t) => sum + t.leftG, 0)).toBeCloseTo(lineMass(made), 6)
    for (const t of steps) expect(t.leftG).toBeGreaterThan(-1e-6)
  })
  it('mass, salt and phases scale with the batch, whatever its size', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...formulas),
        fc.double({ min: 0.2, max: 30, noNaN: true }),
        (f, factor) => {
          const [one, many] = [end(f), end(scaleFormula(f, factor))]
          const isFloored = f.steps.some((s) => /au sec/.test(s.target ?? ''))
          if (!isFloored) expect(many.massG / one.massG / factor).toBeCloseTo(1, 4)
          expect(many.saltFrac).toBeCloseTo(one.saltFrac, 6)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('schools and swaps', () => {
  it('each school moves what it says: load, salt, starch, allergens, alcohol', () => {
    const h = of('hollandaise')
    const peak = (f: Formula) => Math.max(...trace(f).map((t) => t.phaseFrac))
    expect(peak(chosen(h, { acid: 'late' }))).toBeGreaterThan(peak(h))
    expect(end(chosen(h, { butter: 'clarified' })).phaseFrac).toBeGreaterThan(end(h).phaseFrac)
    expect(end(chosen(h, { butter: 'salted' })).saltFrac).toBeGreaterThan(0.009)
    expect(chosen(h, { bath: 'hard' }).emulsion?.bath).toBe('boil')
    expect(end(chosen(of('redWineShallot'), { thicken: 'beurreManie' })).allergens.gluten).toBe('contains')
    expect(end(chosen(of('demiGlaceMade'), { path: 'stock' })).allergens.gluten).toBeUndefined()
    expect(end(of('demiGlaceMade')).allergens.gluten).toBe('contains') // by its brown sauce, and so down to every sauce of it
    expect(end(chosen(of('panJus'), { stock: 'cube' })).saltFrac).toBeGreaterThan(
      end(of('panJus')).saltFrac * 2,
    )
    expect(end(chosen(of('bearnaise'), { reduction: 'plain' })).allergens.sulphites).toBe('contains') // the vinegar keeps it
    expect(end(chosen(of('veloute'), { roux: 'blond' })).viscosityPaS).toBeLessThan(
      end(of('veloute')).viscosityPaS,
    )
  })
  it('a swap keeps what it is for, and an absent one is no safe swap', () => {
    const [lemon, lime] = ['lemonJuice', 'limeJuice'].map((id) => ingredients.get(id)!)
    const factor = SUBSTITUTIONS.find((s) => s.from === 'lemonJuice' && s.to === 'limeJuice')!.factor
    expect((lime!.per100G.fixacid! * factor) / lemon!.per100G.fixacid!).toBeCloseTo(1, 1)
    expect(swapsFor('yolk', ingredients).map((s) => s.to)).toEqual(['yolkCarton'])
    expect(swapsFor('lobsterShell', ingredients)).toEqual([])
    for (const s of SUBSTITUTIONS) {
      expect(ingredients.has(s.from), s.from).toBe(true)
      expect(ingredients.has(s.to), s.to).toBe(true)
    }
  })
  it('a dropped step’s goods go in before it; a diff reads like a cook’s note', () => {
    const f = of('beurreBlanc')
    const made = chosen(f, { cream: 'spoon', strain: 'leave' })
    expect(made.steps.some((s) => s.id === 'strain')).toBe(false)
    expect(diffFormula(f, made)).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ kind: 'added', ingredientId: 'cream35' }),
        { kind: 'stepAdded', verb: 'add cream' },
        { kind: 'stepDropped', verb: 'strain' },
      ]),
    )
    expect(diffFormula(f, f)).toEqual([])
    expect(
      diffFormula(f, {
        ...f,
        items: f.items.map((i) => (i.id === f.items[0]!.id ? { ...i, amount: { volumeMl: 200 } } : i)),
      }),
    ).toMatchObject([{ kind: 'amount', from: { volumeMl: 170 }, to: { volumeMl: 200 } }])
  })
})

describe('scaling', () => {
  const h = of('hollandaise')
  it('by portions, volume, what limits, and the vessel', () => {
    const bowl = { capacityMl: 2363, fullestShare: 0.5, floorMl: 150 }
    expect(scaleBy(traced(h), { by: 'portions', portions: 24 }, bowl)?.factor).toBeCloseTo(4, 9)
    expect(
      end(scaleFormula(h, scaleBy(traced(h), { by: 'volume', volumeMl: 1518 }, bowl)!.factor)).volumeMl,
    ).toBeCloseTo(1518, 3)
    expect(
      scaleBy(traced(h), { by: 'ingredient', ingredientId: 'yolk', massG: 9 * 17 }, bowl)?.factor,
    ).toBeCloseTo(3, 9)
    expect(scaleBy(traced(h), { by: 'ingredient', ingredientId: 'truffle', massG: 1 }, bowl)).toBeUndefined()
    const full = scaleBy(traced(h), { by: 'vessel' }, bowl)!
    expect(full.batches).toBe(1)
    expect(Math.max(...trace(scaleFormula(h, full.factor)).map((t) => bulkMl(t.contents)))).toBeCloseTo(
      2363 / 2,
      0,
    )
  })
  it('a vessel that is too small splits the batch, one that is too wide ends as a film', () => {
    const bowl = { capacityMl: 2363, fullestShare: 0.5, floorMl: 150 }
    const full = scaleBy(traced(h), { by: 'vessel' }, bowl)!.factor * h.basisPortions
    expect(scaleBy(traced(h), { by: 'portions', portions: full * 2.5 }, bowl)).toMatchObject({
      batches: 3,
      isUnderFloor: false,
    })
    expect(scaleBy(traced(h), { by: 'portions', portions: 2 }, bowl)).toMatchObject({
      batches: 1,
      isUnderFloor: true,
    })
  })
  it('salt is judged at the end: how much of a salted stock must be unsalted', () => {
    const f = chosen(of('roastJus'), { stock: 'cube' })
    const stock = f.items.find((i) => i.id === 'stock')!
    const limit = stockSaltLimit(
      trace(f),
      itemMassG(stock, ingredients.get(stock.ingredientId)!),
      0.011,
      f.saltTargetFrac.high,
    )
    expect(limit.endsAtFrac).toBeGreaterThan(0.02)
    expect(limit.unsaltedAtLeastG).toBeGreaterThan(400)
    expect(limit.mostStockFrac).toBeLessThan(0.011)
  })
})

describe('what cannot be made is refused with the step and why', () => {
  const f = of('redWineShallot')
  const codes = (g: Formula, all = formulas) => checkFormula(g, ingredients, all).map((p) => p.code)
  it.each<[string, Formula, string]>([
    [
      'a missing ingredient',
      { ...f, items: [{ ...f.items[0]!, ingredientId: 'unicorn' }] },
      'missingIngredient',
    ],
    ['a negative amount', { ...f, items: [{ ...f.items[0]!, amount: { massG: -3 } }] }, 'negativeAmount'],
    ['a step that is not there', { ...f, items: [{ ...f.items[0]!, stepId: 'nowhere' }] }, 'unknownStep'],
    [
      'a target in no words',
      { ...f, steps: f.steps.map((s) => (s.technique === 'reduce' ? { ...s, target: 'a while' } : s)) },
      'noTarget',
    ],
    [
      'a target that contradicts itself',
      {
        ...f,
        steps: f.steps.map((s) => (s.id === 'reduceWine' ? { ...s, target: 'by half, to 350 ml' } : s)),
      },
      'targetUnclear',
    ],
    [
      'boiling away what cannot boil',
      {
        ...of('demiGlaceMade'),
        steps: of('demiGlaceMade').steps.map((s) => (s.id === 'reduce' ? { ...s, target: 'to 2 %' } : s)),
      },
      'targetUnclear',
    ],
    [
      'taking out more than there is',
      { ...f, steps: f.steps.map((s) => (s.id === 'reduceWine' ? { ...s, target: 'to 900 ml' } : s)) },
      'nothingToReduce',
    ],
    [
      'a step before what goes in',
      { ...f, steps: f.steps.map((s) => (s.id === 'sweat' ? { ...s, after: ['mount'] } : s)) },
      'orderOfSteps',
    ],
  ])('%s', (_, broken, code) => expect(codes(broken)).toContain(code))
  it('a cycle in the descent', () => {
    const demi = of('demiGlaceMade')
    const round: Formula = {
      ...of('brownStockMade'),
      items: [
        ...of('brownStockMade').items,
        { id: 'loop', ingredientId: 'demiGlace', stepId: 'add', amount: { massG: 10 } },
      ],
    }
    expect(codes(round, [...formulas.filter((x) => x.id !== round.id), round, demi])).toContain('cycle')
  })
  it('barley has gluten and is no wheat; flour is both', () => {
    expect(usAllergensOf(ingredients.get('maltVinegar')!)).toEqual({})
    expect(usAllergensOf(ingredients.get('flour')!)).toEqual({ wheat: 'contains' })
  })
})
