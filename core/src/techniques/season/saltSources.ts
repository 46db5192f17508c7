import type { BatchState } from '../../batch/batchState'

/** What brought how much salt to a sauce, g. */
export interface SaltSource {
  readonly name: string
  readonly saltG: number
}
const LEAST_G = 0.05

/** Where a sauce's salt is from before any is added at the end: every good that went in, as weighed, and what went in beyond the formula; what stays in a sieve is not taken off. */
export function saltSources(state: BatchState): SaltSource[] {
  const { frozen, plan } = state
  if (!frozen || !plan) return []
  const goods = new Map(frozen.ingredients.map((i) => [i.id, i]))
  const sums = new Map<string, number>()
  const add = (ingredientId: string, massG: number) => {
    const good = goods.get(ingredientId)
    const saltG = ((good?.per100G.salt ?? 0) / 100) * massG
    if (good) sums.set(good.name, (sums.get(good.name) ?? 0) + saltG)
  }
  for (const line of plan.weighOut) add(line.ingredientId, state.weighed[line.itemId] ?? line.shownG)
  for (const f of state.stageFacts)
    if (f.kind === 'addition.made') add(f.payload.ingredientId, f.payload.massG)
  return [...sums]
    .map(([name, saltG]) => ({ name, saltG }))
    .filter((s) => s.saltG >= LEAST_G)
    .sort((a, b) => b.saltG - a.saltG)
}
