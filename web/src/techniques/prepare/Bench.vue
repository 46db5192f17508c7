<script setup lang="ts">
import {
  contentsG,
  gateOf,
  isPanSauce,
  isShut,
  massG,
  sauceOf,
  techniqueOf,
  type BatchView,
} from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { useVesselNow, type VesselNow } from '../../bench/useVesselNow'
import EntryRuler from '../../ui/EntryRuler.vue'
import { useKitchenNow } from '../../port/useKitchen'
import { degreesText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import BrowningStages from './BrowningStages.vue'
import FromRoast from './FromRoast.vue'
import PanBefore from './PanBefore.vue'
import StepCards from './StepCards.vue'
import { panTemperature } from './panTemperature'
import { prepareTexts } from './texts'

/** Sweat, deglaze, put in, flame, skim, strain, move: what goes in, and what stays behind. */
const props = defineProps<{ view: BatchView }>()
const view = toRef(props, 'view')
const bench = useBench(view)
const vessel = useVesselNow(view)
const isWeighing = ref(false)
/** What the sieve, the ladle or the vessel that was emptied keeps, g. */
function stayedG({ walked }: VesselNow): number {
  return walked ? contentsG(walked.begin) - contentsG(walked.end) + walked.clungG : 0
}
const isSieve = computed(() => !!props.view.step && techniqueOf(props.view.step).sieves?.(props.view.step))
/** Liquor and fat that is thought to come through, and that stood there before, g. */
const throughG = computed(() => {
  const walked = vessel.value.walked
  return walked && { before: massG(sauceOf(walked.begin)), after: massG(walked.end.liquid) }
})
/** Whether what goes in browns or steams here, and in how many lots it would brown. */
const crowd = computed(() =>
  props.view.planned?.work.kind === 'browning' ? props.view.planned.work.crowd : undefined,
)
const crowdSays = computed(() => {
  const of = crowd.value
  if (!of) return ''
  const { browns, wetFirst, steams } = texts.rooms.crowd
  if (of.verdict === 'browns' || (of.verdict === 'wetFirst' && of.poolG < 1))
    return of.lots > 1 ? texts.rooms.crowd.layers(of.lots) : browns
  const minutes = numberText(of.wetS / 60, 1)
  return of.verdict === 'wetFirst'
    ? wetFirst(minutes, numberText(of.poolG), of.lots)
    : steams(minutes, numberText(of.poolG), of.lots)
})
const crowdWhy = computed(() =>
  crowd.value
    ? texts.rooms.crowd.why(
        numberText(1000 * crowd.value.massKg),
        numberText(1000 * crowd.value.criticalKg),
        numberText(crowd.value.powerW),
      )
    : '',
)
/** Fond and juices of a roast or of what was fried go into a pan sauce where its pan is deglazed. */
const isDeglazing = computed(
  () =>
    props.view.step?.technique === 'deglaze' &&
    isPanSauce(props.view.formula) &&
    props.view.stepStartedAtMs !== undefined,
)
const nowMs = useKitchenNow()
const gate = computed(() => (props.view.stepStartedAtMs === undefined ? undefined : gateOf(props.view)))
const isGateShut = computed(() => gate.value !== undefined && isShut(gate.value, nowMs.value))
const gateSays = computed(() => {
  if (!gate.value) return ''
  const { before, mostC, readC, coolMin } = gate.value
  const most = degreesText(mostC)
  if (!isGateShut.value) return prepareTexts.gate.open[before](most)
  return readC === undefined
    ? prepareTexts.gate.shut[before](most, numberText(coolMin))
    : prepareTexts.gate.read[before](degreesText(readC), most)
})
const browning = computed(() => (props.view.live?.kind === 'timed' ? props.view.live.browning : undefined))
/** What a thermometer is for here: the gate's liquid or pan, or the oil in which something takes colour. */
const temperature = computed(() => {
  if (gate.value) return { startC: gate.value.mostC, reachK: 40 }
  return browning.value && panTemperature(browning.value)
})
async function weighed(grams: number): Promise<void> {
  isWeighing.value = false
  await bench.finishStep('no', [], grams)
}
</script>

<template>
  <StepBench :view="view" :bench="bench" :temperature="temperature">
    <template #default="{ vessel: now }">
      <p v-if="gate" class="label gap-above" :class="{ roux: isGateShut }">{{ gateSays }}</p>
      <BrowningStages v-if="browning" :key="view.step?.id" :view="view" :bench="bench" :browning="browning" />
      <p v-if="stayedG(now) >= 1" class="label gap-above">
        {{ texts.rooms.staysBehind(numberText(stayedG(now)), numberText(now.endG)) }}
      </p>
      <template v-if="crowd">
        <p class="label gap-above" :class="{ roux: crowd.verdict === 'steams' }">{{ crowdSays }}</p>
        <p class="caption">{{ crowdWhy }}</p>
      </template>
      <p v-if="isSieve && throughG && throughG.before > 0" class="caption">
        {{ texts.rooms.comesThrough(numberText((100 * throughG.after) / throughG.before)) }}
      </p>
    </template>
    <template #wide>
      <template v-if="isDeglazing">
        <PanBefore :view="view" :bench="bench" />
        <FromRoast :view="view" :bench="bench" />
      </template>
      <StepCards :key="view.step?.id" :view="view"
    /></template>
    <template #entry>
      <EntryRuler
        v-if="isWeighing && throughG"
        :label="texts.rooms.cameThrough"
        unit="g"
        :start="Math.round(throughG.after)"
        :min="0"
        :max="Math.ceil(throughG.before)"
        :step="1"
        :reach="Math.max(50, throughG.after * 0.15)"
        @keep="weighed"
        @cancel="isWeighing = false"
      />
    </template>
    <template #keys>
      <v-btn v-if="isSieve && view.stepStartedAtMs !== undefined" @click="isWeighing = !isWeighing"
        >{{ texts.rooms.weighThrough }} <small>g</small></v-btn
      >
    </template>
  </StepBench>
</template>
