import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { BatchState } from '../../batch/batchState'
import type { FormulaStep } from '../../formula/formula'
import { BUTTERS } from '../../mixture/butterFat'
import { mulberry32 } from '../../solve/random'
import { brownButter } from './brownButter'
import type { BrownPlan } from './planBrown'
import { liveBrown, watchBrown } from './watchBrown'

const plan: BrownPlan = {
  massG: 250,
  butter: BUTTERS.eu,
  powerW: 500,
  sdLnPower: 0.3,
  panJPerK: 150,
  heat: 'medium',
  modelVersion: 'brown-1',
}
const step = { id: 'brown', technique: 'brown', verb: 'brown', endsWhen: '', cautions: [] } as FormulaStep
type Said = readonly [atS: number, kind: string, payload: object]
const stateOf = (said: readonly Said[]) =>
  ({
    stageFacts: said.map(([s, kind, payload]) => ({
      kind,
      atMs: 1000 * s,
      payload: { stepId: 'brown', ...payload },
    })),
    silenced: [],
  }) as unknown as BatchState
const at = (said: readonly Said[], nowS: number) =>
  liveBrown(plan, { state: stateOf(said), step, startedAtMs: 0, nowMs: 1000 * nowS })
const cue = (s: number, name: string): Said => [s, 'cue.seen', { cue: name }]
const stage = (live: ReturnType<typeof at>, mark: string) => live.stages.find((s) => s.mark === mark)!

