import { describe, expect, it } from 'vitest'
import { slugOf } from './slugOf'

describe('short names', () => {
  it.each([
    ['Beurre à la maison', 'beurreALaMaison'],
    ['Sauce No. 5', 'sauceNo5'],
    ['3 peppers', 'peppers'],
    ['🧈', ''],
    ['', ''],
  ])('%s', (name, id) => expect(slugOf(name, new Set())).toBe(id))
  it('a taken one is numbered, and a long one is cut to what an address takes', () => {
    expect(slugOf('Beurre', new Set(['beurre', 'beurre2']))).toBe('beurre3')
    expect(slugOf('x'.repeat(200), new Set()).length).toBeLessThanOrEqual(64)
  })
})
