import type { BowlMaterial, Formula, Ingredient, KitchenCatalog, Pan, Ring, Well } from '@liquamen/core'

const ESTIMATE = 'our estimate from public food-composition tables (reduction.md §2)'

const ingredients: Ingredient[] = [
  { id: 'shallot', name: 'Shallot, fine dice', isLiquid: false, per100G: { water: 80, protein: 2.5, sugar: 8, fixacid: 0.3, other: 9.2 }, fixedAcid: 'malic', solidInPan: { massShare: 0.75, volumeMlPerG: 0.96 }, allergens: {}, source: ESTIMATE },
  { id: 'butter', name: 'Butter, unsalted', isLiquid: false, per100G: { water: 16, fat: 82, protein: 0.7, sugar: 0.6, salt: 0.02, other: 0.68 }, allergens: { milk: 'contains' }, emulsionRole: 'butter', source: ESTIMATE },
  { id: 'yolk', name: 'Egg yolk', isLiquid: true, per100G: { water: 52.3, protein: 15.9, fat: 26.5, salt: 0.1, other: 5.2 }, allergens: { egg: 'contains' }, emulsionRole: 'yolk', pieceG: 17, source: `${ESTIMATE}; 17 g a yolk of a large egg` },
  { id: 'lemonJuice', name: 'Lemon juice', isLiquid: true, per100G: { water: 91.5, sugar: 2.2, fixacid: 5.5, other: 0.8 }, fixedAcid: 'citric', allergens: {}, source: ESTIMATE },
  { id: 'redWine', name: 'Red wine, dry', isLiquid: true, per100G: { water: 86.45, ethanol: 10.75, sugar: 0.2, acetic: 0.05, fixacid: 0.55, other: 2 }, fixedAcid: 'tartaric', allergens: { sulphites: 'contains' }, source: ESTIMATE },
  { id: 'demiGlace', name: 'Demi-glace, made here', isLiquid: true, per100G: { water: 80, fat: 0.5, protein: 6, gelatin: 9, sugar: 1, salt: 0.75, fixacid: 0.75, other: 2 }, fixedAcid: 'lactic', allergens: { celery: 'contains', sulphites: 'contains' }, source: ESTIMATE },
  { id: 'demiGlaceBought', name: 'Demi-glace, bought in', isLiquid: true, per100G: { water: 79, fat: 1, protein: 4, gelatin: 5, sugar: 3, starch: 3, salt: 1.6, fixacid: 0.6, other: 2.8 }, fixedAcid: 'lactic', allergens: { celery: 'unknownLabel', gluten: 'mayContain', sulphites: 'unknownLabel' }, source: `${ESTIMATE}; label not read` },
  { id: 'brownStock', name: 'Brown stock, unsalted', isLiquid: true, per100G: { water: 95.4, fat: 0.2, protein: 1.2, gelatin: 1.8, sugar: 0.2, salt: 0.15, fixacid: 0.15, other: 0.9 }, fixedAcid: 'lactic', allergens: { celery: 'contains' }, source: ESTIMATE },
  { id: 'water', name: 'Water', isLiquid: true, per100G: { water: 100 }, allergens: {}, source: 'definition' },
]

const redWineShallot: Formula = {
  id: 'redWineShallot', version: 1, name: 'Red wine & shallot', family: 'wine reductions', fill: 'redWine', basisPortions: 10, portionMl: 40, overFrac: 0.1,
  saltTargetFrac: { low: 0.009, value: 0.0105, high: 0.012 }, source: 'our amounts, from the ratios of the science files: 40 ml a cover and a tenth over; demi-glace 0.9–1.2 % salt; 60 g butter a litre',
  items: [
    { id: 'sweatButter', ingredientId: 'butter', stepId: 'sweat', amount: { massG: 15 } },
    { id: 'shallot', ingredientId: 'shallot', stepId: 'sweat', amount: { massG: 60 } },
    { id: 'wine', ingredientId: 'redWine', stepId: 'deglaze', amount: { volumeMl: 400 } },
    { id: 'demi', ingredientId: 'demiGlace', sources: ['demiGlaceBought'], stepId: 'addDemi', amount: { volumeMl: 500 } },
    { id: 'finishButter', ingredientId: 'butter', stepId: 'mount', amount: { massG: 27 } },
  ],
  steps: [
    { id: 'sweat', technique: 'sweat', verb: 'sweat', endsWhen: 'Soft and clear, no colour at the edge', minutes: { low: 3, value: 4, high: 6 }, heat: 'mediumLow', cautions: ['hotFat'] },
    { id: 'deglaze', technique: 'deglaze', verb: 'deglaze', endsWhen: 'Wine in, pan scraped clean', minutes: { low: 0.5, value: 1, high: 1.5 }, heat: 'high', cautions: ['wineVapour', 'steam'] },
    { id: 'reduceWine', technique: 'reduce', verb: 'reduce wine', endsWhen: 'A third of the wine is left', target: 'to a third', heat: 'high', cautions: ['wineVapour', 'steam'] },
    { id: 'addDemi', technique: 'add', verb: 'add demi', endsWhen: 'Stirred in, back at the boil', minutes: { low: 0.5, value: 1, high: 1.5 }, heat: 'high', cautions: ['steam'] },
    { id: 'reduceToCoat', technique: 'reduce', verb: 'to coat', endsWhen: 'Coats the spoon; a line drawn through it stays', target: 'by a third', heat: 'mediumHigh', cautions: ['steam', 'scorch'] },
    { id: 'strain', technique: 'strain', verb: 'strain', endsWhen: 'Through the fine sieve, shallots drained', minutes: { low: 1, value: 1.5, high: 2.5 }, cautions: ['steam'] },
    { id: 'mount', technique: 'mount', verb: 'mount butter', endsWhen: 'Off the heat, swirled in piece by piece, glossy', minutes: { low: 1, value: 1.5, high: 2.5 }, cautions: ['noBoilAfterButter'] },
    { id: 'season', technique: 'season', verb: 'season', endsWhen: 'Salt at the end, tasted with a clean spoon', minutes: { low: 0.5, value: 1, high: 1.5 }, cautions: [] },
    { id: 'serve', technique: 'serve', verb: 'serve', endsWhen: 'All portions are on the plate', minutes: { low: 1, value: 2, high: 3 }, cautions: ['clock'] },
  ],
}

