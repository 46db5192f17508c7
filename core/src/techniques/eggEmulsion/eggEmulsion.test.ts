import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoFacts, larchwaterTest, placeIn } from '../../demoKitchen.test-helper'
import { compareFacts, type Fact } from '../../facts/fact'
import type { FactKind, Payloads } from '../../facts/kinds/kinds'
import { kitchenGoods } from '../../formula/kitchenGoods'
import { DEFAULT_HOUSE_RULES, holdLimits } from '../../safety/codes'
import { emulsionOf } from '../../batch/batchPlan'
import { planBatch } from '../../batch/planBatch'
import { clockStart } from '../hold/clockStart'
import { foldBatch } from '../../batch/foldBatch'
import { creditOf, liveEmulsion } from './liveEmulsion'
import { probeHealth, trustedReadings } from '../../safety/probeHealth'

const formula = larchwaterTest.formulas.find((f) => f.id === 'hollandaise')!
const ingredients = kitchenGoods(larchwaterTest)
const planFor = (portions: number, panId = 'bowlSteel') =>
  planBatch({
    formula,
    ingredients,
    place: placeIn(panId, 'ring2'),
    portions,
    pickupAtMs: 3600_000 * 500_000 + 3600_000,
    nowMs: 3600_000 * 500_000,
  })
const T0 = 3600_000 * 500_000
let n = 0
const fact = <K extends FactKind>(kind: K, s: number, payload: Payloads[K], crewId?: string): Fact =>
  ({
    id: `f${++n}`,
    kitchenId: 'k',
    streamKind: 'batch',
    streamId: 'b',
    kind,
    v: 1,
    deviceId: 'd',
    deviceSeq: n,
    deviceAtMs: T0 + s * 1000,
    clockOffsetMs: 0,
    actor: { deviceId: 'd', ...(crewId ? { crewId } : {}) },
    payload,
    atMs: T0 + s * 1000,
  }) as unknown as Fact
const begun = (portions = 6): Fact[] => {
  const plan = planFor(portions)
  const frozen = {
    formula,
    ingredients: larchwaterTest.ingredients,
    vessels: { bowl: larchwaterTest.pans.find((p) => p.id === 'bowlSteel')! },
    ring: larchwaterTest.rings[1]!,
    settings: larchwaterTest.settings,
  }
  return [
    fact('batch.planned', -60, {
      shares: [],
      formulaId: formula.id,
      sauceName: formula.name,
      fill: formula.fill,
      vessels: { bowl: 'bowlSteel' },
      ringId: 'ring2',
      sources: {},
      phrases: {},
      plan,
    }),
    fact('batch.started', -30, { frozen, plan }),
    fact('step.started', 0, { stepId: 'sabayon' }),
  ]
}
const fold = (facts: readonly Fact[]) => foldBatch('b', [...facts].sort(compareFacts))
const at = (facts: readonly Fact[], s: number, probe: { atMs: number; tempC: number }[] = []) =>
  liveEmulsion(fold(facts), probe, T0 + s * 1000)!
const codes = (facts: readonly Fact[]) => fold(facts).deviations.map((d) => d.code)

describe('the plan of a hollandaise', () => {
  it('three yolks for six, whole yolks for any number, and the load is checked with what is weighed', () => {
    const plan = planFor(6)
    expect(plan.weighOut.map((l) => `${l.shown.value} ${l.shown.unit}`)).toEqual([
      '3 pieces',
      '30 g',
      '15 g',
      '250 g',
    ])
    expect(emulsionOf(plan)!.phaseFrac).toBeCloseTo(0.623, 2)
    expect(emulsionOf(plan)!.band).toBe('spoonable')
    expect(plan.yieldPortions).toBe(6)
    for (const portions of [1, 5, 7, 11, 16])
      expect(Number.isInteger(planFor(portions).weighOut[0]!.shown.value)).toBe(true)
    expect(plan.totalMin.value).toBeGreaterThan(
      emulsionOf(plan)!.ribbonS!.value / 60 + emulsionOf(plan)!.pourS / 60,
    )
  })
  it('too many for one bowl is said', () => {
    const warning = planFor(60).warnings.find((w) => w.code === 'bowlTooSmall')
    expect(warning).toMatchObject({ code: 'bowlTooSmall' })
  })
})

