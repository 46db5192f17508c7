import type { Ingredient } from './ingredient'

/** Groups of goods that are kept cold; what was opened of the rest stands on the shelf. */
const COLD: readonly string[] = [
  'dairy',
  'egg',
  'meat',
  'shellfish',
  'bone',
  'herb',
  'stock',
  'base',
  'vegetable',
  'fruit',
]
/** Where a good is pulled from. */
export const keptIn = ({ group, emulsionRole }: Ingredient): 'coldRoom' | 'shelf' =>
  COLD.includes(group ?? '') || emulsionRole === 'butter' ? 'coldRoom' : 'shelf'
