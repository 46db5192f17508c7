import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import { scaleFormula } from '../formula/applyChoices'
import { airPressureKPa } from '../heat/atmosphere'
import type { Pan } from '../kitchen/kitchen'
import { bulkMl } from '../pan/contents'
import { walkFormula } from '../pan/walkFormula'
import { techniqueOf } from '../techniques/registry'
import { capacityMl, depthAtVolumeMm, FULLEST_PAN_SHARE } from '../vessel/profile'
import { chooseVessels } from './chooseVessels'

const ring = kitchen.rings[0]!
const pressureKPa = airPressureKPa(kitchen.settings.altitudeM)
const NONE = new Set<string>()
const formulaOf = (id: string) => kitchen.formulas.find((f) => f.id === id)!
const requestOf = (id: string, portions?: number) => {
  const formula = formulaOf(id)
  return {
    formula: portions === undefined ? formula : scaleFormula(formula, portions / formula.basisPortions),
    ingredients,
    pressureKPa,
  }
}
const choose = (id: string, portions?: number, more: Partial<Parameters<typeof chooseVessels>[1]> = {}) =>
  chooseVessels(requestOf(id, portions), { pans: kitchen.pans, ring, busyPanIds: NONE, ...more })
const pan = (id: string, more: Partial<Pan> = {}): Pan => ({
  ...kitchen.pans.find((p) => p.id === id)!,
  ...more,
})

describe.each(kitchen.formulas.map((f) => f.id))('vessels for %s', (id) => {
  it('each role gets its own kind of vessel, no vessel serves two roles', () => {
    const { vessels } = choose(id)
    const walk = walkFormula(requestOf(id))
    for (const role of new Set(walk.map((w) => w.vessel))) expect(vessels[role], role).toBeDefined()
    for (const [role, p] of Object.entries(vessels))
      expect(p.kind === 'bowl' || p.kind === 'tray' ? p.kind : 'pan', role).toBe(
        role === 'bowl' || role === 'tray' ? role : 'pan',
      )
    const used = Object.values(vessels).map((p) => p.id)
    expect(new Set(used).size).toBe(used.length)
  })
  it('at the size it is written for nothing is fuller than it may be, at any step', () => {
    const { vessels, movesAtStepId } = choose(id)
    for (const w of walkFormula(requestOf(id))) {
      const held = vessels[w.vessel]
      if (!held || (w.vessel === 'pan' && movesAtStepId)) continue
      const share = Math.max(bulkMl(w.begin), bulkMl(w.end)) / capacityMl(held.profile)
      expect(share, w.step.id).toBeLessThanOrEqual(w.vessel === 'pan' ? FULLEST_PAN_SHARE : 1)
    }
  })
  it('the chosen one is first of all that were tried, and none is lighter in its troubles', () => {
    const { vessels, tried } = choose(id)
    for (const [role, tries] of Object.entries(tried)) {
      expect(tries[0]!.pan.id).toBe(vessels[role as keyof typeof vessels]!.id)
      const first = tries[0]!.troubles.length
      if (first === 0) continue
      expect(tries.some((t) => t.troubles.length === 0)).toBe(false)
    }
  })
  it('more portions never need fewer batches, and ten times the book’s never less than the book’s', () => {
    const { basisPortions } = formulaOf(id)
    const batches = [1, 3, 10, 40].map((n) => choose(id, basisPortions * n).batches)
    expect([...batches].sort((a, b) => a - b)).toEqual(batches)
    expect(batches[0]).toBe(1)
  })
})

describe('what speaks against a vessel', () => {
  const troublesOf = (p: Pan, id: string, portions?: number, more = {}) =>
    choose(id, portions, { pans: [p], ...more }).tried.pan![0]!.troubles
  it('a stockpot for a tablespoon is a film, a saucepan for a flood is too full', () => {
    const widest = [...kitchen.pans]
      .filter((p) => p.kind !== 'bowl' && p.kind !== 'tray')
      .sort((a, b) => capacityMl(b.profile) - capacityMl(a.profile))
    expect(troublesOf(widest[0]!, 'bearnaise', 2)).toContain('film')
    expect(troublesOf(widest.at(-1)!, 'redWineShallot', 200)).toContain('tooFull')
  })
  it('bare aluminium taints wine, lined copper does not', () => {
    const taints = (metal: NonNullable<Pan['metal']>) =>
      troublesOf(pan('saucepan18', { metal }), 'redWineShallot').includes('taints')
    expect(taints('aluminium' as never)).toBe(true)
    expect(taints('copperLined')).toBe(false)
    expect(taints('stainless')).toBe(false)
  })
  it('an induction ring does not find a base that is too small', () => {
    const induction = { ...ring, heater: { kind: 'induction' as const, ratedW: 3500, leastBaseMm: 220 } }
    expect(troublesOf(pan('saucepan18'), 'redWineShallot', 10, { ring: induction })).toContain('baseTooSmall')
    expect(troublesOf(pan('saucepan18'), 'redWineShallot', 10)).not.toContain('baseTooSmall')
  })
  it('one that stands in another batch is taken last', () => {
    const free = choose('redWineShallot').vessels.pan!
    const busy = choose('redWineShallot', 10, { busyPanIds: new Set([free.id]) })
    expect(busy.vessels.pan!.id).not.toBe(free.id)
    expect(busy.tried.pan!.find((t) => t.pan.id === free.id)!.troubles).toContain('inUse')
  })
  it('a long simmer wants walls', () => {
    const low = kitchen.pans.find((p) => p.kind !== 'tray' && p.profile.heightMm < 60)
    const simmered = kitchen.formulas.find((f) => f.steps.some((s) => techniqueOf(s).wantsWalls))!
    if (low) expect(troublesOf(low, simmered.id)).toContain('tooLow')
    expect(
      chooseVessels(requestOf(simmered.id), { pans: kitchen.pans, ring, busyPanIds: NONE }).vessels.pan!
        .profile.heightMm,
    ).toBeGreaterThanOrEqual(60)
  })
})

describe('a move to a smaller pan', () => {
  it('is planned only where a late reduction would stand as a film and fits a smaller one', () => {
    for (const { id } of kitchen.formulas) {
      const { movesAtStepId, vessels } = choose(id)
      if (movesAtStepId === undefined) continue
      const at = walkFormula(requestOf(id)).find((w) => w.step.id === movesAtStepId)!
      expect(depthAtVolumeMm(vessels.pan!.profile, bulkMl(at.end)), id).toBeLessThan(8)
      expect(capacityMl(vessels.smallPan!.profile)).toBeLessThan(capacityMl(vessels.pan!.profile))
    }
  })
})
