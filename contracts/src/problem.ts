import { DomainError } from '@liquamen/core'
import { z } from 'zod'

/** What is wrong with one field, in words a cook understands. */
export const fieldProblemSchema = z.object({
  field: z.string(),
  message: z.string(),
  min: z.number().optional(),
  max: z.number().optional(),
  unit: z.string().optional(),
})
/** RFC 9457 problem with a stable code. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  code: z.string(),
  detail: z.string().optional(),
  fields: z.array(fieldProblemSchema).optional(),
})
export type Problem = z.infer<typeof problemSchema>
export type FieldProblem = z.infer<typeof fieldProblemSchema>

/** Makes a problem; the type is the code's own page in the docs. */
export function problem(status: number, code: string, title: string, more: Partial<Problem> = {}): Problem {
  return { type: `/docs/problems#${code}`, title, status, code, ...more }
}

const say = (issue: z.core.$ZodIssue): string => {
  if (issue.code === 'too_small') return `must be at least ${String(issue.minimum)}`
  if (issue.code === 'too_big') return `must be at most ${String(issue.maximum)}`
  if (issue.code === 'invalid_type') return `must be a ${issue.expected}`
  if (issue.code === 'unrecognized_keys') return `has parts that are not known: ${issue.keys.join(', ')}`
  return issue.message
}

/** The issues of a schema as field problems. */
export function fieldProblems(error: z.ZodError): FieldProblem[] {
  return error.issues.slice(0, 20).map((issue) => ({ field: issue.path.join('.'), message: say(issue) }))
}

/** A refused input as a 400. */
export function schemaProblem(error: z.ZodError, title = 'Some of what was sent cannot be used.'): Problem {
  return problem(400, 'badInput', title, { fields: fieldProblems(error) })
}

/** A broken range of the core as a 422. */
export function domainProblem(error: DomainError): Problem {
  const bounds = error.range
    ? `must be from ${error.range.min} to ${error.range.max} ${error.range.unit}`.trim()
    : 'cannot be used'
  return problem(422, error.code, `That number cannot be: ${error.field} ${bounds}.`, {
    fields: [
      {
        field: error.field,
        message: bounds,
        ...error.range,
      },
    ],
  })
}
