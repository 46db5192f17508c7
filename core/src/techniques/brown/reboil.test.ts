import { expect, it } from 'vitest'
import { larchwaterGoods as goods, larchwaterTest as kitchen } from '../../demoKitchen.test-helper'
import { traceFormula } from '../../formula/traceFormula'
import { reboilS } from './reboil'

const browned = kitchen.formulas.filter((f) => f.steps.some((s) => s.technique === 'brown'))
it.each(browned.map((f) => [f.id, f] as const))(
  '%s: half of it foams sooner than all, one that is hot at once',
  (_, formula) => {
    const { altitudeM } = kitchen.settings
    const contents = traceFormula(formula, { ingredients: goods, altitudeM }).at(-1)!.contents
    const pan = kitchen.pans.find((p) => p.kind === 'sauteuse')!
    const of = (share: number) => ({ contents, pan, ring: kitchen.rings[0]!, altitudeM, share })
    expect(reboilS(of(0.5), 60)).toBeLessThan(reboilS(of(1), 60))
    expect(reboilS(of(1), 60)).toBeGreaterThan(5)
    expect(reboilS(of(1), 60)).toBeLessThan(240)
    expect(reboilS(of(1), 101)).toBe(0)
  },
)
it('the book has browned butters', () => expect(browned.length).toBeGreaterThan(2))
