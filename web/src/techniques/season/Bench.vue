<script setup lang="ts">
import {
  acidOf,
  pepperFor,
  saltSources,
  SALT_KINDS,
  SPOON_GRADES,
  spoonPaS,
  tasteOf,
  acidBandOf,
  type BatchView,
  type Contents,
  type SaltKind,
} from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { useVesselNow } from '../../bench/useVesselNow'
import EntryRuler from '../../ui/EntryRuler.vue'
import { numberText, percentText } from '../../ui/format'
import { texts } from '../../ui/texts'
import TasteBars from './TasteBars.vue'
import TasteKeys from './TasteKeys.vue'
import { seasonTexts as says } from './texts'
import { coatWord, useSpoon } from '../thicken/useSpoon'
import { useSaltKind } from './useSaltKind'

/** The Season sheet: what the sauce should taste of before the spoon, the tastings in their order, and salt at the end, less what its goods brought. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const vessel = useVesselNow(toRef(props, 'view'))
const { kind, choose } = useSaltKind()
const isAdding = ref(false)
const plan = computed(() => bench.saltNow.value ?? props.view.state.plan?.salt)
const addedG = computed(() => props.view.state.saltAdded?.massG ?? 0)
/** What is still to go in. */
const leftG = computed(() => Math.max(0, (plan.value?.addG ?? 0) - addedG.value))
const isPlanned = computed(() => props.view.state.status === 'planned')
/** What is in the vessel, with the salt that was put in. */
const contents = computed<Contents | undefined>(() => {
  const end = vessel.value.walked?.end
  return end && { ...end, liquid: { ...end.liquid, salt: end.liquid.salt + addedG.value } }
})
const tsp = (g: number) => numberText(g / SALT_KINDS[kind.value], 2).replace(/\.?0+$/, '')
const spoons = (g: number) => says.tsp(tsp(g), says.kinds[kind.value])
const bars = computed(() => {
  const of = contents.value
  if (!of) return []
  const taste = tasteOf(of)
  const band = acidBandOf(props.view.formula, taste)
  const isPerFat = band.per === '100 g fat'
  const by = isPerFat ? 1 : 100
  const { low, high } = props.view.formula.saltTargetFrac
  return [
    {
      name: says.salt,
      value: 100 * taste.saltFrac,
      unit: '%',
      decimals: 2,
      most: 2,
      low: 100 * low,
      high: 100 * high,
    },
    {
      name: isPerFat ? says.acidPerFat : says.acid,
      value: by * acidOf(taste, band),
      unit: isPerFat ? 'g' : '%',
      decimals: 2,
      most: isPerFat ? 2 : 1.4,
      low: by * band.low,
      high: by * band.high,
    },
    { name: says.sugar, value: 100 * taste.sugarFrac, unit: '%', decimals: 1, most: 20 },
    { name: says.fat, value: 100 * taste.fatFrac, unit: '%', decimals: 0, most: 90 },
  ]
})
const sources = computed(() => saltSources(props.view.state))
const pepper = computed(() => contents.value && pepperFor(props.view.formula, contents.value))
const spoon = useSpoon(
  toRef(props, 'view'),
  computed(() => contents.value && { end: contents.value }),
  bench,
)
async function keep(grams: number): Promise<void> {
  if (await bench.salt(grams, kind.value)) isAdding.value = false
}
</script>

<template>
  <StepBench :view="view" :bench="bench">
    <template #default>
      <div v-if="plan" class="dose gap-above">
        <div class="stack">
          <p class="label">
            {{
              texts.plan.saltLine(
                percentText(plan.ownSaltFrac, 2),
                `${numberText(plan.addG, 1)} g`,
                percentText(plan.targetFrac, 2),
              )
            }}
          </p>
          <p v-if="view.state.saltAdded" class="sorrel label">
            ✓ {{ texts.bench.saltAdded }}: {{ numberText(addedG, 1) }} g
          </p>
          <p v-if="plan.addG < 0.05" class="label">{{ texts.rooms.noSalt }}</p>
          <v-btn v-else-if="!isPlanned && leftG >= 0.05" @click="isAdding = true">{{
            texts.bench.saltAdd(numberText(leftG, 1), spoons(leftG))
          }}</v-btn>
          <p class="caption">{{ says.step(numberText(0.002 * plan.finalMassG, 1)) }}</p>
          <div class="kinds" role="group" :aria-label="says.kindsLabel">
            <button
              v-for="(gPerTsp, k) in SALT_KINDS"
              :key="k"
              class="text-key"
              :aria-pressed="kind === k"
              @click="choose(k as SaltKind)"
            >
              {{ says.kinds[k] }} <small>{{ numberText(gPerTsp, 1) }} g/tsp</small>
            </button>
          </div>
        </div>
        <div v-if="bars.length">
          <p class="label">{{ says.before }}</p>
          <TasteBars :rows="bars" />
        </div>
      </div>
    </template>
    <template #wide>
      <div v-if="contents" class="sheet gap-above">
        <div>
          <p v-if="sources.length" class="caption">
            {{ says.sources(sources.map((s) => `${s.name} ${numberText(s.saltG, 1)} g`).join(' · ')) }}
          </p>
          <p v-if="pepper" class="caption gap-above">
            {{ says.pepper[pepper.kind] }} {{ pepper.boiled ? says.pepper[pepper.boiled] : '' }}
          </p>
          <template v-if="spoonPaS(contents) > 0">
            <p class="label gap-above">
              {{ says.consistency }} <span class="caption">{{ spoon.before.value }}</span>
            </p>
            <div class="keys-row">
              <v-btn
                v-for="g in SPOON_GRADES"
                :key="g"
                :disabled="view.stepStartedAtMs === undefined"
                :aria-pressed="spoon.seen.value?.grade === g"
                @click="spoon.saw(g)"
                >{{ g }} <small>{{ coatWord(g) }}</small></v-btn
              >
            </div>
          </template>
        </div>
        <div>
          <p class="label">{{ says.tastings }}</p>
          <TasteKeys
            :view="view"
            :bench="bench"
            :contents="contents"
            :can-act="view.stepStartedAtMs !== undefined"
          />
        </div>
      </div>
    </template>
    <template #entry>
      <EntryRuler
        v-if="isAdding && plan"
        :label="texts.plan.salt"
        unit="g"
        :start="leftG"
        :min="0"
        :max="500"
        :step="0.1"
        :reach="5"
        @keep="keep"
        @cancel="isAdding = false"
      />
    </template>
  </StepBench>
</template>

<style scoped>
.dose,
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 12px 36px;
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.kinds [aria-pressed='true'] {
  font-weight: var(--weight-key);
  box-shadow: inset 0 -3px 0 var(--ink);
}
[aria-pressed='true'].v-btn {
  background: var(--sunk);
  box-shadow: inset 0 -4px 0 var(--ink);
}
@media (max-width: 1000px) {
  .dose,
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
