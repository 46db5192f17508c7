import type { ExportFile } from '@liquamen/contracts'
import { readFileSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { verifyChain } from '../../log/verifyChain'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'
import { listImports } from './files.repo'

const demo = readFileSync(new URL('../../../../demo/larchwater-house.json', import.meta.url), 'utf8')
let t: TestApp
let text: string
let file: ExportFile
const apps: TestApp[] = []
const fresh = async () => {
  const app = await createTestApp()
  apps.push(app)
  return app
}
const exported = async (of: TestApp) => (await of.request('/export')).text()
const imported = async (into: TestApp, raw: string) => {
  const answer = await into.request('/import', { raw })
  return { status: answer.status, ...((await answer.json()) as { code?: string; facts?: number }) }
}
const whole = (of: TestApp) => of.database.inKitchen(of.kitchenId, (tx) => verifyChain(tx, of.kitchenId))

beforeAll(async () => {
  t = await createTestApp()
  await imported(t, demo)
  const stream = uuidv7()
  for (let page = 0; page < 20; page++)
    await t.request('/facts', {
      body: {
        facts: Array.from({ length: 100 }, () => testFact(t, 'hold.stirred', stream, { stepId: 'a' })),
      },
    })
  const { id } = (await (
    await t.request('/channels', { body: { kind: 'probe', name: 'Probe 1', isSimulated: true } })
  ).json()) as { id: string }
  for (let n = 0; n < 30; n++)
    await t.request(`/channels/${id}/samples`, {
      body: {
        groupId: uuidv7(),
        sentAtMs: NOW_MS,
        samples: [
          { atMs: NOW_MS - 100 * n, value: 61.25 + n / 7 },
          { atMs: NOW_MS + 9e5, value: 60 },
        ],
      },
    })
  const butter = (await (await t.request('/session')).json()) as { catalog: { formulas: { id: string }[] } }
  const formula = butter.catalog.formulas.find((f) => f.id === 'beurreBlanc')!
  await t.request('/catalog/formulas/beurreBlanc', { method: 'PUT', body: { ...formula, name: 'Ours' } })
  const { details } = (await (await t.request('/guest-details')).json()) as { details: { id: string }[] }
  await t.request(`/guest-details/${details[0]!.id}`, { method: 'DELETE' })
  text = await exported(t)
  file = JSON.parse(text) as ExportFile
}, 60_000)
afterEach(async () => {
  for (const app of apps.splice(0)) await app.close() // each has connections of its own
})
afterAll(() => t.close())

describe('a whole kitchen as a file', () => {
  it('has everything: facts with receipt and link, readings, earlier formulas, probes, people', () => {
    expect(file.facts.length).toBeGreaterThan(2600)
    expect(file.facts.every((f, i) => f.seq === i + 1 && f.chain && f.receivedAtMs)).toBe(true)
    expect(file.samples!.map((g) => g.seq)).toEqual(Array.from({ length: 30 }, (_, i) => i + 1))
    expect(file.samples![3]!.samples[1]).toMatchObject({ flag: 'future' })
    expect(file.formulaVersions!.some((v) => v.id === 'beurreBlanc@1')).toBe(true)
    expect(file.people!.map((p) => p.name)).toEqual(['Ilse', 'Bram', 'Maren'])
    expect(file.channels!.map((c) => c.deviceId)).toEqual(file.devices!.map((d) => d.id))
    expect(file.guestDetails.length).toBeGreaterThan(0)
  })
  it('comes into an empty kitchen as it was: written out again it is the same file, and its record stands', async () => {
    const other = await fresh()
    expect(await imported(other, text)).toMatchObject({ status: 200, facts: file.facts.length })
    expect(await exported(other)).toBe(text)
    expect(await whole(other)).toMatchObject({ status: 'whole', head: file.chainHead })
    const marks = await other.database.inKitchen(other.kitchenId, (tx) => listImports(tx, other.kitchenId))
    expect(marks).toMatchObject([{ recordId: file.kitchenId, fromSeq: 1, untilSeq: file.facts.length }])
    // and life goes on there: what comes next follows
    await other.request('/facts', {
      body: { facts: [testFact(other, 'hold.stirred', uuidv7(), { stepId: 'a' })] },
    })
    expect(await whole(other)).toMatchObject({ status: 'whole', facts: file.facts.length + 1 })
    const batches = async (of: TestApp) =>
      ((await (await of.request('/batches')).json()) as { batches: unknown[] }).batches
    expect(await batches(other)).toEqual(expect.arrayContaining(await batches(t)))
  }, 60_000)
  it('comes twice as once, and never brings back what was erased', async () => {
    expect(await imported(t, text)).toMatchObject({ status: 200, facts: 0 })
    const { details } = (await (await t.request('/guest-details')).json()) as { details: { id: string }[] }
    await t.request(`/guest-details/${details[0]!.id}`, { method: 'DELETE' })
    await imported(t, text)
    const after = ((await (await t.request('/guest-details')).json()) as { details: unknown[] }).details
    expect(after).toHaveLength(details.length - 1)
    expect(await whole(t)).toMatchObject({ status: 'whole' })
  }, 60_000)
  it.each([
    [
      'a fact was changed',
      (f: ExportFile) => Object.assign(f.facts[1500]!.payload as object, { stepId: 'b' }),
    ],
    ['who did it was changed', (f: ExportFile) => Object.assign(f.facts[40]!.actor, { crewId: 'bram' })],
    [
      'its receipt was changed',
      (f: ExportFile) => Object.assign(f.facts[2000]!, { receivedAtMs: f.facts[2000]!.receivedAtMs! + 1 }),
    ],
    ['a fact is missing', (f: ExportFile) => f.facts.splice(900, 1)],
    ['two change places', (f: ExportFile) => f.facts.splice(10, 2, f.facts[11]!, f.facts[10]!)],
    ['the end is missing', (f: ExportFile) => f.facts.splice(-3)],
    [
      'the end is missing and the head set back',
      (f: ExportFile) => Object.assign(f, { facts: f.facts.slice(0, -3), chainHead: f.facts.at(-4)!.chain }),
    ],
    ['a reading was changed', (f: ExportFile) => Object.assign(f.samples![7]!.samples[0]!, { value: 70 })],
    ['a group of readings is missing', (f: ExportFile) => f.samples!.splice(4, 1)],
    ['it is another’s', (f: ExportFile) => Object.assign(f, { kitchenId: uuidv7() })],
  ])(
    'is refused whole where %s',
    async (_, bend) => {
      const bent = structuredClone(file)
      bend(bent)
      const other = await fresh()
      expect(await imported(other, JSON.stringify(bent))).toMatchObject({ status: 422, code: 'brokenChain' })
      expect((await other.deps.facts.after(other.kitchenId, 0)).facts).toEqual([])
      expect(JSON.parse(await exported(other))).toMatchObject({
        facts: [],
        samples: [],
        kitchenId: other.kitchenId,
      })
    },
    60_000,
  )
  it('is refused where it is cut, is none, or is of another version', async () => {
    const other = await fresh()
    expect(await imported(other, text.slice(0, text.length / 2))).toMatchObject({
      status: 400,
      code: 'malformedJson',
    })
    expect(await imported(other, text.slice(0, -3))).toMatchObject({ status: 400, code: 'malformedJson' })
    expect(await imported(other, `${text}x`)).toMatchObject({ status: 400, code: 'malformedJson' })
    expect(await imported(other, '{"version": 2}')).toMatchObject({ status: 422, code: 'otherFormat' })
    expect(await imported(other, '[1, 2]')).toMatchObject({ status: 422, code: 'otherFormat' })
    expect(await imported(other, text.replace('"version": 2', '"version": 3'))).toMatchObject({
      status: 422,
      code: 'otherVersion',
    })
    expect((await other.deps.facts.after(other.kitchenId, 0)).facts).toEqual([])
  }, 60_000)
})
