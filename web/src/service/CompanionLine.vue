<script setup lang="ts">
import { EGG_WAYS, EGG_WISHES, type Companion } from '@liquamen/core'
import { computed } from 'vue'
import SentenceField from '../ui/SentenceField.vue'
import { briefTexts as says } from './texts.brief'

/** Something that must be ready with the plate: a sentence whose numbers and words are its switches. */
const props = defineProps<{ companion: Companion }>()
const emit = defineEmits<{ set: [companion: Companion]; remove: [] }>()
const set = (change: object) => emit('set', { ...props.companion, ...change } as Companion)
const next = <T,>(list: readonly T[], at: T): T => list[(list.indexOf(at) + 1) % list.length] as T
const MOST_VINEGAR = 15
interface NumberField {
  readonly key: string
  readonly value: number
  readonly words: string
  readonly min: number
  readonly max: number
}
const numbers = computed<readonly NumberField[]>(() => {
  const c = props.companion
  const field = (key: string, value: number, words: string, [min, max]: [number, number]) => ({
    key,
    value,
    words,
    min,
    max,
  })
  if (c.kind === 'poachedEgg')
    return [
      field('eggs', c.eggs, says.eggs.count, [1, 6]),
      field('vinegarMlPerL', c.vinegarMlPerL, says.eggs.vinegar, [0, 50]),
    ]
  if (c.kind === 'rest')
    return [
      field('thickMm', c.thickMm, says.rest.thick, [2, 200]),
      field('coreC', c.coreC, says.rest.core, [20, 90]),
      field('surfaceC', c.surfaceC, says.rest.surface, [30, 120]),
    ]
  if (c.kind === 'fish')
    return [
      field('thickMm', c.thickMm, says.fish.thick, [2, 200]),
      field('panC', c.panC, says.fish.pan, [60, 300]),
      field('targetC', c.targetC, says.fish.target, [30, 90]),
    ]
  return [
    field('durationS', c.durationS, says.other.takes, [5, 7200]),
    field('waitsS', c.waitsS, says.other.waits, [0, 7200]),
  ]
})
/** Words that turn over when they are pressed. */
const words = computed<readonly { readonly says: string; readonly turn: object }[]>(() => {
  const c = props.companion
  if (c.kind === 'poachedEgg')
    return [
      { says: says.eggs.ways[c.way], turn: { way: next(EGG_WAYS, c.way) } },
      { says: says.eggs.wishes[c.wish], turn: { wish: next(EGG_WISHES, c.wish) } },
    ]
  if (c.kind === 'rest')
    return [
      { says: says.rest.sear[c.sear], turn: { sear: c.sear === 'hard' ? 'slow' : 'hard' } },
      { says: says.rest.cover[c.cover], turn: { cover: c.cover === 'open' ? 'tented' : 'open' } },
    ]
  return []
})
const switches = computed(() => {
  const c = props.companion
  return c.kind === 'poachedEgg'
    ? [
        { key: 'hasLid', on: c.hasLid, says: says.eggs.lid },
        { key: 'isIced', on: c.isIced, says: says.eggs.iced },
        { key: 'isSwirled', on: c.isSwirled, says: says.eggs.swirl },
      ]
    : []
})
const warnings = computed(() => {
  const c = props.companion
  if (c.kind !== 'poachedEgg') return []
  return [
    ...(c.vinegarMlPerL > MOST_VINEGAR ? [says.eggs.vinegarMuch] : []),
    ...(c.isSwirled && c.eggs > 1 ? [says.eggs.swirlOne] : []),
  ]
})
</script>

<template>
  <li class="companion">
    <span class="label">{{ says.companions[companion.kind] }}</span>
    <template v-for="n in numbers" :key="n.key">
      <SentenceField
        :model-value="n.value"
        :label="`${says.companions[companion.kind]}: ${n.words}`"
        :min="n.min"
        :max="n.max"
        @update:model-value="(v: number) => set({ [n.key]: n.key === 'eggs' ? Math.round(v) : v })"
      /><span class="soft">{{ n.words }}</span>
    </template>
    <button v-for="w in words" :key="w.says" type="button" class="text-key" @click="set(w.turn)">
      {{ w.says }}
    </button>
    <v-checkbox
      v-for="s in switches"
      :key="s.key"
      :model-value="s.on"
      :label="s.says"
      hide-details
      @update:model-value="set({ [s.key]: !s.on })"
    />
    <button type="button" class="text-key" @click="emit('remove')">{{ says.dish.remove }}</button>
    <span v-for="w in warnings" :key="w" class="roux label">▽ {{ w }}</span>
  </li>
</template>

<style scoped>
.companion {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  border-top: 1px solid var(--hair);
}
.companion > .label {
  min-width: 7em;
}
</style>
