import { bindFat } from '../../pan/sieve'
import { spoonPaS } from '../../pan/thicknessOf'
import { leavesAll, type Technique } from '../technique'
import { browningMinutes, planBrowning } from '../prepare/planBrowning'
import { watchBrowning } from '../prepare/watchBrowning'
import { thinAtNappe } from '../thinAtNappe'

/** Body from starch or yolk: roux, slurry, kneaded butter, liaison. */
export const thicken: Technique = {
  id: 'thicken',
  stands: () => 'ring',
  attention: (step) => (step.technique === 'thicken' ? 'often' : 'constant'),
  end: (contents, step) =>
    step.technique === 'roux' ? { contents: bindFat(contents) } : leavesAll(contents),
  driesFat: { roux: 1 },
  floatsFat: (step) => step.technique === 'roux',
  plan({ walked: { step, lines, before, end } }) {
    const toPaS = spoonPaS(end)
    const browning = planBrowning(step, lines, undefined)
    return {
      work: {
        kind: 'thicken',
        fromPaS: spoonPaS(before),
        toPaS,
        ...(browning ? { browning } : {}),
      },
      ...(browning ? { minutes: browningMinutes(browning) } : {}),
      warnings: thinAtNappe(step, toPaS),
    }
  },
  watch: watchBrowning,
  models: [
    'sauceViscosity',
    'thickenerNeeded',
    'thickenerToAdd',
    'spoonBias',
    'starchSwollen',
    'cookOut',
    'browningStage',
    'browningTaps',
  ],
}
