import { foldBatch, KINDS, liveEstimate, mergeFacts, type Fact } from '@liquamen/core'
import { demoCatalog, demoFacts } from './demoKitchen'
import { largestFormula } from './formula'
import { median } from './interleave'
import type { Line } from './line'

function time(work: () => unknown, rounds = 9): number {
  work()
  return median(
    Array.from({ length: rounds }, () => {
      const start = performance.now()
      work()
      return performance.now() - start
    }),
  )
}
/** What the core computes: folds, estimates, formulas. */
export function core(): Line[] {
  const lines: Line[] = []
  /** A finished batch whose wine was reduced with readings. */
  const finishedId =
    demoFacts.find(
      (f) =>
        f.kind === 'batch.finished' &&
        demoFacts.some(
          (g) => g.streamId === f.streamId && g.kind === 'reading.taken' && g.payload.stepId === 'reduceWine',
        ),
    )?.streamId ?? ''
  const own = mergeFacts(
    [],
    demoFacts.filter((f) => f.streamId === finishedId),
  )

  // 10,000 facts of one batch: its own, then lifts and returns. Peer: reading the same facts from JSON, which any program must do.
  const many: Fact[] = Array.from(
    { length: 10_000 },
    (_, i) =>
      own[i] ??
      ({
        ...own[0],
        id: `f${i}`,
        deviceSeq: i,
        kind: i % 2 ? 'pan.lifted' : 'pan.returned',
        v: KINDS['pan.lifted'].v,
        payload: { stepId: 'reduceWine' },
        atMs: (own.at(-1)?.atMs ?? 0) + i,
      } as unknown as Fact),
  )
  const sorted = mergeFacts([], many)
  const json = JSON.stringify(many)
  const parseMs = time(() => JSON.parse(json))
  const foldMs = time(() => foldBatch(finishedId, sorted))
  lines.push({
    name: 'fold of 10,000 facts',
    ratio: foldMs / parseMs,
    peer: 'JSON.parse of them',
    detail: `${foldMs.toFixed(1)} ms against ${parseMs.toFixed(1)} ms`,
  })

  // One estimator update with its forecast. Peer: the same number of readings as plain exponential smoothing, the least that could be done.
  const state = foldBatch(finishedId, own)
  const step = state.steps.reduceWine
  if (!step?.stage || step.startedAtMs === undefined) throw new Error('no stage')
  const { stage, startedAtMs } = step
  const readings = state.stageFacts.flatMap((f) =>
    f.kind === 'reading.taken' && 'massG' in f.payload ? [f.payload.massG] : [],
  )
  const smooth = () => {
    let m = stage.startMassG
    for (let n = 0; n < 1000; n++) for (const z of readings) m += 0.3 * (z - m)
    return m
  }
  const smoothMs = time(smooth) / 1000
  const estimateMs =
    time(() => {
      for (let n = 0; n < 100; n++)
        liveEstimate(stage, state.stageFacts, { startedAtMs, nowMs: startedAtMs + 500_000 + n })
    }) / 100
  lines.push({
    name: 'estimator update',
    ratio: estimateMs / (1000 / 60),
    peer: 'one frame of 16.7 ms',
    detail: `${estimateMs.toFixed(3)} ms; smoothing alone ${(smoothMs * 1000).toFixed(2)} µs`,
  })

  // The largest formula in all its numbers; a move of the workbench's slider only multiplies its trace.
  const largest = largestFormula(demoCatalog)
  const flatMs =
    time(() => {
      for (let n = 0; n < 100; n++) largest.flat()
    }) / 100
  const traceMs =
    time(() => {
      for (let n = 0; n < 20; n++) largest.trace()
    }) / 20
  lines.push({
    name: 'formula evaluation',
    ratio: traceMs / flatMs,
    peer: 'one flat loop of the same',
    detail: `${largest.id}: ${(1000 / traceMs).toFixed(0)} a second against ${(1000 / flatMs).toFixed(0)}`,
  })
  const slideMs =
    time(() => {
      for (let n = 0; n < 20; n++) {
        largest.slide()
      }
    }) / 20
  lines.push({
    name: 'slider in the workbench',
    ratio: slideMs / (1000 / 60),
    peer: 'one frame of 16.7 ms',
    detail: `${slideMs.toFixed(3)} ms, weighed amounts checked`,
  })
  const switchMs =
    time(() => {
      for (let n = 0; n < 20; n++) largest.switchSchool()
    }) / 20
  lines.push({
    name: 'a school switched',
    ratio: switchMs / (1000 / 60),
    peer: 'one frame of 16.7 ms',
    detail: `${switchMs.toFixed(3)} ms; other ways follow between frames`,
  })

  return lines
}
