import type { BatchState } from '../batch/batchState'
import { holdFamily } from '../techniques/hold/holdFamily'
import { techniqueOf } from '../techniques/registry'

/** What a cook sees or tastes of a sauce that goes wrong. `emulsion:§10` */
export const SYMPTOMS = [
  'beads',
  'thick',
  'thin',
  'split',
  'coldSplit',
  'fineGrain',
  'curds',
  'skin',
  'lumps',
  'salty',
  'sharp',
  'burnt',
] as const
export type Symptom = (typeof SYMPTOMS)[number]

/** What nothing brings back but a new one. */
export const LOST: readonly Symptom[] = ['curds', 'burnt']
/** What says that an emulsion is broken, not only on its way there. */
export const BROKEN: readonly Symptom[] = ['split', 'coldSplit']

/** Sauces that go wrong alike and are mended alike. */
export type RescueFamily =
  'egg' | 'mounted' | 'mountedWithCream' | 'mountedJus' | 'cream' | 'bound' | 'plain' | 'brownButter'

const TASTES: readonly Symptom[] = ['salty', 'sharp']
const MOUNTED: readonly Symptom[] = ['beads', 'thick', 'split', 'coldSplit', 'skin', ...TASTES, 'burnt']
/** What each can show, in the order in which it is looked for. */
export const SYMPTOMS_OF: Readonly<Record<RescueFamily, readonly Symptom[]>> = {
  egg: ['beads', 'thick', 'thin', 'split', 'coldSplit', 'fineGrain', 'curds', 'skin', ...TASTES],
  mounted: MOUNTED,
  mountedWithCream: MOUNTED,
  mountedJus: ['beads', 'thin', 'thick', 'split', 'skin', ...TASTES, 'burnt'],
  cream: ['beads', 'thin', 'thick', 'skin', ...TASTES, 'burnt'],
  bound: ['lumps', 'thin', 'thick', 'skin', ...TASTES, 'burnt'],
  plain: ['thin', 'thick', 'skin', ...TASTES, 'burnt'],
  brownButter: ['burnt', ...TASTES],
}

/** How a batch goes wrong, by what its formula makes of it. */
export function rescueFamily(state: Pick<BatchState, 'plan' | 'frozen'>): RescueFamily {
  const held = holdFamily(state)
  if (held) return held
  const works = (state.plan?.steps ?? []).map((s) => s.work.kind)
  if (works.includes('brown')) return 'brownButter'
  const { formula, ingredients = [] } = state.frozen ?? {}
  const goods = ingredients.filter((good) => formula?.items.some((i) => i.ingredientId === good.id))
  if (goods.some((g) => g.group === 'dairy' && g.emulsionRole !== 'butter')) return 'cream'
  const isBound = goods.some((g) => g.thickens) || formula?.steps.some((s) => techniqueOf(s).id === 'thicken')
  return isBound ? 'bound' : 'plain'
}
