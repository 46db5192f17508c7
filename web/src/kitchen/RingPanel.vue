<script setup lang="ts">
import { HEATERS, type HeaterKind, type Ring } from '@liquamen/core'
import { computed } from 'vue'
import HoldButton from '../ui/HoldButton.vue'
import SentenceField from '../ui/SentenceField.vue'
import RingPairs from './RingPairs.vue'
import RingTest from './RingTest.vue'
import RingWords from './RingWords.vue'
import { USUAL_BURNER_MM } from './stovePlan'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'
import { usersOf } from './usersOf'

/** A ring: what it is, what it gives into a pan by a water test, and where a formula's heat words lie on its knob. */
const props = defineProps<{ ring: Ring; change: KitchenChange }>()
const users = usersOf()
const set = (change: Partial<Ring>) =>
  props.change.make(texts.ring.set(change.number ?? props.ring.number), {
    kind: 'ring.set',
    payload: { ring: { ...props.ring, ...change } },
  })
const heat = (change: Partial<Ring['heater']>) => set({ heater: { ...props.ring.heater, ...change } })
const heaters = Object.keys(HEATERS).map((kind) => ({
  value: kind as HeaterKind,
  title: texts.ring.heaters[kind as HeaterKind],
}))
const wantedBy = computed(() => users.ofRing(props.ring.id))
const remove = () =>
  props.change.make(texts.ring.removed(props.ring.number), {
    kind: 'ring.removed',
    payload: { ringId: props.ring.id },
  })
</script>

<template>
  <section class="panel" :aria-label="texts.ring.title(ring.number)">
    <h2 class="label">
      {{ texts.ring.title(ring.number) }} <span class="caption">{{ ring.strength }}</span>
    </h2>
    <p class="sentence">
      {{ texts.ring.isNumber }}
      <SentenceField
        :model-value="ring.number"
        :label="texts.ring.number"
        :min="1"
        :max="99"
        @update:model-value="(number) => set({ number: Math.round(number) })"
      />
      {{ texts.ring.called }}
      <SentenceField
        :model-value="ring.strength"
        :label="texts.ring.strength"
        :maxlength="20"
        @keep="(strength) => set({ strength })"
      />, {{ texts.ring.plate }}
      <SentenceField
        :model-value="ring.heater.ratedW"
        :label="texts.ring.rated"
        :min="200"
        :max="30000"
        :unit="texts.ring.watts"
        @update:model-value="(ratedW) => heat({ ratedW })"
      />
      {{ texts.ring.watts }},
      <SentenceField
        :model-value="ring.burnerMm ?? USUAL_BURNER_MM"
        :label="texts.ring.burner"
        :min="30"
        :max="800"
        unit="mm"
        @update:model-value="(burnerMm) => set({ burnerMm })"
      />
      {{ texts.ring.wide }}, {{ texts.ring.marksAre }}
      <SentenceField
        :model-value="ring.marks ?? 0"
        :label="texts.ring.marks"
        :min="0"
        :max="30"
        @update:model-value="(marks) => set({ marks: marks >= 2 ? Math.round(marks) : undefined })"
      />
      <span class="caption">{{ texts.ring.noMarks }}</span>
    </p>
    <v-select
      class="heater"
      :model-value="ring.heater.kind"
      :items="heaters"
      :label="texts.ring.heater"
      @update:model-value="(kind: HeaterKind) => heat({ kind })"
    />
    <RingTest :ring="ring" :change="change" />
    <RingPairs :ring="ring" :change="change" />
    <RingWords v-if="ring.measured?.length" :ring="ring" />
    <div class="keys-row">
      <HoldButton :disabled="wantedBy.length > 0" @held="remove">{{ texts.holdToRemove }}</HoldButton>
      <span v-if="wantedBy.length" class="caption">{{
        texts.inUse(texts.ring.title(ring.number), wantedBy.join(', '))
      }}</span>
    </div>
  </section>
</template>

<style scoped>
.heater {
  max-width: 320px;
}
</style>
