/** What a map keeps under a key, made the first time it is asked for. */
export function once<K, V>(kept: Map<K, V>, key: K, make: () => V): V {
  const known = kept.get(key)
  if (known !== undefined) return known
  const value = make()
  kept.set(key, value)
  return value
}
