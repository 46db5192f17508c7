import {
  batchOfTask,
  besideStove,
  eveningInstance,
  eveningOf,
  explode,
  kitchenGoods,
  startSchedule,
  type EveningAsked,
  type Explosion,
  type KitchenCatalog,
  type LotState,
  type PlacedTask,
  type ScheduleAnswer,
  type ServiceAsked,
  type ServiceState,
} from '@liquamen/core'
import { batchIdOf } from './batchIdOf'

/** An evening that is to be planned; asked again, what was asked before is given up. */
export interface EveningQuestion {
  readonly ask: number
  /** Reads the same as long as brief, larder and kitchen are the same: what was worked out of them is kept. */
  readonly reads: string
  readonly service: Pick<ServiceState, 'id' | 'sittings' | 'dishes'>
  readonly catalog: KitchenCatalog
  readonly lots: readonly LotState[]
  readonly people: EveningAsked['people']
  /** What else is on the stove. */
  readonly stove: EveningAsked
  readonly nowMs: number
  /** The plan in force: it is kept wherever it still may be. */
  readonly inForce?: readonly PlacedTask[] | undefined
  /** How long a plan is looked for, ms; none where only the goods are asked. */
  readonly budgetMs?: number | undefined
  /** A batch that was dragged: it may begin no sooner than this, and soon after. */
  readonly pinned?: { readonly batchId: string; readonly fromMs: number } | undefined
}
/** What is known so far: the goods at once, a plan as soon as there is one, a better one whenever it is found. */
export interface EveningTold {
  readonly ask: number
  readonly explosion: Explosion
  readonly plan?: EveningPlan | undefined
  readonly isDone: boolean
}
/** A plan, and what it is a plan of. */
export interface EveningPlan {
  /** The evening's own batches. */
  readonly own: ServiceAsked
  /** With what else is on the stove. */
  readonly asked: EveningAsked
  readonly answer: ScheduleAnswer
}

const SLICE_MS = 60
/** How far from where it was dropped a batch may begin, s. */
const NEAR_S = 120
let latest = 0
let known: { readonly reads: string; readonly explosion: Explosion; own?: ServiceAsked } | undefined

/** So that a newer question is heard between two slices. */
const breathe = () => new Promise((resolve) => setTimeout(resolve))

/** The instance of an evening, a dragged batch held near where it was dropped. */
function instanceOf(asked: EveningAsked, { catalog, pinned, inForce }: EveningQuestion) {
  const instance = eveningInstance({ ...asked, inForce }, catalog)
  if (!pinned) return instance
  const first = instance.tasks.find((t) => batchOfTask(t.id) === pinned.batchId)
  const longestS = Math.max(0, ...(first?.modes ?? []).map((m) => m.durationS.mid))
  const fromS = Math.max(0, Math.round((pinned.fromMs - asked.zeroMs) / 1000))
  const window = { earliestS: fromS, latestEndS: fromS + longestS + NEAR_S }
  return { ...instance, tasks: instance.tasks.map((t) => (t === first ? { ...t, window } : t)) }
}

/** The evening taken apart, and its batches where a plan is asked: the long parts of it, done once. */
function takenApart(q: EveningQuestion) {
  const { catalog, nowMs, people, reads } = q
  const ingredients = kitchenGoods(catalog)
  if (known?.reads !== reads)
    known = { reads, explosion: explode({ service: q.service, catalog, ingredients, lots: q.lots, nowMs }) }
  const { explosion } = known
  if (q.budgetMs === undefined) return { explosion }
  const idOf = (key: string) => batchIdOf(q.service.id, key)
  known.own ??= eveningOf({ serviceId: q.service.id, explosion, catalog, ingredients, people, nowMs, idOf })
  return { explosion, own: known.own }
}

async function answer(q: EveningQuestion): Promise<void> {
  const { explosion, own } = takenApart(q)
  const tell = (isDone: boolean, plan?: EveningPlan) =>
    self.postMessage({ ask: q.ask, explosion, plan, isDone } satisfies EveningTold)
  tell(own === undefined)
  if (!own || q.budgetMs === undefined) return
  const asked = besideStove(own, { ...q.stove, zeroMs: own.zeroMs })
  const search = startSchedule(instanceOf(asked, q), { seed: 1, from: q.inForce })
  const sinceMs = performance.now()
  let told = ''
  while (latest === q.ask && performance.now() - sinceMs < q.budgetMs) {
    const sliceMs = performance.now()
    while (performance.now() - sliceMs < SLICE_MS) search.run(1)
    const objective = search.objective()
    const found = JSON.stringify(objective ?? '')
    // what clashes is only named at the end: that takes its time
    if (objective?.[0] === 0 && found !== told) tell(false, { own, asked, answer: search.answer() })
    told = found
    await breathe()
  }
  if (latest === q.ask) tell(true, { own, asked, answer: search.answer() })
}

/** Plans an evening away from the thread that draws. */
self.onmessage = ({ data }: MessageEvent<EveningQuestion>) => {
  latest = data.ask
  void answer(data)
}
