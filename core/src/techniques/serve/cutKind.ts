import type { Ingredient } from '../../ingredients/ingredient'
import type { CutKind } from './fading'

/** Which row of the cutting table a good is. */
export function cutKindOf({ id, group, isLiquid }: Ingredient): CutKind | undefined {
  if (isLiquid) return undefined // tarragon vinegar is poured
  if (/^shallot/.test(id)) return 'shallot'
  if (/onion/i.test(id)) return 'onion'
  if (/^garlic/.test(id)) return 'garlic'
  if (/^mushroom|^morel/.test(id)) return 'mushroom'
  if (/^(carrot|celer|leek|parsleyRoot|fennel)/.test(id)) return 'roots'
  if (/^(parsley|chive)/.test(id)) return 'parsleyChive'
  if (/^(tarragon|chervil)/.test(id)) return 'tarragonChervil'
  if (/^(basil|sorrel|mint)/.test(id)) return 'basilSorrelMint'
  if (/^crouton/.test(id)) return 'croutons'
  if (/^tomato$/.test(id)) return 'tomatoDice'
  return group === 'fruit' && /^apple/.test(id) ? 'apple' : undefined
}
