import { expect, it } from 'vitest'
import type { StoredFact } from './chain'
import { createTail } from './tail'

const facts = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => ({ seq: from + i }) as StoredFact)
const seqs = (text: string) => (JSON.parse(text) as { seq: number }[]).map((f) => f.seq)

/** A log of so many facts, and how often it was read. */
function log(length: number) {
  let reads = 0
  const tail = createTail((_, seq) => {
    reads += 1
    return Promise.resolve({ facts: facts(seq + 1, length), hasMore: false })
  })
  return { tail, reads: () => reads }
}

it('what was stored here is told without being read, from wherever a browser stands in it', async () => {
  const { tail, reads } = log(0)
  tail.add('k', facts(1, 3))
  tail.add('k', facts(4, 4))
  expect(seqs((await tail.after('k', 3, 4)).text)).toEqual([4])
  expect(seqs((await tail.after('k', 1, 4)).text)).toEqual([2, 3, 4])
  expect(await tail.after('k', 0, 2)).toMatchObject({ lastSeq: 4, hasMore: false })
  expect(reads()).toBe(0)
})
it('with a gap, too far back, or not stored here, the log is read; once for all who stand alike', async () => {
  const { tail, reads } = log(9)
  tail.add('k', facts(1, 2))
  tail.add('k', facts(5, 6)) // 3 and 4 were another process's
  expect(seqs((await tail.after('k', 2, 6)).text)).toEqual([3, 4, 5, 6, 7, 8, 9])
  await Promise.all(Array.from({ length: 20 }, () => tail.after('k', 6, 9)))
  expect(reads()).toBe(2)
  await tail.after('k', 6, undefined) // nothing is known: a look of one's own
  expect(reads()).toBe(3)
})
it('a read that failed is not kept', async () => {
  let isAway = true
  const tail = createTail(() =>
    isAway ? Promise.reject(new Error('away')) : Promise.resolve({ facts: facts(1, 1), hasMore: false }),
  )
  await expect(tail.after('k', 0, 1)).rejects.toThrow('away')
  isAway = false
  expect(await tail.after('k', 0, 1)).toMatchObject({ lastSeq: 1 })
})
