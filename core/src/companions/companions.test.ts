import { describe, expect, it } from 'vitest'
import { fishSeconds } from './fishSeconds'
import {
  BATH_LOSS_W_PER_K,
  eggAfter,
  eggDropsS,
  eggForGuestS,
  eggSlots,
  eggTimes,
  freshEgg,
  type EggBath,
} from './poachedEgg'
import { peakCore, restedAt, restUntilMin, steakRestMin } from './resting'

const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} for ${wanted}`).toBeLessThanOrEqual(share)
const off = (loss: keyof typeof BATH_LOSS_W_PER_K, eggs: number): EggBath => ({
  kind: 'offHeat',
  lossWPerK: BATH_LOSS_W_PER_K[loss],
  waterKg: 1.5,
  startC: 98,
  eggs,
})
const held = (tempC: number): EggBath => ({ kind: 'held', tempC })

describe('poached eggs (kitchen.md §4)', () => {
  it('K-E1: off the heat under a lid, two', () => {
    const of = eggTimes(off('lid', 2))
    near(of.setS, 182.2, 0.01)
    near(of.firmS, 214.6, 0.01)
    near(of.runnyUntilS, 281.7, 0.01)
    near(of.jammyUntilS, 340.4, 0.01)
  })
  it('K-E2: after four minutes', () => {
    const at = eggAfter(freshEgg(5), off('lid', 2), 240)
    expect(at.bathC).toBeCloseTo(88.3, 0)
    expect(Math.abs(at.whiteC - 75.5)).toBeLessThanOrEqual(0.3)
    expect(Math.abs(at.yolkC - 50.8)).toBeLessThanOrEqual(0.3)
    near(at.cookedFrac, 0.0087, 0.03)
  })
  it('K-E3: open, four; some are never jammy', () => {
    near(eggTimes(off('open', 4)).setS, 261, 0.01)
    expect(Math.abs(eggAfter(freshEgg(5), off('open', 4), 240).bathC - 74.1)).toBeLessThanOrEqual(0.3)
    expect(eggTimes(off('open', 2)).jammyUntilS).toBe(Infinity)
  })
  it.each([
    [92, 187.1, 277.4],
    [85, 230.3, 322.2],
  ])('K-E4: held at %i', (tempC, setS, runnyS) => {
    near(eggTimes(held(tempC)).setS, setS, 0.01)
    near(eggTimes(held(tempC)).runnyUntilS, runnyS, 0.01)
  })
  it('K-E5: a minute in ice, then five at 60', () => {
    const cold = eggAfter(eggAfter(freshEgg(5), off('lid', 2), 240), held(0), 60)
    expect(Math.abs(cold.whiteC - 41.2)).toBeLessThanOrEqual(0.3)
    expect(Math.abs(cold.yolkC - 52.2)).toBeLessThanOrEqual(0.3)
    const warm = eggAfter(cold, held(60), 300)
    expect(Math.abs(warm.yolkC - 55.4)).toBeLessThanOrEqual(0.3)
    near(warm.cookedFrac, 0.0201, 0.05)
  })
  it('K-E6: six eggs in four slots', () => {
    expect(eggDropsS(6, 4, 180)).toEqual([0, 20, 40, 60, 200, 220])
    expect([20, 24, 28].map(eggSlots)).toEqual([2, 4, 5])
  })
  it('a larger egg and a colder one take longer; each guest has a time of his own', () => {
    const usual = eggTimes(held(92))
    expect(eggTimes(held(92), { eggG: 62 }).setS).toBeGreaterThan(usual.setS)
    expect(usual.setS - eggTimes(held(92), { startC: 20 }).setS).toBeGreaterThan(20)
    const [runny, jammy, hard] = (['runny', 'jammy', 'hard'] as const).map((w) => eggForGuestS(usual, w))
    expect(runny).toBeLessThan(usual.runnyUntilS)
    expect(jammy).toBeGreaterThan(usual.runnyUntilS)
    expect(hard).toBeGreaterThan(usual.jammyUntilS)
  })
})

describe('rest and fish (kitchen.md §5)', () => {
  it('K-R1: a steak of 30 mm', () => {
    const steak = { thickMm: 30, coreC: 50, surfaceC: 90, sear: 'hard', cover: 'open' } as const
    const at = restedAt(steak, 5)
    expect(Math.abs(at.surfaceC - 51.2)).toBeLessThanOrEqual(0.3)
    expect(Math.abs(at.coreC - 54.6)).toBeLessThanOrEqual(0.3)
    expect(Math.abs(peakCore(steak).coreC - 54.8)).toBeLessThanOrEqual(0.3)
  })
  it('K-R2: a roast of 80 mm under its tent', () => {
    const roast = { thickMm: 80, coreC: 52, surfaceC: 75, sear: 'slow', cover: 'tented' } as const
    near(restUntilMin(roast, 60.5), 7.75, 0.03)
    expect(restUntilMin(roast, 30)).toBe(Infinity)
  })
  it.each([
    [18, 50, 150, 100],
    [25, 60, 492, 328],
  ])('K-R3: fish of %i mm to %i', (thickMm, targetC, firstS, secondS) => {
    const of = fishSeconds(thickMm, 200, targetC)
    near(of.firstS, firstS, 0.02)
    near(of.secondS, secondS, 0.02)
  })
  it('a steak rests five minutes to twelve', () => expect([10, 40, 90].map(steakRestMin)).toEqual([5, 8, 12]))
})
