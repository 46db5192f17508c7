import type { DeviceRow } from '@liquamen/contracts'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, OutOfReach, Refusal } from '../port/api'
import HoldButton from '../ui/HoldButton.vue'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { mountScreen } from '../testing/mountScreen'
import { onScreen, settle } from '../testing/onScreen'
import DeviceLines from './DeviceLines.vue'

const NOW_MS = Date.UTC(2026, 10, 28, 18)
const MINUTE_MS = 60_000
let kitchen: MemoryKitchen
let rows: DeviceRow[]
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(NOW_MS)
  rows = [
    { deviceId: 'd', name: 'by the stove', kind: 'tablet', enrolledAtMs: NOW_MS, revokedAtMs: null },
    { deviceId: 'e', name: 'tablet', kind: 'tablet', enrolledAtMs: NOW_MS, revokedAtMs: null },
    { deviceId: 'f', name: 'lost one', kind: 'tablet', enrolledAtMs: NOW_MS, revokedAtMs: NOW_MS },
  ]
  vi.spyOn(api, 'devices').mockImplementation(() => Promise.resolve(rows))
})
async function lines() {
  const screen = onScreen(mountScreen(DeviceLines, {}, { port: kitchen.port }))
  await settle()
  return screen
}

describe('devices', () => {
  it('are told apart: this one, others since when, and those that were revoked', async () => {
    const screen = await lines()
    expect(screen.says()).toMatch(
      /by the stove kitchen tablet · this one tablet kitchen tablet · since Sat 28 Nov/,
    )
    expect(screen.says()).toContain('Revoked: lost one.')
    expect(screen.w.findAllComponents(HoldButton)).toHaveLength(1) // nobody shuts themselves out
  })
  it('one that is held is revoked, and stands there as that', async () => {
    const revoke = vi.spyOn(api, 'revokeDevice').mockImplementation((deviceId) => {
      rows = rows.map((d) => (d.deviceId === deviceId ? { ...d, revokedAtMs: NOW_MS } : d))
      return Promise.resolve(undefined)
    })
    const screen = await lines()
    screen.w.findComponent(HoldButton).vm.$emit('held')
    await settle()
    expect(revoke).toHaveBeenCalledExactlyOnceWith('e')
    expect(screen.says()).toContain('Revoked: tablet, lost one.')
  })
  it('a code stands as long as it opens', async () => {
    vi.spyOn(api, 'newCode').mockResolvedValue({
      kind: 'tablet',
      code: '12345678',
      expiresAtMs: NOW_MS + 10 * MINUTE_MS,
    })
    const screen = await lines()
    await screen.press('A code for another')
    expect(screen.says()).toContain('1234 5678')
    expect(screen.says()).toContain('for one kitchen tablet, until 18:10')
    kitchen.wait(10)
    await settle()
    expect(screen.says()).not.toContain('1234 5678')
  })
  it('is named anew; a name that is refused stays typed, with why', async () => {
    const refused = new Refusal({
      type: '',
      title: 'This device is not known here.',
      status: 404,
      code: 'unknownDevice',
    })
    const rename = vi.spyOn(api, 'renameDevice').mockRejectedValueOnce(refused).mockResolvedValue(undefined)
    const screen = await lines()
    await screen.press('tablet')
    await screen.w.find('input').setValue('at the pass')
    await screen.w.find('form').trigger('submit')
    await settle()
    expect(screen.says()).toContain('This device is not known here.')
    await screen.w.find('form').trigger('submit')
    await settle()
    expect(rename).toHaveBeenLastCalledWith('e', 'at the pass')
    expect(screen.w.find('form').exists()).toBe(false)
  })
  it('without a server it says whose the list is', async () => {
    vi.spyOn(api, 'devices').mockRejectedValue(new OutOfReach())
    expect((await lines()).says()).toContain('The list of devices is the server’s')
  })
})
