<script setup lang="ts">
import type { Formula, OfferedDish } from '@liquamen/core'
import { computed, ref } from 'vue'
import { numberText } from '../ui/format'
import SentenceField from '../ui/SentenceField.vue'
import VesselChip from '../vessel/VesselChip.vue'
import { briefTexts as says } from './texts.brief'

/** A dish of the card like a line of a menu proof: plates that are expected, its name, its sauce in italics, and what stands against it. */
const props = defineProps<{
  offered: OfferedDish
  covers: number
  formula: Formula | undefined
  chip: InstanceType<typeof VesselChip>['$props']['profile'] | undefined
}>()
const emit = defineEmits<{ offer: [offered: OfferedDish]; off: [reason: string]; change: [] }>()
const dish = computed(() => props.offered.dish)
const isOff = computed(() => props.offered.offReason !== undefined)
const plates = computed(() => Math.round(props.offered.perCover * props.covers))
const asksWhy = ref(false)
const reason = ref('')
function takeOff(): void {
  emit('off', reason.value.trim())
  asksWhy.value = false
  reason.value = ''
}
function putOn(): void {
  const { dish: own, perCover, delayMin } = props.offered
  emit('offer', { dish: own, perCover, delayMin })
}
</script>

<template>
  <li class="dish" :class="{ off: isOff }">
    <span class="plates">{{ isOff ? '–' : plates }}</span>
    <div class="words">
      <p class="name">{{ dish.name }}</p>
      <p class="of">
        <VesselChip v-if="chip && formula" :profile="chip" :fill="formula.fill" :level-mm="34" />
        <span v-if="formula" class="sauce">{{ formula.name }}</span>
        <span v-else class="wine label">✕ {{ says.sauceGone }}</span>
        <span class="caption">{{
          says.ml(numberText(dish.portionMl), says.placements[dish.placement])
        }}</span>
        <span v-if="dish.companions.length" class="caption">{{
          dish.companions.map((c) => says.companions[c.kind]).join(', ')
        }}</span>
        <span v-if="isOff" class="roux label">▽ {{ says.isOff(offered.offReason ?? '') }}</span>
      </p>
    </div>
    <p class="share">
      <SentenceField
        :model-value="offered.perCover"
        :label="says.perCoverOf(dish.name)"
        :min="0"
        :max="4"
        @update:model-value="
          (perCover: number) => emit('offer', { dish, perCover, delayMin: offered.delayMin })
        "
      />
      <span class="caption">{{ says.perCover }}</span>
    </p>
    <div class="keys-row">
      <template v-if="asksWhy">
        <v-text-field
          v-model="reason"
          class="why"
          :label="says.why"
          maxlength="120"
          @keydown.enter="takeOff"
        />
        <v-btn @click="takeOff">{{ says.keepOff }}</v-btn>
      </template>
      <template v-else>
        <button class="text-key" :aria-label="`${says.change}: ${dish.name}`" @click="emit('change')">
          {{ says.change }}
        </button>
        <button v-if="isOff" class="text-key" :aria-label="`${says.on}: ${dish.name}`" @click="putOn">
          {{ says.on }}
        </button>
        <button v-else class="text-key" :aria-label="says.offHint(dish.name)" @click="asksWhy = true">
          {{ says.off }}
        </button>
      </template>
    </div>
  </li>
</template>

<style scoped>
.dish {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr) auto auto;
  gap: 4px 18px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--hair);
}
.plates {
  font-size: var(--type-title);
  font-weight: var(--weight-plain);
  line-height: 1;
  text-align: right;
}
.name {
  font-size: 24px;
  font-weight: var(--weight-key);
  line-height: 1.15;
}
.of {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.sauce {
  font-size: 24px;
}
.share {
  display: flex;
  align-items: center;
  gap: 8px;
}
.off .name {
  text-decoration: line-through;
}
.why {
  width: 220px;
}
@media (max-width: 900px) {
  .dish {
    grid-template-columns: 56px minmax(0, 1fr) auto;
  }
  .dish > .keys-row {
    grid-column: 2 / -1;
  }
}
</style>
