import { findModel, runModel, type Model, type ModelAnswer } from '@liquamen/core'
import { z } from 'zod'
import { inRange, text } from './primitives'
import { problem, schemaProblem, type Problem } from './problem'

function inputSchema(input: Model['inputs'][number]): z.ZodType<number | string> {
  if ('range' in input) return inRange(input.range)
  if ('oneOf' in input) return z.enum(input.oneOf as [string, ...string[]])
  return text(input.text.maxLength).min(1)
}

/** The schema of a model's inputs, read from the registry: a new model needs no edit here. */
export function modelInputSchema(model: Model): z.ZodType<Record<string, number | string>> {
  const shape = Object.fromEntries(
    model.inputs.map((input) => {
      const base = inputSchema(input)
      return [input.name, input.optional === undefined ? base : base.default(input.optional)] as const
    }),
  )
  return z.strictObject(shape)
}

/** Runs a model on input from outside. */
export function compute(
  modelId: string,
  input: unknown,
): { ok: true; answer: ModelAnswer } | { ok: false; problem: Problem } {
  const model = findModel(modelId)
  if (!model)
    return {
      ok: false,
      problem: problem(404, 'unknownModel', `There is no model named ${modelId.slice(0, 60)}.`),
    }
  const read = modelInputSchema(model).safeParse(input)
  if (!read.success) return { ok: false, problem: schemaProblem(read.error) }
  const answer = runModel(model, read.data)
  if (Number.isNaN(answer.value) && answer.warnings.length === 0)
    return { ok: false, problem: problem(422, 'noAnswer', 'These numbers have no answer.') }
  return { ok: true, answer }
}
