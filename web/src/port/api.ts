import {
  formulaVersionsSchema,
  houseMeasuresSchema,
  ingredientPreviewSchema,
  savedFormulaSchema,
  savedIngredientSchema,
  batchListSchema,
  channelListSchema,
  enrolAnswerSchema,
  guestDetailsListSchema,
  importAnswerSchema,
  postFactsAnswerSchema,
  problemSchema,
  samplesSchema,
  unreadBatchSchema,
  unreadFactsPageSchema,
  sessionSchema,
  takeFromLarderAnswerSchema,
  type GuestDetails,
  type Problem,
  type TakeFromLarder,
} from '@liquamen/contracts'
import type { Envelope, Formula, HouseMeasures, Ingredient } from '@liquamen/core'
import type { z } from 'zod'
import { readStored } from './readStored'

/** An answer that is a refusal, as the server told it. */
export class Refusal extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title)
  }
}
/** No answer: the server or its database is out of reach. */
export class OutOfReach extends Error {}

const PATIENCE_MS = 8000

async function call<T>(
  schema: z.ZodType<T> | undefined,
  path: string,
  method = 'GET',
  body?: unknown,
): Promise<T> {
  let answer: Response
  try {
    answer = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(body === undefined
        ? {}
        : {
            body: typeof body === 'string' ? body : JSON.stringify(body),
            headers: { 'content-type': 'application/json' },
          }),
    })
  } catch {
    throw new OutOfReach()
  }
  if (answer.status >= 500) throw new OutOfReach() // whatever ails it, what was sent is kept here and sent again
  const json = (await answer.json().catch(() => undefined)) as unknown
  if (!answer.ok) {
    const problem = problemSchema.safeParse(json)
    throw new Refusal(
      problem.success
        ? problem.data
        : {
            type: 'about:blank',
            title: 'The server answered in a way this app does not know.',
            status: answer.status,
            code: 'strangeAnswer',
          },
    )
  }
  return schema ? schema.parse(json) : (undefined as T)
}

/** The server's interface, each answer checked. */
export const api = {
  session: () => call(sessionSchema, '/session'),
  enrol: (name: string, code?: string) =>
    call(enrolAnswerSchema, '/devices/enrol', 'POST', { name, ...(code === undefined ? {} : { code }) }),
  postFacts: (facts: readonly Envelope[]) => call(postFactsAnswerSchema, '/facts', 'POST', { facts }),
  async currentFacts(sinceMs: number) {
    const { facts, headSeq } = await call(unreadFactsPageSchema, `/facts?sinceMs=${sinceMs}`)
    return { facts: readStored(facts), headSeq }
  },
  guestDetails: async () => (await call(guestDetailsListSchema, '/guest-details')).details,
  putGuestDetails: (details: GuestDetails) => call(undefined, `/guest-details/${details.id}`, 'PUT', details),
  batches: async (query: Record<string, string>) =>
    (await call(batchListSchema, `/batches?${new URLSearchParams(query).toString()}`)).batches,
  batchFacts: async (id: string) => readStored((await call(unreadBatchSchema, `/batches/${id}`)).facts),
  saveFormula: async (formula: Formula) =>
    (await call(savedFormulaSchema, `/catalog/formulas/${formula.id}`, 'PUT', formula)).formula,
  formulaVersions: async (id: string) =>
    (await call(formulaVersionsSchema, `/catalog/formulas/${id}/versions`)).versions,
  ingredientTable: (csv: string, mode: 'preview' | 'write') =>
    call(ingredientPreviewSchema, `/catalog/ingredients/${mode}`, 'POST', { csv }),
  saveIngredient: async (ingredient: Ingredient) =>
    (await call(savedIngredientSchema, `/catalog/ingredients/${ingredient.id}`, 'PUT', ingredient))
      .ingredient,
  saveMeasures: (measures: HouseMeasures) => call(houseMeasuresSchema, '/catalog/measures', 'PUT', measures),
  channels: async () => (await call(channelListSchema, '/channels')).channels,
  samples: (channelId: string, fromMs: number, toMs: number) =>
    call(
      samplesSchema,
      `/channels/${channelId}/samples?fromMs=${Math.round(fromMs)}&toMs=${Math.round(toMs)}`,
    ),
  takeFromLarder: (ask: TakeFromLarder) => call(takeFromLarderAnswerSchema, '/larder/take', 'POST', ask),
  importFile: (text: string) => call(importAnswerSchema, '/import', 'POST', text),
}
