<script setup lang="ts">
import { texts } from '../ui/texts'

/** What is bound: its name, that it is only a stand-in, what it shows, and the key that takes it off. */
defineProps<{ name: string; isSimulated: boolean; shows: string }>()
const emit = defineEmits<{ release: [] }>()
</script>

<template>
  <p class="row">
    <span>{{ name }}</span><span v-if="isSimulated" class="stamp">{{ texts.emulsion.simulated }}</span
    ><span v-if="shows" class="soft">{{ shows }}</span
    ><slot /><button class="text-key" @click="emit('release')">
      {{ texts.emulsion.release }}
    </button>
  </p>
</template>

<style scoped>
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
</style>
