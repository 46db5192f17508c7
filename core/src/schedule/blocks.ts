import { NONE, type Problem, type Task } from './problem'

/** Waits this short bind two tasks together: they are put and lifted as one, s. */
const TIGHT_S = 2 * 3600

/** Tasks that can only be put together: those of one fill, and those that may not wait for one another. Each in the order of its tasks; what is fixed is in none. */
function blocksOf({ tasks, fills, order }: Problem): readonly (readonly number[])[] {
  const parent = tasks.map((_, i) => i)
  const find = (i: number): number => (parent[i] === i ? i : (parent[i] = find(parent[i]!)))
  const bind = (a: number, b: number) => {
    parent[find(a)] = find(b)
  }
  for (const fill of fills) for (const t of [...fill.tasks, ...fill.keepers]) bind(t, fill.tasks[0] ?? t)
  for (const task of tasks)
    for (const { task: before, maxS } of task.before) if (maxS <= TIGHT_S) bind(task.index, before)
  const blocks = new Map<number, number[]>()
  for (const i of order) {
    if (tasks[i]!.isFixed) continue
    const root = find(i)
    blocks.set(root, [...(blocks.get(root) ?? []), i])
  }
  return [...blocks.values()]
}

/** A block among others. */
export interface Block {
  readonly tasks: readonly number[]
  /** Blocks that must stand before it, and after. */
  readonly before: readonly number[]
  readonly after: readonly number[]
  /** The first pick-up that waits for it, s; none where none does. */
  readonly dueS: number
}

/** The blocks of a problem, each with those that it waits for and the first pick-up that waits for it. */
export function readBlocks(problem: Problem): Block[] {
  const { tasks, instance } = problem
  const all = blocksOf(problem)
  const blockOf = new Map(all.flatMap((block, b) => block.map((i) => [i, b] as const)))
  const others = (b: number, of: (t: Task) => readonly { task: number }[]) => [
    ...new Set(
      all[b]!.flatMap((i) => of(tasks[i]!).flatMap((l) => blockOf.get(l.task) ?? [])).filter((o) => o !== b),
    ),
  ]
  const due = all.map((block) =>
    Math.min(
      Infinity,
      ...block.flatMap((i) => tasks[i]!.serves?.at.map((a) => instance.pickUps[a.pickUp]!.atS) ?? []),
    ),
  )
  const blocks = all.map((block, b) => ({
    tasks: block,
    before: others(b, (t) => t.before),
    after: others(b, (t) => t.after),
  }))
  const wanted = (b: number, seen: ReadonlySet<number>): number =>
    Math.min(
      due[b]!,
      ...blocks[b]!.after.filter((a) => !seen.has(a)).map((a) => wanted(a, new Set([...seen, b]))),
    )
  return blocks.map((block, b) => ({ ...block, dueS: wanted(b, new Set([b])) }))
}

/** Fills that stand in a block, by index. */
export const fillsIn = ({ tasks }: Problem, block: readonly number[]): readonly number[] => [
  ...new Set(block.flatMap((i) => (tasks[i]!.fill === NONE ? [] : [tasks[i]!.fill]))),
]

/** How many blocks stand before each at the most. */
export function ranksOf(blocks: readonly Block[]): number[] {
  const ranks: (number | undefined)[] = blocks.map(() => undefined)
  const rank = (b: number, path: ReadonlySet<number>): number => {
    const known = ranks[b]
    if (known !== undefined) return known
    const own = Math.max(
      0,
      ...blocks[b]!.before.filter((x) => !path.has(x)).map((x) => 1 + rank(x, new Set([...path, b]))),
    )
    ranks[b] = own
    return own
  }
  return blocks.map((_, b) => rank(b, new Set([b])))
}
