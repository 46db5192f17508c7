import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { larchwaterTest as demoKitchen } from '../demoKitchen.test-helper'
import type { Fact } from '../facts/fact'
import type { FactKind, Payloads } from '../facts/kinds/kinds'
import { expectWithin } from '../testing.test-helper'
import { foldKitchen } from './foldKitchen'
import { knobMark, ringPower } from './ringPower'
import type { Ring } from './kitchen'

let count = 0
const fact = <K extends FactKind>(kind: K, payload: Payloads[K]): Fact =>
  ({
    id: `f${++count}`,
    kitchenId: 'k',
    streamKind: 'kitchen',
    streamId: 'k',
    kind,
    v: 1,
    deviceId: 'd',
    deviceSeq: count,
    deviceAtMs: count,
    clockOffsetMs: 0,
    actor: { deviceId: 'd' },
    payload,
    atMs: count,
  }) as unknown as Fact

const pan = demoKitchen.pans[0]!
const ring = demoKitchen.rings[0]!
const tested = (powerW: number, position = 1, diameterMm = 240) =>
  fact('ring.tested', {
    ringId: ring.id,
    panId: pan.id,
    position,
    test: { how: 'boiled', beforeG: 500, afterG: 380, durationS: 240 },
    powerW,
    sdShare: 0.03,
    diameterMm,
    modelVersion: 'ring-1',
  })
const changes = [
  fact('pan.set', { pan: { ...pan, tareG: 1111 } }),
  fact('pan.set', { pan: { ...pan, id: 'new', name: 'New pan' } }),
  fact('pan.removed', { panId: demoKitchen.pans[1]!.id }),
  tested(1300),
  fact('ring.set', { ring: { ...ring, number: 9 } }),
  fact('rules.set', { rules: { code: 'uk', holdLimitH: 1, clockFrom: 'outOfControl' } }),
  fact('scale.checked', { name: 'scale', knownG: 997.2, readsG: 1000, emptyReadsG: 0, factor: 0.9972 }),
  fact('probe.checked', {
    channelId: 'c',
    name: 'Probe 1',
    iceReadsC: 0.4,
    boilReadsC: 96.9,
    boilsAtC: 96.1,
  }),
]

describe('the kitchen from its facts', () => {
  const after = foldKitchen(demoKitchen, changes)
  it('a thing that is set replaces its like in its place, a new one comes last, a removed one is gone', () => {
    expect(after.pans[0]).toMatchObject({ id: pan.id, tareG: 1111 })
    expect(after.pans.at(-1)).toMatchObject({ id: 'new' })
    expect(after.pans.map((p) => p.id)).not.toContain(demoKitchen.pans[1]!.id)
  })
  it('a ring that is moved keeps its tests', () =>
    expect(after.rings[0]).toMatchObject({ number: 9, measured: [{ powerW: 1300 }] }))
  it('rules, scale and probes are as they were last said', () => {
    expect(after.settings.rules?.code).toBe('uk')
    expect(after.settings.scaleFactor).toBe(0.9972)
    expect(after.probes).toMatchObject([{ channelId: 'c', iceReadsC: 0.4 }])
  })
  it('what is taken back is as if it had never been', () => {
    const back = fact('fact.voided', { factId: changes[0]!.id, reason: '' })
    expect(foldKitchen(demoKitchen, [...changes, back]).pans[0]!.tareG).toBe(pan.tareG)
  })
  it('folding facts that are in already changes nothing more (law)', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: changes.length }), (from) => {
        expect(foldKitchen(after, changes.slice(from))).toEqual(after)
      }),
    ))
  it('a void of something that is not here leaves all as it is', () =>
    expect(foldKitchen(after, [fact('fact.voided', { factId: 'elsewhere', reason: '' })])).toEqual(after))
})

describe('what a ring gives', () => {
  const gas: Ring = { ...ring, heater: { kind: 'gasDomestic', ratedW: 3000 } }
  const measured = (...tests: Fact[]): Ring => foldKitchen({ ...demoKitchen, rings: [gas] }, tests).rings[0]!
  it('by its plate until it was measured', () => {
    expect(ringPower(gas, 'high', { baseMm: 240 }, 0)).toEqual({
      powerW: 1200,
      sdLnPower: 0.25,
      isMeasured: false,
    })
    expect(knobMark(gas, 'medium')).toBeUndefined()
  })
  it('as it was measured, and surer', () => {
    const { powerW, sdLnPower } = ringPower(measured(tested(1000)), 'high', { baseMm: 240 }, 0)
    expectWithin(powerW, 1000, 1e-9)
    expect(sdLnPower).toBe(0.03)
    expectWithin(ringPower(measured(tested(1000)), 'medium', { baseMm: 240 }, 0).powerW, 400, 1e-9)
  })
  it('the newest test of a setting counts, and another pan takes by its base', () => {
    const of = measured(tested(1000), tested(1200))
    expectWithin(ringPower(of, 'high', { baseMm: 240 }, 0).powerW, 1200, 1e-9)
    expectWithin(ringPower(of, 'high', { baseMm: 180 }, 0).powerW, 1200 * (0.18 / 0.24), 1e-9)
  })
  it('a word lies where its share of the power is on this knob', () => {
    const of = measured(tested(1000), tested(200, 0.5))
    const medium = knobMark(of, 'medium')!
    expect(medium).toBeGreaterThan(0.5)
    expectWithin(ringPower(of, 'medium', { baseMm: 240 }, 0).powerW, 400, 1e-6)
    expect(knobMark({ ...of, marks: 9 }, 'high')).toBe(9)
  })
})
