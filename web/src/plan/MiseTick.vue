<script setup lang="ts">
/** A square that whoever did it ticks; ticked again it is undone. */
defineProps<{ label: string; isDone: boolean }>()
const emit = defineEmits<{ tick: [] }>()
</script>

<template>
  <button type="button" class="tick" :aria-pressed="isDone" :aria-label="label" @click="emit('tick')">
    {{ isDone ? '✓' : '' }}
  </button>
</template>

<style scoped>
.tick {
  flex: none;
  width: 48px;
  height: 48px;
  border: 1.75px solid var(--ink);
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: 26px;
  cursor: pointer;
}
.tick[aria-pressed='true'] {
  background: var(--ink);
  color: var(--bone);
}
</style>
