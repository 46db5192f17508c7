import type { Pan } from '@liquamen/core'

/** A size that shops sell: inside measures in mm, weight when empty in g (ordinary three-ply steel; weigh your own). */
export type CommonPan = Omit<Pan, 'id'>

const pan = (
  name: string,
  kind: Pan['kind'],
  tareG: number,
  [base, rim, heightMm, cornerMm]: readonly [number, number, number, number],
): CommonPan => ({
  name,
  kind,
  tareG,
  profile: { shape: 'pan', baseRadiusMm: base / 2, rimRadiusMm: rim / 2, heightMm, cornerMm },
})
const bowl = (name: string, tareG: number, rim: number, heightMm: number): CommonPan => ({
  name,
  kind: 'bowl',
  material: 'steel',
  tareG,
  profile: { shape: 'bowl', sphereRadiusMm: ((rim / 2) ** 2 + heightMm ** 2) / (2 * heightMm), heightMm },
})
/** A tray's pan is the round one of the same area: its level is the same. */
const tray = (
  name: string,
  tareG: number,
  [lengthMm, widthMm, heightMm]: readonly [number, number, number],
): CommonPan => {
  const radius = Math.sqrt((lengthMm * widthMm) / Math.PI)
  return {
    name,
    kind: 'tray',
    tareG,
    footprint: { lengthMm, widthMm },
    profile: { shape: 'pan', baseRadiusMm: radius, rimRadiusMm: radius, heightMm, cornerMm: 0 },
  }
}

export const COMMON_PANS: readonly CommonPan[] = [
  pan('Saucepan 14', 'saucepan', 680, [136, 136, 80, 8]),
  pan('Saucepan 16', 'saucepan', 820, [156, 156, 92, 9]),
  pan('Saucepan 18', 'saucepan', 1050, [176, 176, 105, 9]),
  pan('Saucepan 20', 'saucepan', 1320, [196, 196, 120, 10]),
  pan('Saucepan 24', 'saucepan', 1900, [236, 236, 140, 12]),
  pan('Sauteuse 16', 'sauteuse', 720, [116, 158, 64, 12]),
  pan('Sauteuse 20', 'sauteuse', 960, [146, 198, 76, 12]),
  pan('Sauteuse 24', 'sauteuse', 1260, [180, 238, 85, 14]),
  pan('Frying pan 24', 'fryingPan', 1150, [176, 238, 46, 20]),
  pan('Frying pan 28', 'fryingPan', 1500, [208, 278, 52, 22]),
  pan('Stockpot 24', 'stockpot', 2300, [236, 236, 190, 14]),
  pan('Stockpot 28', 'stockpot', 3100, [276, 276, 230, 14]),
  pan('Stockpot 36', 'stockpot', 5200, [356, 356, 300, 16]),
  { ...pan('Pressure cooker 22', 'stockpot', 2900, [216, 216, 150, 14]), gaugeKPa: 100 },
  bowl('Steel bowl 18', 340, 180, 80),
  bowl('Steel bowl 23', 620, 228, 95),
  bowl('Steel bowl 28', 880, 278, 115),
  tray('Tray 1/1, 40 deep', 1500, [500, 300, 40]),
  tray('Tray 1/1, 65 deep', 1750, [500, 300, 65]),
  tray('Tray 1/2, 65 deep', 1000, [300, 240, 65]),
  tray('Tray 1/3, 65 deep', 750, [300, 150, 65]),
]
