const RISES_MIN = 12
const SKIMMED_SHARE = 0.95
/** After the skims a stock is looked at every half hour, a roux sauce every twenty minutes for its skin and fat. */
export const LOOK_AFTER_SKIMS_MIN = { clearStock: 30, rouxSauce: 20, puree: 20, cream: 20 } as const

/** Share of the scum that has yet to rise so long after the simmer began. */
export const scumLeftShare = (sinceMin: number): number => Math.exp(-Math.max(0, sinceMin) / RISES_MIN)

/** When to skim so that every skim takes as much: minutes after the simmer began. `kitchen:K-S7` */
export const skimTimesMin = (skims: number): number[] =>
  Array.from({ length: skims }, (_, i) => -RISES_MIN * Math.log(1 - (SKIMMED_SHARE * (i + 1)) / skims))
