import { massG } from '../../mixture/composition'
import { skimmed } from '../../pan/sieve'
import { houseRules } from '../../kitchen/kitchen'
import { foodCode } from '../../safety/codes'
import { leavesAll, PLAIN, type Technique } from '../technique'
import { planCooling } from './coolPlan'
import { watchCooling } from './watchCooling'

const BOUND_FROM = 0.005 // flour in it holds its fat: nothing to lift

/** Down through the danger range in a shallow tray, then put away as a lot. */
export const cool: Technique = {
  id: 'cool',
  vessel: 'tray',
  stands: () => 'aside',
  attention: () => 'none',
  waitsS: () => Infinity,
  end: (contents, step) =>
    step.technique === 'cool' && contents.starchEqG < BOUND_FROM * massG(contents.liquid)
      ? { contents: skimmed(contents, 'chilledLift') }
      : leavesAll(contents),
  plan: ({ walked, pan, settings }) =>
    walked.step.technique === 'cool'
      ? { work: planCooling(pan, walked.begin, foodCode(houseRules(settings))) }
      : PLAIN,
  watch: watchCooling,
  models: ['containerCooling', 'slabCooling', 'coolingFromReadings', 'coolingVerdict', 'freezing'],
}
