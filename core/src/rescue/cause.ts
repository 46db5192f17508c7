import { phaseFraction } from '../mixture/phases'
import { COOKED_FROM, type Ailing } from './remedies'
import type { Symptom } from './symptoms'

/** Why it went wrong, by what is known of the batch. */
export type Cause =
  | { readonly because: 'tooFast'; readonly freeOilFrac: number }
  | { readonly because: 'tooLittleWater'; readonly phaseFrac: number }
  | { readonly because: 'tooLittleButter'; readonly phaseFrac: number }
  | { readonly because: 'undercooked'; readonly setFrac: number }
  | { readonly because: 'overheated' | 'tooHot' | 'tooCold'; readonly tempC: number }
  | { readonly because: 'stoodLong'; readonly minutes: number }
  | { readonly because: 'dried'; readonly lostG: number }
  | { readonly because: 'unknown' }

/** What the record of a batch says beside its sauce. */
export interface Known extends Ailing {
  readonly tempC: number | undefined
  readonly hottestC: number | undefined
  readonly freeOilFrac: number | undefined
  readonly heldMin: number | undefined
}
const LIMITS = {
  scrambleC: 68,
  freeOil: 0.04,
  phase: 0.7,
  setsC: 40,
  mountedC: 58,
  coldC: 35,
  dried: 3,
  longMin: 60,
}

/** What a symptom may come from: the cause where the batch's own figures bear it out. */
interface Rule {
  readonly shows: readonly Symptom[]
  readonly because: (of: Known) => Cause | undefined
}
const BREAKS: readonly Symptom[] = ['beads', 'split']
const isEgg = ({ family }: Known) => family === 'egg'
const isMounted = ({ family }: Known) => family.startsWith('mounted')
const hottest = (of: Known) => Math.max(of.tempC ?? -Infinity, of.hottestC ?? -Infinity)

/** In the order in which they are thought of: the first that bears out is told. */
const RULES: readonly Rule[] = [
  {
    shows: ['fineGrain', 'curds'],
    because: (of) => (hottest(of) > -Infinity ? { because: 'overheated', tempC: hottest(of) } : undefined),
  },
  {
    shows: ['coldSplit'],
    because: ({ tempC }) => (tempC === undefined ? undefined : { because: 'tooCold', tempC }),
  },
  {
    shows: BREAKS,
    because: ({ freeOilFrac = 0 }) =>
      freeOilFrac > LIMITS.freeOil ? { because: 'tooFast', freeOilFrac } : undefined,
  },
  {
    shows: BREAKS,
    because: (of) => {
      const mostC = isEgg(of) ? LIMITS.scrambleC : LIMITS.mountedC
      const tempC = hottest(of)
      return (isEgg(of) || isMounted(of)) && tempC > mostC ? { because: 'tooHot', tempC } : undefined
    },
  },
  {
    shows: BREAKS,
    because: (of) => {
      const leastC = isEgg(of) ? LIMITS.setsC : LIMITS.coldC
      return of.tempC !== undefined && of.tempC < leastC ? { because: 'tooCold', tempC: of.tempC } : undefined
    },
  },
  {
    shows: [...BREAKS, 'thick'],
    because: (of) => {
      const phaseFrac = phaseFraction(of.phases)
      const isButtery = isEgg(of) || isMounted(of) || of.family === 'cream'
      return isButtery && phaseFrac > LIMITS.phase ? { because: 'tooLittleWater', phaseFrac } : undefined
    },
  },
  {
    shows: ['skin', 'thick', 'beads', 'salty'],
    because: ({ lostG }) => (lostG >= LIMITS.dried ? { because: 'dried', lostG } : undefined),
  },
  {
    shows: ['split', 'coldSplit', 'skin'],
    because: ({ heldMin = 0 }) =>
      heldMin >= LIMITS.longMin ? { because: 'stoodLong', minutes: heldMin } : undefined,
  },
  {
    shows: ['thin'],
    because: (of) => {
      if (!isEgg(of)) return undefined
      const { setFrac = 1 } = of
      return setFrac < COOKED_FROM
        ? { because: 'undercooked', setFrac }
        : { because: 'tooLittleButter', phaseFrac: phaseFraction(of.phases) }
    },
  },
]

/** The likeliest cause of what a cook sees, from the batch's own facts. `emulsion:§10` */
export function causeOf(symptom: Symptom, of: Known): Cause {
  for (const rule of RULES) {
    const cause = rule.shows.includes(symptom) ? rule.because(of) : undefined
    if (cause) return cause
  }
  return { because: 'unknown' }
}
