import { describe, expect, it } from 'vitest'
import { chooseVessels } from '../batch/chooseVessels'
import { planBatch } from '../batch/planBatch'
import { larchwaterGoods as ingredients, larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import { airPressureKPa } from '../heat/atmosphere'
import type { VesselRole } from '../pan/contents'
import { checkAnswer } from '../schedule/check/checkAnswer'
import type { FeasibleAnswer } from '../schedule/instance'
import { scheduleService } from '../schedule/scheduleService'
import { eveningInstance, taskId, type EveningAsked, type EveningBatch } from './eveningInstance'

const OPENS_MS = Date.UTC(2026, 10, 28, 17)
const MIN = 60_000
const { settings, rings, pans } = kitchen
const pressureKPa = airPressureKPa(settings.altitudeM)

/** A batch of a sauce of the book for some pick-ups, with what it would take on each ring. */
function batchOf(formulaId: string, pickUps: readonly string[], portions: number): EveningBatch {
  const formula = kitchen.formulas.find((f) => f.id === formulaId)!
  const choice = chooseVessels(
    { formula, ingredients, pressureKPa },
    { pans, ring: rings[0]!, busyPanIds: new Set() },
  )
  const panIds: Partial<Record<VesselRole, readonly string[]>> = {}
  for (const [role, tries] of Object.entries(choice.tried) as [
    VesselRole,
    NonNullable<(typeof choice.tried)['pan']>,
  ][]) {
    const fine = tries.filter((t) =>
      t.troubles.every((trouble) => trouble === 'film' || trouble === 'tooLow'),
    )
    panIds[role] = (fine.length ? fine : tries.slice(0, 1)).map((t) => t.pan.id)
  }
  const plans = rings.map((ring) => ({
    ringId: ring.id,
    plan: planBatch({
      formula,
      ingredients,
      place: { vessels: choice.vessels, ring, settings },
      portions,
      pickupAtMs: OPENS_MS + 36e5,
      nowMs: OPENS_MS,
    }),
  }))
  const each = portions / pickUps.length
  return {
    id: `${formulaId} for ${pickUps.join()}`,
    formula,
    plans,
    panIds,
    pickUps: pickUps.map((id) => ({ id, portions: each })),
    ...(formula.emulsion ? { marginMin: 80 } : {}),
  }
}
const at = (id: string, min: number, plates: number) => ({ id, atMs: OPENS_MS + min * MIN, plates })
const EVENING: EveningAsked = {
  id: 'supper',
  zeroMs: OPENS_MS,
  nowMs: OPENS_MS,
  people: [{ fromMs: OPENS_MS, count: 2 }],
  pickUps: [at('first', 110, 8), at('then', 125, 8), at('second', 185, 8), at('last', 200, 6)],
  batches: [
    batchOf('hollandaise', ['first', 'then'], 8),
    batchOf('bearnaise', ['then'], 6),
    batchOf('beurreBlanc', ['first'], 6),
    batchOf('redWineShallot', ['first', 'then'], 8),
    batchOf('supreme', ['first'], 6),
    batchOf('hazelnutButter', ['then'], 6),
    batchOf('hollandaise', ['second', 'last'], 8),
    batchOf('creamPeppercorn', ['second'], 6),
    batchOf('beurreBlanc', ['last'], 6),
    batchOf('madeiraSauce', ['second', 'last'], 8),
  ],
}
const plan = (asked: EveningAsked) => {
  const instance = eveningInstance(asked, kitchen)
  const answer = scheduleService(instance, { seed: 1, steps: 40 })
  expect(checkAnswer(instance, answer)).toEqual([])
  if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
  return { instance, answer }
}
const ends = (answer: FeasibleAnswer, batch: EveningBatch) =>
  answer.tasks.find((t) => t.id === taskId(batch.id, batch.formula.steps.at(-1)!.id))!

describe('an evening of ten batches on six rings, four wells and two pairs of hands', () => {
  const { instance, answer } = plan(EVENING)
  it('is there, every rule kept, and on time', () => {
    expect(answer.objective.slice(0, 2)).toEqual([0, 0])
    expect(answer.tasks).toHaveLength(EVENING.batches.reduce((n, b) => n + b.formula.steps.length, 0))
  })
  it('every sauce is done before its first plate, and no older than its clock at its last', () => {
    for (const batch of EVENING.batches) {
      const { endS } = ends(answer, batch)
      const due = batch.pickUps.map((p) => instance.pickUps.find((x) => x.id === p.id)!.atS)
      const { clockS = Infinity } = instance.tasks.find((t) => t.id === ends(answer, batch).id)!.serves!
      expect(endS).toBeLessThanOrEqual(Math.min(...due))
      expect(Math.max(...due) - endS).toBeLessThanOrEqual(clockS)
    }
  })
  it('a strong ring is quicker: the same reduction has a way on each', () => {
    const reduce = instance.tasks.find((t) => t.id.startsWith('redWineShallot') && t.modes.length > 1)!
    const mids = reduce.modes.map((m) => m.durationS.mid)
    expect(Math.max(...mids)).toBeGreaterThan(Math.min(...mids))
    expect(reduce.modes.flatMap((m) => m.ring ?? []).sort()).toEqual(rings.map((r) => r.id).sort())
  })
  it('a whipped yolk does not wait: its butter begins within a minute', () => {
    const [hollandaise] = EVENING.batches
    const of = (stepId: string) => answer.tasks.find((t) => t.id === taskId(hollandaise!.id, stepId))!
    expect(of('pour').startS - of('sabayon').endS).toBeLessThanOrEqual(60)
    expect(of('pour').vessel).toBe(of('sabayon').vessel)
  })
})
describe('in the middle of it', () => {
  it('what is under way stands as it is, and the rest is planned about it', () => {
    const [hollandaise, ...others] = EVENING.batches
    const nowMs = OPENS_MS + 100 * MIN
    const first = hollandaise!.formula.steps[0]!
    const begun = [
      {
        stepId: first.id,
        fromMs: nowMs - 3 * MIN,
        toMs: nowMs + 2 * MIN,
        panId: hollandaise!.panIds.bowl![0],
      },
    ]
    const { answer } = plan({
      ...EVENING,
      nowMs,
      batches: [
        { ...hollandaise!, begun },
        ...others.filter((b) => b.pickUps.every((p) => /second|last/.test(p.id))),
      ],
    })
    expect(answer.tasks.find((t) => t.id === taskId(hollandaise!.id, first.id))).toMatchObject({
      startS: 97 * 60,
      endS: 102 * 60,
    })
    expect(answer.binding[taskId(hollandaise!.id, first.id)]).toBe('window')
  })
  it('with one cook less it is late or says so, and no clock is passed', () => {
    const { answer } = plan({ ...EVENING, people: [{ fromMs: OPENS_MS, count: 1 }] })
    expect(answer.objective[0]).toBe(0)
    expect(answer.objective[3]).toBeLessThanOrEqual(1)
  })
})
