const KEY = 'liquamen.stores'
const FIRST = 'liquamen' // what a browser kept before kitchens had names of their own

/** Which database of this browser belongs to which kitchen: a tablet that moves over never shows or sends what another kitchen's cooks tapped. */
export function storeNameOf(kitchenId: string): string {
  const known = read()
  const name = known[kitchenId] ?? (Object.keys(known).length === 0 ? FIRST : `${FIRST}.${kitchenId}`)
  localStorage.setItem(KEY, JSON.stringify({ ...known, [kitchenId]: name, last: name }))
  return name
}

/** The database that was open last, so that a browser can start while the server is away. */
export const lastStoreName = (): string => read().last ?? FIRST

function read(): Record<string, string> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}')
    return typeof kept === 'object' && kept !== null ? (kept as Record<string, string>) : {}
  } catch {
    return {}
  }
}
