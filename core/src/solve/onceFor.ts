/** What is worked out of an object that never changes, once for each such object. */
export function onceFor<K extends object, V>(workOut: (of: K) => V): (of: K) => V {
  const known = new WeakMap<K, { readonly value: V }>()
  return (of) => {
    const kept = known.get(of) ?? { value: workOut(of) }
    known.set(of, kept)
    return kept.value
  }
}
