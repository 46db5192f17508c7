import { mulberry32 } from '../solve/random'
import type { ScheduleInstance, ScheduleTask } from './instance'

/** A made-up evening: batches of sauces in two sittings, each with what it is made of, on six rings with one pair of hands. */
export function madeService({
  seed,
  batches,
  people = 1,
}: {
  readonly seed: number
  readonly batches: number
  readonly people?: number
}): ScheduleInstance {
  const random = mulberry32(seed)
  const between = (low: number, high: number) => Math.round(low + random() * (high - low))
  const band = (mid: number) => ({ low: Math.round(0.8 * mid), mid, high: Math.round(1.4 * mid) })
  const rings = Array.from({ length: 6 }, (_, i) => ({ id: `ring${i + 1}` }))
  const vessels = Array.from({ length: 10 }, (_, i) => ({ id: `pan${i + 1}`, washS: 120 }))
  const wells = ['A', 'B', 'C', 'D'].map((id) => ({ id, washS: 60 }))
  const pickUps = Array.from({ length: Math.max(2, batches) }, (_, i) => ({
    id: `table${i}`,
    atS: 5400 + Math.round((i * 7200) / Math.max(2, batches)) + between(0, 300),
    plates: between(2, 6),
  })).sort((a, b) => a.atS - b.atS)
  const onRing = rings.map((r) => r.id)
  const inPan = vessels.map((v) => v.id)
  const tasks: ScheduleTask[] = []
  for (let b = 0; b < batches; b++) {
    const name = `s${b}`
    const last = Math.min(pickUps.length - 1, b + between(0, 2))
    const serves = {
      at: pickUps.slice(b, last + 1).map((p) => ({ pickUp: p.id, portions: p.plates })),
      clockS: 7200,
      marginS: 3600,
      holdRisk: [
        { ageS: 0, p: 0.01 },
        { ageS: 3600, p: 0.05 },
        { ageS: 7200, p: 0.3 },
      ],
    }
    const isMounted = random() < 0.5
    tasks.push(
      {
        id: `${name} chop`,
        modes: [{ durationS: band(between(180, 420)) }],
        hands: 0.9,
        interruptible: true,
      },
      {
        id: `${name} reduce`,
        modes: [
          { ring: onRing.slice(0, 3), vessel: inPan, durationS: band(between(400, 700)) },
          { ring: onRing.slice(3), vessel: inPan, durationS: band(between(700, 1100)) },
        ],
        hands: 0.05,
        fill: `${name} pan`,
        before: [{ task: `${name} chop` }],
      },
      {
        id: `${name} strain`,
        modes: [{ kit: ['sieve'], vessel: inPan, durationS: band(60) }],
        hands: 0.9,
        fill: `${name} bowl`,
        empties: [`${name} pan`],
        before: [{ task: `${name} reduce`, maxLagS: 600 }],
      },
      {
        id: `${name} finish`,
        modes: [
          {
            vessel: inPan,
            ...(isMounted ? { ring: onRing } : {}),
            durationS: band(between(180, 420)),
            breakRisk: 0.02,
          },
        ],
        hands: 0.9,
        fill: `${name} bowl`,
        before: [{ task: `${name} strain`, minLagS: 0, maxLagS: 900 }],
      },
      {
        id: `${name} hold`,
        modes: [{ well: wells.map((w) => w.id), durationS: band(30) }],
        hands: 0.2,
        empties: [`${name} bowl`],
        before: [{ task: `${name} finish`, maxLagS: 60 }],
        serves,
      },
    )
  }
  return {
    id: `made ${seed}`,
    goal: 'service',
    rings,
    vessels,
    wells,
    kits: [{ id: 'sieve' }],
    people: [{ fromS: 0, count: people }],
    pickUps,
    tasks,
  }
}