describe('the bowl, live', () => {
  it('without a probe it is simulated from the plan’s own physics, ends in a ribbon when foretold, and asks to be lifted then', () => {
    const ribbonS = emulsionOf(planFor(6))!.ribbonS!.value
    expect(at(begun(), 30).from).toBe('simulated')
    const liftS = (at(begun(), 60).liftAtMs! - T0) / 1000
    expect(liftS).toBeGreaterThan(ribbonS * 0.75)
    expect(liftS).toBeLessThan(ribbonS * 1.1)
    const over = at(begun(), ribbonS + 40)
    expect(over.liftAtMs).toBeLessThan(T0 + (ribbonS + 40) * 1000) // overdue stays at the moment it fell due
    expect(at(begun(), ribbonS + 41).liftAtMs).toBe(over.liftAtMs)
  })
  it('a probe outranks the model: a hotter bowl is lifted sooner', () => {
    const hotter = Array.from({ length: 60 }, (_, i) => ({ atMs: T0 + i * 1000, tempC: 24 + i * 0.55 }))
    const live = at(begun(), 60, hotter)
    expect(live.from).toBe('probe')
    expect(Math.abs(live.tempC - 56.4)).toBeLessThan(1.5)
    expect(live.liftAtMs!).toBeLessThan(at(begun(), 60).liftAtMs!)
  })
  it('asked second by second, now and then, or of a while ago, it says what it says when it is asked once', () => {
    const facts = [
      ...begun(),
      fact('bath.changed', 150, { stepId: 'sabayon', bath: 'gentle' }),
      fact('pan.lifted', 200, { stepId: 'sabayon' }),
      fact('pan.returned', 230, { stepId: 'sabayon' }),
      fact('reading.taken', 255, { stepId: 'sabayon', how: 'temperature', tempC: 51, sigmaC: 1 } as never),
    ]
    const probe = Array.from({ length: 20 }, (_, i) => ({ atMs: T0 + (60 + i) * 1000, tempC: 30 + i * 0.9 }))
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.constant(1), fc.integer({ min: -90, max: 90 })), {
          minLength: 5,
          maxLength: 60,
        }),
        (gaps) => {
          const state = fold(facts)
          let s = 1
          for (const gap of gaps) {
            s = Math.min(600, Math.max(1, s + gap))
            expect(liveEmulsion(state, probe, T0 + s * 1000)).toEqual(at(facts, s, probe))
          }
        },
      ),
      { numRuns: 25 },
    )
  })
  it('off the bath there is nothing to lift', () =>
    expect(at([...begun(), fact('pan.lifted', 100, { stepId: 'sabayon' })], 101).liftAtMs).toBeUndefined())
  it('butter poured by the guide grows with what is in, and is corrected by what was really poured', () => {
    const pour = [
      ...begun(),
      fact('pan.lifted', 280, { stepId: 'sabayon' }),
      fact('step.finished', 281, { stepId: 'sabayon' }),
      fact('step.started', 282, { stepId: 'pour' }),
      fact('pour.started', 290, { stepId: 'pour', ingredientId: 'butter', gPerS: 1, tempC: 55 }),
    ]
    const paced = [330, 360, 390].map((s) => at(pour, s).butterInG)
    expect(paced[2]! - paced[1]!).toBeGreaterThan(paced[1]! - paced[0]!)
    expect(paced[2]).toBeGreaterThan(50)
    expect(at(pour, 390).freeOil).toBeLessThan(0.01)
    const stopped = [
      ...pour,
      fact('pour.stopped', 390, { stepId: 'pour', ingredientId: 'butter', massG: 80, tempC: 55 }),
    ]
    expect(at(stopped, 400).butterInG).toBeCloseTo(80, 0)
    expect(at(stopped, 400).butterToComeG).toBeCloseTo(170, 0)
    expect(at(stopped, 400).endPhaseFrac).toBeCloseTo(0.63, 1)
    expect(
      at(
        [
          ...stopped,
          fact('addition.made', 395, {
            stepId: 'pour',
            ingredientId: 'water',
            massG: 15,
            sdG: 1,
            coolerByK: 0,
          }),
        ],
        400,
      ).roomG,
    ).toBeGreaterThan(at(stopped, 400).roomG + 100)
  })
  it('yolks counted wrong and corrected later move the load', () => {
    const told = fact('ingredient.weighed', -10, { itemId: 'yolks', ingredientId: 'yolk', massG: 51 })
    const corrected = fact('fact.corrected', 50, {
      factId: told.id,
      kind: 'ingredient.weighed',
      payload: { itemId: 'yolks', ingredientId: 'yolk', massG: 34 },
    })
    expect(at([...begun(), told, corrected], 60).roomG).toBeLessThan(at([...begun(), told], 60).roomG)
    expect(at([...begun(), told, corrected], 60).endPhaseFrac).toBeGreaterThan(
      at([...begun(), told], 60).endPhaseFrac,
    )
  })
  it('credit is earned by a dense log before the butter, and by nothing else', () => {
    const facts = [...begun(), fact('step.started', 400, { stepId: 'pour' })]
    const log = Array.from({ length: 80 }, (_, i) => ({ atMs: T0 + 150_000 + i * 5000, tempC: 65 }))
    expect(creditOf(fold(facts), log).band).toBe('over8')
    expect(
      creditOf(
        fold(facts),
        log.filter((p) => p.atMs > T0 + 400_000),
      ).band,
    ).toBe('none')
    expect(creditOf(fold(facts), []).band).toBe('none')
  })
})

