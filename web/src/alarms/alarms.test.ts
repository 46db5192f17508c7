import type { Deadline } from '@liquamen/core'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createPinia, setActivePinia } from 'pinia'
import { computed, effectScope, nextTick, ref } from 'vue'
import { kitchenNowMs, setClockOffset } from '../port/clock'
import { createPourTick } from './pourTick'
import { useAlarms } from './useAlarms'

/** An audio clock that moves by hand, and what lies on it. */
const audio = { now: 100, tones: [] as { at: number; hz: number; isStopped: boolean }[] }
class Context {
  state = 'running'
  destination = {}
  onstatechange: (() => void) | undefined
  get currentTime() {
    return audio.now
  }
  resume = () => Promise.resolve()
}
class Oscillator {
  private tone: (typeof audio.tones)[number] | undefined
  constructor(
    _: Context,
    private readonly options: { frequency: number },
  ) {}
  connect = (to: unknown) => to
  disconnect = () => undefined
  start(at: number) {
    this.tone = { at, hz: this.options.frequency, isStopped: false }
    audio.tones.push(this.tone)
  }
  stop(at?: number) {
    if (at === undefined && this.tone && this.tone.at > audio.now) this.tone.isStopped = true
  }
}
class Gain {
  gain = { setValueAtTime: vi.fn(), linearRampToValueAtTime: vi.fn(), setTargetAtTime: vi.fn() }
  connect = (to: unknown) => to
}
beforeEach(() => {
  vi.stubGlobal('AudioContext', Context)
  vi.stubGlobal('OscillatorNode', Oscillator)
  vi.stubGlobal('GainNode', Gain)
  audio.tones = []
  setClockOffset(0)
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())

const due = (more: Partial<Deadline> & { inS: number }): Deadline => ({
  id: `b:s:${more.kind ?? 'actNow'}`,
  kind: 'actNow',
  code: 'stop',
  atMs: kitchenNowMs() + more.inS * 1000,
  batchId: 'b',
  stepId: 's',
  verb: 'reduce',
  endsWhen: 'To a third',
  sauce: 'Red wine & shallot',
  ring: 2,
  isSilenced: false,
  ...more,
})
async function service(first: Deadline[]) {
  const deadlines = ref(first)
  const alarms = effectScope(true).run(() => useAlarms(computed(() => deadlines.value)))!
  await alarms.openService()
  audio.tones.splice(0, 4) // the test sound that opens the service comes before all else
  await nextTick()
  return { alarms, deadlines }
}
/** Tones that would still be heard, s from now. */
const heard = () => audio.tones.filter((t) => !t.isStopped).map((t) => t.at - audio.now)

describe('alarms lie on the audio clock', () => {
  it('at the second they are due, before any timer of the page', async () => {
    await service([due({ inS: 240 })])
    expect(Math.min(...heard())).toBeGreaterThan(239)
    expect(Math.min(...heard())).toBeLessThan(241)
  })
  it.each([
    ['step', 'stepEnds'],
    ['actNow', 'liftOff'],
    ['lookSoon', 'look'],
    ['discard', 'discard'],
    ['start', 'light'],
  ] as const)('every kind sounds: %s', async (kind, code) => {
    await service([due({ kind, code, inS: 60 })])
    expect(heard().length).toBeGreaterThan(0)
  })
  it('as many knocks as the ring has in its number, so that it is known without a look', async () => {
    const knocks = async (ring: number) => {
      await service([due({ kind: 'lookSoon', code: 'look', ring, inS: 60 })])
      const n = heard().length
      audio.tones = []
      return n
    }
    expect([await knocks(1), await knocks(3), await knocks(6)]).toEqual([1, 3, 6])
  })
  it('silenced or moved, what has not sounded is taken back', async () => {
    const { deadlines } = await service([due({ inS: 60 })])
    deadlines.value = [due({ inS: 60, isSilenced: true })]
    await nextTick()
    expect(heard()).toEqual([])
    deadlines.value = [due({ inS: 600 })]
    await nextTick()
    expect(Math.min(...heard())).toBeGreaterThan(590)
  })
  it('what is overdue sounds at once and calls; one that is over its bath calls first', async () => {
    const { alarms } = await service([
      due({ id: 'a', inS: -20, sauce: 'Jus' }),
      due({ id: 'b', inS: -2, sauce: 'Hollandaise', code: 'liftOff', isFragile: true }),
      due({ id: 'c', kind: 'step', code: 'stepEnds', inS: -60, sauce: 'Velouté' }),
    ])
    expect(Math.min(...heard())).toBeLessThan(1)
    expect(alarms.calling(kitchenNowMs()).map((d) => d.sauce)).toEqual(['Hollandaise', 'Jus', 'Velouté'])
    expect(alarms.isFlashing(kitchenNowMs())).toBe(true)
  })
})

describe('a pour that is heard', () => {
  const heard = (gPerS: number | undefined, seconds: number) => {
    audio.tones = []
    const follow = createPourTick(() => new Context() as unknown as AudioContext)
    for (let s = 0; s < seconds; s++) {
      follow(gPerS)
      audio.now += 1
    }
    return { ticks: audio.tones.filter((t) => t.at <= audio.now).length, follow }
  }
  it('ticks once for each two grams, quicker as it may, and is still without a pour', () => {
    expect(heard(0.5, 20).ticks).toBeGreaterThanOrEqual(5)
    expect(heard(0.5, 20).ticks).toBeLessThanOrEqual(6)
    expect(heard(2, 20).ticks).toBeGreaterThanOrEqual(20)
    expect(heard(2, 20).ticks).toBeLessThanOrEqual(22)
    expect(heard(undefined, 20).ticks).toBe(0)
  })
  it('stopped, what was to come is taken back', () => {
    const { follow } = heard(2, 3)
    follow(undefined)
    expect(audio.tones.filter((t) => t.at > audio.now).every((t) => t.isStopped)).toBe(true)
  })
})
