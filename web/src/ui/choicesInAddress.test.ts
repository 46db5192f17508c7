import { describe, expect, it } from 'vitest'
import demo from '../../../demo/larchwater-house.json'
import { choicesFromQuery, choicesToQuery } from './choicesInAddress'

const formulas = demo.catalog.formulas
const hollandaise = formulas.find((f) => f.id === 'hollandaise')!

describe('what was chosen, in an address', () => {
  it('comes back as it went', () => {
    const choices = {
      schools: { butter: 'clarified', bath: 'hard' },
      swaps: { juice: { ingredientId: 'limeJuice', factor: 0.92 } },
    }
    expect(choicesFromQuery(choicesToQuery(choices) as Record<string, string>, hollandaise)).toEqual(choices)
    expect(choicesToQuery({ schools: {}, swaps: {} })).toEqual({})
  })
  it('what the sauce does not know is passed over, and nothing is left of nonsense', () => {
    expect(
      choicesFromQuery({ ways: 'butter.moon~bath.hard', swaps: 'nowhere.limeJuice.1000' }, hollandaise),
    ).toEqual({
      schools: { bath: 'hard' },
      swaps: {},
    })
    expect(choicesFromQuery({ ways: '~~', swaps: 'juice.limeJuice.minus' }, hollandaise)).toBeUndefined()
    expect(choicesFromQuery({ ways: 'bath.hard' }, undefined)).toBeUndefined()
  })
})
