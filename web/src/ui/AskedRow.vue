<script setup lang="ts">
/** A question that stands until it is answered, with its answers as keys. */
defineProps<{
  asks: string
  /** What it is called by; the question itself where it is not said. */ name?: string | undefined
  /** Somebody may come to harm. */ isGrave?: boolean | undefined
}>()
</script>

<template>
  <section class="question-row" role="alertdialog" :aria-label="name ?? asks">
    <span class="label" :class="{ wine: isGrave }"
      ><span aria-hidden="true">{{ isGrave ? '✕' : '▽' }}</span> {{ asks }}</span
    >
    <div class="keys-row"><slot /></div>
  </section>
</template>
