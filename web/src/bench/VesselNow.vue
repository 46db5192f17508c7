<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'
import { heightPx, scaleInBox } from '../vessel/vesselGeometry'

/** The picture of the step's own vessel: says its level and where it will end; its slot draws the shape to the given scale. */
const props = defineProps<{
  view: BatchView
  levelMm: number
  endMm: number
  /** Half the width and the height that the vessel may fill. */ box: readonly [number, number]
  /** Room left beside, above and below it: a low pan leaves no empty box over itself. */
  around: readonly [number, number, number]
}>()
const shape = computed(() => ({
  profile: props.view.pan.profile,
  scale: scaleInBox(props.view.pan.profile, ...props.box),
  fill: props.view.formula.fill,
}))
const viewBox = computed(() => {
  const { profile, scale } = shape.value
  const [beside, above, below] = props.around
  const side = props.box[0] + beside
  const high = heightPx(profile.heightMm, scale)
  return [-side, -high - above, 2 * side, high + above + below].join(' ')
})
</script>

<template>
  <svg
    role="img"
    :viewBox="viewBox"
    :aria-label="texts.bench.stands(view.formula.name, view.pan.name, numberText(levelMm), numberText(endMm))"
  >
    <slot :shape="shape" />
  </svg>
</template>
