import { describe, expect, it } from 'vitest'
import type { BatchView } from '../batch/viewBatch'
import { larchwaterTest } from '../demoKitchen.test-helper'
import { houseHolds, houseTries, type LessonRow } from '../learning/house'
import { lessonsOf } from '../learning/lessons'
import { phaseFraction } from '../mixture/phases'
import { actualEnd } from '../pan/actualWalk'
import { contentsPhases, mixContents } from '../pan/contents'
import { alone } from '../pan/putIn'
import { rehearse } from '../rehearse.test-helper'
import { chooseRescue, oddsOf } from './odds'
import { rescueNow, type RescueNow } from './rescueNow'
import { rescueFamily, SYMPTOMS_OF, type Symptom } from './symptoms'

const MIN = 60_000
const rehearsed = (formulaId: string, stepId: string) => {
  const at = rehearse(formulaId, { untilStepId: stepId })
  return { ...at, view: at.viewAt(at.endsAtMs + MIN), nowMs: at.endsAtMs + MIN }
}
const rescueOf = (view: BatchView, symptom: Symptom, nowMs: number): RescueNow => {
  const now = rescueNow(view, symptom, nowMs)
  if (!now) throw new Error('nothing is in it')
  return now
}
const numbersIn = (x: unknown): number[] => {
  if (typeof x === 'number') return [x]
  return typeof x === 'object' && x ? Object.values(x).flatMap(numbersIn) : []
}

describe('every sauce of the book, at every step that has something in its vessel', () => {
  it.each(larchwaterTest.formulas.map((f) => [f.id, f] as const))(
    '%s: each thing it can show has a cause, amounts for this much of it, and a new one last',
    (id, formula) => {
      let asked = 0
      for (const step of formula.steps) {
        const { view, nowMs } = rehearsed(id, step.id)
        const contents = actualEnd(view.state)
        if (!contents) continue
        for (const symptom of SYMPTOMS_OF[rescueFamily(view.state)]) {
          const now = rescueOf(view, symptom, nowMs)
          asked++
          expect(now.afresh.minutes.value).toBeGreaterThan(0)
          expect(now.afresh.needs.length).toBeGreaterThan(0)
          for (const offer of now.offers) {
            expect(numbersIn(offer).filter((n) => !Number.isFinite(n))).toEqual([])
            expect(offer.odds.low).toBeLessThanOrEqual(offer.odds.value)
            expect(offer.odds.high).toBeGreaterThanOrEqual(offer.odds.value)
            for (const add of offer.adds) {
              expect(add.massG, `${symptom} ${offer.id}`).toBeGreaterThan(0)
              expect(
                view.state.frozen!.ingredients.some((g) => g.id === add.ingredientId),
                add.ingredientId,
              ).toBe(true)
            }
          }
        }
      }
      expect(asked).toBeGreaterThan(0)
    },
  )
  it('only what burnt, curdled or was never thickened has nothing but a new one', () => {
    const helpless = new Set<Symptom>()
    for (const { id, steps } of larchwaterTest.formulas) {
      const { view, nowMs } = rehearsed(id, steps.at(-1)!.id)
      for (const s of SYMPTOMS_OF[rescueFamily(view.state)])
        if (rescueOf(view, s, nowMs).offers.length === 0) helpless.add(s)
    }
    expect(
      [...helpless].filter(
        (s) => !['burnt', 'curds', 'thin', 'thick', 'salty', 'sharp', 'beads'].includes(s),
      ),
    ).toEqual([])
  })
})

