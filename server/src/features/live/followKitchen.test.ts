import type { SSEStreamingApi } from 'hono/streaming'
import { expect, it } from 'vitest'
import type { News, Wake } from '../../log/liveFeed'
import type { Page } from '../../log/tail'
import { followKitchen } from './followKitchen'

/** A listener whose log answers when it is let, and what it was told. @param headSeq - where the log ends when it comes */
async function listener(headSeq = 0) {
  const told: string[] = []
  const asked: { readonly seq: number; readonly answer: (page?: Page) => void }[] = []
  const wakes: Wake[] = []
  const stopping = new AbortController()
  const stream = {
    aborted: false,
    onAbort: () => undefined,
    writeSSE: ({ event, id }: { event: string; id?: string }) => {
      told.push(`${event} ${id}`)
      return Promise.resolve()
    },
  } as unknown as SSEStreamingApi
  const deps = {
    feed: { subscribe: (_: string, wake: Wake) => (wakes.push(wake), () => undefined) },
    facts: { head: () => Promise.resolve(headSeq) },
    tail: {
      after: (_: string, seq: number) =>
        new Promise<Page>((resolve, reject) =>
          asked.push({ seq, answer: (page) => (page ? resolve(page) : reject(new Error('away'))) }),
        ),
    },
    time: { subscribe: () => () => undefined },
    stopping: stopping.signal,
  }
  const ended = new AbortController()
  let isOver = false
  const of = { kitchenId: 'k', deviceId: 'd', fromSeq: 0, stream, ended: ended.signal }
  void followKitchen(deps as never, of).then(() => (isOver = true))
  const settle = async () => {
    for (let i = 0; i < 20; i += 1) await Promise.resolve()
  }
  await settle()
  return {
    told,
    asked,
    stop: () => stopping.abort(),
    end: () => ended.abort(),
    isOver: () => isOver,
    async news(news: News) {
      wakes[0]!(news)
      await settle()
    },
    async answer(lastSeq?: number) {
      asked.shift()!.answer(lastSeq === undefined ? undefined : { text: '[]', lastSeq, hasMore: false })
      await settle()
    },
  }
}

it('what comes while the log is being read is read as well', async () => {
  const one = await listener()
  await one.news({ seq: 1 }) // stored and told before the first look, which did not see it yet, has come back
  await one.answer(0)
  expect(one.asked).toMatchObject([{ seq: 0 }])
  await one.answer(1)
  expect(one.told).toEqual(['facts 1'])
  one.stop()
})
it('while the database is away it waits to be woken, and misses nothing after', async () => {
  const one = await listener()
  await one.answer(0)
  await one.news({ seq: 3 })
  await one.answer()
  expect(one.asked).toEqual([])
  await one.news({})
  await one.answer(3)
  await one.news({ seq: 3 })
  expect(one.asked).toEqual([])
  await one.news({ seq: 4 })
  await one.answer(4)
  expect(one.told).toEqual(['facts 3', 'facts 4'])
  one.stop()
})
it('who is too far behind is told so, and goes on from the end of the log', async () => {
  const one = await listener(2001)
  expect(one.told).toEqual(['gap 2001'])
  await one.answer(2001)
  await one.news({ seq: 2002 })
  expect(one.asked).toMatchObject([{ seq: 2001 }])
  await one.answer(2002)
  expect(one.told).toEqual(['gap 2001', 'facts 2002'])
  one.stop()
  const near = await listener(2000)
  expect(near.asked).toMatchObject([{ seq: 0 }])
  expect(near.told).toEqual([])
  near.stop()
})

it('a stream ends when its device is revoked or has too many, and not when another is', async () => {
  const one = await listener()
  await one.answer(0)
  await one.news({ revoked: 'another' })
  expect(one.isOver()).toBe(false)
  await one.news({ revoked: 'd' })
  expect(one.isOver()).toBe(true)
  const two = await listener()
  await two.answer(0)
  two.end()
  await two.news({})
  expect(two.isOver()).toBe(true)
})
