import { describe, expect, it } from 'vitest'
import { plannedIn } from '../../planned.test-helper'
import { expectWithin } from '../../testing.test-helper'
import { mountMinutes } from './mountPace'

function mounted(id: string, schools: Record<string, string> = {}, portions = 12) {
  const { plan, codes } = plannedIn(id, schools, portions)
  const step = plan.steps.find((s) => s.work.kind === 'mount')!
  if (step.work.kind !== 'mount' || !step.work.pace) throw new Error(`${id} mounts nothing`)
  return { pace: step.work.pace, minutes: step.minutes, codes }
}

describe('the ways of mounting butter', () => {
  const low = mounted('beurreBlanc')
  it('over a low flame: seconds until it is taken up, heat from the flame, minutes by the longer of them', () => {
    expect(low.pace).toMatchObject({ heat: 'low', by: 'whisk', butterC: 5, bearsBubble: false })
    expect(low.pace.heatJ).toBeGreaterThan(0)
    expectWithin(low.pace.heatS * low.pace.powerW, low.pace.heatJ, 1e-9)
    expectWithin(low.minutes.value * 60, Math.max(low.pace.uptakeS, low.pace.heatS), 1e-9)
    expect(low.codes).not.toContain('setsOffHeat')
  })
  it('off the flame it comes to where fat sets, takes longer, and is said', () => {
    const off = mounted('beurreBlanc', { heat: 'off' })
    expect(off.pace.offHeatC).toBeLessThan(35)
    expect(off.codes).toContain('setsOffHeat')
    expect(off.minutes.value).toBeGreaterThan(low.minutes.value)
    expect(off.pace.heatJ).toBeLessThan(low.pace.heatJ)
  })
  it('a bubble breaks a plain one, and does no harm with cream', () => {
    expect(mounted('beurreBlanc', { heat: 'bubble' }).codes).toContain('bubbleBreaks')
    const creamy = mounted('beurreBlanc', { heat: 'bubble', cream: 'spoon' })
    expect(creamy.pace.bearsBubble).toBe(true)
    expect(creamy.codes).not.toContain('bubbleBreaks')
  })
  it('swirled it is taken up slower than whisked; soft butter wants less heat', () => {
    expect(mounted('beurreBlanc', { move: 'swirl' }).pace.uptakeS).toBeGreaterThan(2 * low.pace.uptakeS)
    expect(mounted('beurreBlanc', { butterC: 'soft' }).pace.heatJ).toBeLessThan(0.8 * low.pace.heatJ)
  })
  it('a little butter into a lot of hot sauce is a minute’s work without a flame', () => {
    const jus = mounted('redWineShallot')
    expect(jus.pace).toMatchObject({ heat: 'off', heatJ: 0 })
    expect(jus.minutes.value).toBeGreaterThanOrEqual(0.5)
    expect(jus.minutes.value).toBeLessThan(4)
    expect(jus.codes).not.toContain('setsOffHeat')
  })
  it('never so little butter that a pan is not lifted for it', () =>
    expect(mountMinutes({ ...low.pace, uptakeS: 1, heatS: 0, heat: 'off' }).value).toBe(0.5))
})
