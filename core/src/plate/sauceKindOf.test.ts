import { describe, expect, it } from 'vitest'
import { larchwaterGoods, larchwaterTest } from '../demoKitchen.test-helper'
import { sauceKindOf } from './sauceKindOf'

const KINDS: Readonly<Record<string, readonly string[]>> = {
  egg: ['hollandaise', 'mousseline', 'maltaise'],
  eggHerb: ['bearnaise', 'choron', 'paloise', 'foyot'],
  whiteButter: ['beurreBlanc', 'lemonButter'],
  redButter: ['beurreRouge'],
  demiWine: ['redWineShallot', 'portGlaze', 'madeiraSauce', 'marsalaSauce', 'bordelaise', 'chasseur'],
  brownVinegar: ['lyonnaise', 'poivrade', 'mustardBrown'],
  pepperCream: ['creamPeppercorn'],
  velouteCream: ['veloute', 'supreme', 'ciderCream', 'whiteWineCream'],
  sourLeafCream: ['fishGlazeSorrel'],
  shellCoulis: ['lobsterCoulis', 'crabCoulis', 'crayfishCoulis'],
  starchMushroom: ['mushroomSauce'],
  mountedJus: ['panJus', 'perPersonPan'],
  thinJus: ['roastJus'],
  brownButter: ['hazelnutButter', 'croutonButter', 'almondButter'],
}

describe('which kind a sauce is', () => {
  it.each(larchwaterTest.formulas.map((f) => [f.id, f] as const))('%s', (id, formula) => {
    const kind = Object.entries(KINDS).find(([, ids]) => ids.includes(id))?.[0]
    expect(sauceKindOf(formula, larchwaterGoods)).toBe(kind) // a stock is none
  })
})
