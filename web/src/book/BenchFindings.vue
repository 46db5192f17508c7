<script setup lang="ts">
import { itemMassG, stockSaltLimit } from '@liquamen/core'
import { computed } from 'vue'
import { numberText, percentText } from '../ui/format'
import { texts } from '../ui/texts'
import type { Workbench } from './useWorkbench'

const props = defineProps<{ bench: Workbench; /** Why a save was refused. */ refusals: readonly string[] }>()
const { chosen, trace, problems, draft, ingredients, factor, scale, waiting, contradictions, rounding } =
  props.bench
const verbOf = (stepId: string | undefined) => chosen.value.steps.find((s) => s.id === stepId)?.verb ?? ''
const SALTED_FRAC = 0.003 // what the label of a stock calls salted

/** Amounts, totals and times that are said twice and do not agree, both sides by side. */
const disagreements = computed(() =>
  contradictions.value.map((c) => {
    const [a, b] = c.claims.map((claim) => numberText(claim.value)) as [string, string]
    if ('stepId' in c && c.unit === 'ml') return texts.workbench.contradiction.target(verbOf(c.stepId), a, b)
    if ('stepId' in c)
      return texts.workbench.contradiction.minutes(
        verbOf(c.stepId),
        c.claims[0]?.says ?? '',
        `${numberText(c.claims[1]?.low ?? 0)}–${numberText(c.claims[1]?.high ?? 0)}`,
      )
    return texts.book.bench.yields(draft.value.basisPortions, numberText(draft.value.portionMl), a, b)
  }),
)
const missing = computed(() =>
  waiting.value.map((w) => ingredients.value.get(w.ingredientId)?.name ?? w.ingredientId).join(', '),
)

/** A salted stock is judged where it ends. */
const stockWarning = computed(() => {
  const item = chosen.value.items.find((i) => {
    const good = ingredients.value.get(i.ingredientId)
    return good?.marks?.some((m) => m.startsWith('stock')) && (good.per100G.salt ?? 0) / 100 > SALTED_FRAC
  })
  const good = item && ingredients.value.get(item.ingredientId)
  if (!item || !good || trace.value.length === 0) return ''
  const most = chosen.value.saltTargetFrac.high
  const limit = stockSaltLimit(trace.value, itemMassG(item, good), (good.per100G.salt ?? 0) / 100, most)
  return limit.endsAtFrac > most
    ? texts.book.bench.stock(
        percentText(limit.endsAtFrac, 1),
        numberText(limit.unsaltedAtLeastG * factor.value),
      )
    : ''
})
/** What rounding moved far enough to be noticed: load where there is one, else salt, else volume. */
const roundingWarning = computed(() => {
  const check = rounding.value
  if (!check?.noticed) return ''
  const { meant, weighed } = check
  const perBatch = factor.value / props.bench.batches.value
  switch (check.noticed) {
    case 'phase':
      return texts.workbench.rounding(
        `φ ${numberText(meant.phaseFrac, 2)}`,
        `φ ${numberText(weighed.phaseFrac, 2)}`,
      )
    case 'salt':
      return texts.workbench.rounding(
        `${percentText(meant.saltFrac, 2)} % salt`,
        `${percentText(weighed.saltFrac, 2)} %`,
      )
    case 'volume':
      return texts.workbench.rounding(
        `${numberText(meant.volumeMl * perBatch)} ml`,
        `${numberText(weighed.volumeMl)} ml`,
      )
  }
  return ''
})
</script>

<template>
  <p v-if="missing" class="roux label" role="status">▽ {{ texts.workbench.missing(missing) }}</p>
  <p v-else-if="!scale && problems.length === 0" class="wine label">✕ {{ texts.book.bench.notIn }}</p>
  <p v-else-if="scale?.isUnderFloor" class="roux label">▽ {{ texts.book.bench.underFloor }}</p>
  <ul v-if="refusals.length" class="wine" role="alert">
    <li v-for="r in refusals" :key="r" class="label">✕ {{ r }}</li>
  </ul>
  <ul v-if="problems.length" role="alert">
    <li v-for="(p, i) in problems" :key="i" class="roux label">
      ▽ {{ verbOf(p.stepId) }} {{ texts.book.problems[p.code] }} <span class="soft">{{ p.detail }}</span>
    </li>
  </ul>
  <p v-for="d in disagreements" :key="d" class="roux label">▽ {{ d }}</p>
  <p v-if="stockWarning" class="roux label">▽ {{ stockWarning }}</p>
  <p v-if="roundingWarning" class="roux label">▽ {{ roundingWarning }}</p>
</template>
