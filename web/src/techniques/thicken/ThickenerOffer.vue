<script setup lang="ts">
import { spoonPaS, TEXTURE_STOPS, thickenerDoses, type Contents } from '@liquamen/core'
import { computed } from 'vue'
import type { Bench } from '../../bench/useBench'
import { useKitchen } from '../../port/useKitchen'
import { numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import CoatScale from './CoatScale.vue'

/** A sauce whose words promise a coat that it does not have: what is missing, and what would bring it there. */
const props = defineProps<{ contents: Contents; bench: Bench; canAdd: boolean }>()
const kitchen = useKitchen()
const [, wantedPaS] = TEXTURE_STOPS.nappe.paS
const nowPaS = computed(() => spoonPaS(props.contents))
const doses = computed(() =>
  thickenerDoses(props.contents, wantedPaS).filter((d) => kitchen.ingredients.has(d.ingredientId)),
)
/** Four fifths first; the rest after the full time, if the spoon asks for it. */
const FIRST_SHARE = 0.8
/** Starch goes in with the water of its slurry, flour kneaded into its own weight of butter. */
function put({ agent, ingredientId, massG, waterG }: (typeof doses.value)[number]): Promise<boolean> {
  const isKneaded = agent === 'beurreManie'
  const starchG = isKneaded ? massG / 2 : massG
  return props.bench.addTogether([
    [ingredientId, round(FIRST_SHARE * starchG)],
    isKneaded ? ['butter', round(FIRST_SHARE * starchG)] : ['water', round(FIRST_SHARE * waterG)],
  ])
}
const round = (grams: number) => Math.round(grams * 10) / 10
</script>

<template>
  <div v-if="doses.length" class="stack gap-above">
    <p class="label roux">▽ {{ texts.rooms.tooThin }}</p>
    <CoatScale :now-pa-s="nowPaS" :wanted-pa-s="wantedPaS" />
    <p v-if="!canAdd" class="caption">
      {{
        doses.map((d) => texts.rooms.dose[d.agent](numberText(d.massG, 1), numberText(d.waterG))).join(' · ')
      }}
    </p>
    <div v-else class="keys-row">
      <v-btn v-for="d in doses" :key="d.agent" @click="put(d)"
        >{{ texts.rooms.agent[d.agent] }}
        <small>{{
          texts.rooms.dose[d.agent](numberText(d.massG * FIRST_SHARE, 1), numberText(d.waterG * FIRST_SHARE))
        }}</small></v-btn
      >
    </div>
  </div>
</template>
