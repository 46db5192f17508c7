import { PIN_DIGITS, ROLES } from '@liquamen/core'
import { z } from 'zod'
import { slug, text } from './primitives'

const { fewest, most } = PIN_DIGITS
/** All of one digit, or a run of them up or down: what is tried first. */
const isGuessed = (pin: string): boolean => {
  const steps = new Set([...pin].slice(1).map((digit, i) => Number(digit) - Number(pin[i])))
  return steps.size === 1 && [-1, 0, 1].includes([...steps][0]!)
}
/** Who a page of an earlier release says stands at it. It counts for nothing: the server knows who signed on. */
export const saidCrewId = slug.optional()

/** Digits that only one person knows. */
export const pinSchema = z
  .string()
  .regex(
    new RegExp(String.raw`^\d{${fewest},${most}}$`),
    `A PIN is ${fewest} to ${most} digits, nothing else.`,
  )
  .refine((pin) => !isGuessed(pin), 'That PIN is the first that anyone would try. Take another.')

/** What is tried at signing on: whatever it is, it is right or wrong. */
export const signOnSchema = z.strictObject({ crewId: slug, pin: text(40) })
/** Who has signed on, and the token that proves it, which is told once. */
export const signedOnSchema = z.object({ crewId: slug, role: z.enum(ROLES), token: z.string() })
export type SignedOn = z.infer<typeof signedOnSchema>

const name = text(60).refine((words) => words.trim() !== '', 'Say who it is.')
export const newPersonSchema = z.strictObject({ name, role: z.enum(ROLES), pin: pinSchema.optional() })
export type NewPerson = z.infer<typeof newPersonSchema>
export const changePersonSchema = z.strictObject({ name: name.optional(), role: z.enum(ROLES).optional() })
export type ChangePerson = z.infer<typeof changePersonSchema>
/** `oldPin` where somebody changes his own. */
export const setPinSchema = z.strictObject({ pin: pinSchema, oldPin: text(40).optional() })
export type SetPin = z.infer<typeof setPinSchema>

/** Somebody of the crew, now or once, as an admin sees him. */
export const personSchema = z.object({
  id: slug,
  name: z.string(),
  role: z.enum(ROLES),
  hasPin: z.boolean(),
  isRemoved: z.boolean(),
})
export type Person = z.infer<typeof personSchema>
export const crewListSchema = z.object({ crew: z.array(personSchema) })
export const newPersonAnswerSchema = z.object({ id: slug })
