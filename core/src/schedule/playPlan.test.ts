import { describe, expect, it } from 'vitest'
import { mulberry32 } from '../solve/random'
import type { FeasibleAnswer, ScheduleInstance } from './instance'
import { madeService } from './madeService.test-helper'
import { startPlaying } from './playPlan'
import { scheduleService } from './scheduleService'

const planned = (instance: ScheduleInstance): FeasibleAnswer => {
  const answer = scheduleService(instance, { seed: 1, steps: 60 })
  if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
  return answer
}
/** The same evening, each step as long as its middle, come what may. */
const sure = (instance: ScheduleInstance): ScheduleInstance => ({
  ...instance,
  tasks: instance.tasks.map((t) => ({
    ...t,
    modes: t.modes.map((m) => ({
      ...m,
      durationS: { ...m.durationS, low: m.durationS.mid, high: m.durationS.mid },
    })),
  })),
})

describe('an evening that is worked by its plan', () => {
  const instance = madeService({ seed: 3, batches: 6 })
  it('goes as planned where every step takes what it was planned to take', () => {
    const steady = sure(instance)
    const answer = planned(steady)
    expect(answer.objective[1]).toBe(0)
    const { plates, onTimePlates, clocksPassed } = startPlaying(steady, answer.tasks, {
      makingS: () => 0,
      calledOverS: 0,
    })(mulberry32(1))
    expect(onTimePlates).toBe(plates)
    expect(plates).toBe(instance.pickUps.reduce((sum, p) => sum + p.plates, 0))
    expect(clocksPassed).toBe(0)
  })
  it('the same draws make the same evening, others another; none passes a clock that the plan keeps at its longest', () => {
    const play = startPlaying(instance, planned(instance).tasks, { makingS: () => 0, calledOverS: 0 })
    expect(play(mulberry32(1))).toEqual(play(mulberry32(1)))
    const many = Array.from({ length: 60 }, (_, i) => play(mulberry32(i)))
    expect(new Set(many.map((p) => p.onTimePlates)).size).toBeGreaterThan(1)
    expect(many.every((p) => p.clocksPassed === 0)).toBe(true)
    expect(many.every((p) => p.madeAnew === p.lost)).toBe(true)
  })
  it('plates that are called one after another wait less than all at once', () => {
    const { tasks } = planned(instance)
    const onTime = (calledOverS: number) => {
      const play = startPlaying(instance, tasks, { makingS: () => 0, calledOverS })
      const random = mulberry32(7)
      return Array.from({ length: 40 }, () => play(random).onTimePlates).reduce((a, b) => a + b)
    }
    expect(onTime(900)).toBeGreaterThan(onTime(0))
  })
  it('what takes longer than from its first plate to its last is not made anew', () => {
    const play = startPlaying(instance, planned(instance).tasks, { makingS: () => 86_400, calledOverS: 0 })
    expect(play(mulberry32(1))).toMatchObject({ madeAnew: 0 })
  })
})
