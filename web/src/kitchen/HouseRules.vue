<script setup lang="ts">
import { FOOD_CODES, houseRules, type FoodCodeId, type KitchenSettings } from '@liquamen/core'
import { computed } from 'vue'
import MayLine from '../crew/MayLine.vue'
import { degreesText, numberText } from '../ui/format'
import SentenceField from '../ui/SentenceField.vue'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'

/** The rules a house holds by, as sentences; of house and code the stricter counts. */
const props = defineProps<{ settings: KitchenSettings; change: KitchenChange }>()
const rules = computed(() => houseRules(props.settings))
const code = computed(() => FOOD_CODES[rules.value.code])
const set = (change: Partial<typeof rules.value>) =>
  props.change.make(texts.rules.kept, {
    kind: 'rules.set',
    payload: { rules: { ...rules.value, ...change } },
  })
const codes = (Object.keys(FOOD_CODES) as FoodCodeId[]).map((value) => ({
  value,
  title: texts.rules.codes[value],
}))
const clocks = (['outOfControl', 'firstEgg'] as const).map((value) => ({
  value,
  title: texts.rules.clockFrom[value],
}))
const hours = (min: number) => `${numberText(Math.floor(min / 60))}:${String(min % 60).padStart(2, '0')} h`
const stages = computed(() =>
  code.value.cooling
    .map((s) => texts.rules.stage(degreesText(s.fromC), degreesText(s.toC), hours(s.withinMin)))
    .join(', '),
)
</script>

<template>
  <section>
    <h2 class="label">
      {{ texts.rules.title }} <span class="caption">{{ texts.rules.hint }}</span>
    </h2>
    <MayLine doing="setRules" />
    <p class="sentence">
      {{ texts.rules.held }}
      <SentenceField
        :model-value="rules.holdLimitH"
        :label="texts.rules.heldLabel"
        :min="0.5"
        :max="6"
        unit="h"
        @update:model-value="(holdLimitH) => set({ holdLimitH })"
      />
      {{ texts.rules.hours(hours(code.timeLimitH * 60)) }}
    </p>
    <div class="row">
      <v-select
        :model-value="rules.code"
        :items="codes"
        :label="texts.rules.by"
        @update:model-value="(id: FoodCodeId) => set({ code: id })"
      /><v-select
        :model-value="rules.clockFrom"
        :items="clocks"
        :label="texts.rules.clock"
        @update:model-value="(clockFrom) => set({ clockFrom })"
      />
    </div>
    <p>{{ texts.rules.cools(stages) }}</p>
    <p class="caption">{{ code.source }}. {{ texts.rules.local }}.</p>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
}
.row > * {
  flex: 1 1 230px;
}
</style>
