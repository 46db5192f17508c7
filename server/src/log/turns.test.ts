import { describe, expect, it } from 'vitest'
import { createTurns } from './turns'

/** Work that waits to be let go, and says what it was given. */
function heldWork() {
  const given: number[][] = []
  const gates: (() => void)[] = []
  const work = async (_kitchen: string, entries: readonly number[]) => {
    given.push([...entries])
    await new Promise<void>((go) => gates.push(go))
    if (entries.includes(13)) throw new Error('thirteen')
    return entries.map((n) => n * 10)
  }
  const letGo = async () => {
    gates.shift()!()
    for (let i = 0; i < 20; i += 1) await Promise.resolve()
  }
  return { given, work, letGo }
}

describe('createTurns', () => {
  it('what comes while the first is written goes together in the next; each gets its own answers', async () => {
    const { given, work, letGo } = heldWork()
    const store = createTurns(work)
    const answers = [store('k', [1, 2]), store('k', [3]), store('k', []), store('k', [4, 5])]
    await letGo()
    expect(given).toEqual([
      [1, 2],
      [3, 4, 5],
    ])
    await letGo()
    expect(await Promise.all(answers)).toEqual([[10, 20], [30], [], [40, 50]])
    const later = store('k', [6])
    await letGo()
    expect(await later).toEqual([60])
  })
  it('one that fails fails alone', async () => {
    const { given, work, letGo } = heldWork()
    const store = createTurns(work)
    const first = store('k', [1])
    const [good, bad, alsoGood] = [store('k', [2]), store('k', [13]), store('k', [3])]
    const fails = expect(bad).rejects.toThrow('thirteen')
    for (let i = 0; i < 5; i += 1) await letGo()
    expect(given).toEqual([[1], [2, 13, 3], [2], [13], [3]])
    await fails
    expect(await Promise.all([first, good, alsoGood])).toEqual([[10], [20], [30]])
  })
  it('kitchens do not wait for each other, and a turn is not longer than it may be', async () => {
    const { given, work, letGo } = heldWork()
    const store = createTurns(work)
    const long = Array.from({ length: 1500 }, (_, i) => i + 100)
    const all = [store('a', [1]), store('b', [2]), store('a', long), store('a', long)]
    expect(given).toEqual([[1], [2]])
    for (let i = 0; i < 4; i += 1) await letGo()
    expect(given.map((g) => g.length)).toEqual([1, 1, 1500, 1500])
    expect((await Promise.all(all)).map((r) => r.length)).toEqual([1, 1, 1500, 1500])
  })
})
