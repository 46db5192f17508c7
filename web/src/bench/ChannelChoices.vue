<script setup lang="ts">
import { texts } from '../ui/texts'
import type { ChannelChoice } from './useChannelOf'

/** Probes or scales to pick from: what each shows now, and what else it measures. */
defineProps<{ choices: readonly ChannelChoice[]; shown: (value: number) => string }>()
const emit = defineEmits<{ bind: [channelId: string] }>()
</script>

<template>
  <div class="choices">
    <v-btn v-for="c in choices" :key="c.id" @click="emit('bind', c.id)"
      >{{ c.name }}
      <small
        >{{ c.last ? shown(c.last.value) : '…'
        }}<template v-if="c.isSimulated"> {{ texts.emulsion.simulated }}</template
        ><template v-if="c.holder"> · {{ texts.emulsion.elsewhere(c.holder.formula.name) }}</template></small
      ></v-btn
    >
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
</style>