describe('what a probe may be believed', () => {
  const points = (...temps: number[]) => temps.map((tempC, i) => ({ atMs: T0 + i * 1000, tempC }))
  const now = (p: { atMs: number }[]) => p.at(-1)!.atMs + 500
  it.each([
    ['good', points(...Array.from({ length: 30 }, (_, i) => 40 + i * 0.3)), true, 'good'],
    ['stuck', points(...Array.from({ length: 30 }, () => 61.2)), true, 'stuck'],
    ['still, but nothing is done to it', points(...Array.from({ length: 30 }, () => 61.2)), false, 'good'],
    ['jumping', points(60, 68, 59, 67, 60), true, 'jumping'],
    ['out of the bowl', points(62, 61.9, 59, 56, 53, 50, 47), true, 'outOfBowl'],
    ['absurd', points(60, 300), true, 'absurd'],
  ] as const)('%s', (_, p, isWorked, expected) =>
    expect(probeHealth(p, now(p), isWorked ? 'worked' : 'held')).toBe(expected),
  )
  const WORKED = () => 'worked' as const
  it('silent after five seconds', () => expect(probeHealth(points(60), T0 + 6000, 'worked')).toBe('silent'))
  it('untrusted readings are left out of the sauce and none of the good ones is', () => {
    expect(trustedReadings(points(60, 60.2, 0, 60.4, 300, 60.6, 60.8), WORKED).map((p) => p.tempC)).toEqual([
      60, 60.2, 60.4, 60.6, 60.8,
    ])
    const stuck = points(...Array.from({ length: 60 }, () => 61.2))
    expect(trustedReadings(stuck, WORKED).length).toBeLessThan(25)
    expect(
      trustedReadings(points(...Array.from({ length: 40 }, (_, i) => 30 + i * 0.5)), WORKED),
    ).toHaveLength(40)
  })
})

