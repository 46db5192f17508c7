import { skimmed, strained } from '../../pan/sieve'
import { planPrepared } from './planPrepared'
import { watchBrowning } from './watchBrowning'
import { HOT_WAITS_S, leavesAll, type Attention, type Technique } from '../technique'

const WANTS: Readonly<Record<string, Attention>> = {
  sweat: 'often',
  deglaze: 'constant',
  flame: 'constant',
  strain: 'constant',
}
const OFF_THE_HEAT: readonly string[] = ['strain', 'move', 'flame']

/** What comes before, between and after the cooking: sweat, deglaze, put in, flame, skim, strain, move. */
export const prepare: Technique = {
  id: 'prepare',
  stands: (step) =>
    OFF_THE_HEAT.includes(step.technique) || (step.technique === 'add' && !step.heat) ? 'aside' : 'ring',
  attention: (step) => WANTS[step.technique] ?? 'none',
  waitsS: (step) => (step.technique === 'strain' ? Infinity : HOT_WAITS_S),
  driesFat: { sweat: 1 },
  isForNext: (step) => step.technique === 'add',
  kit: (step) => (step.technique === 'strain' ? 'sieve' : undefined),
  sieves: (step) => step.technique === 'strain',
  end(contents, step, { measuredG }) {
    if (step.technique === 'strain')
      return { contents: strained(contents, step, measuredG), isMeasured: true }
    if (step.technique === 'skim') return { contents: skimmed(contents, 'hotLadle') }
    return leavesAll(contents)
  },
  plan: planPrepared,
  watch: watchBrowning,
  models: ['crowding', 'browningStage', 'coasting', 'browningTaps'],
}
