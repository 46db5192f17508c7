import type { ScheduleInstance, ScheduleTask } from '@liquamen/core'

const PORTIONS_A_BATCH = 12
const EVENING_S = 3.5 * 3600
const [OPENS_S, EACH_S] = [5400, 300]

/** An evening of so many covers over so many sauces, on a line that grows with them: a cook for each sixty covers. */
export function madeEvening(covers: number, sauces: number): ScheduleInstance {
  const size = Math.max(1, Math.ceil(covers / 100))
  const many = (n: number, name: string) => Array.from({ length: n }, (_, i) => `${name}${i}`)
  const [rings, pans, wells] = [many(6 * size, 'ring'), many(14 * size, 'pan'), many(4 * size, 'well')]
  const tables = Math.round(EVENING_S / EACH_S)
  const pickUps = many(tables, 'table').map((id, i) => ({
    id,
    atS: OPENS_S + i * EACH_S,
    plates: Math.round((covers * (i + 1)) / tables) - Math.round((covers * i) / tables),
  }))
  const batches = Math.max(sauces, Math.ceil(covers / PORTIONS_A_BATCH))
  const band = (mid: number) => ({ low: Math.round(0.8 * mid), mid, high: Math.round(1.4 * mid) })
  const tasks = many(batches, 'batch').flatMap((name, b): ScheduleTask[] => {
    const first = Math.floor((b * tables) / batches)
    const at = pickUps.slice(first, first + 2).map((p) => ({ pickUp: p.id, portions: PORTIONS_A_BATCH / 2 }))
    const seed = b % sauces
    return [
      { id: `${name} chop`, modes: [{ durationS: band(120 + 20 * seed) }], hands: 0.9, interruptible: true },
      {
        id: `${name} reduce`,
        modes: [{ ring: rings, vessel: pans, durationS: band(420 + 45 * seed) }],
        hands: 0.05,
        fill: `${name} pan`,
        before: [{ task: `${name} chop` }],
      },
      {
        id: `${name} finish`,
        modes: [{ vessel: pans, durationS: band(150 + 10 * seed), breakRisk: 0.02 }],
        hands: 0.9,
        fill: `${name} bowl`,
        empties: [`${name} pan`],
        before: [{ task: `${name} reduce`, maxLagS: 900 }],
      },
      {
        id: `${name} hold`,
        modes: [{ well: wells, durationS: band(30) }],
        hands: 0.2,
        empties: [`${name} bowl`],
        before: [{ task: `${name} finish`, maxLagS: 120 }],
        serves: {
          at,
          clockS: 7200,
          marginS: 3600,
          holdRisk: [
            { ageS: 0, p: 0 },
            { ageS: 7200, p: 0.2 },
          ],
        },
      },
    ]
  })
  return {
    id: `${covers} covers`,
    goal: 'service',
    rings: rings.map((id) => ({ id })),
    vessels: pans.map((id) => ({ id, washS: 120 })),
    wells: wells.map((id) => ({ id, washS: 60 })),
    kits: [],
    people: [{ fromS: 0, count: Math.max(1, Math.ceil(covers / 60)) }],
    pickUps,
    tasks,
  }
}
