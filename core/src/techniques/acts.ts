/** The rooms, and the words with which a formula's steps ask for them. */
export const ACTS_OF = {
  prepare: ['sweat', 'deglaze', 'add', 'flame', 'strain', 'skim', 'melt', 'move'],
  reduce: ['reduce'],
  eggEmulsion: ['whisk', 'pour', 'blend'],
  mount: ['mount'],
  brown: ['brown'],
  thicken: ['roux', 'thicken', 'liaison'],
  simmer: ['simmer'],
  season: ['season'],
  hold: ['hold'],
  cool: ['cool', 'store'],
  serve: ['serve'],
} as const satisfies Record<string, readonly string[]>
export type TechniqueId = keyof typeof ACTS_OF
/** What a step of a formula does: a word of one of the rooms. */
export type Act = (typeof ACTS_OF)[TechniqueId][number]
export const ACTS = Object.values(ACTS_OF).flat() as [Act, ...Act[]]
