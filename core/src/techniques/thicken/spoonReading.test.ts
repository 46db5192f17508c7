import { describe, expect, it } from 'vitest'
import {
  gradeOf,
  isFarFromSum,
  SPOON_GRADES,
  spoonBeside,
  spoonOfFilm,
  spoonOfGrade,
  thicknessBias,
} from './spoonReading'

describe('what a spoon says', () => {
  it('each drawn spoon stands in the middle of its grade, and is read as that grade', () => {
    for (const grade of SPOON_GRADES) expect(gradeOf(spoonOfGrade(grade).paS)).toBe(grade)
  })
  it('a weighed film reads back the viscosity that left it: 1.5 g on a tablespoon is nappe', () => {
    expect(spoonOfFilm(1.56).grade).toBe(3)
    expect(spoonOfFilm(1.56).paS).toBeCloseTo(0.4, 1)
  })
  it('a spoon moves the sum by how sure both are, and more spoons move it further', () => {
    const thin = { ...spoonOfGrade(2), expectedPaS: 0.4 }
    const one = thicknessBias([thin])
    const two = thicknessBias([thin, thin])
    expect(thicknessBias([]).meanLn).toBe(0)
    expect(one.meanLn).toBeLessThan(0)
    expect(one.meanLn).toBeGreaterThan(Math.log(thin.paS / 0.4))
    expect(two.meanLn).toBeLessThan(one.meanLn)
    expect(two.sdLn).toBeLessThan(one.sdLn)
  })
  it('the first spoon stands for all that is thinner and the last for all that is thicker', () => {
    const water = spoonBeside(spoonOfGrade(1), 0.001)
    expect(water.paS).toBe(0.001)
    expect(isFarFromSum({ ...water, expectedPaS: 0.001 })).toBe(false)
    expect(spoonBeside(spoonOfGrade(5), 900).paS).toBe(900)
    expect(spoonBeside(spoonOfGrade(3), 900).paS).toBe(spoonOfGrade(3).paS)
    expect(isFarFromSum({ ...spoonOfGrade(5), expectedPaS: 0.1 })).toBe(true)
  })
})