describe('butter that is browned by ear', () => {
  const truth = brownButter({ massG: 250, butter: BUTTERS.eu, powerW: 400 })
  const [sings, quiet] = [truth.boiling!.s, truth.silent!.s]

  it('takes the flame’s real power from what is heard: a weaker one than it was told', () => {
    const before = at([], 10)
    expect(before.powerW).toBeCloseTo(500, -1)
    const heard = at([cue(sings, 'sings')], sings + 1)
    expect(Math.abs(Math.log(heard.powerW / 400))).toBeLessThan(0.12)
    const both = at([cue(sings, 'sings'), cue(quiet, 'quiet')], quiet + 1)
    expect(Math.abs(Math.log(both.powerW / 400))).toBeLessThan(0.06)
    expect(Math.abs(stage(both, 'noisette').atMs / 1000 - truth.noisette!.s)).toBeLessThan(5)
    const wide = (live: typeof before) => stage(live, 'noisette').highAtMs - stage(live, 'noisette').lowAtMs
    expect(wide(heard)).toBeLessThan(wide(before))
    expect(wide(both)).toBeLessThan(wide(heard) / 3)
  })
  it('goes on from quiet: however wrong the plan was, the seconds from there are the pan’s', () => {
    const live = at([cue(700, 'quiet')], 701)
    const left = stage(live, 'noisette').atMs / 1000 - 700
    expect(left).toBeGreaterThan(30)
    expect(left).toBeLessThan(120)
    expect(live.waterG).toBe(0)
  })
  it('a probe in dry butter says where it stands', () => {
    const read = (tempC: number): Said => [quiet + 20, 'reading.taken', { how: 'temperature', tempC }]
    const heard = [cue(sings, 'sings'), cue(quiet, 'quiet')]
    const hot = at([...heard, read(135)], quiet + 21)
    const cool = at([...heard, read(112)], quiet + 21)
    expect(stage(hot, 'noisette').atMs).toBeLessThan(stage(cool, 'noisette').atMs - 5000)
  })
  it('off the flame it goes on browning in its hot pan; off early enough it comes to nuts by itself, off sooner it never does', () => {
    const live = at([cue(sings, 'sings'), cue(quiet, 'quiet')], quiet + 1)
    const offS = live.offAt!.atMs / 1000
    expect(offS).toBeGreaterThan(quiet)
    expect(offS).toBeLessThan(stage(live, 'noisette').atMs / 1000)
    const turned = (s: number) =>
      at([cue(sings, 'sings'), cue(quiet, 'quiet'), [s, 'heat.changed', { level: 'off', ratio: 0 }]], s + 1)
    expect(Number.isFinite(stage(turned(offS + 3), 'noisette').atMs)).toBe(true)
    expect(stage(turned(offS - 6), 'noisette').atMs).toBe(Infinity)
    expect(turned(offS).offAt).toBeUndefined()
  })
  it('what smells of nuts and still sings contradicts itself; a cold bowl stops it', () => {
    expect(at([cue(200, 'sings'), cue(260, 'nutty')], 261).isContrary).toBe(false)
    expect(at([cue(200, 'nutty'), cue(260, 'sings')], 261).isContrary).toBe(true)
    expect(at([cue(300, 'nutty'), cue(400, 'quiet')], 401).isContrary).toBe(true)
    const said = [cue(quiet, 'quiet'), cue(quiet + 50, 'coldBowl')]
    const stopped = at(said, quiet + 500)
    expect(stopped.browned).toBe(at(said, quiet + 51).browned)
  })
  it('the band of hazelnut holds what happens on eighty of a hundred simulated pans', () => {
    const random = mulberry32(11)
    const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    let held = 0
    const TRIES = 200
    for (let i = 0; i < TRIES; i++) {
      const powerW = plan.powerW * Math.exp(plan.sdLnPower * gauss())
      const real = brownButter({ massG: 250, butter: BUTTERS.eu, powerW })
      const noseS = 1 + 0.15 * gauss()
      const nutty = real.silent!.s + noseS * (real.noisette!.s - real.silent!.s)
      const tapS = real.silent!.s
      const sang = real.boiling!.s * Math.exp(0.12 * gauss())
      const live = at([cue(sang, 'sings'), cue(tapS, 'quiet')], tapS + 1)
      const band = stage(live, 'noisette')
      if (band.lowAtMs <= 1000 * nutty && 1000 * nutty <= band.highAtMs) held += 1
    }
    expect(held / TRIES).toBeGreaterThan(0.72)
    expect(held / TRIES).toBeLessThan(0.92)
  })
  it('calls for a look before it goes quiet, and for its end before it can be burnt', () => {
    const planned = {
      work: { kind: 'brown', butterG: 250, yieldG: 205, browns: plan },
      minutes: { low: 5, value: 7, high: 9 },
    }
    const context = (said: readonly Said[], nowS: number) =>
      ({
        state: stateOf(said),
        step,
        planned,
        startedAtMs: 0,
        probe: [],
        scale: [],
        nowMs: 1000 * nowS,
      }) as never
    const due = (said: readonly Said[], nowS: number) =>
      watchBrown.deadlines(watchBrown.live(context(said, nowS))!, context(said, nowS))
    expect(due([], 1).map((d) => d.code)).toEqual(['look', 'quench'])
    expect(due([cue(quiet, 'quiet')], quiet + 1).map((d) => d.code)).toEqual(['quench'])
    expect(due([cue(quiet, 'quiet'), cue(quiet + 40, 'coldBowl')], quiet + 41).map((d) => d.code)).toEqual([
      'stepEnds',
    ])
  })
  it('whatever is tapped and read in whatever order, its stages stand in theirs and its band round its middle', () => {
    const one = fc.oneof(
      fc.record({
        s: fc.integer({ min: 1, max: 2400 }),
        cue: fc.constantFrom('sings', 'quiet', 'nutty', 'burnt'),
      }),
      fc.record({ s: fc.integer({ min: 1, max: 2400 }), tempC: fc.integer({ min: 15, max: 230 }) }),
      fc.record({
        s: fc.integer({ min: 1, max: 2400 }),
        level: fc.constantFrom('off', 'low', 'medium', 'high'),
      }),
    )
    const said = (of: { s: number; cue?: string; tempC?: number; level?: string }): Said => {
      if (of.cue) return cue(of.s, of.cue)
      return of.level
        ? [of.s, 'heat.changed', { level: of.level, ratio: 1 }]
        : [of.s, 'reading.taken', { how: 'temperature', tempC: of.tempC }]
    }
    fc.assert(
      fc.property(fc.array(one, { maxLength: 5 }), fc.integer({ min: 1, max: 3000 }), (all, nowS) => {
        const live = at([...all].sort((a, b) => a.s - b.s).map(said), nowS)
        for (const value of [live.powerW, live.tempC, live.waterG, live.browned, live.massG, live.sdLnPower])
          expect(Number.isFinite(value)).toBe(true)
        for (const [i, s] of live.stages.entries()) {
          expect(Number.isNaN(s.lowAtMs + s.atMs + s.highAtMs)).toBe(false)
          expect(s.lowAtMs).toBeLessThanOrEqual(s.atMs)
          expect(s.highAtMs).toBeGreaterThanOrEqual(s.atMs)
          expect(s.atMs).toBeGreaterThanOrEqual(live.stages[i - 1]?.atMs ?? 0)
        }
      }),
      { numRuns: 60 },
    )
  })
})
