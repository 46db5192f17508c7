import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, type TestApp } from '../testing/testApp'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

/** A channel whose name has this in it, as JSON. */
const named = (text: string) => `{"kind":"probe","name":"a${text}b","isSimulated":true}`
const nested = () => `{"kind":"probe","name":${'['.repeat(3000)}${']'.repeat(3000)},"isSimulated":true}`
const compute = '/compute/panDepth'
const pan = { baseDiameterMm: 140, rimDiameterMm: 190, heightMm: 75, volumeMl: 300 }

describe('bad input is told plainly and leaves nothing behind', () => {
  it.each<
    [
      string,
      string,
      () => {
        raw?: string
        body?: unknown
        headers?: Record<string, string>
        token?: string
        method?: string
      },
      number,
      string,
    ]
  >([
    ['malformed JSON', '/facts', () => ({ raw: '{"facts": [' }), 400, 'malformedJson'],
    [
      'no JSON at all',
      '/facts',
      () => ({ raw: 'hello', headers: { 'content-type': 'text/plain' } }),
      415,
      'notJson',
    ],
    ['an empty batch', '/facts', () => ({ body: { facts: [] } }), 400, 'badInput'],
    ['a wrong type', compute, () => ({ body: { ...pan, volumeMl: '300' } }), 400, 'badInput'],
    ['a negative number', compute, () => ({ body: { ...pan, volumeMl: -3 } }), 400, 'badInput'],
    [
      'a number beyond all',
      compute,
      () => ({ raw: JSON.stringify(pan).replace('300', '1e999') }),
      400,
      'badInput',
    ],
    ['a part nobody knows', compute, () => ({ body: { ...pan, colour: 'red' } }), 400, 'badInput'],
    ['an unknown model', '/compute/weather', () => ({ body: {} }), 404, 'unknownModel'],
    ['NUL in a text', '/channels', () => ({ raw: named('\\u0000') }), 400, 'badText'],
    ['half a surrogate pair', '/channels', () => ({ raw: named('\\ud800') }), 400, 'badText'],
    ['a nesting of three thousand', '/channels', () => ({ raw: nested() }), 400, 'badText'],
    [
      'a huge body',
      '/facts',
      () => ({ raw: `{"facts":["${'x'.repeat(3 * 1024 * 1024)}"]}` }),
      413,
      'tooLarge',
    ],
    ['an unknown batch', `/batches/${uuidv7()}`, () => ({}), 404, 'unknownBatch'],
    ['an id that is none', '/batches/soup', () => ({}), 400, 'badInput'],
    ['an unknown address', '/sauces', () => ({}), 404, 'notFound'],
    ['no enrolment', '/facts?after=0', () => ({ token: 'stranger' }), 401, 'notEnrolled'],
    ['enrolment without a code', '/devices/enrol', () => ({ body: { name: 'tablet' } }), 403, 'codeNeeded'],
    [
      'enrolment with a wrong code',
      '/devices/enrol',
      () => ({ body: { name: 'tablet', code: '00000000' } }),
      403,
      'wrongCode',
    ],
    ['another file', '/import', () => ({ body: { hello: 'there' } }), 422, 'otherFormat'],
    [
      'another version of the file',
      '/import',
      () => ({ body: { format: 'liquamen/kitchen', version: 7 } }),
      422,
      'otherVersion',
    ],
    [
      'a file with broken parts',
      '/import',
      () => ({ body: { format: 'liquamen/kitchen', version: 1, facts: [] } }),
      400,
      'badInput',
    ],
  ])('%s', async (_, path, init, status, code) => {
    const answer = await t.request(path, init())
    expect(answer.status).toBe(status)
    expect(answer.headers.get('content-type')).toBe('application/problem+json')
    const problem = (await answer.json()) as { code: string; title: string; status: number }
    expect(problem).toMatchObject({ code, status })
    expect(problem.title).toMatch(/^[A-Z].*\.$/)
    expect(await t.deps.facts.after(t.kitchenId, 0)).toMatchObject({ facts: [], headSeq: 0 })
  })
})
