import { describe, expect, it } from 'vitest'
import { alcoholLeft, impliedLossFrac, tableRetention } from './alcoholTable'

describe('reduction:R4 the published table', () => {
  it.each([
    [45, 0.3],
    [7.5, 0.625],
    [0, 0.85],
    [15, 0.4],
    [150, 0.05],
    [400, 0.05],
  ])('%d minutes stirred in', (min, frac) => expect(tableRetention('stirredIn', min)).toBeCloseTo(frac, 12))
  it('rows without minutes', () =>
    expect([
      tableRetention('takenOff'),
      tableRetention('flamed'),
      tableRetention('overnight'),
      tableRetention('baked'),
    ]).toEqual([0.85, 0.75, 0.7, 0.45]))
  it.each([
    [0.4, 0.077, 0.124],
    [0.35, 0.087, 0.141],
    [0.25, 0.114, 0.182],
    [0.1, 0.181, 0.284],
    [0.05, 0.229, 0.352],
  ])('the water that must have gone for %d left', (left, low, high) => {
    const loss = impliedLossFrac(left)
    expect(loss.low).toBeCloseTo(low, 3)
    expect(loss.high).toBeCloseTo(high, 3)
  })
  it('a measured reduction goes by the model, an unknown one by the table, both by the higher', () => {
    expect(alcoholLeft({ low: 0.001, high: 0.02 }, undefined)).toEqual({
      low: 0.001,
      high: 0.02,
      from: 'model',
    })
    expect(alcoholLeft(undefined, 0.4)).toEqual({ low: 0.4, high: 0.4, from: 'table' })
    expect(alcoholLeft({ low: 0.7, high: 0.81 }, 0.4)).toEqual({ low: 0.7, high: 0.81, from: 'higherOfBoth' })
  })
})
