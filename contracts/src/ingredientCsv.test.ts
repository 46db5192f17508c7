import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { INGREDIENT_COLUMNS, readIngredientCsv, writeIngredientCsv } from './ingredientCsv'

const pantry = readFileSync(new URL('../../demo/ingredients.csv', import.meta.url), 'utf8')

describe('the table of ingredients', () => {
  it('the demo’s pantry reads whole, and written and read again it is the same', () => {
    const { good, bad } = readIngredientCsv(pantry)
    expect(bad).toEqual([])
    expect(good.length).toBeGreaterThanOrEqual(140)
    expect(readIngredientCsv(writeIngredientCsv(good)).good).toEqual(good)
    expect(writeIngredientCsv(good).split('\r\n')[0]).toBe(INGREDIENT_COLUMNS.join(','))
    for (const i of good) expect(i.source, i.id).not.toBe('')
  })
  it('bad lines stand beside the good ones with line and reason', () => {
    const { good, bad } = readIngredientCsv(
      'id,name,water,fat,contains\r\nx1,Good,90,10,milk\r\n9bad,Bad id,90,10,\r\nx2,Too much,90,80,\r\nx3,Word,wet,10,\r\nx1,Twice,90,10,\r\nx4,Allergen,90,10,moonlight\r\n',
    )
    expect(good.map((i) => i.id)).toEqual(['x1'])
    expect(bad.map((b) => b.line)).toEqual([3, 4, 5, 6, 7])
    expect(bad[1]?.why).toContain('must add up to 100 g')
    expect(bad[3]?.why).toContain('stands twice')
  })
  it('line ends of both kinds and blank lines keep every line and its number', () => {
    const { good, bad } = readIngredientCsv('id,name,water\r\nx1,One,90\n\nx2,Two,wet\r\nx3,Three,80\n')
    expect(good.map((i) => i.id)).toEqual(['x1', 'x3'])
    expect(bad.map((b) => b.line)).toEqual([4])
  })
  it('a decimal comma is read; a table without its columns is refused whole', () => {
    expect(readIngredientCsv('id;name;water\r\nx;X;"99,5"').good[0]?.per100G.water).toBe(99.5)
    expect(readIngredientCsv('what,ever\r\n1,2').bad[0]?.why).toContain('id, name')
  })
})
