/** Heat capacity of a usual pan, where nothing says which it is, J/K (emulsion.md §8; judgement). */
export const USUAL_PAN_J_PER_K = 150
