import type { ExportFile } from '@liquamen/contracts'

const isInstant = (key: string, value: unknown): value is number =>
  key.endsWith('AtMs') && typeof value === 'number'

/**
 * Moves every instant of a file by the same span, and gives facts, streams and guest details new ids, so that the same demo can be loaded on another day.
 *
 * The rule (docs/formats.md): any number whose name ends in `AtMs` or is `atMs` is an instant; spans and sizes are never touched.
 */
export function shiftInstants(
  file: ExportFile,
  byMs: number,
  newId: () => string,
): Pick<ExportFile, 'facts' | 'guestDetails' | 'catalog'> {
  const ids = new Map<string, string>()
  for (const fact of file.facts)
    for (const id of [fact.id, fact.streamId]) if (!ids.has(id)) ids.set(id, newId())
  for (const details of file.guestDetails) ids.set(details.id, newId())
  const walk = (value: unknown, key = ''): unknown => {
    if (Array.isArray(value)) return value.map((item) => walk(item, key))
    if (value !== null && typeof value === 'object')
      return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, walk(v, k)]))
    if (typeof value === 'string') return ids.get(value) ?? value
    return isInstant(key, value) || (key === 'atMs' && typeof value === 'number')
      ? Math.round(value + byMs)
      : value
  }
  return {
    facts: walk(file.facts) as ExportFile['facts'],
    guestDetails: walk(file.guestDetails) as ExportFile['guestDetails'],
    catalog: file.catalog,
  }
}
