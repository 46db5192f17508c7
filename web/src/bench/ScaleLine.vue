<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useKitchenNow } from '../port/useKitchen'
import { clockText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import ChannelChoices from './ChannelChoices.vue'
import ChannelRow from './ChannelRow.vue'
import type { useScale } from './useScale'

/** The scale that the pan stands on, or the scales it may be put on. */
const props = defineProps<{ view: BatchView; scale: ReturnType<typeof useScale> }>()
const SILENT_MS = 5000
const nowMs = useKitchenNow()
const isChoosing = ref(false)
const grams = (g: number) => `${numberText(g)} g`
const own = computed(() => props.view.scale)
const isSilent = computed(
  () => own.value !== undefined && nowMs.value - (own.value.atMs ?? -Infinity) > SILENT_MS,
)
async function bind(id: string): Promise<void> {
  isChoosing.value = false
  await props.scale.bind(id)
}
</script>

<template>
  <div
    v-if="own || scale.choices.value.length"
    class="scale"
    role="group"
    :aria-label="texts.bench.scale.label"
  >
    <ChannelRow
      v-if="own"
      :name="own.name"
      :is-simulated="own.isSimulated"
      :shows="own.grossG === undefined ? '' : grams(own.grossG)"
      @release="scale.release()"
      ><span class="caption">{{ texts.bench.scale.follows }}</span></ChannelRow
    >
    <button v-else class="text-key" :aria-expanded="isChoosing" @click="isChoosing = !isChoosing">
      {{ texts.bench.scale.bind }}
    </button>
    <ChannelChoices v-if="isChoosing && !own" :choices="scale.choices.value" :shown="grams" @bind="bind" />
    <p v-if="own && isSilent" class="roux" role="alert">
      ▽ {{ texts.bench.scale.silent(own.name, own.atMs === undefined ? '…' : clockText(own.atMs)) }}
    </p>
  </div>
</template>

<style scoped>
.scale {
  font-size: var(--type-text);
}
</style>
