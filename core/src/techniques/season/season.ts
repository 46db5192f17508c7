import { leavesAll, type Technique } from '../technique'

/** Salt, acid and pepper at the end, tasted. */
export const season: Technique = {
  id: 'season',
  stands: () => 'aside',
  attention: () => 'constant',
  end: leavesAll,
  models: ['saltToAdd', 'saltAfterReduction', 'saltCeiling', 'acidForFat'],
}
