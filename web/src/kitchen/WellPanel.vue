<script setup lang="ts">
import type { Well } from '@liquamen/core'
import { computed } from 'vue'
import HoldButton from '../ui/HoldButton.vue'
import SentenceField from '../ui/SentenceField.vue'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'
import { usersOf } from './usersOf'

/** A well of the bain-marie. */
const props = defineProps<{ well: Well; change: KitchenChange }>()
const users = usersOf()
const wantedBy = computed(() => users.ofWell(props.well.id))
const set = (change: Partial<Well>) =>
  props.change.make(texts.well.set(props.well.letter), {
    kind: 'well.set',
    payload: { well: { ...props.well, ...change } },
  })
const radiusMm = computed(() =>
  props.well.profile.shape === 'pan' ? props.well.profile.rimRadiusMm : props.well.profile.sphereRadiusMm,
)
const sized = (widthMm: number, heightMm: number) =>
  set({
    profile: { shape: 'pan', baseRadiusMm: widthMm / 2, rimRadiusMm: widthMm / 2, heightMm, cornerMm: 10 },
  })
const remove = () =>
  props.change.make(texts.well.removed(props.well.letter), {
    kind: 'well.removed',
    payload: { wellId: props.well.id },
  })
</script>

<template>
  <section class="panel" :aria-label="texts.well.title(well.letter)">
    <h2 class="label">{{ texts.well.title(well.letter) }}</h2>
    <p class="sentence">
      {{ texts.well.water }}
      <SentenceField
        :model-value="well.waterC"
        :label="texts.well.waterLabel"
        :min="30"
        :max="99"
        unit="°C"
        @update:model-value="(waterC) => set({ waterC })"
      />°; {{ texts.well.inset }}
      <SentenceField
        :model-value="Math.round(2 * radiusMm)"
        :label="texts.well.width"
        :min="60"
        :max="600"
        unit="mm"
        @update:model-value="(mm) => sized(mm, well.profile.heightMm)"
      />
      {{ texts.well.wide }}
      <SentenceField
        :model-value="well.profile.heightMm"
        :label="texts.well.depth"
        :min="30"
        :max="400"
        unit="mm"
        @update:model-value="(mm) => sized(2 * radiusMm, mm)"
      />
      {{ texts.well.deep }}
    </p>
    <div class="keys-row">
      <HoldButton :disabled="wantedBy.length > 0" @held="remove">{{ texts.holdToRemove }}</HoldButton>
      <span v-if="wantedBy.length" class="caption">{{
        texts.inUse(texts.well.title(well.letter), wantedBy.join(', '))
      }}</span>
    </div>
  </section>
</template>
