import { leavesAll, type Technique } from '../technique'

/** Kept warm in a well, its clock running. */
export const hold: Technique = {
  id: 'hold',
  stands: () => 'well',
  attention: () => 'none',
  end: leavesAll,
  models: ['holdLimit', 'growth', 'holdRisk', 'houseHazard', 'hazardSlope'],
}
