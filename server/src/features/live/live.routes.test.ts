import type { Fact } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, testFact, type TestApp } from '../../testing/testApp'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

interface Told {
  readonly event: string
  readonly id: string
  readonly data: string
}
/** The live stream as a browser reads it. */
async function listen(after = 0, headers: Record<string, string> = {}, token = t.token) {
  const answer = await t.request(`/live?after=${after}`, { headers, token })
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  async function next(): Promise<Told> {
    for (;;) {
      const end = rest.indexOf('\n\n')
      if (end >= 0) {
        const lines = rest.slice(0, end).split('\n')
        rest = rest.slice(end + 2)
        const of = (field: string) =>
          lines
            .filter((l) => l.startsWith(`${field}:`))
            .map((l) => l.slice(field.length + 1).trim())
            .join('\n')
        return { event: of('event'), id: of('id'), data: of('data') }
      }
      const { value, done } = await reader.read()
      if (done) throw new Error('the stream has ended')
      rest += value
    }
  }
  const factsUntil = async (count: number) => {
    const facts: Fact[] = []
    while (facts.length < count) {
      const told = await next()
      if (told.event === 'facts') facts.push(...(JSON.parse(told.data) as Fact[]))
    }
    return facts
  }
  return { answer, next, factsUntil, close: () => reader.cancel() }
}
const lifted = (streamId = uuidv7()) => testFact(t, 'pan.lifted', streamId, { stepId: 'a' })
const post = (facts: unknown[]) => t.request('/facts', { body: { facts } })
const head = async () => ((await (await t.request('/facts?sinceMs=0')).json()) as { headSeq: number }).headSeq

describe('the live stream', () => {
  it('tells what is new as it comes, in order, each with its number', async () => {
    const live = await listen(await head())
    const sent = [lifted(), lifted(), lifted()]
    for (const fact of sent) await post([fact])
    const facts = await live.factsUntil(3)
    expect(facts.map((f) => f.id)).toEqual(sent.map((f) => f.id))
    const seqs = facts.map((f) => f.seq!)
    expect([...seqs].sort((a, b) => a - b)).toEqual(seqs)
    await live.close()
  })
  it('goes on where a browser left off, by its last event or by what it asks for', async () => {
    const before = await head()
    const sent = [lifted(), lifted()]
    await post(sent)
    const asked = await listen(before)
    expect((await asked.factsUntil(2)).map((f) => f.id)).toEqual(sent.map((f) => f.id))
    const resumed = await listen(0, { 'last-event-id': String(before + 1) })
    expect((await resumed.factsUntil(1)).map((f) => f.id)).toEqual([sent[1]!.id])
    await Promise.all([asked.close(), resumed.close()])
  })
  it('a browser that was away for a thousand facts gets each of them once', async () => {
    const before = await head()
    const all = Array.from({ length: 1000 }, () => lifted())
    for (let i = 0; i < all.length; i += 200) await post(all.slice(i, i + 200))
    const live = await listen(before)
    const facts = await live.factsUntil(1000)
    expect(facts.map((f) => f.id)).toEqual(all.map((f) => f.id))
    await live.close()
  })
  it('what two devices send at once reaches every listener the same', async () => {
    const from = await head()
    const [a, b] = [await listen(from), await listen(from)]
    const sent = Array.from({ length: 30 }, () => lifted())
    await Promise.all(sent.map((fact) => post([fact])))
    const [one, other] = [await a.factsUntil(30), await b.factsUntil(30)]
    expect(one.map((f) => f.id)).toEqual(other.map((f) => f.id))
    expect(one.map((f) => f.id).sort()).toEqual(sent.map((f) => f.id).sort())
    await Promise.all([a.close(), b.close()])
  })
  it('tells nothing of another kitchen, and a stranger is refused', async () => {
    const elsewhere = await t.deps.devices.createKitchen('Elsewhere')
    const { token, device } = await t.deps.devices.enrol(elsewhere, 'tablet')
    const live = await listen(0, {}, token)
    await post([lifted()])
    const theirs = testFact(device, 'pan.lifted', uuidv7(), {
      stepId: 'theirs',
    })
    await t.request('/facts', { body: { facts: [theirs] }, token })
    const [first] = await live.factsUntil(1)
    expect(first!.payload).toEqual({ stepId: 'theirs' })
    await live.close()
    expect((await t.request('/live', { token: 'stranger' })).status).toBe(401)
  })
  it('a nonsense number listens from the beginning and is no failure', async () => {
    const live = await listen(0, { 'last-event-id': 'nonsense' })
    expect(live.answer.status).toBe(200)
    expect((await live.factsUntil(1))[0]!.seq).toBe(1)
    await live.close()
  })
})
