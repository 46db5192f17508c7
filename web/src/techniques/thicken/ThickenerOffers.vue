<script setup lang="ts">
import { HALF_FLOUR } from '@liquamen/core'
import { h } from 'vue'
import { numberText } from '../../ui/format'
import { thickenTexts as says } from './texts'
import type { useThicken } from './useThicken'

/** What would bring a sauce to the coat that is wanted: grams of each thickener, and the next of the one that is chosen. Apart from the panel, since every move of the slider writes it anew. */
const props = defineProps<{ t: ReturnType<typeof useThicken>; canAct: boolean }>()
const { coat, offers, chosen, agent, boil, put } = props.t
const grams = (g: number) => numberText(g, g < 20 ? 1 : 0)
/** On its key, and a component so that only these words are written anew, not the key. */
const NextAmount = () => {
  const dose = chosen.value?.next
  if (!dose) return undefined
  const isHalfFlour = HALF_FLOUR.includes(dose.agent)
  return h(
    'small',
    isHalfFlour ? says.inFat(grams(dose.massG)) : says.inWater(grams(dose.massG), numberText(dose.waterG)),
  )
}
const putIn = () => chosen.value && put(chosen.value.next)
</script>

<template>
  <div v-if="offers.length" class="agents" role="group" :aria-label="says.put">
    <button
      v-for="o in offers"
      :key="o.agent"
      class="agent"
      :aria-pressed="chosen?.agent === o.agent"
      @click="agent = o.agent"
    >
      <span class="name">{{ says.agent[o.agent] }}</span>
      <strong class="slides">{{ grams(o.massG) }} g</strong
      ><small v-if="o.forbidden" class="wine">{{ says.mustNot(o.forbidden.allergen, o.forbidden.who) }}</small
      ><small v-else>{{ says.holds(o.holdsMin) }}</small>
    </button>
  </div>
  <p v-if="offers.every((o) => o.forbidden)" class="roux label">▽ {{ says.unreachable }}</p>
  <template v-if="chosen">
    <p class="caption slides two-lines">
      {{ coat.dose ? says.rest : says.first(grams(chosen.massG), grams(chosen.keptG)) }}
    </p>
    <p class="caption">{{ says.how[chosen.agent] }}</p>
    <v-btn v-if="canAct" class="put" @click="putIn">{{ says.put }} <NextAmount /></v-btn>
  </template>
  <p v-if="boil" class="caption slides two-lines">
    {{
      boil.minutes < 240
        ? says.orBoil(numberText(boil.grams), numberText(boil.minutes, 1))
        : says.orBoilG(numberText(boil.grams))
    }}
  </p>
</template>

<style scoped>
/* what is written anew at every move stands in boxes of a fixed size: laid out by itself, and nothing around it with it */
.slides {
  contain: strict;
  display: inline-block;
  width: 62px;
  height: 1.3em;
  vertical-align: bottom;
}
.two-lines {
  display: block;
  width: auto;
  height: 2.8em;
}
.agents {
  display: grid;
  grid-template-columns: repeat(2, 157px);
  gap: 4px 16px;
}
.agent {
  display: block;
  min-height: 52px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--type-key);
  text-align: left;
  padding: 2px 0;
  cursor: pointer;
}
.agent[aria-pressed='true'] .name {
  box-shadow: inset 0 -3px 0 var(--ink);
  font-weight: var(--weight-key);
}
.agent small {
  display: block;
  font-size: var(--type-caption);
  color: var(--ink-soft);
}
.agent small.wine {
  color: var(--wine);
}
@media (max-width: 1000px) {
  .agents {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
}
</style>
