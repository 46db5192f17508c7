import { leavesAll, WARM_WAITS_S, type Technique } from '../technique'
import { brownMinutes, planBrown } from './planBrown'
import { watchBrown } from './watchBrown'

const BROWN_YIELD = 0.98

/** Butter cooked dry and its milk solids browned. */
export const brown: Technique = {
  id: 'brown',
  stands: () => 'ring',
  attention: () => 'constant',
  waitsS: () => WARM_WAITS_S,
  end: leavesAll,
  driesFat: { brown: BROWN_YIELD },
  plan(context) {
    const { lines, begin, before } = context.walked
    const browns = planBrown(context)
    return {
      work: {
        kind: 'brown',
        butterG: lines.reduce((sum, l) => sum + l.massG, 0),
        yieldG: begin.fatG - before.fatG,
        browns,
      },
      ...(browns && { minutes: brownMinutes(browns) }),
    }
  },
  watch: watchBrown,
  models: ['brownButter', 'brownQuench'],
}
