import type { StarchAgent, COOK_OUT, SWELLING } from '../../mixture/viscosity'

/** A thickener that a bench may put in beyond its formula: what it is made of, how it cooks, how long it holds. */
export interface ThickeningAgent {
  readonly agent: StarchAgent
  /** The good that thickens. */
  readonly ingredientId: string
  /** Cold water to each gram of it; what comes kneaded or cooked in fat brings its own. */
  readonly waterPerG: number
  /** Half of it is fat: the good that is. */
  readonly fatId?: string
  readonly swells: keyof typeof SWELLING
  readonly cooks: keyof typeof COOK_OUT
  /** How long a thickened sauce holds hot, min. */
  readonly holdsMin: number
  /** Goes slimy beside milk or cream. */
  readonly isSlimyInDairy?: true
  /** Thins when it is boiled on. */
  readonly thinsOnBoil?: true
}

/** Hot holding of a roux sauce, gelatin or waxy starch: hours (emulsion.md §7); four stand for them. */
const HOURS = 240

/** One part of starch in two of cold water; flour kneaded into, or cooked in, its own weight of butter. Holding times: emulsion.md §7. */
export const THICKENING_AGENTS: readonly ThickeningAgent[] = [
  {
    agent: 'cornstarch',
    ingredientId: 'cornstarch',
    waterPerG: 2,
    swells: 'cornstarch',
    cooks: 'slurry',
    holdsMin: 30,
  },
  {
    agent: 'arrowroot',
    ingredientId: 'arrowroot',
    waterPerG: 2,
    swells: 'arrowroot',
    cooks: 'slurry',
    holdsMin: 20,
    isSlimyInDairy: true,
    thinsOnBoil: true,
  },
  {
    agent: 'potato',
    ingredientId: 'potatoStarch',
    waterPerG: 2,
    swells: 'potato',
    cooks: 'slurry',
    holdsMin: 10,
    thinsOnBoil: true,
  },
  {
    agent: 'waxyMaize',
    ingredientId: 'waxyMaize',
    waterPerG: 2,
    swells: 'cornstarch',
    cooks: 'slurry',
    holdsMin: HOURS,
  },
  {
    agent: 'beurreManie',
    ingredientId: 'flour',
    waterPerG: 0,
    fatId: 'butter',
    swells: 'flour',
    cooks: 'beurreManie',
    holdsMin: HOURS,
  },
  {
    agent: 'rouxWhite',
    ingredientId: 'flour',
    waterPerG: 0,
    fatId: 'clarifiedButter',
    swells: 'flour',
    cooks: 'rouxWhite',
    holdsMin: HOURS,
  },
]

/** Goods that a bench may put in beyond its formula to give a sauce its coat, or to thin it. */
export const THICKENER_GOODS: readonly string[] = [
  ...new Set(
    THICKENING_AGENTS.flatMap(({ ingredientId, fatId }) => [ingredientId, ...(fatId ? [fatId] : [])]),
  ),
]
