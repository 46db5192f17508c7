import { density20GPerMl } from '../mixture/volume'
import { compositionOf, type Ingredient } from './ingredient'

/**
 * What a millilitre of a good weighs in a spoon, cup or jug, g: a dry good by its loose bulk, a liquid by its composition at 20 °C.
 * @example densityGPerMl(fineSeaSalt) // 1.1: a level teaspoon is 5.5 g
 */
export const densityGPerMl = (good: Ingredient): number =>
  good.bulkGPerMl ?? density20GPerMl(compositionOf(good, 100))
