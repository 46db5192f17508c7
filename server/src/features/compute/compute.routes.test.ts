import { MODELS } from '@liquamen/core'
import { pino } from 'pino'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createApp, createDeps } from '../../app'
import { openDatabase } from '../../db/database'
import { createTestApp, NOW_MS, type TestApp } from '../../testing/testApp'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

describe('models over HTTP', () => {
  it('lists every model of the registry with its inputs, units and sources', async () => {
    const { models } = (await (await t.request('/models')).json()) as {
      models: { id: string; inputs: unknown[]; sources: string[] }[]
    }
    expect(models.map((m) => m.id)).toEqual(MODELS.map((m) => m.id))
    expect(models.every((m) => m.inputs.length > 0 && m.sources.length > 0)).toBe(true)
  })
  it('answers as the core does, with band and version', async () => {
    const answer = await t.request('/compute/panDepth', {
      body: { baseDiameterMm: 240, rimDiameterMm: 240, heightMm: 120, cornerMm: 20, volumeMl: 250 },
    })
    expect(answer.status).toBe(200)
    const body = (await answer.json()) as { value: number }
    expect(body).toMatchObject({
      unit: 'mm',
      coverage: 0.9,
      modelVersion: 'panDepth-2',
      warnings: ['stickMisleads'],
    })
    expect(body.value).toBeCloseTo(6.54, 2) // reduction:G5
  })
  it('a phrase that contradicts itself is answered as a conflict, not a number to trust', async () => {
    const body = (await (
      await t.request('/compute/reductionVolume', {
        body: { phrase: 'by a third, to 100 ml', volumeMl: 300 },
      })
    ).json()) as { warnings: string[] }
    expect(body.warnings).toEqual(['conflict', 'by_to_swap'])
  })
  it('a bound that does not exist is null, not a number', async () => {
    const body = (await (
      await t.request('/compute/reductionForecast', {
        body: { massG: 1000, sdMassG: 5, rateGPerMin: 0.2, sdRateGPerMin: 0.3, targetMassG: 100 },
      })
    ).json()) as { high: number | null; warnings: string[] }
    expect(body).toMatchObject({ high: null, warnings: ['noUpperBound'] })
  })
  it('the interface describes itself', async () => {
    const doc = (await (await t.app.request('/api/openapi.json')).json()) as {
      paths: Record<string, unknown>
    }
    expect(Object.keys(doc.paths)).toEqual(
      expect.arrayContaining([
        '/api/facts',
        '/api/batches',
        '/api/import',
        '/api/compute/{model}',
        '/api/session',
        '/api/guest-details/{id}',
      ]),
    )
  })
  it('answers are not kept by caches', async () =>
    expect((await t.request('/models')).headers.get('cache-control')).toBe('no-store'))
})

describe('when the database is out of reach', () => {
  it('every request says so with 503, and the process lives', async () => {
    const database = openDatabase('postgres://nobody@127.0.0.1:1/none', () => undefined)
    const deps = createDeps({
      database,
      feed: {
        tell: () => undefined,
        subscribe: () => () => undefined,
        subscribeAll: () => undefined,
        isLive: () => false,
        stop: () => Promise.resolve(),
      },
      clock: () => NOW_MS,
      log: pino({ level: 'silent' }),
      stopping: new AbortController().signal,
    })
    const answer = await createApp(deps).request('/api/session', { headers: { authorization: 'Bearer any' } })
    expect(answer.status).toBe(503)
    expect(await answer.json()).toMatchObject({ code: 'databaseAway' })
    await database.close()
  })
  it('a connection that was cut is replaced: the next request succeeds', async () => {
    const cut = await t.database.pool.connect()
    const { rows } = await cut.query<{ pid: number }>('select pg_backend_pid() as pid')
    cut.release()
    const { withClient } = await import('../../db/prepare')
    await withClient(t.superuserUrl, (client) =>
      client.query('select pg_terminate_backend($1)', [rows[0]?.pid]),
    )
    await expect.poll(async () => (await t.request('/session')).status, { timeout: 30_000 }).toBe(200)
  })
})
