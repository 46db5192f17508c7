import { describe, expect, it, vi } from 'vitest'
import type { News } from './liveFeed'
import { untilNews, type NewsFeed } from './untilNews'

/** A feed whose news are told by hand. */
function feed() {
  const hears: ((news: News) => void)[] = []
  const state = { isLive: true }
  return {
    state,
    tell: (seq: number) => hears.forEach((hear) => hear({ kitchenId: 'k', seq } as News)),
    of: {
      subscribeAll: (hear: (news: News) => void) => (hears.push(hear), () => undefined),
      isLive: () => state.isLive,
    } as NewsFeed,
  }
}
const odd = (news: News) => (news as { seq: number }).seq % 2 === 1

describe('what is kept until there is news', () => {
  it('is read once for each key, until news that concern it; other news change nothing', async () => {
    const { of, tell } = feed()
    const kept = untilNews<string>(of, odd)
    const read = vi.fn((key: string) => Promise.resolve(key.toUpperCase()))
    const ask = (key: string) => kept.ask(key, () => read(key))
    expect([await ask('a'), await ask('a'), await ask('b')]).toEqual(['A', 'A', 'B'])
    tell(2)
    await ask('a')
    expect(read).toHaveBeenCalledTimes(2)
    tell(3)
    await ask('a')
    expect(read).toHaveBeenCalledTimes(3)
  })
  it('is not what was read before news that came while it was being read', async () => {
    const { of, tell } = feed()
    const kept = untilNews<string>(of, odd)
    let answer: (value: string) => void = () => undefined
    const asked = kept.ask('a', () => new Promise((resolve) => (answer = resolve)))
    tell(1)
    answer('before the news')
    expect(await asked).toBe('before the news')
    expect(await kept.ask('a', () => Promise.resolve('after it'))).toBe('after it')
  })
  it('is asked for each time while the feed is not live, and where there is none', async () => {
    const { of, state } = feed()
    const read = vi.fn(() => Promise.resolve('a'))
    const kept = untilNews<string>(of, odd)
    await kept.ask('a', read)
    state.isLive = false
    await kept.ask('a', read)
    await kept.ask('a', read)
    expect(read).toHaveBeenCalledTimes(3)
    const alone = untilNews<string>(undefined, odd)
    await alone.ask('a', read)
    await alone.ask('a', read)
    expect(read).toHaveBeenCalledTimes(5)
  })
  it('is never nothing: what was not found is looked for again', async () => {
    const kept = untilNews<string>(feed().of, odd)
    expect(await kept.ask('a', () => Promise.resolve(undefined))).toBeUndefined()
    expect(await kept.ask('a', () => Promise.resolve('found'))).toBe('found')
  })
  it('is dropped or changed by who did it, and no more are kept than there may be', async () => {
    const kept = untilNews<string>(feed().of, odd, 2)
    const read = vi.fn(() => Promise.resolve('read'))
    await kept.ask('a', read)
    kept.set('a', 'changed')
    kept.set('never asked', 'unknown')
    expect(await kept.ask('a', read)).toBe('changed')
    expect(await kept.ask('never asked', read)).toBe('read')
    kept.drop('a')
    expect(await kept.ask('a', read)).toBe('read')
    await kept.ask('third', read) // one too many: all are let go
    await kept.ask('a', read)
    expect(read).toHaveBeenCalledTimes(5)
  })
})
