import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Refusal } from '../port/api'
import { useLiveKitchen } from '../port/kitchen.store'
import { button, mountScreen } from '../testing/mountScreen'
import { ORDER_ID } from '../testing/rehearsed'
import { useDeviceUnits } from '../ui/useDeviceUnits'
import DeviceKey from './DeviceKey.vue'
import EnrolPage from './EnrolPage.vue'
import StatusLine from './StatusLine.vue'
import { PATIENCE } from '../testing/patience'

vi.mock('./withVuetify', () => ({
  withVuetify: (load: () => unknown) => load, // the screen is mounted with one of its own
  vuetifyIsHere: () => Promise.resolve(),
}))
beforeEach(() => void setActivePinia(createPinia()))

describe('the line of what is wrong', () => {
  const line = () => {
    const kitchen = useLiveKitchen()
    const w = mountScreen(StatusLine, {})
    return { kitchen, w, says: () => w.text().replace(/\s+/g, ' ') }
  }
  it('says nothing while all is well', () => {
    expect(line().says()).toBe('')
  })
  it('says since when the server is away and how many taps are kept, and hands them over as a file', async () => {
    const { kitchen, w, says } = line()
    kitchen.awaySinceMs = Date.UTC(2026, 10, 28, 18, 5)
    kitchen.unsentCount = 3
    await flushPromises()
    expect(says()).toContain('Server out of reach since 18:05.')
    expect(says()).toContain('3 taps kept, none lost.')
    const made: Blob[] = []
    URL.createObjectURL = (file) => {
      made.push(file as Blob)
      return 'blob:x'
    }
    URL.revokeObjectURL = vi.fn()
    kitchen.exportQueue = () => Promise.resolve([{ type: 'fact', fact: { id: 'f1' } }] as never)
    await button(w, 'Save as a file').trigger('click')
    await flushPromises()
    expect(JSON.parse(await made[0]!.text())).toEqual([{ type: 'fact', fact: { id: 'f1' } }])
  })
  it('of taps says nothing while none waits, and offers no file of nothing', async () => {
    const { kitchen, w, says } = line()
    kitchen.awaySinceMs = Date.UTC(2026, 10, 28, 18, 5)
    await flushPromises()
    expect(says()).toContain('Clocks run on here.')
    expect(says()).not.toMatch(/tap|file/)
    kitchen.unsentCount = 1
    await flushPromises()
    expect(says()).toContain('1 tap kept, none lost.')
    expect(button(w, 'Save as a file').exists()).toBe(true)
  })
  it('an allergy that was refused names its order, and goes only when somebody puts it away', async () => {
    const { kitchen, w, says } = line()
    const detailsId = 'd1'
    kitchen.orders.set(ORDER_ID, { id: ORDER_ID, taken: { label: 'Table 7', detailsId } } as never)
    kitchen.tray = [
      {
        id: detailsId,
        details: { id: detailsId, note: 'no shell', allergies: ['milk'], noLightlyCookedEgg: false },
        problem: { type: '', title: 'It is too long.', status: 422, code: 'badInput' },
      },
    ] as never
    await flushPromises()
    expect(says()).toContain('1 entry was refused')
    expect(says()).not.toContain('Table 7')
    await button(w, 'Show').trigger('click')
    expect(says()).toMatch(/Table 7: allergy milk, no shell was not taken by the server\. It is too long\./i)
    const dropped = vi.fn(() => Promise.resolve())
    kitchen.dropRefused = dropped
    await button(w, 'Put away').trigger('click')
    expect(dropped).toHaveBeenCalledWith(detailsId)
  })
})

describe('enrolling', () => {
  it('sends name and code, and a wrong one is told where it was typed', async () => {
    const kitchen = useLiveKitchen()
    const asked: string[][] = []
    let isWrong = true
    kitchen.enrol = (name, code) => {
      asked.push([name, code])
      return isWrong
        ? Promise.reject(
            new Refusal({ type: '', title: 'That code is wrong.', status: 403, code: 'codeWrong' }),
          )
        : Promise.resolve()
    }
    const w = mountScreen(EnrolPage, {})
    const [name, code] = w.findAll('input')
    await name!.setValue('Pass')
    await code!.setValue('0000')
    await w.find('form').trigger('submit')
    await flushPromises()
    expect(w.text()).toContain('That code is wrong.')
    isWrong = false
    await code!.setValue('4711')
    await w.find('form').trigger('submit')
    await flushPromises()
    expect(asked).toEqual([
      ['Pass', '0000'],
      ['Pass', '4711'],
    ])
    expect(w.text()).not.toContain('That code is wrong.')
  })
})

describe('this device', () => {
  it('speaks in grams or cups, Celsius or Fahrenheit, each told as pressed', async () => {
    const w = mountScreen(DeviceKey, { kitchenName: 'Larchwater House' })
    await w.find('.place').trigger('click')
    await vi.waitFor(() => expect(document.querySelector('.menu button')).not.toBeNull(), PATIENCE) // its menu is loaded now
    const key = (says: string) =>
      [...document.querySelectorAll('.menu button')].find(
        (b) => b.textContent?.trim() === says,
      ) as HTMLElement
    key('°F').click()
    key('oz, cups').click()
    await flushPromises()
    expect([key('°F'), key('°C')].map((k) => k.getAttribute('aria-pressed'))).toEqual(['true', 'false'])
    const { tempUnit, system } = useDeviceUnits()
    expect([tempUnit.value, system.value]).toEqual(['°F', 'us'])
    expect(w.text()).toContain('°F')
    key('°C').click()
    key('g, ml').click()
    await flushPromises()
    expect([tempUnit.value, system.value]).toEqual(['°C', 'metric'])
  })
})
