import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectWithin } from '../testing.test-helper'
import { BUTTERS } from './butterFat'
import { dropDiameterUm, emulsifierAreaM2 } from './emulsifier'
import {
  butterPerWaterG,
  butterRoomG,
  dropletThickening,
  phaseBand,
  phaseFraction,
  phasesOf,
  waterNeededG,
} from './phases'

const of = (butter: keyof typeof BUTTERS, butterG: number, evaporatedG = 0) =>
  phasesOf({ yolkG: 51, aqueousG: 45, evaporatedG, butters: [{ massG: butterG, parts: BUTTERS[butter] }] })
const near = (actual: number, expected: number, by: number) =>
  expect(Math.abs(actual - expected), `${actual} against ${expected}`).toBeLessThanOrEqual(by)

describe('phases of an egg and butter emulsion', () => {
  it('emulsion:E1 volumes and share of fat', () => {
    const phases = of('eu', 250)
    near(phaseFraction(phases), 0.6233, 0.003)
    near(phases.fatMl, 230.5, 1)
    near(phases.continuousMl, 139.3, 1)
  })
  it('emulsion:E2 clarified butter and the room left for more', () => {
    const phases = of('clarified', 210)
    near(phaseFraction(phases), 0.7066, 0.003)
    expectWithin(butterRoomG(phases, 0.75, BUTTERS.clarified), 52.8, 0.03)
    expectWithin(butterRoomG(phases, 0.75, BUTTERS.eu), 146, 0.03)
  })
  it('emulsion:E3 water that brings it back', () => near(waterNeededG(of('clarified', 285), 0.7), 37.6, 1))
  it.each([
    ['eu', 7.75],
    ['us', 8.83],
    ['clarified', 2.8],
  ] as const)('emulsion:E4 a gram of water buys %s butter', (kind, expected) =>
    expectWithin(butterPerWaterG(0.75, BUTTERS[kind]), expected, 0.02),
  )
  it('emulsion:E5 what boiling off does', () => near(phaseFraction(of('eu', 250, 12)), 0.6446, 0.003))
  it.each([
    [0.6, 16],
    [0.7, 64],
    [0.75, 256],
  ])('emulsion:E6 thickening at φ %f', (phi, expected) =>
    expectWithin(dropletThickening(phi), expected, 0.01),
  )
  it('emulsion:A6 drops torn by a whisk and by a blender', () => {
    expectWithin(dropDiameterUm(2, 100), 25, 0.03)
    expectWithin(dropDiameterUm(0.3, 2000), 8.3, 0.03)
  })
  it('yolk is never the limit: three cover twenty times what they must', () => {
    const { neededM2, coverableM2 } = emulsifierAreaM2(230.5, 51)
    expectWithin(neededM2, 138, 0.01)
    expectWithin(coverableM2, 2703, 0.01)
  })
  it('room and water undo each other, whatever the butter', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 200, noNaN: true }),
        fc.double({ min: 10, max: 150, noNaN: true }),
        fc.constantFrom('eu', 'us', 'clarified', 'anhydrous'),
        (yolkG, aqueousG, kind) => {
          const parts = BUTTERS[kind as keyof typeof BUTTERS]
          const room = butterRoomG(phasesOf({ yolkG, aqueousG, butters: [] }), 0.74, parts)
          const full = phasesOf({ yolkG, aqueousG, butters: [{ massG: room, parts }] })
          near(phaseFraction(full), 0.74, 1e-9)
          near(waterNeededG(full, 0.74), 0, 1e-6)
          const more = phasesOf({ yolkG, aqueousG, butters: [{ massG: room * 1.2, parts }] })
          const water = waterNeededG(more, 0.74)
          near(
            phaseFraction(
              phasesOf({ yolkG, aqueousG: aqueousG + water, butters: [{ massG: room * 1.2, parts }] }),
            ),
            0.74,
            1e-6,
          )
        },
      ),
    )
  })
  it('bands hold from their lower edge', () =>
    expect([0.49, 0.5, 0.62, 0.68, 0.74, 0.8].map(phaseBand)).toEqual([
      'runny',
      'flowing',
      'spoonable',
      'stiff',
      'edge',
      'splits',
    ]))
})
