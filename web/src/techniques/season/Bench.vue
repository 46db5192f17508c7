<script setup lang="ts">
import { SALT_KINDS, type BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import EntryRuler from '../../ui/EntryRuler.vue'
import { numberText, percentText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** Salt at the end, to what is eaten, less what its goods brought. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const isAdding = ref(false)
const salt = computed(() => bench.saltNow.value ?? props.view.state.plan?.salt)
const spoons = (g: number) => texts.rooms.spoons(numberText(g / SALT_KINDS.fineSea, 2).replace(/\.?0+$/, ''))
const isPlanned = computed(() => props.view.state.status === 'planned')
async function keep(grams: number): Promise<void> {
  if (await bench.salt(grams)) isAdding.value = false
}
</script>

<template>
  <StepBench :view="view" :bench="bench">
    <template #default>
      <div v-if="salt" class="stack gap-above">
        <p class="label">
          {{
            texts.plan.saltLine(
              percentText(salt.ownSaltFrac, 2),
              `${numberText(salt.addG, 1)} g`,
              percentText(salt.targetFrac, 2),
            )
          }}
        </p>
        <p v-if="view.state.saltAdded" class="sorrel label">
          ✓ {{ texts.bench.saltAdded }}: {{ numberText(view.state.saltAdded.massG, 1) }} g
        </p>
        <p v-else-if="salt.addG < 0.05" class="label">{{ texts.rooms.noSalt }}</p>
        <v-btn v-else-if="!isPlanned" @click="isAdding = true">{{
          texts.bench.saltAdd(numberText(salt.addG, 1), spoons(salt.addG))
        }}</v-btn>
      </div>
    </template>
    <template #entry>
      <EntryRuler
        v-if="isAdding && salt"
        :label="texts.plan.salt"
        unit="g"
        :start="salt.addG"
        :min="0"
        :max="500"
        :step="0.1"
        :reach="5"
        @keep="keep"
        @cancel="isAdding = false"
      />
    </template>
  </StepBench>
</template>
