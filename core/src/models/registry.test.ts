import { describe, expect, it } from 'vitest'
import type { ModelInput } from './model'
import { runModel } from './model'
import { MODELS } from './registry'

/** A value inside an input's range: its middle on a logarithmic scale where it spans decades. */
const sample = (input: ModelInput): number | string => {
  if (input.optional !== undefined) return input.optional
  if ('oneOf' in input) return input.oneOf[Math.floor(input.oneOf.length / 3)]!
  if ('text' in input) return 'to a third'
  const { min, max } = input.range
  return min > 0 && max / min > 100 ? Math.sqrt(min * max) : (min + max) / 2
}

describe('laws over the registry: a new model is tested before anyone writes a test', () => {
  it('ids are unique', () => expect(new Set(MODELS.map((m) => m.id)).size).toBe(MODELS.length))
  it.each(MODELS.map((m) => [m.id, m] as const))(
    '%s answers with unit, ordered band, version and source',
    (_, model) => {
      const answer = runModel(model, Object.fromEntries(model.inputs.map((i) => [i.name, sample(i)])))
      expect(Number.isNaN(answer.value)).toBe(false)
      expect(answer.low).toBeLessThanOrEqual(answer.value)
      expect(answer.value).toBeLessThanOrEqual(answer.high)
      expect(answer.unit.length).toBeGreaterThan(0)
      expect(answer.modelVersion).toBe(`${model.id}-${model.version}`)
      expect(model.sources.length).toBeGreaterThan(0)
    },
  )
})
