import type { WhyNot } from '@liquamen/core'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, OutOfReach, Refusal } from '../port/api'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { mountScreen } from '../testing/mountScreen'
import { onScreen, settle } from '../testing/onScreen'
import HoldButton from '../ui/HoldButton.vue'
import CrewLines from './CrewLines.vue'

type Person = Awaited<ReturnType<typeof api.crew>>[number]
let kitchen: MemoryKitchen
let people: Person[]
beforeEach(() => {
  setActivePinia(createPinia())
  kitchen = memoryKitchen(Date.UTC(2026, 10, 28, 18))
  people = [
    { id: 'ilse', name: 'Ilse', role: 'cook', hasPin: true, isRemoved: false },
    { id: 'ada', name: 'Ada', role: 'admin', hasPin: true, isRemoved: false },
    { id: 'tom', name: 'Tom', role: 'cook', hasPin: false, isRemoved: true },
  ] as Person[]
  vi.spyOn(api, 'crew').mockImplementation(() => Promise.resolve(people))
})
async function lines(whyNot?: WhyNot) {
  Object.assign(kitchen.port, { whyNot: () => whyNot })
  const at = onScreen(mountScreen(CrewLines, {}, { port: kitchen.port }))
  await settle()
  const field = (label: string) =>
    at.w
      .findAll('.v-text-field')
      .find((f) => f.text().includes(label))!
      .find('input')
  return {
    ...at,
    field,
    submit: async (n = 0) => {
      await at.w.findAll('form')[n]!.trigger('submit')
      await settle()
    },
    hold: async (name: RegExp) => {
      const found = at.w
        .findAllComponents(HoldButton)
        .find((b) => name.test(b.attributes('aria-label') ?? ''))!
      found.vm.$emit('held')
      await settle()
    },
  }
}

describe('the crew', () => {
  it('is put in by an admin, and is asked for again once that is done', async () => {
    const add = vi.spyOn(api, 'addPerson').mockImplementation((person) => {
      people = [...people, { id: 'new', ...person, hasPin: true, isRemoved: false } as unknown as Person]
      return Promise.resolve({ crewId: 'new' } as never)
    })
    const at = await lines()
    await at.field('Name of the cook').setValue('Bram')
    await at.field('PIN, ').setValue('8024')
    await at.submit()
    expect(add).toHaveBeenCalledExactlyOnceWith({ name: 'Bram', role: 'cook', pin: '8024' })
    expect(at.says()).toContain('Bram')
    expect(at.field('Name of the cook').element.value).toBe('')
  })
  it('one that is refused stays typed, with why', async () => {
    const title = 'There is an Ada here already.'
    vi.spyOn(api, 'addPerson').mockRejectedValue(
      new Refusal({ type: '', title, status: 409, code: 'sameName' }),
    )
    const at = await lines()
    await at.field('Name of the cook').setValue('Ada')
    await at.submit()
    expect(at.says()).toContain(title)
    expect(at.field('Name of the cook').element.value).toBe('Ada')
  })
  it('who is not an admin changes their own PIN, with the one until now, and nothing else', async () => {
    const set = vi.spyOn(api, 'setPin').mockResolvedValue(undefined)
    const at = await lines({ needs: 'role', role: 'admin' } as never)
    expect(at.w.findAllComponents(HoldButton)).toHaveLength(0)
    expect(at.says()).not.toContain('Tom')
    await at.press(/^Change your PIN$/)
    await at.field('Your PIN until now').setValue('2468')
    await at.field('PIN for Ilse').setValue('1357')
    await at.submit()
    expect(set).toHaveBeenCalledExactlyOnceWith('ilse', { pin: '1357', oldPin: '2468' })
  })
  it('an admin gives another a new PIN without the old one', async () => {
    const set = vi.spyOn(api, 'setPin').mockResolvedValue(undefined)
    const at = await lines()
    await at.press(/^PIN for Ada$/)
    await at.field('PIN for Ada').setValue('1357')
    await at.submit()
    expect(set).toHaveBeenCalledExactlyOnceWith('ada', { pin: '1357' })
  })
  it('is taken out and, once gone, forgotten by name: each is held for', async () => {
    const remove = vi.spyOn(api, 'removePerson').mockResolvedValue(undefined)
    const erase = vi.spyOn(api, 'eraseName').mockImplementation((id) => {
      people = people.map((p) => (p.id === id ? { ...p, name: '' } : p))
      return Promise.resolve(undefined)
    })
    const at = await lines()
    await at.hold(/remove: Ilse/)
    expect(remove).toHaveBeenCalledExactlyOnceWith('ilse')
    await at.hold(/: Tom$/)
    expect(erase).toHaveBeenCalledExactlyOnceWith('tom')
    expect(at.says()).not.toContain('Tom')
  })
  it('a kitchen without an admin asks for one first', async () => {
    people = []
    const add = vi.spyOn(api, 'addPerson').mockResolvedValue({ crewId: 'new' } as never)
    const at = await lines()
    await at.field('Name of the cook').setValue('Maren')
    await at.submit()
    expect(add.mock.calls[0]![0].role).toBe('admin')
  })
  it('without a server says whose the list is', async () => {
    vi.mocked(api.crew).mockRejectedValue(new OutOfReach())
    const at = await lines()
    expect(at.says()).toMatch(/server/)
    expect(at.w.findAll('form')).toHaveLength(0)
  })
})
