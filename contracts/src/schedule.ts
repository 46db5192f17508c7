import {
  BINDINGS,
  FAR_S,
  type DomainError,
  type PlacedTask,
  type ScheduleAnswer,
  type ScheduleInstance,
} from '@liquamen/core'
import { z } from 'zod'
import { text } from './primitives'
import { problem, type Problem } from './problem'

const MOST = 2000
const id = text(120).min(1)
const second = z.number().int().min(-FAR_S).max(FAR_S)
const lengthS = z.number().int().min(0).max(FAR_S)
const ids = z.array(id).min(1).max(200)
const share = z.number().min(0).max(1)
const places = z.array(z.strictObject({ id })).max(200)
const washed = z.array(z.strictObject({ id, washS: lengthS })).max(200)

const modeSchema = z.strictObject({
  ring: ids.optional(),
  vessel: ids.optional(),
  well: ids.optional(),
  kit: ids.optional(),
  durationS: z
    .strictObject({ low: lengthS, mid: lengthS, high: lengthS })
    .refine((d) => d.low <= d.mid && d.mid <= d.high, 'low, mid and high are not in their order'),
  breakRisk: share.optional(),
  wasteG: z.number().min(0).max(1e6).optional(),
})
const taskSchema = z.strictObject({
  id,
  modes: z.array(modeSchema).min(1).max(20),
  hands: z.number().min(0).max(20).optional().meta({ description: 'share of a pair of hands while it runs' }),
  fill: id.optional(),
  empties: z.array(id).max(50).optional(),
  before: z
    .array(z.strictObject({ task: id, minLagS: lengthS.optional(), maxLagS: lengthS.optional() }))
    .max(50)
    .optional(),
  window: z.strictObject({ earliestS: second.optional(), latestEndS: second.optional() }).optional(),
  interruptible: z.boolean().optional(),
  serves: z
    .strictObject({
      at: z
        .array(z.strictObject({ pickUp: id, portions: z.number().min(0).max(10_000) }))
        .min(1)
        .max(200),
      clockS: lengthS.optional(),
      marginS: lengthS.optional(),
      holdRisk: z
        .array(z.strictObject({ ageS: lengthS, p: share }))
        .max(50)
        .optional(),
    })
    .optional(),
})
const placed = {
  id,
  mode: z.number().int().min(0),
  startS: second,
  endS: second,
  ring: id.optional(),
  vessel: id.optional(),
  well: id.optional(),
  kit: id.optional(),
  parts: z
    .array(z.tuple([second, second]))
    .min(1)
    .max(500)
    .optional(),
}

/** A task where it stands. */
export const placedTaskSchema = z.strictObject(placed) as unknown as z.ZodType<PlacedTask>

/** What is asked of a schedule: whole seconds from the service's own zero. */
export const scheduleInstanceSchema: z.ZodType<ScheduleInstance> = z.strictObject({
  id,
  goal: z.enum(['service', 'makespan']),
  nowS: second.optional(),
  rings: places,
  vessels: washed,
  wells: washed,
  kits: places,
  people: z.array(z.strictObject({ fromS: second, count: z.number().int().min(0).max(100) })).max(200),
  pickUps: z
    .array(
      z.strictObject({ id, atS: second, calledS: second.optional(), plates: z.number().min(0).max(10_000) }),
    )
    .max(MOST),
  tasks: z.array(taskSchema).max(MOST),
  inForce: z
    .array(z.strictObject({ ...placed, fixed: z.literal(true).optional() }))
    .max(MOST)
    .optional(),
}) as unknown as z.ZodType<ScheduleInstance>

const number = z.number()
const changeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('later'), minutes: z.number().int() }),
  z.strictObject({
    kind: z.literal('more'),
    what: z.enum(['ring', 'vessel', 'well', 'kit', 'person']),
    count: z.number().int(),
  }),
  z.strictObject({ kind: z.literal('without'), tasks: z.array(id) }),
])
/** What is answered: a plan with its seven figures, or what clashes and the least that undoes it. */
export const scheduleAnswerSchema: z.ZodType<ScheduleAnswer> = z.discriminatedUnion('status', [
  z.strictObject({
    status: z.literal('feasible'),
    objective: z.tuple([number, number, number, number, number, number, number]),
    bound: z.tuple([number]),
    robust: z.strictObject({
      high: z.strictObject({ latenessS: number }),
      slow: z.strictObject({ latenessS: number }),
    }),
    tasks: z.array(placedTaskSchema),
    binding: z.record(z.string(), z.enum(BINDINGS)),
  }),
  z.strictObject({
    status: z.literal('infeasible'),
    conflict: z.strictObject({ tasks: z.array(id), smallestChange: changeSchema }),
  }),
]) as unknown as z.ZodType<ScheduleAnswer>

/** The longest that one schedule may be looked for over the interface, ms. */
export const MOST_BUDGET_MS = 30_000
/** A schedule asked for over the compute interface; with steps the same answer comes back every time. */
export const scheduleRequestSchema = z.strictObject({
  instance: scheduleInstanceSchema,
  budgetMs: z.number().int().min(1).max(MOST_BUDGET_MS).default(1000),
  steps: z.number().int().min(1).max(100_000).optional(),
  seed: z.number().int().min(0).max(0xffffffff).default(1),
  /** The tasks of an answer to begin with: what still may stays where it was. */
  from: z.array(placedTaskSchema).max(MOST).optional(),
})
export type ScheduleRequest = z.infer<typeof scheduleRequestSchema>

const SAYS: Readonly<Record<string, (field: string, value: string) => string>> = {
  unknownId: (field, value) => `Under ${field} stands “${value}”, which is not there.`,
  duplicateId: (field) => `Two of ${field} have the same id.`,
  cycle: (_, value) => `“${value}” waits for something that waits for it.`,
  noAnswer: () => 'No plan was found in time, nor what clashes: ask for fewer tasks.',
  noMode: (_, value) => `“${value}” has no way to be done.`,
}
/** An instance that contradicts itself, in a sentence. */
export function scheduleProblem({ code, field, value }: DomainError): Problem {
  const title = SAYS[code]?.(field, String(value).slice(0, 80)) ?? `${field} cannot be used.`
  return problem(422, code, title, { fields: [{ field, message: title }] })
}
