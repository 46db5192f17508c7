import type {
  ChangePerson,
  FireCall,
  GuestDetails,
  NewPerson,
  Opened,
  Problem,
  PublishPlan,
  SetPin,
  TakeBackCall,
  TakeFromLarder,
} from '@liquamen/contracts'
import {
  SIGN_ON_HEADER,
  type DeviceKind,
  type Envelope,
  type Formula,
  type HouseMeasures,
  type Ingredient,
} from '@liquamen/core'
import type { z } from 'zod'
import { readStored } from './readStored'
import { schemas } from './schemas'
import { signOnProof } from './signOnProof'

/** An answer that is a refusal, as the server told it. */
export class Refusal extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title)
  }
}
/** No answer: the server or its database is out of reach. */
export class OutOfReach extends Error {}

const PATIENCE_MS = 8000
type Schemas = Awaited<ReturnType<typeof schemas>>

/** Asks, and says who stands here; who looks only says nothing, so that a page that lies open keeps nobody signed on. */
async function ask(
  path: string,
  method = 'GET',
  body?: unknown,
  withinMs: number | null = PATIENCE_MS,
): Promise<Response> {
  const proof = method === 'GET' && withinMs !== null ? undefined : signOnProof.of()
  const answer = await fetch(`/api${path}`, {
    method,
    ...(withinMs === null ? {} : { signal: AbortSignal.timeout(withinMs) }),
    headers: {
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      ...(proof === undefined ? {} : { [SIGN_ON_HEADER]: proof }),
    },
    ...(body === undefined ? {} : { body: body instanceof Blob ? body : JSON.stringify(body) }),
  })
  if (proof !== undefined && answer.headers.get(SIGN_ON_HEADER) === 'over' && proof === signOnProof.of())
    signOnProof.isOver()
  return answer
}

const isProblem = (json: unknown): json is Problem =>
  typeof json === 'object' &&
  json !== null &&
  'code' in json &&
  typeof json.code === 'string' &&
  'title' in json &&
  typeof json.title === 'string'

/** What an answer holds, as it came. @throws OutOfReach, Refusal */
async function read(asked: Promise<Response>): Promise<unknown> {
  const answer = await asked.catch(() => {
    throw new OutOfReach()
  })
  if (answer.status >= 500) throw new OutOfReach() // whatever ails it, what was sent is kept here and sent again
  const json = (await answer.json().catch(() => undefined)) as unknown
  if (answer.ok) return json
  throw new Refusal(
    isProblem(json)
      ? json
      : {
          type: 'about:blank',
          title: 'The server answered in a way this app does not know.',
          status: answer.status,
          code: 'strangeAnswer',
        },
  )
}
/** Asks, and checks what is answered. */
async function call<T>(
  schemaOf: ((all: Schemas) => z.ZodType<T>) | undefined,
  ...asked: Parameters<typeof ask>
): Promise<T> {
  const json = await read(ask(...asked))
  if (!schemaOf) return undefined as T
  const all = await schemas().catch(() => {
    throw new OutOfReach() // a piece of this app could not be fetched
  })
  return schemaOf(all).parse(json)
}

declare global {
  interface Window {
    /** What the page's head has asked for. */
    opening?: Promise<Response> | undefined
  }
}
/** The answer that the page's head asked for, once; asked for anew after that. */
function firstOpening(): Promise<Response> {
  const { opening } = window
  window.opening = undefined
  return opening ?? ask('/open', 'POST', {})
}

