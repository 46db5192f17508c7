import { describe, expect, it } from 'vitest'
import { runModel } from './model'
import { MODELS } from './registry'
import { sample } from './sampleInput.test-helper'

describe('laws over the registry: a new model is tested before anyone writes a test', () => {
  it('ids are unique', () => expect(new Set(MODELS.map((m) => m.id)).size).toBe(MODELS.length))
  it.each(MODELS.map((m) => [m.id, m] as const))(
    '%s answers with unit, ordered band, version and source',
    (_, model) => {
      const answer = runModel(model, Object.fromEntries(model.inputs.map((i) => [i.name, sample(i)])))
      if (Number.isNaN(answer.value)) expect(answer.warnings).not.toEqual([])
      else {
        expect(answer.low).toBeLessThanOrEqual(answer.value)
        expect(answer.value).toBeLessThanOrEqual(answer.high)
      }
      expect(answer.unit.length).toBeGreaterThan(0)
      expect(answer.modelVersion).toBe(`${model.id}-${model.version}`)
      expect(model.sources.length).toBeGreaterThan(0)
      for (const { unit } of Object.values(answer.also)) expect(unit.length).toBeGreaterThan(0)
    },
  )
})
