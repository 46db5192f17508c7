const MOST_TOGETHER = 2000

interface Ask<In, Out> {
  readonly entries: readonly In[]
  readonly done: (results: Out[]) => void
  readonly failed: (error: unknown) => void
}

/**
 * Lets what comes to one kitchen while its transaction is under way wait, and go together in the next: a kitchen's facts are written one
 * transaction after another anyway, and each costs the disk one write. Where those that go together fail, each is tried by itself.
 *
 * @param work - stores entries of a kitchen, all or none; answers one by one, in their order
 */
export function createTurns<In, Out>(
  work: (kitchenId: string, entries: readonly In[]) => Promise<Out[]>,
): (kitchenId: string, entries: readonly In[]) => Promise<Out[]> {
  const waiting = new Map<string, Ask<In, Out>[]>()

  async function together(kitchenId: string, asks: readonly Ask<In, Out>[]): Promise<void> {
    try {
      const results = await work(
        kitchenId,
        asks.flatMap((ask) => ask.entries),
      )
      let from = 0
      for (const { entries, done } of asks) done(results.slice(from, (from += entries.length)))
    } catch (error) {
      if (asks.length === 1) asks[0]!.failed(error)
      else for (const ask of asks) await together(kitchenId, [ask])
    }
  }
  /** The next ones that fit into one turn, at least one. */
  function nextOf(queue: Ask<In, Out>[]): Ask<In, Out>[] {
    let count = 0
    const over = queue.findIndex((ask, i) => (count += ask.entries.length) > MOST_TOGETHER && i > 0)
    return queue.splice(0, over < 0 ? queue.length : over)
  }
  async function run(kitchenId: string, queue: Ask<In, Out>[]): Promise<void> {
    while (queue.length) await together(kitchenId, nextOf(queue))
    waiting.delete(kitchenId)
  }

  return (kitchenId, entries) =>
    new Promise((done, failed) => {
      const ask = { entries, done, failed }
      const queue = waiting.get(kitchenId)
      if (queue) return void queue.push(ask)
      const fresh = [ask]
      waiting.set(kitchenId, fresh)
      void run(kitchenId, fresh)
    })
}