/** The server's interface, each answer checked. */
export const api = {
  session: () => call((s) => s.sessionSchema, '/session'),
  enrol: (name: string, code?: string) =>
    call((s) => s.enrolAnswerSchema, '/devices/enrol', 'POST', {
      name,
      ...(code === undefined ? {} : { code }),
    }),
  devices: async () => (await call((s) => s.deviceListSchema, '/devices')).devices,
  /** A code by which one device may be enrolled. */
  newCode: (kind: DeviceKind) => call((s) => s.enrolCodeSchema, '/devices/codes', 'POST', { kind }),
  renameDevice: (deviceId: string, name: string) => call(undefined, `/devices/${deviceId}`, 'PUT', { name }),
  revokeDevice: (deviceId: string) => call(undefined, `/devices/${deviceId}/revoke`, 'POST', {}),
  /** The kitchens for which this browser was enrolled, the one it speaks for first. */
  kitchens: async () => (await call((s) => s.kitchenListSchema, '/kitchens')).kitchens,
  switchKitchen: (kitchenId: string) => call(undefined, '/kitchens/switch', 'POST', { kitchenId }),
  crew: async () => (await call((s) => s.crewListSchema, '/crew')).crew,
  signOn: (crewId: string, pin: string) =>
    call((s) => s.signedOnSchema, '/crew/sign-on', 'POST', { crewId, pin }),
  signOff: () => call(undefined, '/crew/sign-off', 'POST', {}),
  addPerson: (person: NewPerson) => call((s) => s.newPersonAnswerSchema, '/crew', 'POST', person),
  setPerson: (id: string, change: ChangePerson) => call(undefined, `/crew/${id}`, 'PUT', change),
  setPin: (id: string, pins: SetPin) => call(undefined, `/crew/${id}/pin`, 'PUT', pins),
  removePerson: (id: string) => call(undefined, `/crew/${id}`, 'DELETE'),
  eraseName: (id: string) => call(undefined, `/crew/${id}/name`, 'DELETE'),
  postFacts: (facts: readonly (Envelope & { readonly signOn?: string | undefined })[]) =>
    call((s) => s.postFactsAnswerSchema, '/facts', 'POST', { facts }),
  /** All that a browser opens with. Its schema is not at hand yet: the caller checks it once the page stands. */
  open: async () => (await read(firstOpening())) as Opened,
  guestDetails: async () => (await call((s) => s.guestDetailsListSchema, '/guest-details')).details,
  putGuestDetails: (details: GuestDetails) => call(undefined, `/guest-details/${details.id}`, 'PUT', details),
  batches: async (query: Record<string, string>) =>
    (await call((s) => s.batchListSchema, `/batches?${new URLSearchParams(query).toString()}`)).batches,
  lessons: async (formulaId?: string) =>
    (await call((s) => s.lessonListSchema, `/lessons${formulaId ? `?formulaId=${formulaId}` : ''}`)).rows,
  batchFacts: async (id: string) =>
    readStored((await call((s) => s.unreadBatchSchema, `/batches/${id}`)).facts),
  saveFormula: async (formula: Formula) =>
    (await call((s) => s.savedFormulaSchema, `/catalog/formulas/${formula.id}`, 'PUT', formula)).formula,
  formulaVersions: async (id: string) =>
    (await call((s) => s.formulaVersionsSchema, `/catalog/formulas/${id}/versions`)).versions,
  ingredientTable: (csv: string, mode: 'preview' | 'write') =>
    call((s) => s.ingredientPreviewSchema, `/catalog/ingredients/${mode}`, 'POST', { csv }),
  saveIngredient: async (ingredient: Ingredient) =>
    (await call((s) => s.savedIngredientSchema, `/catalog/ingredients/${ingredient.id}`, 'PUT', ingredient))
      .ingredient,
  saveMeasures: (measures: HouseMeasures) =>
    call((s) => s.houseMeasuresSchema, '/catalog/measures', 'PUT', measures),
  channels: async () => (await call((s) => s.channelListSchema, '/channels')).channels,
  samples: (channelId: string, fromMs: number, toMs: number) =>
    call(
      (s) => s.samplesSchema,
      `/channels/${channelId}/samples?fromMs=${Math.round(fromMs)}&toMs=${Math.round(toMs)}`,
    ),
  takeFromLarder: (ask: TakeFromLarder) =>
    call((s) => s.takeFromLarderAnswerSchema, '/larder/take', 'POST', ask),
  publishPlan: (serviceId: string, plan: PublishPlan) =>
    call((s) => s.publishPlanAnswerSchema, `/services/${serviceId}/plan`, 'POST', plan),
  pastServices: async () => (await call((s) => s.pastServicesSchema, '/services/past')).services,
  readPastServices: (csv: string) =>
    call((s) => s.pastServicesAnswerSchema, '/services/past', 'POST', { csv }),
  fireCall: (serviceId: string, ask: FireCall) =>
    call((s) => s.callAnswerSchema, `/services/${serviceId}/fire`, 'POST', ask),
  takeBackCall: (serviceId: string, back: TakeBackCall) =>
    call((s) => s.callAnswerSchema, `/services/${serviceId}/take-back`, 'POST', back),
  /** Sauces and goods of the house book, for a kitchen that has none. */
  takeHouseBook: () => call((s) => s.houseBookAnswerSchema, '/catalog/book', 'POST', {}),
  /** The whole kitchen, however long that takes. */
  exportKitchen: async (): Promise<Blob> => {
    const answer = await ask('/export', 'GET', undefined, null).catch(() => {
      throw new OutOfReach()
    })
    if (!answer.ok) await read(Promise.resolve(answer))
    return answer.blob()
  },
  /** A kitchen file, sent as it is read, however long that takes. */
  importFile: (file: Blob) => call((s) => s.importAnswerSchema, '/import', 'POST', file, null),
}
