/** Facts by their stream, each list in the order in which they came. */
export function byStream<F extends { readonly streamId: string }>(facts: Iterable<F>): Map<string, F[]> {
  const streams = new Map<string, F[]>()
  for (const fact of facts) {
    const own = streams.get(fact.streamId)
    if (own) own.push(fact)
    else streams.set(fact.streamId, [fact])
  }
  return streams
}
