import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hotExpansion } from '../mixture/volume'
import { expectWithin } from '../testing.test-helper'
import {
  capacityMl,
  depthAtVolumeMm,
  radiusAtMm,
  surfaceAreaMm2,
  volumeAtDepthMl,
  type VesselProfile,
} from './profile'

const cylinder = (d: number, cornerMm = 0): VesselProfile => ({
  shape: 'pan',
  baseRadiusMm: d / 2,
  rimRadiusMm: d / 2,
  heightMm: 120,
  cornerMm,
})

describe('reduction:G geometry', () => {
  it('G1 cylinder', () => {
    expectWithin(volumeAtDepthMl(cylinder(240), 11), 497.6, 0.001)
    expectWithin(surfaceAreaMm2(cylinder(240), 11) / 1000, 45.2, 0.001)
  })
  it('G2 depth cold and hot', () => {
    expectWithin(depthAtVolumeMm(cylinder(200), 240), 7.64, 0.002)
    expectWithin(depthAtVolumeMm(cylinder(200), 240 * hotExpansion(95)), 7.93, 0.002)
  })
  it('G3 sloping wall', () => {
    const cone: VesselProfile = {
      shape: 'pan',
      baseRadiusMm: 80,
      rimRadiusMm: 120,
      heightMm: 100,
      cornerMm: 0,
    }
    expectWithin(volumeAtDepthMl(cone, 50), 1277.6, 0.001)
    expectWithin(depthAtVolumeMm(cone, 500), 22.29, 0.001)
  })
  it('G4 bowl', () => {
    const bowl: VesselProfile = { shape: 'bowl', sphereRadiusMm: 150, heightMm: 100 }
    expectWithin(volumeAtDepthMl(bowl, 50), 1047.2, 0.001)
    expectWithin(depthAtVolumeMm(bowl, 500), 33.87, 0.001)
  })
  it('G5 rounded corner', () => {
    const pan = cylinder(240, 20)
    expectWithin(volumeAtDepthMl(pan, 10), 396.6, 0.001)
    expectWithin(volumeAtDepthMl(pan, 30), 1294.9, 0.001)
    expectWithin(depthAtVolumeMm(pan, 250), 6.54, 0.001)
  })
})

const anyProfile: fc.Arbitrary<VesselProfile> = fc.oneof(
  fc.record({
    shape: fc.constant('pan' as const),
    baseRadiusMm: fc.double({ min: 50, max: 200, noNaN: true }),
    rimRadiusMm: fc.double({ min: 60, max: 260, noNaN: true }),
    heightMm: fc.double({ min: 40, max: 250, noNaN: true }),
    cornerMm: fc.double({ min: 0, max: 20, noNaN: true }),
  }),
  fc.record({
    shape: fc.constant('bowl' as const),
    sphereRadiusMm: fc.double({ min: 80, max: 200, noNaN: true }),
    heightMm: fc.double({ min: 40, max: 79, noNaN: true }),
  }),
)

describe('laws', () => {
  it('depth to volume and back is the same depth', () => {
    fc.assert(
      fc.property(anyProfile, fc.double({ min: 0.01, max: 1, noNaN: true }), (profile, share) => {
        const depthMm = share * profile.heightMm
        expect(Math.abs(depthAtVolumeMm(profile, volumeAtDepthMl(profile, depthMm)) - depthMm)).toBeLessThan(
          1e-6,
        )
      }),
    )
  })
  it('the drawn radius is the one the volume is made of', () => {
    fc.assert(
      fc.property(anyProfile, (profile) => {
        const slices = 4000
        const step = profile.heightMm / slices
        let sum = 0
        for (let i = 0; i < slices; i++)
          sum += (Math.PI * radiusAtMm(profile, (i + 0.5) * step) ** 2 * step) / 1000
        expectWithin(sum, capacityMl(profile), 1e-3)
      }),
      { numRuns: 30 },
    )
  })
})
