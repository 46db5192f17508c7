import type { PlacedTask, ScheduleInstance } from './instance'
import { Plan } from './plan'
import { readPlaced, readProblem, type Mode } from './problem'
import { retime } from './retime'

/** What came of an evening that was worked by its plan. */
export interface Played {
  readonly plates: number
  /** Plates that went when they were called, to the half minute. */
  readonly onTimePlates: number
  /** Times at which a sauce was taken, and those at which its clock was over. */
  readonly takings: number
  readonly clocksPassed: number
  /** Sauces lost at their first plate, and those that could have been made anew for their last. */
  readonly lost: number
  readonly madeAnew: number
}

const ON_TIME_S = 30
/** From a triangle over its band: at its middle most often. */
function drawnS({ lowS, midS, highS }: Mode, random: () => number): number {
  const u = random()
  const span = highS - lowS
  if (span <= 0) return midS
  const turn = (midS - lowS) / span
  return Math.round(
    u < turn
      ? lowS + Math.sqrt(u * span * (midS - lowS))
      : highS - Math.sqrt((1 - u) * span * (highS - midS)),
  )
}

/** What an evening is played with beside its plan. */
export interface Playing {
  /** How long a sauce takes from the beginning, by the task with which it is done, s. */
  readonly makingS: (taskId: string) => number
  /** A pick-up's plates are called evenly over so long from its time, s; all at once where 0. */
  readonly calledOverS: number
}

/**
 * Makes a plan ready to be worked as often as one likes, each time with other durations: ways, places and turns stay, nothing begins before its time
 * (as re-timing does, SERVICE.md 2). Nobody plans anew meanwhile.
 * @param tasks - an answer's
 * @throws DomainError as `startSchedule`
 */
export function startPlaying(
  instance: ScheduleInstance,
  tasks: readonly PlacedTask[],
  { makingS, calledOverS }: Playing,
): (random: () => number) => Played {
  const problem = readProblem(instance)
  const at = new Map(tasks.map((t) => [t.id, t]))
  const plan = new Plan(problem)
  for (const task of problem.tasks) {
    const placed = at.get(task.id)
    if (placed && !task.isFixed) plan.put(task, readPlaced(instance, placed))
  }
  const plates = instance.pickUps.reduce((sum, p) => sum + p.plates, 0)
  return (random) => {
    const played = retime(plan, (mode) => drawnS(mode, random))
    const onTime = instance.pickUps.map(({ atS, plates: all }, i) => {
      const waitsS = played.servedS(i) - atS - ON_TIME_S
      if (waitsS <= 0) return all
      return waitsS >= calledOverS ? 0 : all * (1 - waitsS / calledOverS)
    })
    const serving = problem.tasks.filter((t) => t.serves && played.placed[t.index])
    const madeAnew = serving.filter((t) => {
      const ofSauce = t.serves!.at.map(({ pickUp }) => played.servedS(pickUp))
      const first = Math.min(...ofSauce)
      return first + makingS(t.id) <= Math.max(...ofSauce) + ON_TIME_S
    })
    return {
      plates,
      onTimePlates: onTime.reduce((sum, n) => sum + n, 0),
      takings: serving.reduce((sum, t) => sum + t.serves!.at.length, 0),
      clocksPassed: played.clocksPassed(),
      lost: serving.length,
      madeAnew: madeAnew.length,
    }
  }
}
