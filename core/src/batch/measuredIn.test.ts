import { describe, expect, it } from 'vitest'
import { larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { measuredIn, type ChannelSample } from './measuredIn'

const { settings } = catalog
const samples: ChannelSample[] = [
  { atMs: 1000, value: 61 },
  { atMs: 2000, value: 62, flag: 'clock' },
  { atMs: 3000, value: 90, flag: 'future' },
  { atMs: 4000, value: 20, flag: 'late' },
  { atMs: 5000, value: 63 },
]
const check = { channelId: 'p', name: 'P', atMs: 0, boilsAtC: 100 }

describe('what probes and scales showed', () => {
  it('counts between two instants, without what came late or from the future', () => {
    const { readingsOf } = measuredIn({ settings }, () => samples)
    expect(readingsOf('p', 0).map((r) => r.tempC)).toEqual([61, 62, 63])
    expect(readingsOf('p', 1500, 4500).map((r) => r.atMs)).toEqual([2000])
  })
  it('is put right by the newest check, unless the probe is out of service', () => {
    const readOf = (iceReadsC: number, boilReadsC: number) =>
      measuredIn({ settings, probes: [{ ...check, iceReadsC, boilReadsC }] }, () => samples).readingsOf(
        'p',
        0,
      )[0]!.tempC
    expect(readOf(0.5, 100.5)).toBeCloseTo(60.5, 6)
    expect(readOf(15, 80)).toBe(61)
    const { readingsOf } = measuredIn(
      { settings, probes: [{ ...check, iceReadsC: 1, boilReadsC: 101 }] },
      () => samples,
    )
    expect(readingsOf('another', 0)[0]!.tempC).toBe(61)
  })
  it('of a scale by its factor', () => {
    const { massesOf } = measuredIn({ settings: { ...settings, scaleFactor: 1.01 } }, () => samples)
    expect(massesOf('s', 0, 1000)).toEqual([{ atMs: 1000, grossG: 61 * 1.01 }])
  })
})
