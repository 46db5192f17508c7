/** A short name for files and addresses from a name, in camel case; numbered where it is taken. Nothing where the name has no letter. */
export function slugOf(name: string, taken: ReadonlySet<string>): string {
  const words = name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/^[^a-z]+/, '')
    .match(/[a-z0-9]+/g)
  const base = (words ?? []).map((w, i) => (i ? w.charAt(0).toUpperCase() + w.slice(1) : w)).join('')
  if (!base) return ''
  let id = base.slice(0, 60)
  for (let n = 2; taken.has(id); n++) id = `${base.slice(0, 56)}${n}`
  return id
}
