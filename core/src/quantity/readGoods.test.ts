import { describe, expect, it } from 'vitest'
import { larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import { readGoods } from './readGoods'
import { NO_HOUSE_MEASURES } from './weigh'

const read = (text: string) => readGoods(text, kitchen.ingredients, NO_HOUSE_MEASURES)
const grams = (text: string) => {
  const [line] = read(text).lines
  return [
    line?.ingredientId,
    line?.weight?.status === 'ok' ? Math.round(line.weight.massG.value) : line?.weight?.status,
  ] as const
}

describe('a list of goods as told', () => {
  it.each<[string, string, number | string]>([
    ['250 g butter, unsalted', 'butter', 250],
    ['3 yolks', 'yolk', 51],
    ['3 large yolks', 'yolk', 56], // by the egg’s size
    ['3 small yolks', 'yolk', 44],
    ['1 tsp fine sea salt', 'salt', 6], // 5.5 g: loose, not a crystal
    ['2 tbsp flour wheat', 'flour', 16],
    ['1 tbsp tarragon', 'tarragon', 2],
    ['2 shallots', 'shallot', 45],
    ['500 ml brown stock', 'brownStock', 506],
    ['30–40 g flour', 'flour', 35],
    ['2 lb 4 oz veal bones', 'vealBones', 1021],
    ['120 ml white wine', 'whiteWine', 119],
  ])('%s', (said, id, massG) => {
    const [foundId, found] = grams(said)
    expect(foundId).toBe(id)
    if (id === 'shallot') expect(found).toBeGreaterThan(20)
    else expect(found).toBe(massG)
  })
  it('a good without an amount, a word without a size and a number with two readings are each asked about', () => {
    const { lines } = read('salt\n1 cup cream\n1,500 ml brown stock\n1 splash brandy')
    expect(lines[0]).toMatchObject({ ingredientId: 'salt', parsed: { status: 'missing' } })
    expect(lines[1]?.weight).toMatchObject({ status: 'ask', code: 'whichReading', unitId: 'cup' })
    expect(lines[2]?.parsed).toMatchObject({ status: 'ask', code: 'separator' })
    expect(lines[3]?.weight).toMatchObject({ status: 'ask', code: 'weighOnce' })
  })
  it('a good that the kitchen does not have is not guessed at', () => {
    const [line] = read('20 g moonstone').lines
    expect(line?.ingredientId).toBeUndefined()
    expect(line?.candidates).toEqual([])
    expect(read('20 g 🧈').lines[0]?.parsed.status).toBe('bad')
  })
  it('two goods whose names fit as well are asked about, unless one is just what was said', () => {
    expect(read('20 g vinegar').lines[0]?.ingredientId).toBeUndefined()
    expect(read('20 g vinegar').lines[0]?.candidates.length).toBeGreaterThan(2)
    expect(read('20 g butter').lines[0]?.ingredientId).toBe('butter')
  })
  it('a good said twice stands side by side where the two do not agree, and not where they do', () => {
    const twice = read('1 tsp salt\n250 g butter, unsalted\n200 g butter, unsalted')
    expect(twice.contradictions).toMatchObject([
      { ingredientId: 'butter', claims: [{ value: 250 }, { value: 200 }] },
    ])
    expect(read('250 g butter, unsalted\n245 g butter, unsalted').contradictions).toEqual([])
    expect(read('\n \n').lines).toEqual([])
  })
})