describe('the clock of a sauce in a well', () => {
  const limits = holdLimits(DEFAULT_HOUSE_RULES)
  const made = [
    ...begun(),
    fact('step.finished', 300, { stepId: 'sabayon' }),
    fact('step.started', 301, { stepId: 'pour' }),
    fact('step.finished', 600, { stepId: 'pour' }),
  ]
  const held = [
    ...made,
    fact('hold.started', 700, { wellId: 'wellA', letter: 'A', limits, portions: 6, onto: null }),
  ]
  const started = (facts: readonly Fact[]) => (clockStart([...facts].sort(compareFacts))! - T0) / 1000
  it('starts when it is finished, or sooner when it was read under the hot-hold limit', () => {
    expect(started(held)).toBe(600)
    expect(
      started([...held, fact('reading.taken', 500, { stepId: 'pour', how: 'temperature', tempC: 55 })]),
    ).toBe(500)
    expect(
      started([...held, fact('reading.taken', 200, { stepId: 'sabayon', how: 'temperature', tempC: 40 })]),
    ).toBe(600) // raw yolk is under it by nature
    expect(started([...held, fact('control.lost', 450, { tempC: 56, limitC: 57 })])).toBe(450)
  })
  it('a mix takes the oldest start', () =>
    expect(
      started([
        ...held,
        fact('hold.started', 700, {
          wellId: 'wellA',
          letter: 'A',
          limits,
          portions: 6,
          onto: { batchId: 'old', clockStartedAtMs: T0 - 3000_000, portions: 2 },
        }),
      ]),
    ).toBe(-3000))
  it('late facts may move it earlier and never later: not by taking back, not in any order', () => {
    const end = held.find((f) => f.kind === 'step.finished' && f.payload.stepId === 'pour')!
    expect(started([...held, fact('fact.voided', 800, { factId: end.id, reason: 'a slip' })])).toBe(600)
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            s: fc.integer({ min: 301, max: 4000 }),
            tempC: fc.double({ min: 30, max: 70, noNaN: true }),
          }),
          {
            maxLength: 20,
          },
        ),
        (reads) => {
          let before = started(held)
          const facts = [...held]
          for (const { s, tempC } of reads) {
            facts.push(fact('reading.taken', s, { stepId: 'hold', how: 'temperature', tempC }))
            const now = started(facts)
            expect(now).toBeLessThanOrEqual(before)
            before = now
          }
        },
      ),
      { numRuns: 30 },
    )
  })
  it('past the house’s limit a named person goes on; without a name it does not count; past the code’s nothing does', () => {
    const go = (s: number, crewId?: string) => fact('hold.goneOn', s, { reason: 'six plates' }, crewId)
    expect(fold([...held, go(8000, 'bram')]).hold?.goneOn).toMatchObject({ by: 'bram' })
    expect(codes([...held, go(8000)])).toContain('goneOnWithoutName')
    expect(fold([...held, go(8000)]).hold?.goneOn).toBeUndefined()
    expect(codes([...held, go(600 + 4 * 3600, 'bram')])).toContain('goneOnPastCodeLimit')
  })
  it('serving past a limit is on the record, whoever did it', () => {
    const serve = (s: number) => fact('portion.served', s, { portions: 1, orderId: null })
    expect(codes([...held, serve(600 + 7100)])).toEqual([])
    expect(codes([...held, serve(600 + 7300)])).toContain('servedPastHouseLimit')
    expect(
      codes([...held, fact('hold.goneOn', 600 + 7250, { reason: 'x' }, 'bram'), serve(600 + 7300)]),
    ).not.toContain('servedPastHouseLimit')
    expect(codes([...held, serve(600 + 4 * 3600)])).toContain('servedPastCodeLimit')
  })
  it('a channel bound again has left where it was, and the end of a batch lets it go', () => {
    const bind = (s: number) =>
      fact('channel.bound', s, { channelId: 'c', name: 'Probe 1', isSimulated: true, place: 'bowl' })
    const state = fold([
      ...held,
      bind(10),
      bind(20),
      fact('batch.finished', 900, { result: 'served', reason: '' }),
    ])
    expect(state.bindings.map((b) => [b.fromMs, b.toMs].map((ms) => (ms! - T0) / 1000))).toEqual([
      [10, 20],
      [20, 900],
    ])
  })
  it('the demo’s own hollandaise is held within its limits', () => {
    const id = demoFacts.find((f) => f.kind === 'hold.started')!.streamId
    const state = foldBatch(id, demoFacts.filter((f) => f.streamId === id).sort(compareFacts))
    expect(state).toMatchObject({ status: 'underWay', servedPortions: 7, hold: { letter: 'A' } })
    expect(state.deviations).toEqual([])
  })
})
