<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'
import { scaleInBox } from '../vessel/vesselGeometry'

/** The picture of the step's own vessel: says its level and where it will end; its slot draws the shape to the given scale. */
const props = defineProps<{
  view: BatchView
  levelMm: number
  endMm: number
  /** Half the width and the height that the vessel may fill. */ box: readonly [number, number]
}>()
const shape = computed(() => ({
  profile: props.view.pan.profile,
  scale: scaleInBox(props.view.pan.profile, ...props.box),
  fill: props.view.formula.fill,
}))
</script>

<template>
  <svg
    role="img"
    :aria-label="texts.bench.stands(view.formula.name, view.pan.name, numberText(levelMm), numberText(endMm))"
  >
    <slot :shape="shape" />
  </svg>
</template>
