import {
  acidBandOf,
  acidOf,
  checkpointsOf,
  contradictsSum,
  tasteOf,
  stockOf,
  tasteRemedies,
  type BatchView,
  type CheckpointId,
  type Contents,
  type TasteRemedy,
  type TasteWord,
} from '@liquamen/core'
import { computed, ref, type Ref } from 'vue'
import type { Bench } from '../../bench/useBench'
import { useKitchen } from '../../port/useKitchen'
import { numberText, percentText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { seasonTexts as says } from './texts'

/** Tastings of a step: which are due, what was said, what contradicts the sum, and what would mend it. @param of - what is in the vessel */
export function useTasting(view: Ref<BatchView>, of: Ref<Contents>, bench: Bench) {
  const kitchen = useKitchen()
  const formula = computed(() => view.value.formula)
  const taste = computed(() => tasteOf(of.value))
  const acid = computed(() => acidBandOf(formula.value, taste.value))
  const noted = computed(() => view.value.state.tastes.filter((t) => t.stepId === view.value.step?.id))
  const here = computed(() =>
    checkpointsOf(formula.value)
      .filter((c) => c.stepId === view.value.step?.id)
      .map((c) => ({ ...c, noted: noted.value.findLast((t) => t.checkpoint === c.id) })),
  )
  const last = computed(() => noted.value.at(-1))
  /** Something went in after the last word: one change, then it is tasted again. */
  const isMended = computed(() => {
    const facts = kitchen.factsOf(view.value.state.id)
    const at = facts.findIndex((f) => f.id === last.value?.id)
    return at >= 0 && facts.slice(at + 1).some((f) => f.kind === 'addition.made' || f.kind === 'salt.added')
  })
  const isAgain = (c: { readonly id: CheckpointId }) =>
    isMended.value && last.value?.checkpoint === c.id && last.value.word !== 'right'
  /** The tasting whose turn it is: the one that was mended, else the first that nothing was said of. */
  const due = computed(() => here.value.find(isAgain) ?? here.value.find((c) => !c.noted))
  const answered = ref<string>()
  const contrary = computed(() => {
    const said = last.value
    const { low, high } = formula.value.saltTargetFrac
    return said &&
      said.checkpoint !== 'reduction' &&
      answered.value !== said.id &&
      contradictsSum(said.word, of.value, { low, high, acid: acid.value })
      ? said
      : undefined
  })
  const sumSays = (word: TasteWord): string => {
    if (word === 'sharp')
      return `${numberText(acidOf(taste.value, acid.value) * (acid.value.per === 'sauce' ? 100 : 1), 2)} ${acid.value.per === 'sauce' ? '%' : 'g'} ${says.acid}`
    if (word === 'sweet') return `${percentText(taste.value.sugarFrac)} % ${says.sugar}`
    return `${percentText(taste.value.saltFrac, 2)} % ${says.salt}`
  }
  const stock = computed(() => stockOf(view.value.state))
  /** What mends what was said last; nothing while it is in doubt. A reduction alone is meant to be too much of everything. */
  const remedies = computed<readonly TasteRemedy[]>(() => {
    const said = last.value
    if (!said || contrary.value || isMended.value || said.checkpoint === 'reduction') return []
    const goods = view.value.state.frozen?.ingredients ?? []
    return tasteRemedies(said.word, of.value, {
      targetFrac: formula.value.saltTargetFrac.value,
      acid: acid.value,
      stock: stock.value,
    }).filter((r) => r.ingredientId === undefined || goods.some((g) => g.id === r.ingredientId))
  })
  return {
    taste,
    acid,
    here,
    due,
    last,
    contrary,
    sumSays,
    remedies,
    say: (checkpoint: CheckpointId, word: TasteWord) => bench.taste(checkpoint, word, taste.value),
    stands: () => {
      answered.value = last.value?.id
    },
    again: () =>
      bench.attempt(() =>
        kitchen.takeBack(contrary.value ? [contrary.value.id] : [], view.value.state.id, texts.bench.undone),
      ),
    put: (r: TasteRemedy) => {
      const grams = Math.round((r.massG ?? 0) * 10) / 10
      if (r.kind === 'salt') return bench.salt(grams)
      return r.ingredientId && grams > 0 ? bench.add(r.ingredientId, grams) : Promise.resolve(false)
    },
  }
}