describe('amounts', () => {
  const bearnaise = rehearsed('bearnaise', 'season')
  it('a split one: 17 g of yolk and 15 g of water for each 350 g, by drops as long as the pour takes', () => {
    const { offers } = rescueOf(bearnaise.view, 'split', bearnaise.nowMs)
    const yolk = offers.find((o) => o.id === 'newYolk')!
    expect(yolk.adds[0]!.massG / yolk.adds[1]!.massG).toBeCloseTo(17 / 15, 6)
    expect(yolk.minutes.value).toBeGreaterThan(3)
    expect(yolk.odds.value).toBeCloseTo(0.85, 2)
    expect(offers.map((o) => o.id)).toEqual(['newYolk', 'hotWater'])
  })
  it('too thick: the water that is told brings it to what it should have', () => {
    const mousse = rehearsed('beurreBlanc', 'season')
    const offer = rescueOf(mousse.view, 'thick', mousse.nowMs).offers[0]!
    const water = mousse.view.state.frozen!.ingredients.find((g) => g.id === 'water')!
    const end = actualEnd(mousse.view.state)!
    const after = mixContents(end, alone(water, offer.adds[0]!.massG, mousse.view.step!))
    expect(phaseFraction(contentsPhases(after))).toBeCloseTo(0.62, 2)
  })
  it('a mounted one, broken: 15 g of hot water or 30 g of cream for each 300 g', () => {
    const { view, nowMs } = rehearsed('beurreBlanc', 'season')
    const offers = rescueOf(view, 'split', nowMs).offers
    expect(offers.map((o) => o.id)).toEqual(['blendHotWater', 'blendCream'])
    expect(offers[1]!.adds[0]!.massG / offers[0]!.adds[0]!.massG).toBeCloseTo(2, 6)
  })
  it('water is never the answer to a salty emulsion', () => {
    for (const id of ['hollandaise', 'beurreBlanc']) {
      const { view, nowMs } = rehearsed(id, 'season')
      expect(rescueOf(view, 'salty', nowMs).offers.some((o) => o.id === 'dilute')).toBe(false)
    }
  })
})

describe('a bowl that split', () => {
  it('takes no more butter until it is whole again, and then goes on', () => {
    const { put, endsAtMs, viewAt } = rehearse('hollandaise', { untilStepId: 'pour' })
    const bowlAt = (min: number) => {
      const { live } = viewAt(endsAtMs + min * MIN)
      if (live?.kind !== 'eggEmulsion') throw new Error('no bowl')
      return live.bowl
    }
    put('sauce.broke', endsAtMs + MIN, { stepId: 'pour' })
    expect(bowlAt(2).isBroken).toBe(true)
    const tried = put('rescue.tried', endsAtMs + 2 * MIN, {
      stepId: 'pour',
      symptom: 'split',
      remedy: 'hotWater',
    })
    put('rescue.ended', endsAtMs + 4 * MIN, { stepId: 'pour', triedId: tried.id, isHeld: true })
    expect(bowlAt(5).isBroken).toBe(false)
    expect(bowlAt(5).safePourGPerS).toBeGreaterThan(bowlAt(3).safePourGPerS)
  })
})

describe('what it is worth', () => {
  it('the house’s own tries move the odds, and narrow them', () => {
    const [few, many] = [oddsOf(0.85), oddsOf(0.85, { wins: 4, tries: 20 })]
    expect(many.value).toBeCloseTo((8.5 + 4) / 30, 9)
    expect(many.high - many.low).toBeLessThan(few.high - few.low + 0.05)
    expect(few.low).toBeGreaterThan(0.6)
  })
  it('with no time for anything it is said to be hopeless', () => {
    expect(chooseRescue({ prob: 0.85, fixMin: 6, afreshMin: 12, leftMin: 3 }).isHopeless).toBe(true)
  })
  it('how hot its vinegar boiled is not the cause of a split', () => {
    const { put, endsAtMs, viewAt } = rehearsed('bearnaise', 'season')
    put('reading.taken', endsAtMs - 20 * MIN, { stepId: 'reduce', how: 'temperature', tempC: 97 })
    const view = viewAt(endsAtMs + MIN)
    expect(rescueOf(view, 'split', endsAtMs + MIN).cause.because).not.toBe('tooHot')
  })
  it('the cause is read from the record: too hot, stood long, dried out', () => {
    const { view, put, endsAtMs, viewAt } = rehearsed('hollandaise', 'season')
    put('reading.taken', endsAtMs + MIN, { stepId: view.step!.id, how: 'temperature', tempC: 71 })
    const hot = viewAt(endsAtMs + 2 * MIN)
    expect(rescueOf(hot, 'fineGrain', endsAtMs + 2 * MIN).cause).toEqual({ because: 'overheated', tempC: 71 })
    expect(rescueOf(hot, 'curds', endsAtMs + 2 * MIN).offers).toEqual([])
  })
})

