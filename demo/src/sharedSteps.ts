import type { School } from '@liquamen/core'
import { g, step, way } from './formulaDsl'

/** A bare simmer over hours, with the share of water that leaves. */
export const longSimmer = (minutes: readonly [number, number, number], lossFrac: number) =>
  step('simmer', 'simmer', 'simmer', 'Barely moving, skimmed; never boiling', minutes, {
    lossFrac,
    attention: 'none',
    heat: 'low',
    cautions: ['steam'],
  })

/** Fat off the top. */
export const skimStep = step('skim', 'skim', 'skim', 'No fat at the top', [3, 5, 8], { attention: 'often' })

/** Whose stock it is: made, from cubes or tinned. */
export const sourceSchool = (itemId: string): School => ({
  id: 'stock',
  says: 'Stock',
  defaultId: 'made',
  reason: 'unsalted, with its own gelatin',
  options: [
    way('made', 'made here, unsalted'),
    way('cube', 'from cubes: salt of its own, no gelatin', { op: 'swap', itemId, ingredientId: 'stockCubeBroth', factor: 1 }),
    way('tinned', 'tinned', { op: 'swap', itemId, ingredientId: 'chickenBrothTin', factor: 1 }),
  ],
})

/** Salt at the end or a pinch at the start. */
export const saltSchool: School = {
  id: 'salt',
  says: 'Salt',
  defaultId: 'late',
  reason: 'what is reduced grows saltier',
  options: [way('late', 'at the end'), way('early', 'a pinch at the start', { op: 'add', item: g('sweat', 'salt', 2, 'earlySalt') })],
}
