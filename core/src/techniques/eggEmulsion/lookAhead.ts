import type { BatchState } from '../../batch/batchState'
import { liftAtC, POUR_BETWEEN_C } from './bathRules'
import { isLiftDue, isRibbon, type Replay, type ReplayFrame } from './replayEmulsion'
import { stepYolkBath, type YolkBathControl, type YolkBathState } from './yolkBath'

const AHEAD_S = 900
const MINUTE_S = 60

/** Where a bowl is going if it is left as it is. */
export interface Outlook {
  readonly inOneMinuteC: number
  /** When it is to be lifted, within a quarter of an hour. */
  readonly liftAtMs: number | undefined
  readonly ribbonAtMs: number | undefined
  /** When, off its bath, it is to go back on; none where it is not to. */
  readonly backAtMs: number | undefined
}
/** The bowl second by second from now on, and the second at which it first is what is waited for. */
interface Course {
  readonly control: YolkBathControl
  readonly awaitsRibbon: boolean
  readonly bowls: YolkBathState[]
  liftS: number | undefined
  ribbonS: number | undefined
  backS: number | undefined
}
/** A bowl is asked for each second: its course goes on from where it was, as long as it goes as it was foreseen. */
const courses = new WeakMap<BatchState, Course>()

const isSame = (a: YolkBathState, b: YolkBathState | undefined) =>
  (Object.keys(a) as (keyof YolkBathState)[]).every((key) => a[key] === b?.[key])

/** The course of a moment ago, from now on; nothing where the bowl took another, or what was waited for is here. */
function goneOn(known: Course | undefined, now: YolkBathState, fresh: Course): Course | undefined {
  const { control, awaitsRibbon } = fresh
  if (
    known?.control.bath !== control.bath ||
    known.control.whisk !== control.whisk ||
    known.awaitsRibbon !== awaitsRibbon
  )
    return undefined
  const gone = known.bowls.findIndex((bowl) => bowl.atS === now.atS)
  const left = (s: number | undefined) => (s === undefined ? undefined : s - gone)
  const [liftS, ribbonS, backS] = [left(known.liftS), left(known.ribbonS), left(known.backS)]
  if (!isSame(now, known.bowls[gone]) || (liftS ?? 1) <= 0 || (ribbonS ?? 1) <= 0) return undefined
  return { ...fresh, bowls: known.bowls.slice(gone), liftS, ribbonS, backS }
}

/** A bowl that was lifted before its ribbon goes back so far under where it is lifted, K [A]. */
const BACK_UNDER_LIFT_K = 4
/** What a bowl off its bath cools to before it goes back, °C; nothing where it stays off. */
function backUnderC(
  { setup, plan: { method, pour } }: Pick<ReplayFrame, 'setup' | 'plan'>,
  bowl: YolkBathState,
  control: YolkBathControl,
): number | undefined {
  if (bowl.fatG > 0) return pour?.over === 'onOff' ? POUR_BETWEEN_C.low : undefined
  if (isRibbon(setup, bowl, control)) return undefined
  return method.yolkC?.low ?? liftAtC(setup.bowl, method) - BACK_UNDER_LIFT_K
}

/** The bowl left as it is now, simulated on from the last reading. */
export function lookAhead(
  state: BatchState,
  frame: Pick<ReplayFrame, 'setup' | 'plan'>,
  { bowl, control }: Pick<Replay, 'bowl' | 'control'>,
  nowMs: number,
): Outlook {
  const { setup } = frame
  const isOn = control.bath !== 'off'
  const backC = isOn ? undefined : backUnderC(frame, bowl, control)
  const fresh: Course = {
    control,
    awaitsRibbon: isOn && !isRibbon(setup, bowl, control),
    bowls: [bowl],
    liftS: undefined,
    ribbonS: undefined,
    backS: undefined,
  }
  const course = goneOn(courses.get(state), bowl, fresh) ?? fresh
  const { bowls } = course
  const waits = () => (isOn ? course.liftS === undefined : backC !== undefined && course.backS === undefined)
  if (backC !== undefined && bowl.tempC < backC) course.backS ??= 0
  while (bowls.length <= (waits() ? AHEAD_S : MINUTE_S)) {
    const next = stepYolkBath(setup, bowls.at(-1) ?? bowl, control, 1)
    if (course.awaitsRibbon && isRibbon(setup, next, control)) course.ribbonS ??= bowls.length
    if (isOn && isLiftDue(frame, next, control)) course.liftS ??= bowls.length
    if (backC !== undefined && next.tempC < backC) course.backS ??= bowls.length
    bowls.push(next)
  }
  courses.set(state, course)
  const at = (s: number | undefined) => (s === undefined ? undefined : nowMs + s * 1000)
  return {
    inOneMinuteC: (bowls[MINUTE_S] ?? bowl).tempC,
    liftAtMs: at(course.liftS),
    ribbonAtMs: at(course.ribbonS),
    backAtMs: at(course.backS),
  }
}