const hollandaise: Formula = {
  id: 'hollandaise', version: 1, name: 'Hollandaise', family: 'egg and butter', fill: 'hollandaise', basisPortions: 6, portionMl: 53, overFrac: 0.15,
  saltTargetFrac: { low: 0.008, value: 0.0095, high: 0.011 }, source: 'our amounts, from the ratios of the science files: 83 g whole butter and 15 g water phase a yolk (φ 0.62); 50–60 ml a cover and 15 % over; 0.8–1.1 % salt. Juice goes in with the yolks: the water is there all along, which forgives most',
  emulsion: { bath: 'gentle', whisk: 'normal', tool: 'handWhisk', butterC: 55, holdC: { low: 57, high: 63 } },
  items: [
    { id: 'yolks', ingredientId: 'yolk', stepId: 'separate', amount: { massG: 51 } },
    { id: 'water', ingredientId: 'water', stepId: 'separate', amount: { massG: 30 } },
    { id: 'juice', ingredientId: 'lemonJuice', stepId: 'separate', amount: { massG: 15 } },
    { id: 'butter', ingredientId: 'butter', stepId: 'pour', amount: { massG: 250 } },
  ],
  steps: [
    { id: 'separate', technique: 'add', verb: 'separate', endsWhen: 'Yolks, water and juice in the bowl; butter melted, held near 55°', minutes: { low: 3, value: 4, high: 6 }, cautions: ['rawEgg', 'hotButter'] },
    { id: 'sabayon', technique: 'whisk', verb: 'sabayon', endsWhen: 'A ribbon stands for three seconds', cautions: ['steam', 'rawEgg', 'linedCopper'] },
    { id: 'pour', technique: 'pour', verb: 'pour butter', endsWhen: 'All the butter is in; it shines and holds', cautions: ['hotButter'] },
    { id: 'season', technique: 'season', verb: 'season', endsWhen: 'Salt at the end, tasted with a clean spoon', minutes: { low: 0.5, value: 1, high: 1.5 }, cautions: [] },
    { id: 'hold', technique: 'hold', verb: 'to well', endsWhen: 'In the well, lid on, its clock running', minutes: { low: 0.5, value: 1, high: 1.5 }, cautions: ['eggClock'] },
  ],
}

const bowl = (id: string, name: string, material: BowlMaterial, tareG: number, sphereRadiusMm: number, heightMm: number): Pan => ({ id, name, kind: 'bowl', material, tareG, profile: { shape: 'bowl', sphereRadiusMm, heightMm } })
const well = (letter: string, row: number, column: number): Well => ({ id: `well${letter}`, letter, row, column, waterC: 62, profile: { shape: 'pan', baseRadiusMm: 76, rimRadiusMm: 82, heightMm: 130, cornerMm: 16 } })
const pan = (id: string, name: string, kind: Pan['kind'], tareG: number, baseRadiusMm: number, rimRadiusMm: number, heightMm: number, cornerMm: number): Pan => ({ id, name, kind, tareG, profile: { shape: 'pan', baseRadiusMm, rimRadiusMm, heightMm, cornerMm } })
const ring = (number: number, row: number, column: number, strength: string, ratedW: number): Ring => ({ id: `ring${number}`, number, row, column, strength, heater: { kind: 'gasPro', ratedW } })

/** Larchwater House: a made-up kitchen by a mountain lake. */
export const larchwater: KitchenCatalog = {
  settings: { name: 'Larchwater House', altitudeM: 1180, roomTempC: 24, timeZone: 'UTC', scaleStepG: 1, isDemo: true, rules: { code: 'usModel', holdLimitH: 2, clockFrom: 'outOfControl' } },
  rings: [ring(1, 0, 0, 'strong', 6500), ring(2, 0, 1, 'middle', 4500), ring(3, 0, 2, 'small', 3000), ring(4, 1, 0, 'strong', 6500), ring(5, 1, 1, 'middle', 4500), ring(6, 1, 2, 'small', 3000)],
  pans: [
    pan('sauteuse19', 'Sauteuse 19', 'sauteuse', 880, 70, 95, 75, 12), pan('sauteuse24', 'Sauteuse 24', 'sauteuse', 1240, 92, 120, 85, 14),
    pan('saucepan18', 'Saucepan 18', 'saucepan', 1050, 90, 90, 105, 9), pan('frying26', 'Frying pan 26', 'fryingPan', 1380, 98, 132, 50, 22), pan('stockpot27', 'Stockpot 27', 'stockpot', 2900, 135, 135, 215, 14),
    bowl('bowlSteel', 'Steel bowl 23', 'steel', 620, 115, 95), bowl('bowlGlass', 'Glass bowl 23', 'glass', 1450, 115, 95), bowl('bowlSteel2', 'Steel bowl 23, second', 'steel', 620, 115, 95),
  ],
  wells: [well('A', 0, 0), well('B', 0, 1), well('C', 1, 0), well('D', 1, 1)],
  crew: [{ id: 'ilse', name: 'Ilse', role: 'cook' }, { id: 'bram', name: 'Bram', role: 'sousChef' }],
  ingredients, formulas: [redWineShallot, hollandaise],
}
