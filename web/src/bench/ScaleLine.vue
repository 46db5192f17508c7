<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useKitchenNow } from '../port/useKitchen'
import { clockText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import type { useScale } from './useScale'

/** The scale that the pan stands on, or the scales it may be put on. */
const props = defineProps<{ view: BatchView; scale: ReturnType<typeof useScale> }>()
const SILENT_MS = 5000
const nowMs = useKitchenNow()
const isChoosing = ref(false)
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
    <p v-if="own" class="row">
      <span>{{ own.name }}</span><span v-if="own.isSimulated" class="stamp">{{
        texts.emulsion.simulated
      }}</span
      ><span v-if="own.grossG !== undefined" class="soft">{{ numberText(own.grossG) }} g</span
      ><span class="caption">{{ texts.bench.scale.follows }}</span
      ><button class="text-key" @click="scale.release()">{{ texts.emulsion.release }}</button>
    </p>
    <p v-else class="row">
      <button class="text-key" :aria-expanded="isChoosing" @click="isChoosing = !isChoosing">
        {{ texts.bench.scale.bind }}
      </button>
    </p>
    <div v-if="isChoosing && !own" class="choices">
      <v-btn v-for="c in scale.choices.value" :key="c.id" @click="bind(c.id)"
        >{{ c.name }}
        <small
          >{{ c.last ? `${numberText(c.last.value)} g` : '…'
          }}<template v-if="c.isSimulated"> {{ texts.emulsion.simulated }}</template
          ><template v-if="c.holder">
            · {{ texts.emulsion.elsewhere(c.holder.formula.name) }}</template
          ></small
        ></v-btn
      >
    </div>
    <p v-if="own && isSilent" class="roux" role="alert">
      ▽ {{ texts.bench.scale.silent(own.name, own.atMs === undefined ? '…' : clockText(own.atMs)) }}
    </p>
  </div>
</template>

<style scoped>
.scale {
  font-size: var(--type-text);
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.stamp {
  border: 1.25px solid var(--ink);
  font-size: var(--type-caption);
  font-weight: var(--weight-key);
  padding: 0 5px;
}
.choices {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
</style>
