import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { airPressureKPa } from '../../heat/atmosphere'
import { heatLossW, surroundings } from '../../heat/evaporation'
import { waterBoilingPointC, waterLatentHeatJPerG } from '../../heat/water'
import { expectWithin } from '../../testing.test-helper'
import { volumeAtDepthMl } from '../../vessel/profile'
import { heatWordPositions, positionFor, powerAt } from './heatWords'
import { fitPan, straightDiameterMm } from './pan'
import { correctedC, probeVerdict, wasDropped } from './probe'
import { boilingTest, warmingTest, type TestPan } from './ring'
import { LITRE_READS_G, mustZero, scaleFactor } from './scale'

describe('kitchen:K-X calibration', () => {
  it('K-X1 a probe between two points', () => {
    const boilsAtC = waterBoilingPointC(airPressureKPa(500))
    expect(Math.abs(boilsAtC - 98.34)).toBeLessThan(0.05)
    expect(Math.abs(correctedC({ iceReadsC: 0.8, boilReadsC: 97.9, boilsAtC }, 65) - 65.02)).toBeLessThan(
      0.05,
    )
  })
  it.each([
    [0.4, 96.4, 'good'],
    [1.4, 96.4, 'corrected'],
    [2.4, 96.4, 'outOfService'],
    [0, 93, 'outOfService'],
  ] as const)(
    'a probe reading %d in ice and %d in the boil at 96.1 is %s',
    (iceReadsC, boilReadsC, verdict) =>
      expect(probeVerdict({ iceReadsC, boilReadsC, boilsAtC: 96.1 })).toBe(verdict),
  )
  it('a jump of more than a kelvin since the last check is a fall', () => {
    const before = { iceReadsC: 0.2, boilReadsC: 96, boilsAtC: 96.1 }
    expect(wasDropped(before, { ...before, iceReadsC: 1.5 })).toBe(true)
    expect(wasDropped(before, { ...before, iceReadsC: 0.9 })).toBe(false)
  })
  it('a scale by a litre of water', () => {
    expect(scaleFactor(LITRE_READS_G, 1003).factor).toBeCloseTo(0.9942, 4)
    expect(scaleFactor(LITRE_READS_G, 1030).isUsable).toBe(false)
    expect([mustZero(-3), mustZero(1)]).toEqual([true, false])
  })
  it('K-X2 a litre in a straight pan', () => {
    const { diameterMm, sdMm } = straightDiameterMm({ volumeMl: 1000, depthMm: 22 })
    expectWithin(diameterMm, 240.6, 0.002)
    expectWithin(sdMm, 5.5, 0.01)
  })
  it('K-X3 two pours of a sauteuse', () => {
    const fit = fitPan([
      { volumeMl: 1277.6, depthMm: 50 },
      { volumeMl: 500, depthMm: 22.3 },
    ])
    expect(fit.status).toBe('sloping')
    if (fit.status !== 'sloping') return
    expectWithin(fit.baseDiameterMm, 159.9, 0.005)
    expectWithin(fit.slope, 0.803, 0.02)
  })
  it('any pan that was poured into is found again', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 300, noNaN: true }),
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        (base, slope) => {
          const profile = {
            shape: 'pan' as const,
            baseRadiusMm: base / 2,
            rimRadiusMm: (base + slope * 80) / 2,
            heightMm: 80,
            cornerMm: 0,
          }
          const pour = (depthMm: number) => ({ depthMm, volumeMl: volumeAtDepthMl(profile, depthMm) })
          const fit = fitPan([pour(20), pour(60)])
          if (fit.status === 'straight') return // a wall so steep that a stick cannot tell
          expect(fit.status).toBe('sloping')
          if (fit.status === 'sloping') {
            expect(fit.baseDiameterMm).toBeCloseTo(base, 3)
            expect(fit.slope).toBeCloseTo(slope, 4)
          }
        },
      ),
    ))
  it('pours that contradict each other, and a pan measured inside out, are told', () => {
    expect(
      fitPan([
        { volumeMl: 900, depthMm: 20 },
        { volumeMl: 500, depthMm: 50 },
      ]).status,
    ).toBe('contradicts')
    expect(
      fitPan([
        { volumeMl: 900, depthMm: 20 },
        { volumeMl: 1400, depthMm: 50 },
      ]).status,
    ).toBe('insideOut')
  })

  const pan: TestPan = {
    diameterMm: 240,
    waterDepthMm: 80,
    massKg: 1.2,
    metal: 'steel',
    pressureKPa: airPressureKPa(0),
  }
  it('K-X4 water warmed for four minutes', () => {
    const test = warmingTest(pan, { massKg: 1.5, fromC: 18, toC: 62, durationS: 240 })
    expect(test.status).toBe('ok')
    if (test.status !== 'ok') return
    expectWithin(test.powerW, 1295, 0.01)
    expectWithin(test.lossW, 35.9, 0.02)
    expect(test.sdShare).toBe(0.03)
  })
  it('water boiled away for four minutes gives the same ring', () => {
    const lossW = heatLossW(surroundings({ diameterMm: 240, wallMm: 80 }), 100)
    const boiledG = ((1295 - lossW) * 240) / waterLatentHeatJPerG(100)
    const test = boilingTest(pan, { beforeG: 500, afterG: 500 - boiledG, durationS: 240 })
    expect(test.status === 'ok' && Math.abs(test.powerW / 1295 - 1) < 1e-4).toBe(true)
  })
  it.each([
    ['moreAfter', () => boilingTest(pan, { beforeG: 500, afterG: 520, durationS: 240 })],
    ['hardlyAny', () => boilingTest(pan, { beforeG: 500, afterG: 497, durationS: 240 })],
    ['notWarmer', () => warmingTest(pan, { massKg: 1, fromC: 40, toC: 38, durationS: 240 })],
    ['tooHot', () => warmingTest(pan, { massKg: 1, fromC: 40, toC: 88, durationS: 240 })],
  ] as const)('a test that cannot be is told: %s', (status, test) => expect(test().status).toBe(status))

  it('heat words lie where their power is', () => {
    const settings = [
      { position: 1, powerW: 2000 },
      { position: 0.5, powerW: 600 },
    ]
    const words = heatWordPositions(settings, 'even')
    expect(words.high).toBeCloseTo(1, 6)
    expect(powerAt(settings, words.medium!, 'even')).toBeCloseTo(800, 3)
    expect(positionFor(settings, 2500, 'even')).toBeUndefined()
    const steps = heatWordPositions(settings, 'steps')
    expect(powerAt(settings, steps.mediumHigh!, 'steps')).toBeCloseTo(1300, 3)
  })
})
