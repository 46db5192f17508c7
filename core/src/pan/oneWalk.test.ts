import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planBatch } from '../batch/planBatch'
import { chooseVessels } from '../batch/chooseVessels'
import { foldBatch } from '../batch/foldBatch'
import { larchwaterGoods as ingredients, larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import { mergeFacts } from '../facts/fact'
import { applyChoices, NO_CHOICES, type Choices } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import { swapsFor } from '../formula/substitutions'
import { traceFormula } from '../formula/traceFormula'
import { withMove } from '../formula/withMove'
import { airPressureKPa } from '../heat/atmosphere'
import { massG } from '../mixture/composition'
import { phaseFraction } from '../mixture/phases'
import { volume20Ml } from '../mixture/volume'
import { rehearsalRecord } from '../practice/rehearsalRecord'
import { followPlan } from '../practice/followPlan'
import { expectWithin } from '../testing.test-helper'
import { actualWalk } from './actualWalk'
import { contentsPhases, sauceOf, type Contents } from './contents'
import { walkFormula } from './walkFormula'

const { settings, formulas, pans } = kitchen
const setting = { ingredients, altitudeM: settings.altitudeM }
const ring = kitchen.rings[0]!
const TRACE = 1e-5 // g, ml: less than anyone could find
const T0 = Date.UTC(2026, 10, 28, 14)

/** Every formula as written, and with every way of each school. */
const ways: readonly (readonly [string, Formula])[] = formulas.flatMap((f) => [
  [`${f.id} as written`, applyChoices(f, NO_CHOICES)] as const,
  ...(f.schools ?? []).flatMap((s) =>
    s.options
      .filter((o) => o.id !== s.defaultId)
      .map(
        (o) =>
          [`${f.id} ${s.id}: ${o.id}`, applyChoices(f, { schools: { [s.id]: o.id }, swaps: {} })] as const,
      ),
  ),
])

const lines = (plan: ReturnType<typeof planBatch>) =>
  plan.weighOut.map((l) => ({
    itemId: l.itemId,
    stepId: l.stepId,
    ingredientId: l.ingredientId,
    massG: l.shownG,
  }))

/** Plans a batch in the vessels that suit it, and works it as planned. */
function rehearse(formula: Formula, portions: number) {
  const pressureKPa = airPressureKPa(settings.altitudeM)
  const choice = chooseVessels({ formula, ingredients, pressureKPa }, { pans, ring, busyPanIds: new Set() })
  const moved = withMove(formula, choice.movesAtStepId)
  const plan = planBatch({
    formula: moved,
    ingredients,
    place: { vessels: choice.vessels, ring, settings },
    portions,
    pickupAtMs: T0 + 36e6,
    nowMs: T0,
  })
  const { facts, put } = rehearsalRecord('b')
  followPlan({
    batchId: 'b',
    planned: {
      shares: [],
      formulaId: formula.id,
      sauceName: formula.name,
      fill: formula.fill,
      vessels: Object.fromEntries(Object.entries(choice.vessels).map(([role, pan]) => [role, pan.id])),
      ringId: ring.id,
      sources: {},
      phrases: {},
      plan,
    },
    frozen: {
      formula: moved,
      ingredients: [...ingredients.values()],
      vessels: choice.vessels,
      ring,
      settings,
    },
    startAtMs: T0,
    put,
  })
  return { plan, moved, state: foldBatch('b', mergeFacts([], facts)) }
}

/** What must be the same however it is asked: mass, volume, salt, φ, alcohol with its band. */
const numbersOf = (of: Contents) => ({
  massG: massG(sauceOf(of)),
  volumeMl: volume20Ml(sauceOf(of)),
  saltG: of.liquid.salt + of.solids.saltG,
  phaseFrac: phaseFraction(contentsPhases(of)),
  ethanolG: of.liquid.ethanol,
  ethanolSimmeredG: of.ethanolSimmeredG,
})
const expectSame = (a: Contents, b: Contents) => {
  const [x, y] = [numbersOf(a), numbersOf(b)]
  for (const key of Object.keys(x) as (keyof typeof x)[])
    expect(Math.abs(x[key] - y[key]), key).toBeLessThan(2e-4 * Math.abs(y[key]) + TRACE)
}

/** Plan, trace and replay of one batch, held beside each other. */
function expectOneWalk(formula: Formula, portions: number): void {
  const { plan, moved, state } = rehearse(formula, portions)
  const trace = traceFormula(moved, setting, { lines: lines(plan) })
  const end = trace.at(-1)!
  expectWithin(plan.finalVolumeMl, end.volumeMl, 1e-9)
  expect(plan.yieldPortions).toBe(end.portions)
  expectWithin(plan.salt.ownSaltFrac, end.saltFrac, 1e-9)
  expect(plan.ethanolLeftFrac).toEqual(end.ethanolLeftFrac)
  const replay = actualWalk(state)!
  replay.forEach((walked, i) => expectSame(walked.end, trace[i]!.contents))
  expect(state.deviations).toEqual([])
}

describe('one walk', () => {
  it.each(ways)('%s: plan = trace = replay of facts that follow the plan', (_, formula) =>
    expectOneWalk(formula, formula.basisPortions),
  )

  it('holds for any portions and any allowed swap (law)', () => {
    const swapped = (formula: Formula, pick: number): Formula => {
      const all = formula.items.flatMap((item) =>
        swapsFor(item.ingredientId, ingredients).map(
          (s) => ({ [item.id]: { ingredientId: s.to, factor: s.factor } }) as Choices['swaps'],
        ),
      )
      return all.length ? applyChoices(formula, { schools: {}, swaps: all[pick % all.length]! }) : formula
    }
    fc.assert(
      fc.property(
        fc.constantFrom(...formulas),
        fc.nat({ max: 50 }),
        fc.integer({ min: 1, max: 400 }),
        (formula, pick, portions) => {
          const made = swapped(formula, pick)
          const isOpen = traceFormula(made, setting).some(
            (t) => t.target && t.target.status !== 'ok' && t.target.status !== 'texture',
          )
          if (!isOpen) expectOneWalk(made, portions)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('is made at the kitchen’s own height: the air is part of it', () => {
    const wine = applyChoices(
      formulas.find((f) => f.id === 'redWineShallot')!,
      NO_CHOICES,
    )
    const after = (altitudeM: number) =>
      walkFormula({ formula: wine, ingredients, pressureKPa: airPressureKPa(altitudeM) }).find(
        (w) => w.step.id === 'reduceWine',
      )!.end.liquid.ethanol
    expect(after(3000)).not.toBeCloseTo(after(0), 5)
  })
})
