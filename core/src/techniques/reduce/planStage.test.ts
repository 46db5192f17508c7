import { describe, expect, it } from 'vitest'
import { stagesOf, type StagePlan } from '../../batch/batchPlan'
import { planBatch } from '../../batch/planBatch'
import { larchwaterGoods, larchwaterTest as kitchen } from '../../demoKitchen.test-helper'
import { capacityMl } from '../../vessel/profile'
import { rehearse } from '../../rehearse.test-helper'
import { readCurve } from './levelCurve'
import { SCORCH } from './scorch'

/** Every reduction of the book, as it is planned. */
const stages = kitchen.formulas.flatMap((f) =>
  stagesOf(rehearse(f.id).placed.plan).map((s) => [`${f.id} ${s.stepId}`, s] as const),
)

describe.each(stages)('%s', (_, stage) => {
  it('ends below where it begins, in mass, volume and depth, and says so in every form alike', () => {
    expect(stage.targetMassG).toBeLessThan(stage.startMassG)
    expect(stage.targetVolumeMl).toBeLessThan(stage.startVolumeMl)
    expect(stage.targetDepthMm).toBeLessThanOrEqual(stage.startDepthMm)
    expect(stage.fractionLeft).toBeCloseTo(stage.targetVolumeMl / stage.startVolumeMl, 9)
    expect(stage.targetGrossG).toBeCloseTo(stage.targetMassG + stage.tareG + stage.inPan.massG, 9)
  })
  it('has a band about its minutes, a rate, and a boiling point of this altitude', () => {
    const { low, value, high } = stage.minutes
    expect(low).toBeLessThanOrEqual(value)
    expect(value).toBeLessThanOrEqual(high)
    expect(stage.rateGPerMin).toBeGreaterThan(0)
    expect(stage.warmUpMin).toBeLessThanOrEqual(value)
    expect(stage.boilC).toBeGreaterThan(95)
    expect(stage.boilC).toBeLessThan(102)
  })
  it('its level curve falls all the way, and reading it back and forth is the same point', () => {
    const { curve } = stage
    for (let i = 1; i < curve.length; i += 1) {
      expect(curve[i]!.massG).toBeLessThanOrEqual(curve[i - 1]!.massG)
      expect(curve[i]!.volumeMl).toBeLessThanOrEqual(curve[i - 1]!.volumeMl + 1e-9)
      expect(curve[i]!.depthMm).toBeLessThanOrEqual(curve[i - 1]!.depthMm + 1e-9)
    }
    const half = (stage.startMassG + stage.targetMassG) / 2
    const at = readCurve(curve, 'massG', half)
    expect(readCurve(curve, 'volumeMl', at.volumeMl).massG).toBeCloseTo(half, 3)
    expect(readCurve(curve, 'depthMm', at.depthMm).massG).toBeCloseTo(half, 2)
    expect(readCurve(curve, 'massG', stage.startMassG).depthMm).toBeCloseTo(stage.startDepthMm, 1)
    expect(readCurve(curve, 'massG', stage.targetMassG).volumeMl).toBeCloseTo(stage.targetVolumeMl, 0)
  })
  it('alcohol that is left is no more than there was, by either end of its band', () => {
    const { low, high } = stage.ethanolLeftFrac
    expect(low).toBeGreaterThanOrEqual(0)
    expect(low).toBeLessThanOrEqual(high + 1e-12)
    expect(high).toBeLessThanOrEqual(1)
  })
  it('what lies between the notch and a dry pan is its water over its rate', () => {
    expect(stage.dryMarginS).toBeGreaterThan(0)
    expect(stage.dryMarginS).toBeLessThanOrEqual((60 * stage.targetMassG) / stage.rateGPerMin + 1e-6)
  })
})

describe('what changes the minutes of a reduction', () => {
  const wine = kitchen.formulas.find((f) => f.id === 'redWineShallot')!
  const first = (panId: string, ringId: string, altitudeM = kitchen.settings.altitudeM): StagePlan =>
    stagesOf(
      planBatch({
        formula: wine,
        ingredients: larchwaterGoods,
        place: {
          vessels: { pan: kitchen.pans.find((p) => p.id === panId)! },
          ring: kitchen.rings.find((r) => r.id === ringId)!,
          settings: { ...kitchen.settings, altitudeM },
        },
        portions: 10,
        pickupAtMs: 1e9,
        nowMs: 0,
      }),
    )[0]!
  const [strong, weak] = [...kitchen.rings].sort((a, b) => b.heater.ratedW - a.heater.ratedW)
  it('a weaker ring takes longer, to the same mass', () => {
    const weakest = kitchen.rings.reduce((a, b) => (a.heater.ratedW < b.heater.ratedW ? a : b), weak!)
    const [a, b] = [first('saucepan18', strong!.id), first('saucepan18', weakest.id)]
    expect(b.minutes.value).toBeGreaterThan(a.minutes.value)
    expect(b.targetMassG).toBeCloseTo(a.targetMassG, 9)
  })
  it('higher up it boils cooler', () => {
    expect(first('saucepan18', strong!.id, 0).boilC).toBeGreaterThan(
      first('saucepan18', strong!.id, 2000).boilC,
    )
  })
  it('a wider pan stands lower, and only its depths differ', () => {
    const pans = kitchen.pans
      .filter((p) => p.kind !== 'bowl' && p.kind !== 'tray' && capacityMl(p.profile) > 1500)
      .sort((a, b) => a.profile.heightMm - b.profile.heightMm)
    const all = pans.map((p) => first(p.id, strong!.id))
    expect(new Set(all.map((s) => s.targetMassG.toFixed(6))).size).toBe(1)
    expect(new Set(all.map((s) => s.targetDepthMm.toFixed(3))).size).toBeGreaterThan(1)
  })
  it('a film asks the cook to stay beside the pan', () => {
    const filmed = stages.filter(([, s]) => s.dryMarginS < SCORCH.dryMarginS)
    for (const [id, s] of filmed) expect(s.targetMassG, id).toBeLessThan(400)
  })
})
