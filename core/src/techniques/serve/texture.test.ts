import { describe, expect, it } from 'vitest'
import { phaseFraction, phasesOf } from '../../mixture/phases'
import { TEXTURE_PHI, TEXTURES, toTexture } from './texture'

const EU = { fatFrac: 0.82, waterFrac: 0.16, snfFrac: 0.02 }
const parts = { yolkG: 51, aqueousG: 45, butters: [{ massG: 250, parts: EU }] }

describe('the texture that a ticket wants', () => {
  it.each(TEXTURES)('%s: what is whisked in brings it there', (texture) => {
    const { waterG, butterG } = toTexture(texture, phasesOf(parts), 1, EU)
    const there = phasesOf({
      ...parts,
      aqueousG: 45 + waterG,
      butters: [{ massG: 250 + butterG, parts: EU }],
    })
    expect(phaseFraction(there)).toBeCloseTo(TEXTURE_PHI[texture], waterG + butterG > 0 ? 3 : 1)
  })
  it('half of it takes half; what is so already takes nothing', () => {
    const whole = toTexture('pouring', phasesOf(parts), 1, EU)
    expect(toTexture('pouring', phasesOf(parts), 0.5, EU).waterG).toBeCloseTo(whole.waterG / 2, 6)
    expect(toTexture('coating', phasesOf(parts), 1, EU)).toMatchObject({ waterG: 0, butterG: 0 })
  })
})
