import { dishes } from './dishes'
import { readIngredientCsv } from '@liquamen/contracts'
import type { BowlMaterial, Formula, Ingredient, KitchenCatalog, Pan, Ring, Well } from '@liquamen/core'
import { readFileSync } from 'node:fs'
import { BASES } from './bases'
import { BROWN_SAUCES } from './brownSauces'
import { EGG_SAUCES } from './eggSauces'
import { NUT_BUTTERS } from './nutButters'
import { PAN_SAUCES } from './panSauces'
import { WHITE_SAUCES } from './whiteSauces'
import { WINE_SAUCES } from './wineSauces'

/** The pantry, in the open table that a kitchen exports and imports. */
const pantry = readIngredientCsv(readFileSync(new URL('../ingredients.csv', import.meta.url), 'utf8'))
if (pantry.bad.length) throw new Error(`ingredients.csv: ${JSON.stringify(pantry.bad.slice(0, 5))}`)
const formulas: Formula[] = [
  ...WINE_SAUCES.filter((f) => f.id === 'redWineShallot'),
  ...EGG_SAUCES,
  ...WINE_SAUCES.filter((f) => f.id !== 'redWineShallot'),
  ...BASES,
  ...WHITE_SAUCES,
  ...BROWN_SAUCES,
  ...PAN_SAUCES,
  ...NUT_BUTTERS,
]
const ingredients: readonly Ingredient[] = pantry.good

const bowl = (
  id: string,
  name: string,
  material: BowlMaterial,
  tareG: number,
  sphereRadiusMm: number,
  heightMm: number,
): Pan => ({
  id,
  name,
  kind: 'bowl',
  material,
  tareG,
  profile: { shape: 'bowl', sphereRadiusMm, heightMm },
})
const well = (letter: string, row: number, column: number): Well => ({
  id: `well${letter}`,
  letter,
  row,
  column,
  waterC: 62,
  profile: { shape: 'pan', baseRadiusMm: 76, rimRadiusMm: 82, heightMm: 130, cornerMm: 16 },
})
const pan = (
  id: string,
  name: string,
  kind: Pan['kind'],
  tareG: number,
  baseRadiusMm: number,
  rimRadiusMm: number,
  heightMm: number,
  cornerMm: number,
): Pan => ({
  id,
  name,
  kind,
  tareG,
  profile: { shape: 'pan', baseRadiusMm, rimRadiusMm, heightMm, cornerMm },
})
const ring = (number: number, row: number, column: number, strength: string, ratedW: number): Ring => ({
  id: `ring${number}`,
  number,
  row,
  column,
  strength,
  heater: { kind: 'gasPro', ratedW },
})

/** Larchwater House: a made-up kitchen by a mountain lake. */
export const larchwater: KitchenCatalog = {
  settings: {
    name: 'Larchwater House',
    altitudeM: 1180,
    roomTempC: 24,
    timeZone: 'UTC',
    scaleStepG: 1,
    currency: 'EUR',
    measures: { readings: {}, weighed: { pinch: { low: 0.3, value: 0.5, high: 0.8 } } },
    rules: { code: 'usModel', holdLimitH: 2, clockFrom: 'outOfControl' },
  },
  rings: [
    ring(1, 0, 0, 'strong', 6500),
    ring(2, 0, 1, 'middle', 4500),
    ring(3, 0, 2, 'small', 3000),
    ring(4, 1, 0, 'strong', 6500),
    ring(5, 1, 1, 'middle', 4500),
    ring(6, 1, 2, 'small', 3000),
  ],
  pans: [
    pan('sauteuse19', 'Sauteuse 19', 'sauteuse', 880, 70, 95, 75, 12),
    pan('sauteuse24', 'Sauteuse 24', 'sauteuse', 1240, 92, 120, 85, 14),
    pan('saucepan12', 'Saucepan 12', 'saucepan', 520, 60, 60, 70, 8),
    pan('saucepan16', 'Saucepan 16', 'saucepan', 820, 80, 80, 92, 9),
    pan('saucepan18', 'Saucepan 18', 'saucepan', 1050, 90, 90, 105, 9),
    pan('saucepan20', 'Saucepan 20', 'saucepan', 1320, 100, 100, 120, 10),
    pan('frying26', 'Frying pan 26', 'fryingPan', 1380, 98, 132, 50, 22),
    pan('stockpot27', 'Stockpot 27', 'stockpot', 2900, 135, 135, 215, 14),
    {
      ...pan('pressure24', 'Pressure cooker 24', 'stockpot', 3600, 112, 112, 230, 18),
      gaugeKPa: 100,
    },
    pan('tray1', 'Tray, shallow', 'tray', 1100, 150, 158, 62, 10),
    pan('tray2', 'Tray, shallow, second', 'tray', 1100, 150, 158, 62, 10),
    bowl('bowlSteel', 'Steel bowl 23', 'steel', 620, 115, 95),
    bowl('bowlGlass', 'Glass bowl 23', 'glass', 1450, 115, 95),
    bowl('bowlSteel2', 'Steel bowl 23, second', 'steel', 620, 115, 95),
  ],
  wells: [well('A', 0, 0), well('B', 0, 1), well('C', 1, 0), well('D', 1, 1)],
  crew: [
    { id: 'ilse', name: 'Ilse', role: 'cook' },
    { id: 'bram', name: 'Bram', role: 'sousChef' },
    { id: 'maren', name: 'Maren', role: 'admin' },
  ],
  ingredients,
  formulas,
  dishes,
}
