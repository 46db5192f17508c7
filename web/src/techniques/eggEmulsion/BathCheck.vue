<script setup lang="ts">
import { bathSetup, type BathHeat, type BatchView } from '@liquamen/core'
import { computed, ref } from 'vue'
import type { Bench } from '../../bench/useBench'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { bathTexts as says } from './bathTexts'

/** The bath before the yolks go over it: how far the water stands under the rim, whether the bowl closes on the pot, what its wall does. */
const props = defineProps<{ view: BatchView; bench: Bench; /** What the water does. */ bath: BathHeat }>()
const emit = defineEmits<{ done: []; bath: [BathHeat] }>()
const LIT = ['gentle', 'simmer', 'boil'] as const
const setup = computed(() => bathSetup(props.view.pan.profile, props.view.pan.material ?? 'steel'))
const last = computed(() => props.view.state.stageFacts.findLast((f) => f.kind === 'bath.checked'))
const isClear = ref(last.value?.payload.isClear)
const isSnug = ref(last.value?.payload.isSnug)
const cm = (mm: number) => numberText(mm / 10, 1)
async function answer(): Promise<void> {
  if (isClear.value === undefined || isSnug.value === undefined) return
  const payload = {
    stepId: props.view.step?.id ?? '',
    isClear: isClear.value,
    isSnug: isSnug.value,
  }
  const isFine = payload.isClear && payload.isSnug
  const isKept = await props.bench.keep('bath.checked', payload, isFine ? says.fine : says.mendIt)
  if (isKept && isFine) emit('done')
}
function set(of: 'clear' | 'snug', value: boolean): void {
  if (of === 'clear') isClear.value = value
  else isSnug.value = value
  void answer()
}
</script>

<template>
  <div class="check" role="group" :aria-label="says.title">
    <p class="label">{{ says.water(cm(setup.waterUnderRimMm), cm(setup.hangsMm)) }}</p>
    <div class="keys-row">
      <v-btn :aria-pressed="isClear === true" @click="set('clear', true)">{{ says.clear }}</v-btn><v-btn
        :aria-pressed="isClear === false"
        @click="set('clear', false)"
        >{{ says.touches }}</v-btn
      ><v-btn :aria-pressed="isSnug === true" @click="set('snug', true)">{{ says.snug }}</v-btn
      ><v-btn :aria-pressed="isSnug === false" @click="set('snug', false)">{{ says.leaks }}</v-btn>
    </div>
    <div class="keys-row" role="group" :aria-label="says.waterDoes">
      <span class="label">{{ says.waterDoes }}</span>
      <v-btn v-for="b in LIT" :key="b" :aria-pressed="bath === b" @click="emit('bath', b)">{{
        texts.emulsion.bath[b]
      }}</v-btn>
    </div>
    <p v-if="isClear === false" class="roux label" role="alert">▽ {{ says.ifTouches }}</p>
    <p v-if="isSnug === false || !setup.sitsSnug" class="roux label" role="alert">▽ {{ says.ifLeaks }}</p>
    <p class="caption">{{ says.wall(numberText(setup.liftEarlyK, 1)) }}</p>
  </div>
</template>

<style scoped>
.check {
  display: grid;
  gap: 8px;
}
</style>
