import { planReduction } from './planReduction'
import { settleReduction } from './settleReduction'
import { watchReduction } from './watchReduction'
import type { Technique } from '../technique'

/** Boiling a liquid down to a share, a volume or a texture. */
export const reduce: Technique = {
  id: 'reduce',
  stands: () => 'ring',
  asksTarget: true,
  heatsVessel: true,
  usualMin: () => 12,
  attention: () => 'often',
  end: settleReduction,
  plan: planReduction,
  watch: watchReduction,
  models: ['reductionMinutes', 'reductionForecast', 'alcoholLeft', 'sauceViscosity', 'panDepth'],
}
