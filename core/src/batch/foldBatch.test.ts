import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoFacts } from '../demoKitchen.test-helper'
import { mergeFacts, type Fact } from '../facts/fact'
import { streamOf, type FactKind, type Payloads } from '../facts/kinds/kinds'
import { foldBatch } from './foldBatch'

const finished = demoFacts.find(
  (f) => f.kind === 'batch.planned' && f.payload.formulaId === 'redWineShallot',
)!.streamId
const stream = demoFacts.filter((f) => f.streamId === finished)
const whole = foldBatch(finished, mergeFacts([], stream))

let seq = 0
const fact = <K extends FactKind>(kind: K, payload: Payloads[K], atMs = 1e12 + seq * 1000): Fact => {
  seq += 1
  return {
    id: `id-${String(seq).padStart(6, '0')}`,
    kitchenId: 'k',
    streamKind: streamOf(kind) ?? 'batch',
    streamId: 's',
    kind,
    v: 1,
    deviceId: 'd',
    deviceSeq: seq,
    deviceAtMs: atMs,
    clockOffsetMs: 0,
    actor: { deviceId: 'd', crewId: 'ilse' },
    payload,
    atMs,
  } as unknown as Fact
}
const fold = (...facts: Fact[]) => foldBatch('s', mergeFacts([], facts))
const codes = (...facts: Fact[]) => fold(...facts).deviations.map((d) => d.code)

describe('foldBatch', () => {
  it('tells the demo’s finished batch: every step ended, all served, nothing out of order', () => {
    expect(whole).toMatchObject({
      status: 'finished',
      servedPortions: 8,
      deviations: [],
      crewIds: ['bram', 'ilse'],
    })
    expect(Object.values(whole.steps).every((s) => s.finishedAtMs !== undefined)).toBe(true)
    expect(whole.stageFacts).toHaveLength(4)
  })
  it('any order, any duplicates, any split into batches: the same state (law)', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(stream, { minLength: stream.length }),
        fc.array(fc.nat({ max: stream.length - 1 }), { maxLength: 30 }),
        fc.integer({ min: 1, max: 9 }),
        (shuffled, again, size) => {
          const delivered = [...shuffled, ...again.map((i) => stream[i]!)]
          let sorted: Fact[] = []
          for (let i = 0; i < delivered.length; i += size)
            sorted = mergeFacts(sorted, delivered.slice(i, i + size))
          expect(foldBatch(finished, sorted)).toEqual(whole)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('never throws, whatever the facts say (law)', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(stream), (some) => {
        expect(foldBatch(finished, mergeFacts([], some)).id).toBe(finished)
      }),
    )
  })
  it.each<[string, () => Fact[]]>([
    [
      'stepStartedTwice',
      () => [fact('step.started', { stepId: 'a' }), fact('step.started', { stepId: 'a' })],
    ],
    ['stepNeverStarted', () => [fact('step.finished', { stepId: 'a' })]],
    [
      'stepFinishedTwice',
      () => [
        fact('step.started', { stepId: 'a' }),
        fact('step.finished', { stepId: 'a' }),
        fact('step.finished', { stepId: 'a' }),
      ],
    ],
    [
      'afterTheEnd',
      () => [
        fact('batch.finished', { result: 'served', reason: '' }),
        fact('portion.served', { portions: 1, orderId: null }),
      ],
    ],
    [
      'finishedTwice',
      () => [
        fact('batch.finished', { result: 'served', reason: '' }),
        fact('batch.finished', { result: 'discarded', reason: 'x' }),
      ],
    ],
    ['changesUnknownFact', () => [fact('fact.voided', { factId: 'nobody', reason: '' })]],
    ['neverStarted', () => [fact('pan.lifted', { stepId: 'a' })]],
  ])('%s becomes a deviation', (code, facts) => expect(codes(...facts())).toContain(code))
  it('a correction replaces, a taking-back removes, and taking the taking-back back restores', () => {
    const served = fact('portion.served', { portions: 9, orderId: null })
    const corrected = fact('fact.corrected', {
      factId: served.id,
      kind: 'portion.served',
      payload: { portions: 6, orderId: null },
    })
    expect(fold(served, corrected).servedPortions).toBe(6)
    const voided = fact('fact.voided', { factId: served.id, reason: '' })
    expect(fold(served, voided).servedPortions).toBe(0)
    expect(fold(served, voided, fact('fact.voided', { factId: voided.id, reason: '' })).servedPortions).toBe(
      9,
    )
    expect(
      fold(served, corrected, fact('fact.voided', { factId: corrected.id, reason: '' })).servedPortions,
    ).toBe(9)
  })
  it('a forecast that was shown cannot be taken back', () => {
    const shown = fact('forecast.shown', {
      stepId: 'a',
      massG: 1,
      targetMassG: 1,
      p10AtMs: null,
      p50AtMs: null,
      p90AtMs: null,
      modelVersion: 'x',
    })
    const state = fold(shown, fact('fact.voided', { factId: shown.id, reason: '' }))
    expect(state.forecasts).toHaveLength(1)
    expect(state.deviations.map((d) => d.code)).toContain('cannotBeChanged')
  })
})
