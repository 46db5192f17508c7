import type { FormulaStep } from '../../formula/formula'
import { HIGHEST_PHASE_FRAC } from '../../mixture/phases'
import { bindFat } from '../../pan/sieve'
import { bowlSwellsTo, LARGEST_BASE_G } from './bowlRoom'
import { planEggStep } from './planEmulsion'
import { watchBowl } from './watchBowl'
import { leavesAll, type Technique } from '../technique'

/** A whipped yolk falls at once; a finished emulsion keeps until it is put by, s [A]. */
const [YOLK_WAITS_S, EMULSION_WAITS_S] = [60, 300]

/** The yolks stand over it; a bowl whose butter goes in over the bath, or on and off it, keeps it. */
const isOverBath = ({ technique, pourOver = 'off' }: FormulaStep) =>
  technique === 'whisk' || pourOver !== 'off'

/** Yolk over a bath, and butter into it: whisk, pour, or both at once with a power blender. */
export const eggEmulsion: Technique = {
  id: 'eggEmulsion',
  vessel: 'bowl',
  stands: (step) => (isOverBath(step) ? 'bath' : 'aside'),
  swellsTo: bowlSwellsTo,
  mostInOneG: (step) => (step.technique === 'whisk' ? LARGEST_BASE_G : undefined),
  usualMin: (step) => (step.technique === 'blend' ? 0 : 5),
  kit: (step) => (step.technique === 'blend' ? 'blender' : undefined),
  attention: () => 'constant',
  waitsS: (step) => (step.technique === 'whisk' ? YOLK_WAITS_S : EMULSION_WAITS_S),
  end: (contents, step) =>
    step.technique === 'blend' ? { contents: bindFat(contents) } : leavesAll(contents),
  phaseLimit(step, _milk, tool) {
    if (step.technique === 'whisk') return undefined
    return tool === 'stickBlender' ? HIGHEST_PHASE_FRAC.powerBlender : HIGHEST_PHASE_FRAC.handWhisk
  },
  plan: planEggStep,
  watch: watchBowl,
  models: ['ribbonTime', 'ribbonTemp', 'phaseFraction', 'safePour', 'blenderMixTemp'],
}
