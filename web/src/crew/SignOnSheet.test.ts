import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, OutOfReach, Refusal } from '../port/api'
import { catalog, mountScreen, openDemoStore } from '../testing/mountScreen'
import { settle } from '../testing/onScreen'
import SignOnSheet from './SignOnSheet.vue'
import { useSignOnSheet } from './useSignOnSheet'

type Store = Awaited<ReturnType<typeof openDemoStore>>['kitchen']
const BRAM = catalog.crew.find((c) => c.name === 'Bram')!
let kitchen: Store
let signOn: ReturnType<typeof vi.fn>

beforeEach(async () => {
  ;({ kitchen } = await openDemoStore())
  signOn = vi.fn(() => Promise.resolve())
  kitchen.signOn = signOn as never
  vi.spyOn(api, 'kitchens').mockResolvedValue([])
})
/** The sheet as it opens over whatever screen is there. */
async function sheet(session: object = {}) {
  Object.assign(kitchen.session!, session)
  useSignOnSheet().isOpen.value = true
  mountScreen(SignOnSheet, {})
  await settle()
  const all = <T extends Element>(of: string) => [...document.body.querySelectorAll<T>(of)]
  const key = (says: RegExp) =>
    all<HTMLButtonElement>('button').find((b) =>
      says.test(b.getAttribute('aria-label') ?? b.textContent ?? ''),
    )!
  return {
    says: () => document.body.textContent!.replace(/\s+/g, ' '),
    key,
    digits: () => all<HTMLInputElement>('input.digits')[0]!,
    async press(says: RegExp) {
      key(says).click()
      await settle()
    },
    async type(text: string) {
      const field = all<HTMLInputElement>('input.digits')[0]!
      field.value = text
      field.dispatchEvent(new Event('input', { bubbles: true }))
      await settle()
    },
    async enter() {
      all<HTMLFormElement>('form.pin')[0]!.dispatchEvent(new Event('submit', { cancelable: true }))
      await settle()
    },
    isOpen: () => useSignOnSheet().isOpen.value,
  }
}
const refusal = (title: string) => new Refusal({ type: '', title, status: 403, code: 'wrongPin' })

describe('signing on', () => {
  it('is a name and its digits, by touch', async () => {
    const at = await sheet()
    expect(at.says()).toMatch(/Ilse ?cook.*Bram ?sous-chef.*Maren ?admin/)
    await at.press(/^Bram/)
    expect(at.key(/^Sign on$/).disabled).toBe(true)
    for (const digit of ['2', '4', '6', '7']) await at.press(new RegExp(`^${digit}$`))
    await at.press(/^Last digit away$/)
    await at.press(/^8$/)
    await at.enter()
    expect(signOn).toHaveBeenCalledExactlyOnceWith(BRAM.id, '2468')
    expect(at.isOpen()).toBe(false)
  })
  it('or by keys: what is no digit is none, and there are no more than a PIN has', async () => {
    const at = await sheet()
    await at.press(/^Bram/)
    await at.type(' 2a4-6812345678901234')
    expect(at.digits().value).toMatch(/^24681234\d*$/)
    expect(at.digits().value.length).toBeLessThanOrEqual(12)
    expect(at.digits().type).toBe('password')
  })
  it.each([
    ['a wrong PIN', refusal('That is not Bram’s PIN.'), 'That is not Bram’s PIN.'],
    ['no server', new OutOfReach(), 'out of reach'],
  ])('%s is told in words, the digits are gone, and another try may follow', async (_what, error, words) => {
    signOn.mockRejectedValueOnce(error)
    const at = await sheet()
    await at.press(/^Bram/)
    await at.type('1111')
    await at.enter()
    expect(at.says()).toContain(words)
    expect(at.digits().value).toBe('')
    expect(at.isOpen()).toBe(true)
    await at.type('2468')
    expect(at.says()).not.toContain(words)
    await at.enter()
    expect(at.isOpen()).toBe(false)
  })
  it('asks once, however often it is pressed', async () => {
    let answer = (): void => undefined
    signOn.mockReturnValue(new Promise<void>((resolve) => (answer = resolve)))
    const at = await sheet()
    await at.press(/^Bram/)
    await at.type('2468')
    await at.enter()
    await at.enter()
    expect(signOn).toHaveBeenCalledOnce()
    answer()
    await settle()
    expect(at.isOpen()).toBe(false)
  })
  it('no digits stay when another name is taken', async () => {
    const at = await sheet()
    await at.press(/^Bram/)
    await at.type('24')
    await at.press(/^Another name$/)
    await at.press(/^Maren/)
    expect(at.digits().value).toBe('')
  })
  it('tells a demo’s PIN, and no other kitchen’s', async () => {
    const at = await sheet({ demoPin: '2468' })
    await at.press(/^Bram/)
    expect(at.says()).toContain('everyone’s PIN is 2468')
    await at.press(/^Cancel$/)
    kitchen.session = { ...kitchen.session!, demoPin: undefined } as never
    useSignOnSheet().isOpen.value = true
    await settle()
    await at.press(/^Bram/)
    expect(at.says()).not.toContain('2468')
  })
  it('a kitchen that nobody runs says so, and where that is changed', async () => {
    expect((await sheet({ isClaimed: false })).says()).toMatch(/Nobody runs this kitchen yet.*To the crew/)
  })
  it('a tablet of several kitchens moves to another', async () => {
    vi.mocked(api.kitchens).mockResolvedValue([
      { kitchenId: 'k', name: 'Larchwater House' },
      { kitchenId: 'k2', name: 'The Boathouse' },
    ] as never)
    const move = vi.fn(() => Promise.resolve())
    kitchen.moveTo = move as never
    const at = await sheet()
    expect(at.says()).not.toContain('Larchwater House')
    await at.press(/^The Boathouse$/)
    expect(move).toHaveBeenCalledExactlyOnceWith('k2')
  })
})
