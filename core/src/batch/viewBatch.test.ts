import { describe, expect, it } from 'vitest'
import demo from '../../../demo/larchwater-house.json'
import { compareFacts, type Fact } from '../facts/fact'
import { foldBatch } from './foldBatch'
import { lateReadyAtMs, readyAtMs } from './readyAt'
import { urgencyOf, viewBatch, type BatchView } from './viewBatch'

const catalog = demo.catalog
const facts = demo.facts
const NOW = demo.shiftFromMs
const ended = (streamId: string) => facts.some((f) => f.streamId === streamId && f.kind === 'batch.finished')
const underWay = facts.find(
  (f) => f.kind === 'batch.started' && f.payload.frozen.formula.id === 'redWineShallot' && !ended(f.streamId),
)!.streamId
const planned = facts.find(
  (f) =>
    f.kind === 'batch.planned' && !facts.some((g) => g.streamId === f.streamId && g.kind === 'batch.started'),
)!.streamId
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
  viewBatch(
    foldBatch(streamId, [...facts.filter((f) => f.streamId === streamId), ...more].sort(compareFacts)),
    catalog,
    nowMs,
  )!

const reduction = (nowMs: number) => {
  const { live } = view(underWay, nowMs)
  if (live?.kind !== 'reduce') throw new Error('no reduction')
  return live
}

describe('what a batch asks for, and when', () => {
  it('a reduction asks for a look before it must be stopped', () => {
    const [look, stop] = view(underWay, NOW).deadlines
    expect([look?.kind, stop?.kind]).toEqual(['lookSoon', 'actNow'])
    expect(look!.atMs).toBeLessThan(stop!.atMs)
    expect(look).toMatchObject({ ring: 1, code: 'look', isSilenced: false })
  })
  it('the moments are fixed by facts: asked later, they are the same to the millisecond, so all devices sound together', () => {
    const times = (nowMs: number) => view(underWay, nowMs).deadlines.map((d) => d.atMs)
    expect(times(NOW + 137_000)).toEqual(times(NOW))
  })
  it('steady, then look soon, then act now', () => {
    const [look, stop] = view(underWay, NOW).deadlines
    expect([look!.atMs - 1, look!.atMs, stop!.atMs].map((at) => urgencyOf(view(underWay, at), at))).toEqual([
      'steady',
      'lookSoon',
      'actNow',
    ])
  })
  it('silenced stays silent until a new fact moves it', () => {
    const stop = view(underWay, NOW).deadlines[1]!
    const silenced = fact(
      underWay,
      'alarm.silenced',
      { alarm: 'actNow', stepId: 'reduceWine' },
      stop.atMs + 1000,
    )
    expect(view(underWay, stop.atMs + 2000, silenced).deadlines[1]?.isSilenced).toBe(true)
    const { stage } = reduction(NOW)
    const heavier = fact(
      underWay,
      'addition.made',
      { stepId: 'reduceWine', ingredientId: 'water', massG: 200, sdG: 4, coolerByK: 70 },
      stop.atMs + 3000,
    )
    const moved = view(underWay, stop.atMs + 4000, silenced, heavier).deadlines.find(
      (d) => d.kind === 'actNow',
    )!
    expect(moved.atMs).toBeGreaterThan(stop.atMs + 60_000)
    expect(moved.isSilenced).toBe(false)
    expect(stage.stepId).toBe('reduceWine')
  })
  it('a pan off the heat has no deadline', () =>
    expect(
      view(underWay, NOW + 1000, fact(underWay, 'pan.lifted', { stepId: 'reduceWine' }, NOW + 500)).deadlines,
    ).toEqual([]))
  it('a planned batch asks to be lit at its latest start', () => {
    const v = view(planned, NOW)
    expect(v.deadlines).toMatchObject([{ kind: 'start', atMs: v.state.plan!.latestStartAtMs, code: 'light' }])
  })
  it('a planned batch is ready in time until its start is missed; each minute more makes it a minute later', () => {
    const { latestStartAtMs, pickupAtMs } = view(planned, NOW).state.plan!
    expect(lateReadyAtMs(view(planned, latestStartAtMs), latestStartAtMs)).toBeUndefined()
    const late = latestStartAtMs + 90 * 60_000
    expect(
      lateReadyAtMs(view(planned, late), late)! - readyAtMs(view(planned, late - 60_000), late - 60_000)!,
    ).toBeCloseTo(60_000, 3)
    expect(lateReadyAtMs(view(planned, late), late)).toBeGreaterThan(pickupAtMs)
  })
  it('a reduction that runs late by its readings makes the batch late', () => {
    const slow = NOW + 3 * 3600_000
    expect(lateReadyAtMs(view(underWay, slow), slow)).toBeGreaterThan(slow)
  })
  it('the level falls between facts, and depth, volume and mass belong together', () => {
    const [a, b] = [reduction(NOW), reduction(NOW + 120_000)]
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
