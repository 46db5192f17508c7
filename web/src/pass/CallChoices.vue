<script setup lang="ts">
/** What may be chosen for a call, under it: why, one key for each, and whom to ask. */
defineProps<{ title: string; ask: string }>()
</script>

<template>
  <div class="choices" role="group" :aria-label="title">
    <slot name="why" />
    <div class="keys-row"><slot /></div>
    <p class="caption">{{ ask }}</p>
  </div>
</template>

<style scoped>
.choices {
  display: grid;
  gap: 4px;
  grid-column: 1 / -1;
  padding-bottom: 8px;
}
.keys-row {
  flex-wrap: wrap;
  justify-content: start;
}
</style>
