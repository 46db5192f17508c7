import {
  DomainError,
  findModel,
  runModel,
  type Model,
  type ModelAnswer,
  type PlainInput,
  type Values,
} from '@liquamen/core'
import { z } from 'zod'
import { inRange, text } from './primitives'
import { domainProblem, problem, schemaProblem, type Problem } from './problem'

function plainSchema(input: PlainInput): z.ZodType<number | string> {
  if ('range' in input) return inRange(input.range)
  if ('oneOf' in input) return z.enum(input.oneOf as [string, ...string[]])
  return text(input.text.maxLength).min(1)
}
const shapeOf = (inputs: readonly PlainInput[]) =>
  Object.fromEntries(
    inputs.map((input) => {
      const base = plainSchema(input)
      return [input.name, input.optional === undefined ? base : base.default(input.optional)] as const
    }),
  )
function inputSchema(input: Model['inputs'][number]): z.ZodType {
  if (!('rows' in input)) return shapeOf([input])[input.name] as z.ZodType
  const { of, min, max } = input.rows
  const listed = z
    .array(z.strictObject(shapeOf(of)))
    .min(min)
    .max(max)
  return min === 0 ? listed.default([]) : listed
}

/** The schema of a model's inputs, read from the registry: a new model needs no edit here. */
export function modelInputSchema(model: Model): z.ZodType<Values> {
  const shape = Object.fromEntries(model.inputs.map((input) => [input.name, inputSchema(input)] as const))
  return z.strictObject(shape) as unknown as z.ZodType<Values>
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
  let answer: ModelAnswer
  try {
    answer = runModel(model, read.data)
  } catch (error) {
    if (!(error instanceof DomainError)) throw error
    return { ok: false, problem: domainProblem(error) }
  }
  if (Number.isNaN(answer.value) && answer.warnings.length === 0)
    return { ok: false, problem: problem(422, 'noAnswer', 'These numbers have no answer.') }
  return { ok: true, answer }
}
