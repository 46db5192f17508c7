import type { Deadline } from '@liquamen/core'
import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { address, button, mountScreen } from '../testing/mountScreen'
import { BATCH_ID } from '../testing/rehearsed'
import AlarmBar from './AlarmBar.vue'
import { alarmsKey } from './alarmsKey'

const NOW_MS = Date.UTC(2026, 10, 28, 18)
let kitchen: MemoryKitchen
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
})
const due = (more: Partial<Deadline> = {}): Deadline => ({
  id: `${BATCH_ID}:reduceWine:actNow`,
  kind: 'actNow',
  code: 'stop',
  atMs: NOW_MS - 5000,
  batchId: BATCH_ID,
  stepId: 'reduceWine',
  verb: 'reduce wine',
  endsWhen: 'To a third',
  sauce: 'Red wine & shallot',
  ring: 2,
  isSilenced: false,
  ...more,
})
function bar(calls: readonly Deadline[]) {
  const say = vi.fn()
  const alarms = { calling: () => calls, say } as never
  const w = mountScreen(AlarmBar, {}, { port: kitchen.port, provide: { [alarmsKey as symbol]: alarms } })
  return { w, say, says: () => w.text().replace(/\s+/g, ' ') }
}

describe('the bar of what is called for', () => {
  it('is not there while nothing is due', () => {
    expect(bar([]).w.find('[role=alert]').exists()).toBe(false)
  })
  it('says ring, act, sauce and what to do then, and leads to its bench', async () => {
    const { w, says } = bar([due()])
    expect(says()).toContain('▼ 2')
    expect(says()).toContain('Red wine & shallot')
    expect(says()).toContain('weigh or dip, then off')
    await w.find('.go').trigger('click')
    await flushPromises()
    expect(address).toBe(`/bench/${BATCH_ID}`)
  })
  it('a step that is over ends by its own words; a start leads to the stove; a well by its letter', async () => {
    expect(bar([due({ kind: 'step', code: 'stepEnds' })]).says()).toContain('To a third')
    const start = bar([due({ kind: 'start', code: 'light' })])
    await start.w.find('.go').trigger('click')
    await flushPromises()
    expect(address).toBe('/stove')
    expect(bar([due({ well: 'B' })]).says()).toContain('▼ B')
  })
  it('one at a time, the rest counted', () => {
    const { w, says } = bar([due(), due({ id: 'x', sauce: 'Jus' }), due({ id: 'y', sauce: 'Velouté' })])
    expect(w.findAll('.call')).toHaveLength(1)
    expect(says()).toContain('+2')
  })
  it('is silenced by a fact of its batch and step, and said aloud where the device can speak', async () => {
    const { w, say } = bar([due()])
    await button(w, 'Silence').trigger('click')
    expect(kitchen.last('alarm.silenced')).toMatchObject({
      streamId: BATCH_ID,
      payload: { alarm: 'actNow', stepId: 'reduceWine' },
    })
    await button(w, 'Say it').trigger('click')
    expect(say).toHaveBeenCalledWith(due())
  })
})
