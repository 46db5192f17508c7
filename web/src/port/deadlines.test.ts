import { compareFacts, foldBatch, type Fact, type KitchenCatalog } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import demo from '../../../demo/larchwater-house.json'
import { viewBatch, type BatchView } from './batchView'
import { urgencyOf } from '@liquamen/core'

const catalog = demo.catalog as unknown as KitchenCatalog
const facts = demo.facts as unknown as Fact[]
const NOW = demo.shiftFromMs
const streamOf = (kind: string, without?: string) =>
  facts.find((f) => f.kind === kind && !facts.some((g) => g.streamId === f.streamId && g.kind === without))!.streamId
const underWay = streamOf('batch.started', 'batch.finished')
const planned = streamOf('batch.planned', 'batch.started')
let n = 0
const fact = (streamId: string, kind: Fact['kind'], payload: unknown, atMs: number) =>
  ({
    id: `t${++n}`,
    kitchenId: 'k',
    streamKind: 'batch',
    streamId,
    kind,
    v: 1,
    deviceId: 'z',
    deviceSeq: n,
    deviceAtMs: atMs,
    clockOffsetMs: 0,
    actor: { deviceId: 'z' },
    payload,
    atMs,
  }) as unknown as Fact
const view = (streamId: string, nowMs: number, ...more: Fact[]): BatchView =>
  viewBatch(foldBatch(streamId, [...facts.filter((f) => f.streamId === streamId), ...more].sort(compareFacts)), catalog, nowMs)!

describe('what a batch asks for, and when', () => {
  it('a reduction asks for a look before it must be stopped', () => {
    const [look, stop] = deadlinesOf(view(underWay, NOW))
    expect([look?.kind, stop?.kind]).toEqual(['lookSoon', 'actNow'])
    expect(look!.atMs).toBeLessThan(stop!.atMs)
    expect(look).toMatchObject({ ring: 1, verb: 'look', isSilenced: false })
  })
  it('the moments are fixed by facts: asked later, they are the same to the millisecond, so all devices sound together', () => {
    const times = (nowMs: number) => deadlinesOf(view(underWay, nowMs)).map((d) => d.atMs)
    expect(times(NOW + 137_000)).toEqual(times(NOW))
  })
  it('steady, then look soon, then act now', () => {
    const [look, stop] = deadlinesOf(view(underWay, NOW))
    expect([look!.atMs - 1, look!.atMs, stop!.atMs].map((at) => urgencyOf(view(underWay, at), at))).toEqual([
      'steady',
      'lookSoon',
      'actNow',
    ])
  })
  it('silenced stays silent until a new fact moves it', () => {
    const stop = deadlinesOf(view(underWay, NOW))[1]!
    const silenced = fact(underWay, 'alarm.silenced', { alarm: 'actNow', stepId: 'reduceWine' }, stop.atMs + 1000)
    expect(deadlinesOf(view(underWay, stop.atMs + 2000, silenced))[1]?.isSilenced).toBe(true)
    const stage = view(underWay, NOW).live!.stage
    const heavier = fact(
      underWay,
      'addition.made',
      { stepId: 'reduceWine', ingredientId: 'water', massG: 200, sdG: 4, coolerByK: 70 },
      stop.atMs + 3000,
    )
    const moved = deadlinesOf(view(underWay, stop.atMs + 4000, silenced, heavier)).find((d) => d.kind === 'actNow')!
    expect(moved.atMs).toBeGreaterThan(stop.atMs + 60_000)
    expect(moved.isSilenced).toBe(false)
    expect(stage.stepId).toBe('reduceWine')
  })
  it('a pan off the heat has no deadline', () =>
    expect(deadlinesOf(view(underWay, NOW + 1000, fact(underWay, 'pan.lifted', { stepId: 'reduceWine' }, NOW + 500)))).toEqual([]))
  it('a planned batch asks to be lit at its latest start', () => {
    const v = view(planned, NOW)
    expect(deadlinesOf(v)).toMatchObject([{ kind: 'start', atMs: v.state.plan!.latestStartAtMs, verb: 'light 4' }])
  })
  it('the level falls between facts, and depth, volume and mass belong together', () => {
    const [a, b] = [view(underWay, NOW).live!, view(underWay, NOW + 120_000).live!]
    expect(b.depthMm).toBeLessThan(a.depthMm)
    expect(b.volumeMl).toBeLessThan(a.volumeMl)
    expect(a.estimate.massG - b.estimate.massG).toBeCloseTo(2 * a.estimate.belief.rateGPerMin, 6)
  })
  it('a batch whose pan is not known here is not shown rather than wrong', () => {
    const state = foldBatch(
      planned,
      facts.filter((f) => f.streamId === planned),
    )
    expect(viewBatch(state, { ...catalog, pans: [] }, NOW)).toBeUndefined()
  })
})
