import { describe, expect, it, vi } from 'vitest'
import { rehearsed } from '../testing/rehearsed'
import { readStored, unreadable } from './readStored'

vi.mock('./schemas', () => ({ schemas: () => Promise.reject(new TypeError('a piece could not be fetched')) }))

describe('facts that come while the schemas cannot be fetched', () => {
  it('are read by their outside: none is missed, one that is no fact is left out and counted', async () => {
    const { facts } = rehearsed('hollandaise', 'pour')
    expect(await readStored([...facts, { kind: 'nonsense' }])).toEqual(facts)
    expect(unreadable.value).toBe(1)
  })
})
