import {
  dropStep,
  NO_CHOICES,
  splitItem,
  type Choices,
  type Formula,
  type FormulaItem,
  type FormulaStep,
  type StagedPart,
} from '@liquamen/core'
import { computed, ref, shallowRef, type ComputedRef } from 'vue'

const MOST_UNDO = 60

/** A good that was told without an amount that can be weighed yet: scaling waits for it. */
export interface WaitingGood {
  readonly id: string
  readonly ingredientId: string
  readonly stepId: string
  /** As it was told. */
  readonly said: string
}

interface Snapshot {
  readonly draft: Formula
  readonly choices: Choices
  readonly waiting: readonly WaitingGood[]
}

/** A formula as it is being changed, with schools and swaps; every change can be taken back, the last one first. */
export function useFormulaDraft(written: ComputedRef<Formula>) {
  const state = shallowRef<Snapshot>({ draft: written.value, choices: NO_CHOICES, waiting: [] })
  const past = shallowRef<readonly Snapshot[]>([])
  const draft = computed(() => state.value.draft)
  const choices = computed(() => state.value.choices)
  const waiting = computed(() => state.value.waiting)
  const splitRefused = ref('')

  function change(next: Partial<Snapshot>): void {
    past.value = [...past.value.slice(-MOST_UNDO), state.value]
    state.value = { ...state.value, ...next }
  }
  const edit = (next: Formula) => change({ draft: next })
  function undo(): void {
    const last = past.value.at(-1)
    if (!last) return
    state.value = last
    past.value = past.value.slice(0, -1)
  }
  /** Ids for new items of a good at a step, none of them taken. */
  function freeItemIds(): (ingredientId: string, stepId: string) => string {
    const taken = new Set([...draft.value.items, ...waiting.value].map((i) => i.id))
    return (ingredientId, stepId) => {
      const base = `${ingredientId.slice(0, 28)}_${stepId.slice(0, 28)}`
      let id = base
      for (let n = 2; taken.has(id); n++) id = `${base}_${n}`
      taken.add(id)
      return id
    }
  }
  const setAmount = (itemId: string, amount: FormulaItem['amount']) =>
    edit({ ...draft.value, items: draft.value.items.map((i) => (i.id === itemId ? { ...i, amount } : i)) })
  const removeItem = (itemId: string) =>
    edit({ ...draft.value, items: draft.value.items.filter((i) => i.id !== itemId) })

  /** Puts goods in at a step: those with grams go in, the others wait for an amount. */
  function putIn(
    stepId: string,
    goods: readonly {
      readonly ingredientId: string
      readonly massG?: number | undefined
      readonly said: string
    }[],
  ): void {
    const nextId = freeItemIds()
    const items: FormulaItem[] = []
    const more: WaitingGood[] = []
    for (const { ingredientId, massG, said } of goods) {
      const id = nextId(ingredientId, stepId)
      if (massG === undefined) more.push({ id, ingredientId, stepId, said })
      else items.push({ id, ingredientId, stepId, amount: { massG } })
    }
    change({
      draft: { ...draft.value, items: [...draft.value.items, ...items] },
      waiting: [...waiting.value, ...more],
    })
  }
  function settle(id: string, massG: number): void {
    const good = waiting.value.find((w) => w.id === id)
    if (!good) return
    const { said: _said, ...item } = good
    change({
      draft: { ...draft.value, items: [...draft.value.items, { ...item, amount: { massG } }] },
      waiting: waiting.value.filter((w) => w.id !== id),
    })
  }
  const leaveOut = (id: string) => change({ waiting: waiting.value.filter((w) => w.id !== id) })

  /** Puts an amount in by stages; where the parts do not add up, nothing changes and it is said by how much. */
  function split(itemId: string, parts: readonly StagedPart[]): boolean {
    const { formula, allocation } = splitItem(draft.value, itemId, parts)
    splitRefused.value = allocation.status === 'ok' ? '' : allocation.status
    if (allocation.status === 'ok') edit(formula)
    return allocation.status === 'ok'
  }

  const setStep = (stepId: string, step: Partial<Omit<FormulaStep, 'id'>>) =>
    edit({ ...draft.value, steps: draft.value.steps.map((s) => (s.id === stepId ? { ...s, ...step } : s)) })
  const setTarget = (stepId: string, target: string) => setStep(stepId, { target })
  function addStep(afterId: string, step: Omit<FormulaStep, 'id'>): string {
    let id = step.technique as string
    while (draft.value.steps.some((s) => s.id === id)) id += '2'
    edit({
      ...draft.value,
      steps: draft.value.steps.flatMap((s) => (s.id === afterId ? [s, { id, ...step }] : [s])),
    })
    return id
  }
  const removeStep = (stepId: string) => edit(dropStep(draft.value, stepId))
  function moveStep(stepId: string, by: -1 | 1): void {
    const steps = [...draft.value.steps]
    const at = steps.findIndex((s) => s.id === stepId)
    const [step, other] = [steps[at], steps[at + by]]
    if (!step || !other) return
    steps[at] = other
    steps[at + by] = step
    edit({ ...draft.value, steps })
  }
  const setHead = (
    head: Partial<Pick<Formula, 'name' | 'basisPortions' | 'portionMl' | 'overFrac' | 'dishes' | 'keeps'>>,
  ) => edit({ ...draft.value, ...head })

  const choose = (next: Choices) => change({ choices: next })
  const chooseWay = (schoolId: string, optionId: string) =>
    choose({ ...choices.value, schools: { ...choices.value.schools, [schoolId]: optionId } })
  function swap(itemId: string, ingredientId: string | undefined, factor = 1): void {
    const { [itemId]: _gone, ...swaps } = choices.value.swaps
    choose({
      ...choices.value,
      swaps: ingredientId ? { ...swaps, [itemId]: { ingredientId, factor } } : swaps,
    })
  }
  return {
    draft,
    choices,
    waiting,
    past,
    splitRefused,
    edit,
    undo,
    setAmount,
    removeItem,
    putIn,
    settle,
    leaveOut,
    split,
    setStep,
    setTarget,
    addStep,
    removeStep,
    moveStep,
    setHead,
    choose,
    chooseWay,
    swap,
  }
}
