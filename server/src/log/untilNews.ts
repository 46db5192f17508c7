import type { LiveFeed, News } from './liveFeed'

/** The feed, as those need it who keep what they read until there is news of it. */
export type NewsFeed = Pick<LiveFeed, 'subscribeAll' | 'isLive'>

/**
 * Keeps what was read from the database until another process, or this one, says that it may be another. Without a feed that is live the database
 * is asked each time.
 *
 * @param isNews - which news make what is kept doubtful
 */
export function untilNews<T>(feed: NewsFeed | undefined, isNews: (news: News) => boolean, most = 1000) {
  const kept = new Map<string, T>()
  let forgotten = 0
  function forget(): void {
    kept.clear()
    forgotten += 1
  }
  feed?.subscribeAll((news) => {
    if (isNews(news)) forget()
  })
  return {
    forget,
    /** What is kept under a key, or what is read now; nothing is kept that was read before news which came meanwhile. */
    async ask(key: string, read: () => Promise<T | undefined>): Promise<T | undefined> {
      const isLive = feed?.isLive() ?? false
      const known = isLive ? kept.get(key) : undefined
      if (known !== undefined) return known
      const before = forgotten
      const found = await read()
      if (found !== undefined && isLive && before === forgotten) {
        if (kept.size >= most) kept.clear()
        kept.set(key, found)
      }
      return found
    },
    set(key: string, value: T): void {
      if (kept.has(key)) kept.set(key, value)
    },
    drop: (key: string) => void kept.delete(key),
  }
}
