import { leavesAll, type Technique } from '../technique'

/** Onto the plates. */
export const serve: Technique = {
  id: 'serve',
  isReady: true,
  stands: () => 'aside',
  attention: () => 'often',
  end: leavesAll,
  models: [],
}
