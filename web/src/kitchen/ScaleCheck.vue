<script setup lang="ts">
import { LITRE_READS_G, mustZero, scaleFactor } from '@liquamen/core'
import { computed, reactive } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { dayText, numberText } from '../ui/format'
import SentenceField from '../ui/SentenceField.vue'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'

/** The scale against a known mass; what it is off by is taken out of every weighing. */
const props = defineProps<{ change: KitchenChange }>()
const kitchen = useKitchen()
const draft = reactive({ knownG: LITRE_READS_G, readsG: undefined as number | undefined, emptyReadsG: 0 })
const check = computed(() => kitchen.catalog?.scales?.at(-1))
const found = computed(() =>
  draft.readsG === undefined ? undefined : scaleFactor(draft.knownG, draft.readsG),
)
const isOff = computed(() => mustZero(draft.emptyReadsG))
async function keep(): Promise<void> {
  const { knownG, readsG, emptyReadsG } = draft
  if (readsG === undefined || !found.value) return
  const payload = { name: texts.scale.title, knownG, readsG, emptyReadsG, factor: found.value.factor }
  if (await props.change.make(texts.scale.kept, { kind: 'scale.checked', payload })) draft.readsG = undefined
}
</script>

<template>
  <section>
    <h2 class="label">
      {{ texts.scale.title }} <span class="caption">{{ texts.scale.hint }}</span>
    </h2>
    <p class="sentence">
      {{ texts.scale.known }}
      <SentenceField v-model="draft.knownG" :label="texts.scale.knownLabel" :min="10" :max="60000" unit="g" />
      {{ texts.scale.reads }}
      <SentenceField v-model="draft.readsG" :label="texts.scale.readsLabel" :min="10" :max="60000" unit="g" />
      {{ texts.scale.empty }}
      <SentenceField
        v-model="draft.emptyReadsG"
        :label="texts.scale.emptyLabel"
        :min="-1000"
        :max="1000"
        unit="g"
      />
      {{ texts.scale.end }}
    </p>
    <p v-if="isOff" class="roux" role="alert">▽ {{ texts.scale.zero }}</p>
    <p v-else-if="found && !found.isUsable" class="wine" role="alert">{{ texts.scale.unusable }}</p>
    <div class="keys-row">
      <v-btn :disabled="isOff || !found?.isUsable" @click="keep">{{ texts.keep }}</v-btn>
      <span class="caption">{{
        check ? texts.scale.factor(numberText(check.factor, 4), dayText(check.atMs)) : texts.scale.never
      }}</span>
    </div>
  </section>
</template>
