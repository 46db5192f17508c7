import { expect, it } from 'vitest'
import { larchwaterTest as kitchen } from '../../demoKitchen.test-helper'
import { bathSetup } from './bathSetup'

const bowl = (sphereRadiusMm: number, heightMm = 95) => ({ shape: 'bowl', sphereRadiusMm, heightMm }) as const

it('the model’s own bowl hangs four centimetres into its pot, and the water stands two below it', () => {
  const of = bathSetup(bowl(120), 'steel')
  expect(of.hangsMm).toBeCloseTo(120 - Math.sqrt(120 ** 2 - 90 ** 2), 3)
  expect(of.waterUnderRimMm - of.hangsMm).toBe(20)
  expect(of).toMatchObject({ sitsSnug: true, liftEarlyK: 1 })
  expect(bathSetup(bowl(120), 'glass').liftEarlyK).toBe(2.5)
})
it('a bowl no wider than the pot lets the steam by, or falls in', () => {
  expect(bathSetup(bowl(95), 'steel').sitsSnug).toBe(false)
  expect(bathSetup(bowl(70, 70), 'steel')).toMatchObject({ sitsSnug: false, hangsMm: 70 })
})
it.each(kitchen.pans.filter((p) => p.kind === 'bowl'))(
  '$name of the kitchen sits on it',
  ({ profile, material }) => expect(bathSetup(profile, material ?? 'steel').sitsSnug).toBe(true),
)
