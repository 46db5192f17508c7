import { describe, expect, it } from 'vitest'
import { MODELS } from '../models/registry'
import { ACTS, ACTS_OF } from './acts'
import { techniqueOf, TECHNIQUES } from './registry'

describe('the rooms', () => {
  it('every word of a formula has one room', () => {
    expect(new Set(ACTS).size).toBe(ACTS.length)
    for (const technique of ACTS)
      expect(ACTS_OF[techniqueOf({ technique }).id] as readonly string[]).toContain(technique)
  })
  it('stands under its own name, and works with models that can be asked', () => {
    const known = new Set(MODELS.map((m) => m.id))
    for (const [id, room] of Object.entries(TECHNIQUES)) {
      expect(room.id).toBe(id)
      expect(room.models.filter((m) => !known.has(m))).toEqual([])
    }
  })
  it('what no room knows is refused', () =>
    expect(() => techniqueOf({ technique: 'fry' as never })).toThrow('no room for fry'))
})
