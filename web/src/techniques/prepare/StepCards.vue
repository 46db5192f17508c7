<script setup lang="ts">
import { cardsOf, type BatchView, type StepCard } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useVesselNow } from '../../bench/useVesselNow'
import { useKitchen } from '../../port/useKitchen'
import { degreesText, numberText } from '../../ui/format'
import { toRef } from 'vue'
import { prepareTexts as says } from './texts'

/** Short cards of what a step asks of the hands: one tap opens one, and it says what was worked out for this pan. */
const props = defineProps<{ view: BatchView }>()
const kitchen = useKitchen()
const vessel = useVesselNow(toRef(props, 'view'))
const open = ref<StepCard['id']>()
const goods = computed(() =>
  (props.view.state.plan?.weighOut ?? []).flatMap((l) =>
    l.stepId === props.view.step?.id ? (kitchen.ingredients.get(l.ingredientId) ?? []) : [],
  ),
)
const gramsOf = (ingredientId: string) =>
  (props.view.state.plan?.weighOut ?? [])
    .filter((l) => l.stepId === props.view.step?.id && l.ingredientId === ingredientId)
    .reduce((sum, l) => sum + (props.view.state.weighed[l.itemId] ?? l.shownG), 0)
const cards = computed(() =>
  props.view.step ? cardsOf(props.view.formula, props.view.step, goods.value, gramsOf) : [],
)
const card = computed(() => cards.value.find((c) => c.id === open.value))
const span = (hours: number) =>
  hours < 1 ? says.minutes(numberText(60 * hours)) : says.hours(numberText(hours))
const verbOf = (stepId: string | undefined) => props.view.formula.steps.find((s) => s.id === stepId)?.verb
const lines = computed((): readonly { text: string; isHot?: boolean }[] => {
  const of = card.value
  const plain = (all: readonly string[]) => all.map((text) => ({ text }))
  if (!of) return []
  switch (of.id) {
    case 'cut':
      return plain([
        says.cuts[of.cut],
        ...of.goods.map((g) => says.keeps(g.name, span(g.hours))),
        says.cutOrder,
      ])
    case 'flambe': {
      const verb = verbOf(of.boilsAt)
      return plain([...says.flambe, ...(verb ? [says.boilOff(verb)] : [])])
    }
    case 'fat':
      return [
        ...of.fats.map((f) => ({
          text: [
            says.smoke(f.name, degreesText(f.lowC), degreesText(f.highC), degreesText(of.panC)),
            says.smokeVerdict[f.verdict],
          ]
            .filter(Boolean)
            .join(': '),
          isHot: f.verdict === 'smokes',
        })),
        ...plain(says.fatRules),
      ]
    case 'gelatin':
      return plain([
        says.bloom(numberText(of.massG, 1), numberText(of.bloomMl)),
        says.melt(numberText(of.hotG)),
        ...of.swaps.map((s) => says.strength(numberText(s.bloom), numberText(s.massG, 1))),
      ])
    case 'skimFat':
      return plain([says.skimFat(numberText(vessel.value.walked?.begin.fatG ?? 0)), says.skimKeep])
    default:
      return plain(says[of.id])
  }
})
</script>

<template>
  <section v-if="cards.length" class="cards gap-above">
    <div class="keys">
      <button
        v-for="c in cards"
        :key="c.id"
        class="text-key"
        :aria-expanded="open === c.id"
        @click="open = open === c.id ? undefined : c.id"
      >
        {{ says.cards[c.id] }}
      </button>
    </div>
    <ul v-if="card">
      <li v-for="l in lines" :key="l.text" :class="{ roux: l.isHot }">{{ l.text }}</li>
    </ul>
  </section>
</template>

<style scoped>
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
li {
  max-width: 70ch;
  font-size: var(--type-text);
  padding: 2px 0;
}
</style>
