<script setup lang="ts">
import { BUBBLE_S, FAT_SETS_C, mountNow, stepTemps, type BatchView } from '@liquamen/core'
import { computed, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { clockText, degreesText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { holdTexts } from '../hold/texts'
import { useKeepChoices } from '../hold/useKeepChoices'
import { mountTexts as says } from './texts'
import TemperatureBand from '../../vessel/TemperatureBand.vue'

/** Cold butter into a hot reduction: how much, how full of fat it ends, and the window in which it stays whole. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const work = computed(() => (props.view.planned?.work.kind === 'mount' ? props.view.planned.work : undefined))
const lastTemp = computed(() => stepTemps(props.view.state.stageFacts, props.view.step?.id ?? '').at(-1))
/** By the reduction that is really in the pan. */
const now = computed(() => mountNow(props.view, lastTemp.value?.tempC))
const phaseFrac = computed(() => now.value?.phaseFrac ?? work.value?.phaseFrac ?? 0)
const isSplitting = computed(() => work.value !== undefined && phaseFrac.value > work.value.phaseLimitFrac)
/** Where cold butter brings it off the flame, against the window in which it stays whole. */
const offHeatSays = computed(() => {
  // over a flame, what the flame must give says it
  if (!now.value || !work.value || (now.value.pace && now.value.pace.heat !== 'off')) return ''
  const { offHeatC } = now.value
  const { lowC, highC } = work.value.window
  if (offHeatC < lowC) return says.coolsTo(degreesText(offHeatC), offHeatC < FAT_SETS_C)
  return offHeatC > highC
    ? says.staysAt(degreesText(offHeatC), degreesText(highC))
    : says.endsAt(degreesText(offHeatC))
})
/** How it goes in by the way the step takes: how long until it is taken up, the flame it wants, whether a bubble does harm. */
const paceSays = computed(() => {
  const pace = now.value?.pace
  if (!pace) return []
  const min = (s: number) => numberText(s / 60, 1)
  const { asked, may, never } = says.bubble
  const carried = pace.heat === 'bubble' ? asked(BUBBLE_S) : may(BUBBLE_S)
  return [
    says.pace(min(pace.uptakeS), says.by[pace.by]),
    ...(pace.heatJ > 0 ? [says.flame(numberText(pace.heatJ / 1000), min(pace.heatS))] : []),
    pace.bearsBubble ? carried : never(degreesText(work.value?.window.highC ?? 57)),
    ...(phaseFrac.value > BLENDS_FROM ? [says.blender] : []),
  ]
})
/** Less fat than this shines as it is; a blender has nothing to make finer. */
const BLENDS_FROM = 0.3
/** Where it stands longest when it is done, and how long. */
const { choices } = useKeepChoices(toRef(props, 'view'))
const keepSays = computed(() => {
  const best = [...choices.value].sort((a, b) => b.margin.min - a.margin.min)[0]
  if (!best) return ''
  const place = best.well ? `${says.well} ${best.well.letter}` : holdTexts.places[best.place].toLowerCase()
  return holdTexts.keep(place, numberText(best.margin.min), holdTexts.short[best.margin.binds])
})
/** What that is for a cover and for a volume of sauce: by it a cook checks a pan without a scale. */
const perCover = computed(() => {
  const { plan } = props.view.state
  const ml = props.view.planned?.level?.startMl ?? 0
  if (!work.value || !plan || ml <= 0) return ''
  return texts.rooms.butterPerCover(
    numberText(work.value.butterG / plan.portions, 1),
    numberText((100 * work.value.butterG) / ml, 1),
  )
})
const facts = computed(() =>
  now.value
    ? [
        offHeatSays.value,
        ...paceSays.value,
        keepSays.value,
        says.plate(degreesText(now.value.plateC)),
        says.meat(degreesText(now.value.meatC)),
      ].filter(Boolean)
    : [],
)
const isOutside = computed(
  () =>
    lastTemp.value &&
    work.value &&
    (lastTemp.value.tempC < work.value.window.lowC || lastTemp.value.tempC > work.value.window.highC),
)
</script>

<template>
  <StepBench :view="view" :bench="bench" :temperature="{ startC: lastTemp?.tempC ?? 54, reachK: 25 }">
    <template #default>
      <div v-if="work" class="own">
        <svg class="band" width="150" height="190" viewBox="-40 -176 150 190" aria-hidden="true">
          <TemperatureBand
            :low-c="30"
            :high-c="80"
            :wanted-c="[work.window.lowC, work.window.highC]"
            :danger-from-c="work.window.highC + 1"
            :now-c="lastTemp?.tempC ?? (work.window.lowC + work.window.highC) / 2"
            :is-uncertain="lastTemp === undefined"
            :height-px="160"
          />
        </svg>
        <div class="stack">
          <p class="label">
            {{ texts.rooms.window(degreesText(work.window.lowC), degreesText(work.window.highC)) }}
          </p>
          <p class="label">
            {{
              texts.rooms.load(
                numberText(now?.butterG ?? work.butterG),
                numberText(phaseFrac, 2),
                numberText(work.phaseLimitFrac, 2),
              )
            }}
          </p>
          <p class="caption">{{ perCover }}</p>
          <p v-if="isSplitting" class="wine label" role="alert">
            ✕ {{ texts.rooms.tooMuchFat }}
            <template v-if="now">{{
              says.tooMuch(numberText(-now.roomG), numberText(now.waterFirstG))
            }}</template>
          </p>
          <p v-else-if="now && now.tooWetG > 0" class="label roux">
            ▽ {{ says.tooWet(numberText(now.tooWetG)) }}
          </p>
          <p v-else-if="now && now.roomG < now.butterG" class="caption">
            {{ says.room(numberText(now.roomG), numberText(now.reductionG)) }}
          </p>
          <p v-if="lastTemp" class="label" :class="{ roux: isOutside }">
            <span v-if="isOutside" aria-hidden="true">▽ </span
            >{{ texts.rooms.readAt(degreesText(lastTemp.tempC, 1), clockText(lastTemp.atMs)) }}
          </p>
          <div v-if="now" class="facts">
            <p v-for="line in facts" :key="line" class="caption">{{ line }}</p>
          </div>
        </div>
      </div>
    </template>
  </StepBench>
</template>

<style scoped>
.own {
  display: flex;
  gap: 24px;
  align-items: flex-start;
}
.stack {
  flex: 1;
}
.facts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 2px 20px;
}
.band {
  flex: none;
}
</style>
