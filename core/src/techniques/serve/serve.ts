import { leavesAll, type Technique } from '../technique'

/** Onto the plates. */
export const serve: Technique = {
  id: 'serve',
  stands: () => 'aside',
  attention: () => 'often',
  end: leavesAll,
  models: [],
}
