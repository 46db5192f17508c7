import { describe, expect, it } from 'vitest'
import { emptyBatch, type BatchState } from '../../batch/batchState'
import { larchwaterTest as kitchen } from '../../demoKitchen.test-helper'
import { plannedIn } from '../../planned.test-helper'
import { clarifyPlan, milkSinksMmPerMin } from './clarify'
import { clarifying, clarifyingDue } from './clarifying'

const MIN = 60_000

describe('clear butter', () => {
  it('a quarter of it is milk; as much heat as melts it, as long as its milk sinks', () => {
    const of = clarifyPlan(300, 200)
    expect(of.wholeG).toBeCloseTo(400, 6)
    // 400 g from 5 to 75 °C: .82·(2.1·70 + 110·.5) + .16·4.18·70 + .02·1.5·70 = 214.6 J/g, and 10.5 kJ of the pan
    expect(of.meltMin).toBeCloseTo((400 * 214.6 + 10_500) / 200 / 60, 1)
    expect(of.settleMin.low).toBeLessThan(of.settleMin.value)
    expect(of.settleMin.value).toBeGreaterThan(10)
    expect(of.settleMin.high).toBeLessThan(30)
    expect(of.readyC).toBeGreaterThan(50)
    expect(of.readyC).toBeLessThan(75)
  })
  it('more of it stands deeper and takes longer; a drop twice as large sinks four times as fast', () => {
    expect(clarifyPlan(2000, 200).settleMin.value).toBeGreaterThan(
      1.8 * clarifyPlan(250, 200).settleMin.value,
    )
    expect(milkSinksMmPerMin(70, 120) / milkSinksMmPerMin(70, 60)).toBeCloseTo(4, 6)
    expect(milkSinksMmPerMin(75, 60)).toBeGreaterThan(milkSinksMmPerMin(45, 60))
  })
})

describe('its clock beside the other steps', () => {
  const planned = plannedIn('hollandaise', { butter: 'clarified' })
  const pour = planned.formula.steps.find((s) => s.technique === 'pour')!
  const T0 = planned.plan.latestStartAtMs
  const at = (
    told: readonly [stage: string, min: number][] = [],
    of = planned,
  ): Parameters<typeof clarifying>[0] => ({
    state: {
      ...emptyBatch('b'),
      plan: of.plan,
      stageFacts: told.map(([stage, min]) => ({
        kind: 'butter.clarified',
        atMs: T0 + min * MIN,
        payload: { stepId: pour.id, stage },
      })) as unknown as BatchState['stageFacts'],
    },
    formula: of.formula,
    ring: kitchen.rings[0]!,
    altitudeM: 0,
  })

  it('whole butter needs none, and none once its pour is begun', () => {
    expect(clarifying(at([], plannedIn('hollandaise')), T0)).toBeUndefined()
    const of = at()
    const begun = { ...of, state: { ...of.state, steps: { [pour.id]: { startedAtMs: T0 } } } } as typeof of
    expect(clarifying(begun, T0)).toBeUndefined()
  })
  it.each(
    kitchen.formulas
      .filter((f) => f.schools?.some((s) => s.id === 'butter' && s.options.some((o) => o.id === 'clarified')))
      .map((f) => f.id),
  )('%s with clarified butter has it, until it is poured off', (id) => {
    const of = at([], plannedIn(id, { butter: 'clarified' }))
    const clock = clarifying(of, T0)!
    expect(clock.wholeG).toBeCloseTo(clock.clearG / 0.75, 6)
    expect(clock.beginByMs).toBeLessThan(of.state.plan!.pickupAtMs)
    const told = clarifying(at([['pouredOff', 1]], plannedIn(id, { butter: 'clarified' })), T0)
    expect(told?.stage).toBe('clear')
  })
  it('to be clear when the pour is to begin, it is put on so much earlier', () => {
    const clock = clarifying(at(), T0)!
    const before = planned.plan.steps
      .slice(
        0,
        planned.plan.steps.findIndex((s) => s.stepId === pour.id),
      )
      .reduce((sum, s) => sum + s.minutes.value, 0)
    expect(clock.stage).toBe('toDo')
    expect((T0 + before * MIN - clock.beginByMs) / MIN).toBeCloseTo(clock.meltMin + clock.settleMin.value, 6)
    expect(clarifyingDue(at(), T0)).toEqual([
      { step: pour, due: { kind: 'start', code: 'clarify', atMs: clock.beginByMs } },
    ])
  })
  it('each tap moves it: melted it stands still, then it is poured off and nothing is due', () => {
    const melting = clarifying(at([['onFlame', 2]]), T0 + 3 * MIN)!
    expect(melting.readyAtMs).toBeCloseTo(T0 + (2 + melting.meltMin + melting.settleMin.value) * MIN, 0)
    expect(clarifyingDue(at([['onFlame', 2]]), T0)[0]!.due).toMatchObject({
      code: 'letSettle',
      atMs: melting.endsAtMs,
    })
    const late: [string, number][] = [
      ['onFlame', 2],
      ['melted', 9],
    ]
    const settling = clarifying(at(late), T0 + 10 * MIN)!
    expect(settling.endsAtMs).toBeCloseTo(T0 + (9 + settling.settleMin.value) * MIN, 0)
    expect(clarifyingDue(at(late), T0)[0]!.due.code).toBe('pourOff')
    expect(clarifyingDue(at([...late, ['pouredOff', 24]]), T0)).toEqual([])
  })
})
