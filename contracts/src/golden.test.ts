import {
  emulsionOf,
  foldBatch,
  KINDS,
  mergeFacts,
  stagesOf,
  upcast,
  type Fact,
  type FactKind,
} from '@liquamen/core'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readFact, readPayload } from './readFact'
import { compute } from './compute'
import { exportFileSchema } from './exportFile'
import { kitchenJsonSchema, scheduleJsonSchema } from './jsonSchema'

// a file a release: what was written once is never written anew
const golden = [
  'facts.v1.json',
  'facts.v1.emulsion.json',
  'facts.v1.store.json',
  'facts.v2.rooms.json',
  'facts.v3.kitchen.json',
  'facts.v3.cooling.json',
  'facts.v3.simmer.json',
  'facts.v3.finish.json',
  'facts.v3.breaking.json',
  'facts.v4.service.json',
  'facts.v5.trust.json',
].flatMap(
  (file) =>
    JSON.parse(readFileSync(new URL(`./golden/${file}`, import.meta.url), 'utf8')) as {
      kind: FactKind
      v: number
    }[],
)
const yesterday = JSON.parse(
  readFileSync(new URL('./golden/kitchen.v1.rooms-before.json', import.meta.url), 'utf8'),
) as unknown
const demo = JSON.parse(
  readFileSync(new URL('../../demo/larchwater-house.json', import.meta.url), 'utf8'),
) as unknown

describe('every version ever written can be read', () => {
  it.each(golden.map((fact) => [`${fact.kind} v${fact.v}`, fact] as const))('%s', (_, fact) =>
    expect(readFact(fact)).toMatchObject({ ok: true }),
  )
  it('the golden files know every kind as it is written now', () =>
    expect(
      Object.entries(KINDS).filter(([kind, { v }]) => !golden.some((f) => f.kind === kind && f.v === v)),
    ).toEqual([]))
  it('upcasters lift a payload version by version', () => {
    const table = {
      'portion.served': [
        (p: unknown) => ({ ...(p as object), orderId: null }),
        (p: unknown) => ({ ...(p as object), plates: 1 }),
      ],
    }
    expect(upcast('portion.served', 1, { portions: 2 }, table)).toEqual({
      portions: 2,
      orderId: null,
      plates: 1,
    })
    expect(upcast('portion.served', 2, { portions: 2, orderId: null }, table)).toEqual({
      portions: 2,
      orderId: null,
      plates: 1,
    })
  })
  it('yesterday’s kitchen file opens, and its batches read the same', () => {
    const file = exportFileSchema.parse(yesterday)
    const facts = file.facts.map((f) => {
      const read = readPayload(f)
      return read.ok ? (read.envelope as unknown as Fact) : undefined
    })
    expect(facts.every(Boolean)).toBe(true)
    const fold = (id: string) =>
      foldBatch(id, mergeFacts([], facts.filter((f) => f?.streamId === id) as Fact[]))
    const whole = fold(file.facts.find((f) => f.kind === 'batch.finished')!.streamId)
    expect(whole).toMatchObject({ status: 'finished', servedPortions: 6, deviations: [] })
    expect(stagesOf(whole.plan!).map((s) => s.stepId)).toEqual(['reduceWine', 'reduceToCoat'])
    expect(whole.frozen!.vessels.pan?.id).toBe('sauteuse19')
    const held = fold(file.facts.find((f) => f.kind === 'hold.started')!.streamId)
    expect(emulsionOf(held.plan!)!.yolkG).toBeGreaterThan(90)
    expect(held.hold).toMatchObject({ wellId: 'wellA', letter: 'A' })
  })
  it('the demo file is in the open format', () =>
    expect(exportFileSchema.safeParse(demo).error).toBeUndefined())
})

describe('compute', () => {
  it('answers with a band', () =>
    expect(compute('boilingPoint', { altitudeM: 1180 })).toMatchObject({ ok: true, answer: { unit: '°C' } }))
  it.each([
    ['nobody', {}, 'unknownModel'],
    ['boilingPoint', { altitudeM: 'high' }, 'badInput'],
    ['boilingPoint', { altitudeM: 9e9 }, 'badInput'],
    ['panDepth', {}, 'badInput'],
  ])('refuses %s', (model, input, code) =>
    expect(compute(model, input)).toMatchObject({ ok: false, problem: { code } }),
  )
})

describe('the open format', () => {
  it.each([
    ['kitchen.v2', kitchenJsonSchema],
    ['schedule.v1', scheduleJsonSchema],
  ])('docs/formats has the JSON Schema of today: %s', (name, schema) =>
    expect(
      JSON.parse(readFileSync(new URL(`../../docs/formats/${name}.schema.json`, import.meta.url), 'utf8')),
    ).toEqual(JSON.parse(JSON.stringify(schema()))),
  )
})
