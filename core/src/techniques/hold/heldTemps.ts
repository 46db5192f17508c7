import { tempsRead } from '../../batch/stepTemps'
import { newtonTempC } from '../../cooling/newton'
import type { Held } from './heldNow'
import { holdFamily } from './holdFamily'
import { PLAIN_REST_C, restC } from './holdRisk'
import { coolsAt } from './places'

const MINUTE_MS = 60_000
/** A reading so long before it was put by says how hot a pan was, not it. */
const READ_BEFORE_MS = 15 * MINUTE_MS

/** What it was put by at: as it was last read, or the middle of what it bears. */
function putByC({ state: { stageFacts, hold, plan } }: Held): number {
  const startedAtMs = hold?.startedAtMs ?? 0
  const before = tempsRead(stageFacts).findLast((t) => t.atMs <= startedAtMs)
  if (before && startedAtMs - before.atMs <= READ_BEFORE_MS) return before.tempC
  const family = holdFamily({ plan })
  return family ? restC(family) : PLAIN_REST_C
}

/** Its temperature by minutes: as it was read, the first reading before it. Where nobody has: the well's water; by what is around it where its place is known; none where it is not. What was read on its way in a well stays so; elsewhere it goes on towards what is around it. */
export function tempOverTime(
  of: Held,
  sauce: { readonly massG: number; readonly volumeMl: number },
  { fromMs, minutes }: { readonly fromMs: number; readonly minutes: number },
) {
  const { state, well, probe } = of
  const { hold } = state
  const typed = tempsRead(state.stageFacts).filter((t) => t.atMs >= (hold?.startedAtMs ?? 0))
  const read = [...typed, ...probe].sort((a, b) => a.atMs - b.atMs)
  const place = hold?.place
  const course = hold && place && coolsAt(place, hold.wall ?? 'metal', { ...sauce, waterC: well?.waterC })
  const isFree = course && (place !== 'well' || read.length === 0)
  const startC = read[0]?.tempC ?? (course ? putByC(of) : well?.waterC)
  if (startC === undefined) return undefined
  let next = 0
  let last = { min: 0, tempC: startC }
  const byMinute = Array.from({ length: minutes + 1 }, (_, min) => {
    for (; (read[next]?.atMs ?? Infinity) <= fromMs + min * MINUTE_MS; next++)
      last = { min, tempC: read[next]?.tempC ?? last.tempC }
    return isFree ? newtonTempC(course, last.tempC, min - last.min) : last.tempC
  })
  return { isTaken: read.length === 0, at: (min: number) => byMinute[min] ?? last.tempC }
}
