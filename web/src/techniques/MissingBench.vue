<script setup lang="ts">
import { texts } from '../ui/texts'
</script>

<template>
  <p class="label wine" role="alert">✕ {{ texts.bench.missing }}</p>
</template>