describe('what the house learns', () => {
  const limits = { houseS: 7200, codeS: 14_400, code: 'usModel', hotHoldC: 57 } as const
  /** A hollandaise that stood for so long at 60 °C and was served, or found broken. */
  function stood(minutes: number, isBroken: boolean): LessonRow {
    const formulaId = 'hollandaise'
    const steps = larchwaterTest.formulas.find((f) => f.id === formulaId)!.steps
    const stepId = steps.at(-1)!.id
    const { put, endsAtMs, fold } = rehearse(formulaId, { untilStepId: stepId })
    put('hold.started', endsAtMs, { wellId: 'a', letter: 'A', limits, portions: 6, onto: null })
    put('reading.taken', endsAtMs, { stepId, how: 'temperature', tempC: 60 })
    const endMs = endsAtMs + minutes * MIN
    if (isBroken) {
      put('sauce.broke', endMs, { stepId })
      put('rescue.tried', endMs, { stepId, symptom: 'split', remedy: 'newYolk' })
    } else put('portion.served', endMs, { portions: 6, orderId: null })
    put('batch.finished', endMs + MIN, { result: isBroken ? 'discarded' : 'served', reason: '' })
    const state = fold()
    return { batchId: `${minutes}`, formulaId, atMs: endMs, lessons: lessonsOf(state)! }
  }
  it('a batch that stood sound lowers its factor, one that broke raises it, each by what it stood', () => {
    const sound = houseHolds([stood(90, false)])[0]!
    expect(sound).toMatchObject({ family: 'egg', batches: 1, broken: 0 })
    expect(sound.exposure).toBeGreaterThan(0.02)
    expect(sound.now.rate).toBeCloseTo(2 + sound.exposure, 9)
    const both = houseHolds([stood(90, false), stood(30, true)])[0]!
    expect(both.broken).toBe(1)
    expect(both.now).toEqual({ shape: 3, rate: 2 + both.exposure })
    expect(houseHolds([stood(30, false)])[0]!.exposure).toBeLessThan(sound.exposure)
  })
  it('a hold that nobody read teaches nothing', () => {
    const { put, endsAtMs, fold } = rehearse('hollandaise', { untilStepId: 'season' })
    put('hold.started', endsAtMs, { wellId: 'a', letter: 'A', limits, portions: 6, onto: null })
    put('batch.finished', endsAtMs + MIN, { result: 'served', reason: '' })
    expect(lessonsOf(fold())!.holds).toEqual([])
  })
  it('what the house knows shortens or stretches the next one’s wait', () => {
    const wait = (hazard?: { shape: number; rate: number }) => {
      const { put, endsAtMs, viewAt } = rehearse('hollandaise', { untilStepId: 'season' })
      put('hold.started', endsAtMs, {
        wellId: 'a',
        letter: 'A',
        limits: { ...limits, houseS: 14_400 },
        portions: 6,
        onto: null,
        ...(hazard ? { hazard } : {}),
      })
      put('reading.taken', endsAtMs, { stepId: 'season', how: 'temperature', tempC: 60 })
      return viewAt(endsAtMs + MIN).hold!.held!.margin.min
    }
    expect(wait({ shape: 12, rate: 4 })).toBeLessThan(wait())
    expect(wait({ shape: 2, rate: 6 })).toBeGreaterThan(wait())
  })
  it('a remedy without an outcome is not counted', () => {
    expect(houseTries([stood(30, true)])).toEqual({})
  })
})

describe('a sauce for a guest', () => {
  const { view, nowMs } = rehearsed('hollandaise', 'pour')
  const carton = larchwaterTest.ingredients.find((i) => i.id === 'yolkCarton')!
  const plan = view.state.plan!
  const ofCarton: BatchView = {
    ...view,
    state: {
      ...view.state,
      frozen: { ...view.state.frozen!, ingredients: [...view.state.frozen!.ingredients, carton] },
      plan: {
        ...plan,
        weighOut: plan.weighOut.map((l) =>
          l.ingredientId === 'yolk' ? { ...l, ingredientId: carton.id } : l,
        ),
      },
    },
  }
  const adds = (now: RescueNow) => now.offers.flatMap((o) => o.adds.map((a) => a.ingredientId))
  it('made with pasteurised yolk it is mended with pasteurised yolk', () => {
    expect(adds(rescueOf(view, 'split', nowMs))).toContain('yolk')
    const now = adds(rescueOf(ofCarton, 'split', nowMs))
    expect(now).toContain('yolkCarton')
    expect(now).not.toContain('yolk')
  })
  it('nothing is offered that its guest must not have; a new one always is', () => {
    const noEgg = (id: string) => id !== 'yolk'
    const now = rescueNow(view, 'split', nowMs, { mayAdd: noEgg })!
    expect(adds(now)).not.toContain('yolk')
    expect(now.afresh.needs.length).toBeGreaterThan(0)
  })
})
