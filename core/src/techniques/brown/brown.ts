import { leavesAll, type Technique } from '../technique'

const BROWN_YIELD = 0.98

/** Butter cooked dry and its milk solids browned. */
export const brown: Technique = {
  id: 'brown',
  stands: () => 'ring',
  attention: () => 'constant',
  end: leavesAll,
  driesFat: { brown: BROWN_YIELD },
  plan({ walked: { lines, begin, before } }) {
    return {
      work: {
        kind: 'brown',
        butterG: lines.reduce((sum, l) => sum + l.massG, 0),
        yieldG: begin.fatG - before.fatG,
      },
    }
  },
  models: ['brownButter', 'brownQuench'],
}
