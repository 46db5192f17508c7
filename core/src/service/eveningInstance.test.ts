import { describe, expect, it } from 'vitest'
import { chooseVessels } from '../batch/chooseVessels'
import { planBatch } from '../batch/planBatch'
import { larchwaterGoods as ingredients, larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import { airPressureKPa } from '../heat/atmosphere'
import type { VesselRole } from '../pan/contents'
import { checkAnswer } from '../schedule/check/checkAnswer'
import type { FeasibleAnswer } from '../schedule/instance'
import { scheduleService } from '../schedule/scheduleService'
import { eveningInstance, taskId, type EveningAsked, type EveningBatch, type GoesOn } from './eveningInstance'

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
const plan = (asked: EveningAsked, goesOn?: GoesOn) => {
  const instance = eveningInstance(asked, kitchen, goesOn)
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
describe('shared tools', () => {
  const strains = (answer: FeasibleAnswer) =>
    answer.tasks.filter((t) => t.kit !== undefined).sort((a, b) => a.startS - b.startS)
  const withKits = (kits: { sieve: number; blender: number }) => {
    const house = { ...kitchen, settings: { ...settings, kits } }
    const instance = eveningInstance(EVENING, house)
    const answer = scheduleService(instance, { seed: 1, steps: 40 })
    expect(checkAnswer(instance, answer)).toEqual([])
    return { instance, answer }
  }
  it('one sieve is in one pair of hands: what is strained is strained one after another', () => {
    const { answer } = withKits({ sieve: 1, blender: 0 })
    if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
    const list = strains(answer)
    const strained = EVENING.batches.flatMap((b) => b.formula.steps.filter((s) => s.technique === 'strain'))
    expect(list).toHaveLength(strained.length)
    expect(new Set(list.map((t) => t.kit))).toEqual(new Set(['sieve 1']))
    for (const [i, t] of list.entries()) expect(t.startS).toBeGreaterThanOrEqual(list[i - 1]?.endS ?? 0)
  })
  it('without any, the plan says that one more is what it needs', () => {
    const { answer } = withKits({ sieve: 0, blender: 0 })
    expect(answer).toMatchObject({ status: 'infeasible' })
    if (answer.status !== 'infeasible') return
    expect(answer.conflict.smallestChange).toMatchObject({ kind: 'more', what: 'kit' })
  })
  it('a third pair of hands with a sieve of its own spoils no plan', () => {
    const nowMs = OPENS_MS + 60 * MIN
    const strained = EVENING.batches.filter((b) => b.formula.steps.some((s) => s.technique === 'strain'))
    const begun = new Map(
      strained.map((b) => {
        const i = b.formula.steps.findIndex((s) => s.technique === 'strain')
        const done = b.formula.steps.slice(0, i + 1).map((s, j) => ({
          stepId: s.id,
          fromMs: nowMs - (i - j + 1) * MIN,
          toMs: nowMs - (i - j) * MIN + (j === i ? MIN : 0),
          ...(b.plans[0]!.plan.steps[j]!.stand === 'ring' ? { ringId: b.plans[0]!.ringId } : {}),
        }))
        return [b.id, done] as const
      }),
    )
    const asked = {
      ...EVENING,
      nowMs,
      batches: EVENING.batches.map((b) => ({ ...b, begun: begun.get(b.id) ?? [] })),
    }
    const { tasks, inForce } = eveningInstance(asked, kitchen)
    const inHand = (inForce ?? []).filter((t) => t.kit !== undefined)
    expect(strained.length).toBeGreaterThan(2)
    expect(inHand.map((t) => t.kit).sort()).toEqual(['sieve 1', 'sieve 2'])
    for (const fixed of inForce ?? [])
      expect(tasks.find((t) => t.id === fixed.id)!.modes[0]!.kit).toEqual(fixed.kit ? [fixed.kit] : undefined)
  })
})
describe('what is on record is as it is', () => {
  const nowMs = OPENS_MS + 60 * MIN
  /** The first steps of a batch as done, one after another, the last of them so long ago. */
  const done = (
    batch: EveningBatch,
    count: number,
    endedAgoMin: number,
    on: { panId?: string; ringId?: string } = {},
  ) => {
    const { ringId, plan: made } = { ...batch.plans[0]!, ...on }
    return made.steps.slice(0, count).map((s, i) => ({
      stepId: s.stepId,
      fromMs: nowMs - (endedAgoMin + 4 * (count - i)) * MIN,
      toMs: nowMs - (endedAgoMin + 4 * (count - i - 1)) * MIN,
      ...(s.stand === 'ring' || s.stand === 'bath' ? { ringId } : {}),
      ...(s.vessel === 'pan' ? { panId: on.panId ?? batch.panIds.pan![0]! } : {}),
    }))
  }
  it('two batches on record in one pan at once: the later is in another, and the evening has a plan', () => {
    const two = ['supreme', 'madeiraSauce'].map((id) => EVENING.batches.find((b) => b.formula.id === id)!)
    const panId = two[0]!.panIds.pan![0]!
    const asked = {
      ...EVENING,
      nowMs,
      batches: two.map((b, i) => ({ ...b, begun: done(b, 1, 2 - i, { panId, ringId: rings[i]!.id }) })),
    }
    const { instance, answer } = plan(asked)
    const made = instance.vessels.filter((v) => !pans.some((p) => p.id === v.id))
    expect(made).toHaveLength(1)
    const later = answer.tasks.filter((t) => t.id.startsWith(two[1]!.id) && t.vessel !== undefined)
    expect(later.some((t) => t.vessel === made[0]!.id)).toBe(true)
    expect(answer.tasks.some((t) => t.id.startsWith(two[0]!.id) && t.vessel === panId)).toBe(true)
  })
  it('two batches on record in one well at once: the evening has a plan, and nothing else comes into that well until both are served', () => {
    const [first, later] = ['hollandaise', 'bearnaise'].map((id) =>
      EVENING.batches.find((b) => b.formula.id === id)!,
    )
    const held = [first!, later!].map((batch, i) => {
      const steps = done(batch, batch.formula.steps.length, 6 - i)
      return { ...batch, begun: steps.map((s, n) => (n < steps.length - 1 ? s : { ...s, wellId: 'wellA' })) }
    })
    const others = EVENING.batches.filter(
      (b) => b.formula.emulsion && !b.pickUps.some((p) => p.id === 'then'),
    )
    const asked = { ...EVENING, nowMs, batches: [...held, ...others] }
    const { instance, answer } = plan(asked)
    expect(instance.inForce?.filter((t) => t.well === 'wellA')).toHaveLength(2)
    const lastS = instance.pickUps.find((p) => p.id === 'then')!.atS
    const next = answer.tasks.filter(
      (t) => t.well === 'wellA' && !held.some((b) => t.id.startsWith(`${b.id}/`)),
    )
    expect(next.every((t) => t.startS >= lastS)).toBe(true)
  })
  it('everything on record on one ring, in one pan and in one well: the evening has a plan', () => {
    const on = { ringId: rings[0]!.id, panId: pans[0]!.id }
    const batches = EVENING.batches.map((batch, i) => {
      const { steps } = batch.plans[0]!.plan
      const begun = done(batch, i < 2 || i % 3 === 0 ? steps.length : 2, 1 + i, on).map((s, n) => ({
        ...s,
        panId: on.panId,
        ...(steps[n]!.stand === 'well' ? { wellId: 'wellA' } : {}),
      }))
      return { ...batch, begun }
    })
    const instance = eveningInstance({ ...EVENING, nowMs, batches }, kitchen, 'asCanBe')
    expect(scheduleService(instance, { seed: 1, steps: 10 }).status).toBe('feasible')
  })
  it.each(kitchen.formulas.filter((f) => !f.makes).map((f) => [f.name, f.id] as const))(
    '%s: begun hours too early and left standing, it spoils no plan',
    (_, formulaId) => {
      const batch = batchOf(formulaId, ['second'], 6)
      const people = [{ fromMs: nowMs - 300 * MIN, count: 2 }]
      const asked = { ...EVENING, nowMs, people, batches: [{ ...batch, begun: done(batch, 1, 200) }] }
      const { answer } = plan(asked, 'asCanBe')
      const next = answer.tasks.find((t) => t.id === taskId(batch.id, batch.formula.steps[1]!.id))!
      expect(next.startS).toBeGreaterThanOrEqual(60 * 60)
    },
  )
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
  it('what is done and past its clock before a plate spoils no plan: it serves what its clock still allows', () => {
    const [hollandaise] = EVENING.batches
    const begun = hollandaise!.formula.steps.map((step, i) => ({
      stepId: step.id,
      fromMs: OPENS_MS + i * 5 * MIN,
      toMs: OPENS_MS + (i + 1) * 5 * MIN,
    }))
    const nowMs = begun.at(-1)!.toMs
    const doneS = (nowMs - EVENING.zeroMs) / 1000
    const held = (marginMin: number) => ({ ...hollandaise!, begun, marginMin })
    const { instance } = plan({ ...EVENING, nowMs, batches: [held(60)] })
    const { clockS, at: served } = instance.tasks.find((t) => t.serves)!.serves!
    const due = (id: string) => instance.pickUps.find((p) => p.id === id)!.atS
    expect(served.every((s) => due(s.pickUp) <= doneS + clockS!)).toBe(true)
    const all = plan({
      ...EVENING,
      nowMs,
      batches: [{ ...held(60), pickUps: EVENING.batches[6]!.pickUps }],
    })
    expect(all.instance.tasks.flatMap((t) => t.serves?.at ?? [])).toHaveLength(
      EVENING.batches[6]!.pickUps.filter((p) => due(p.id) <= doneS + clockS!).length,
    )
  })
  it('with one cook less it is late or says so, and no clock is passed', () => {
    const { answer } = plan({ ...EVENING, people: [{ fromMs: OPENS_MS, count: 1 }] })
    expect(answer.objective[0]).toBe(0)
    expect(answer.objective[3]).toBeLessThanOrEqual(1)
  })
})
