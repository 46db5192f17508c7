import { readFileSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, NOW_MS, type TestApp } from '../testing/testApp'
import { verifyChain } from '../log/verifyChain'

/** How many requests are made up; by hand as many as one likes (HOSTILE=10000). */
const COUNT = Number(process.env.HOSTILE ?? 2000)
const SEED = Number(process.env.FC_SEED ?? 20261128)
type Json = Record<string, unknown>
interface Schema extends Json {
  readonly type?: string | string[]
  readonly enum?: unknown[]
  readonly anyOf?: Schema[]
  readonly oneOf?: Schema[]
  readonly properties?: Record<string, Schema>
  readonly required?: string[]
  readonly items?: Schema
  readonly format?: string
  readonly minimum?: number
  readonly maximum?: number
}
interface Route {
  readonly method: string
  readonly path: string
  readonly parameters: readonly { name: string; in: string; schema: Schema }[]
  readonly body: Schema | undefined
}

/** Numbers 0..1, the same for the same seed. */
function random(seed: number) {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let x = Math.imul(a ^ (a >>> 15), 1 | a)
    x = (x + Math.imul(x ^ (x >>> 7), 61 | x)) ^ x
    return ((x ^ (x >>> 14)) >>> 0) / 4294967296
  }
}
const next = random(SEED)
const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!
const chance = (share: number) => next() < share

const NESTED = JSON.parse(`${'{"a":'.repeat(2000)}1${'}'.repeat(2000)}`) as unknown
/** What nobody should send. */
const NASTY: readonly unknown[] = [
  '',
  '\u0000',
  '\ud83d',
  'x'.repeat(20_000),
  "'; drop table events; --",
  '../../etc/passwd',
  '%00',
  '=1+1',
  'null',
  '１２',
  -1,
  0,
  -0.0001,
  1.5,
  1e300,
  -1e300,
  9_007_199_254_740_993,
  8.64e15 + 1,
  NOW_MS,
  true,
  null,
  [],
  {},
  [[]],
  NESTED,
  uuidv7().toUpperCase(),
]
const golden = JSON.parse(
  readFileSync(new URL('../../../contracts/src/golden/facts.v1.json', import.meta.url), 'utf8'),
) as { facts?: Json[] } | Json[]
const examples = (Array.isArray(golden) ? golden : (golden.facts ?? [])) as Json[]

function made(schema: Schema | undefined, depth = 0): unknown {
  if (!schema || chance(0.12)) return pick(NASTY)
  const either = schema.anyOf ?? schema.oneOf
  if (either) return made(pick(either), depth + 1)
  if (schema.enum) return pick(schema.enum)
  if (schema.const !== undefined) return schema.const
  const type = Array.isArray(schema.type) ? pick(schema.type) : schema.type
  if (type === 'object' && depth < 6)
    return Object.fromEntries(
      Object.entries(schema.properties ?? {})
        .filter(([key]) => schema.required?.includes(key) || chance(0.5))
        .map(([key, of]) => [key, made(of, depth + 1)]),
    )
  if (type === 'array')
    return Array.from({ length: Math.floor(next() * 4) }, () => made(schema.items, depth + 1))
  if (type === 'integer' || type === 'number') {
    const { minimum = 0, maximum = 1000 } = schema
    const value = minimum + next() * (maximum - minimum)
    return type === 'integer' ? Math.round(value) : value
  }
  if (type === 'boolean') return chance(0.5)
  if (schema.format === 'uuid') return uuidv7()
  return pick(['redWine', 'tablet', 'by a third', 'x'])
}

/** A fact that once was good, with one of its leaves changed. */
function bentFact(t: TestApp): unknown {
  const fact = structuredClone(pick(examples))
  Object.assign(fact, {
    id: uuidv7(),
    kitchenId: t.kitchenId,
    deviceId: t.deviceId,
    actor: { deviceId: t.deviceId },
  })
  if (chance(0.7)) fact.streamId = uuidv7()
  let at = fact
  for (let depth = 0; depth < 12; depth += 1) {
    const keys = Object.keys(at)
    if (keys.length === 0) break
    const key = pick(keys)
    const inner = at[key]
    if (inner !== null && typeof inner === 'object' && chance(0.7)) {
      at = inner as Json
      continue
    }
    if (chance(0.7)) at[key] = pick(NASTY)
    break
  }
  return fact
}

