import { describe, expect, it } from 'vitest'
import { applyChoices } from '../../formula/applyChoices'
import { traceFormula } from '../../formula/traceFormula'
import { larchwaterGoods, larchwaterTest, placeIn } from '../../demoKitchen.test-helper'
import { planWork } from '../../batch/planBatch'
import type { StepWork } from '../../batch/batchPlan'
import { beatenInShare, boiledInShare } from './haze'
import { skimTimesMin } from './scum'

const formulaOf = (id: string, schools: Record<string, string> = {}) =>
  applyChoices(
    larchwaterTest.formulas.find((f) => f.id === id)!,
    { schools, swaps: {} },
  )
const endOf = (id: string, schools: Record<string, string> = {}) =>
  traceFormula(formulaOf(id, schools), {
    ingredients: larchwaterGoods,
    altitudeM: larchwaterTest.settings.altitudeM,
  }).at(-1)!
const planOf = (id: string, schools: Record<string, string> = {}, pan = 'stockpot27') => {
  const formula = formulaOf(id, schools)
  return planWork({
    formula,
    ingredients: larchwaterGoods,
    place: placeIn(pan, 'ring1'),
    portions: formula.basisPortions,
  })
}
type Simmered = Extract<StepWork, { kind: 'simmer' }>
const simmerOf = (plan: ReturnType<typeof planOf>) =>
  plan.steps.find((s) => s.work.kind === 'simmer') as { work: Simmered; minutes: { value: number } }

describe('what clouds a stock', () => {
  it('rising by a flame: what lies on it between two skims is boiled in, and all of it without', () => {
    expect(boiledInShare(0, 'low')).toBe(1)
    const byFlame = (['low', 'mediumLow', 'medium', 'mediumHigh', 'high'] as const).map((h) =>
      boiledInShare(4, h),
    )
    expect(byFlame).toEqual([...byFlame].sort((a, b) => a - b))
    expect(byFlame[0]).toBeGreaterThan(0.05) // what rises after the last skim
    expect(byFlame.at(-1)).toBeLessThan(1)
    expect(boiledInShare(8, 'low')).toBeLessThan(boiledInShare(4, 'low'))
    expect(boiledInShare(4, 'low', { startsHot: true })).toBeGreaterThan(boiledInShare(4, 'low'))
    expect(boiledInShare(4, 'low', { minutes: 10 })).toBeGreaterThan(boiledInShare(4, 'low'))
  })
  it('agrees with adding it up minute by minute', () => {
    const times = skimTimesMin(4)
    let share = 0
    const dt = 0.01
    for (let t = dt / 2; t < 600; t += dt) {
      const next = times.find((skim) => skim > t)
      const risen = (Math.exp(-t / 12) / 12) * dt
      share += risen * (next === undefined ? 1 : 1 - Math.exp(-(next - t) / 30))
    }
    expect(boiledInShare(4, 'low')).toBeCloseTo(share, 3)
  })
  it('fat is beaten in by a lively boil as the water goes', () => {
    expect(beatenInShare('high', 0)).toBe(0)
    expect(beatenInShare('high', Math.log(2))).toBeGreaterThan(5 * beatenInShare('low', Math.log(2)))
  })
})

describe('ways with a stock', () => {
  it('a rapid boil draws as much and stands cloudier; unskimmed or from hot water likewise', () => {
    const usual = endOf('brownStockMade')
    expect(usual.clarity!.grade).toBe('clear')
    const rapid = endOf('brownStockMade', { boil: 'rapid' })
    expect(rapid.clarity!.scumGPerL).toBeGreaterThan(2 * usual.clarity!.scumGPerL)
    expect(rapid.clarity!.fatGPerL).toBeGreaterThan(usual.clarity!.fatGPerL)
    expect(endOf('brownStockMade', { skim: 'never' }).clarity!.grade).toBe('cloudy')
    expect(endOf('brownStockMade', { start: 'hot' }).clarity!.scumGPerL).toBeGreaterThan(
      usual.clarity!.scumGPerL,
    )
    const [draw, drawn] = [planOf('brownStockMade', { boil: 'rapid' }), planOf('brownStockMade')].map(
      (p) => simmerOf(p).work.drawnFrac!,
    )
    expect(Math.abs(draw! - drawn!)).toBeLessThan(0.03)
  })
  it('hot liquid is sooner at the simmer than cold; both times are of this ring', () => {
    const cold = simmerOf(planOf('brownStockMade'))
    const hot = simmerOf(planOf('brownStockMade', { start: 'hot' }))
    expect(cold.work.comeUpMin).toBeGreaterThan(10)
    expect(hot.work.comeUpMin).toBeLessThan(cold.work.comeUpMin! - 5)
    expect(cold.minutes.value).toBeCloseTo(360 + cold.work.comeUpMin!, 6)
  })
  it('under pressure the same is drawn in a third of the time, nothing boils off, and it ends as strong', () => {
    const plan = planOf('brownStockMade', { cooker: 'pressure' }, 'pressure24')
    const { work, minutes } = simmerOf(plan)
    expect(work.lossG).toBe(0)
    expect(work.pressure).toMatchObject({ gaugeKPa: 100, openMin: 360 })
    expect(work.pressure!.holdMin).toBeGreaterThan(60)
    expect(work.pressure!.holdMin).toBeLessThan(130)
    expect(minutes.value).toBeCloseTo(work.comeUpMin! + work.pressure!.holdMin + work.pressure!.releaseMin, 6)
    const [open, pressed] = [endOf('brownStockMade'), endOf('brownStockMade', { cooker: 'pressure' })]
    expect(pressed.volumeMl / open.volumeMl).toBeGreaterThan(0.85)
    expect(pressed.volumeMl / open.volumeMl).toBeLessThan(1.15)
  })
  it('a kitchen without a pressure cooker is told so, and one that is too full as well', () => {
    const codes = (pan: string, portions = 40) =>
      planWork({
        formula: formulaOf('brownStockMade', { cooker: 'pressure' }),
        ingredients: larchwaterGoods,
        place: placeIn(pan, 'ring1'),
        portions,
      }).warnings.map((w) => w.code)
    expect(codes('stockpot27')).toContain('noPressureCooker')
    expect(codes('pressure24', 20)).not.toContain('panTooFull')
    expect(codes('pressure24', 60)).toContain('panTooFull')
  })
  it('brown sauce under pressure is bound afterwards: no flour goes into the cooker', () => {
    const { steps } = formulaOf('brownSauce', { time: 'pressure' })
    const at = (id: string) => steps.findIndex((s) => s.id === id)
    expect(at('roux')).toBe(-1)
    expect(at('bind')).toBeGreaterThan(at('strain'))
    expect(
      planOf('brownSauce', { time: 'pressure' }, 'pressure24').warnings.map((w) => w.code),
    ).not.toContain('boundUnderPressure')
  })
  it('demi-glace from concentrate brings its salt, and stock alone sets clearer than with roux', () => {
    const [sauce, stock, concentrate] = ['sauce', 'stock', 'concentrate'].map((path) =>
      endOf('demiGlaceMade', { path }),
    )
    expect(concentrate!.saltFrac).toBeGreaterThan(3 * sauce!.saltFrac)
    expect(concentrate!.saltFrac).toBeLessThan(0.013)
    expect(stock!.starchFrac).toBe(0)
    expect(stock!.clarity).toBeDefined()
  })
})
