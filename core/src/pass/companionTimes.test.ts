import { describe, expect, it } from 'vitest'
import type { Companion } from '../plate/dish'
import { companionTimes } from './companionTimes'

const egg: Extract<Companion, { kind: 'poachedEgg' }> = {
  kind: 'poachedEgg',
  eggs: 2,
  way: 'offHeat',
  hasLid: true,
  eggG: 50,
  wish: 'runny',
  isIced: false,
  vinegarMlPerL: 5,
  isSwirled: false,
}
const drops = (of: ReturnType<typeof companionTimes>) =>
  of.acts.filter((a) => a.code === 'drop').map((a) => a.atS - of.startS)

describe('companions, counted back from the plate (kitchen.md §4, §5)', () => {
  it('two eggs off the heat: in turn, out when the white is set and a little more, drained, there', () => {
    const of = companionTimes(egg, { plates: 1, drainS: 12 })
    expect(drops(of)).toEqual([0, 20])
    const lifts = of.acts.filter((a) => a.code === 'lift')
    expect(lifts[0]!.atS - of.startS).toBeGreaterThan(182 + 20)
    expect(lifts[0]!.atS - of.startS).toBeLessThan(182 + 32)
    expect(of.acts.at(-1)).toMatchObject({ code: 'drain', atS: -12 })
    expect(lifts[1]!.atS).toBe(-12)
  })
  it('in a held bath a slot is used again as soon as it was lifted from', () => {
    const of = companionTimes({ ...egg, way: 'simmer' }, { plates: 3, poacherCm: 24 })
    const poachS = of.acts.find((a) => a.code === 'lift')!.atS - of.acts.find((a) => a.code === 'drop')!.atS
    expect(drops(of)).toEqual([0, 20, 40, 60, poachS + 20, poachS + 40])
  })
  it('off the heat the water boils again before a second round', () => {
    const of = companionTimes(egg, { plates: 4, poacherCm: 24 })
    expect(of.acts.filter((a) => a.code === 'boil')).toHaveLength(2)
    const [first, , , , second] = drops(of)
    expect(second! - first!).toBeGreaterThan(400)
  })
  it('iced and warmed again takes its minutes; hard takes longer than jammy than runny', () => {
    const plain = companionTimes(egg, { plates: 1 })
    const iced = companionTimes({ ...egg, isIced: true }, { plates: 1 })
    expect(plain.startS - iced.startS).toBe(135)
    const starts = (['hard', 'jammy', 'runny'] as const).map(
      (wish) => companionTimes(egg, { plates: 1, wish }).startS,
    )
    expect([...starts].sort((a, b) => a - b)).toEqual(starts)
  })
  it('in a kitchen up high the same eggs take longer', () => {
    const low = companionTimes(egg, { plates: 1 }).startS
    expect(companionTimes(egg, { plates: 1, boilsAtC: 93 }).startS).toBeLessThan(low)
  })
  it('meat rests by its thickness and may wait no longer than twelve minutes', () => {
    const rest = (thickMm: number) =>
      companionTimes(
        { kind: 'rest', thickMm, coreC: 50, surfaceC: 85, sear: 'hard', cover: 'open' },
        { plates: 1 },
      )
    expect(rest(45)).toMatchObject({ startS: -540, waitsS: 180 })
    expect(rest(15).startS).toBe(-300)
    expect(rest(90)).toMatchObject({ startS: -720, waitsS: 0 })
  })
  it('fish is turned once and rests a minute; toast is as long as it is', () => {
    const fish = companionTimes({ kind: 'fish', thickMm: 22, panC: 180, targetC: 52 }, { plates: 1 })
    expect(fish.acts.map((a) => a.code)).toEqual(['panIn', 'turn', 'panOut'])
    expect(fish.acts[2]!.atS).toBe(-60)
    expect(companionTimes({ kind: 'toast', durationS: 120, waitsS: 180 }, { plates: 1 })).toEqual({
      startS: -120,
      waitsS: 180,
      acts: [{ code: 'begin', atS: -120 }],
    })
  })
})