/** A value as an address carries it. */
const inAddress = (value: unknown) => {
  const text = typeof value === 'object' ? JSON.stringify(value).slice(0, 200) : String(value).slice(0, 500)
  return encodeURIComponent(text.replace(/[\ud800-\udfff]/g, '?'))
}

let t: TestApp
let routes: Route[]
beforeAll(async () => {
  t = await createTestApp()
  const doc = (await (await t.request('/openapi.json')).json()) as {
    paths: Record<string, Record<string, { parameters?: Route['parameters']; requestBody?: Json }>>
  }
  routes = Object.entries(doc.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, of]) => ({
      method: method.toUpperCase(),
      path: path.replace(/^\/api/, ''),
      parameters: of.parameters ?? [],
      body: (of.requestBody as { content?: Record<string, { schema: Schema }> })?.content?.[
        'application/json'
      ]?.schema,
    })),
  )
  const plain = (path: string) => ({ method: 'GET', path, parameters: [], body: undefined })
  const id = { name: 'id', in: 'path', schema: { type: 'string', format: 'uuid' } }
  routes.push(
    plain('/batches.csv?fromMs={q}&toMs={q}&formulaId={q}'),
    plain('/export'),
    plain('/catalog/ingredients.csv'),
    { ...plain('/batches/{id}/export.csv'), parameters: [id] },
    { ...plain('/services/{id}/calls.csv'), parameters: [id] },
    { ...plain('/batches/{id}/export.json'), parameters: [id] },
    { ...plain('/batches/{id}/temperatures.csv'), parameters: [id] },
    { method: 'POST', path: '/import', parameters: [], body: {} },
  )
})
afterAll(() => t.close())

describe('hostile requests', () => {
  it(`${COUNT} over every route: a clear sentence and a code, never a failure, and the log is whole after it`, async () => {
    const failed: string[] = []
    const seen = new Map<string, number>()
    for (let i = 0; i < COUNT; i += 1) {
      const route = chance(0.35)
        ? routes.find((r) => r.path === '/facts' && r.method === 'POST')!
        : pick(routes)
      const query = route.parameters
        .filter((p) => p.in === 'query' && chance(0.7))
        .map((p) => `${p.name}=${inAddress(made(p.schema))}`)
        .join('&')
      const path =
        route.path.replace(/\{(\w+)\}/g, (_, name: string) =>
          inAddress(made(route.parameters.find((p) => p.name === name)?.schema)),
        ) + (query ? `?${query}` : '')
      const isFacts = route.path === '/facts' && route.method === 'POST'
      const body = isFacts
        ? { facts: Array.from({ length: 1 + Math.floor(next() * 3) }, () => bentFact(t)) }
        : made(route.body)
      const sends = ['POST', 'PUT', 'PATCH'].includes(route.method)
      const answer = await t.request(path, {
        method: route.method,
        ...(sends ? { raw: JSON.stringify(body) ?? 'null' } : {}),
      })
      const key = `${route.method} ${route.path}`
      seen.set(key, (seen.get(key) ?? 0) + 1)
      const text = await answer.text()
      if (answer.status >= 500)
        failed.push(`${answer.status} ${route.method} ${path} ${JSON.stringify(body)}`.slice(0, 400))
      else if (answer.status >= 400) {
        const problem = JSON.parse(text) as { code?: string; title?: string }
        if (!problem.code || !problem.title?.endsWith('.')) failed.push(`${key}: ${text.slice(0, 200)}`)
      }
    }
    expect(failed).toEqual([])
    expect(seen.size).toBe(new Set(routes.map((r) => `${r.method} ${r.path}`)).size)
    expect((await t.request('/facts?sinceMs=0')).status).toBe(200)
    expect(JSON.parse(await (await t.request('/export')).text())).toMatchObject({ isWhole: true })
    const chain = await t.database.inKitchen(t.kitchenId, (tx) => verifyChain(tx, t.kitchenId))
    expect(chain).toMatchObject({ status: 'whole' })
  }, 600_000)
})
