<script setup lang="ts">
import { actualContents, hotDepthMm, HEAT_LEVELS } from '@liquamen/core'
import { computed, ref } from 'vue'
import type { BatchView } from '../kitchen/batchView'
import { useClock } from '../kitchen/clock'
import { clockText, numberText, percentText, spanText } from '../shared/format'
import { texts } from '../shared/texts'
import type { useBench } from './useBench'
import VesselShape from '../vessel/VesselShape.vue'
import EntryRuler from './EntryRuler.vue'
import WellChoice from './WellChoice.vue'

const props = defineProps<{ view: BatchView; bench: ReturnType<typeof useBench> }>()
const { nowMs } = useClock()
const editing = ref<string>()
const step = computed(() => props.view.step!)
const lines = computed(() => props.view.state.plan?.weighOut.filter((l) => l.stepId === step.value.id) ?? [])
const isPlanned = computed(() => props.view.state.status === 'planned')
const left = computed(() =>
  step.value.minutes && props.view.stepStartedAtMs !== undefined
    ? spanText(props.view.stepStartedAtMs + step.value.minutes.value * 60_000 - nowMs.value)
    : undefined,
)
const HOT_C = 90
const nextId = computed(() => props.view.formula.steps[props.view.formula.steps.indexOf(step.value) + 1]?.id)
const depthBefore = (id: string | undefined) => {
  const pan = actualContents(props.view.state, id)
  return pan ? hotDepthMm(props.view.pan, pan.liquid, pan.inPan, HOT_C) : 0
}
/** What stands in the pan as the step begins, and where the level will be when its goods are in. */
const level = computed(() => depthBefore(step.value.id))
const coming = computed(() => (isPlanned.value ? undefined : depthBefore(nextId.value)))
const scale = computed(() => {
  const p = props.view.pan.profile
  const px = 120 / (p.shape === 'pan' ? p.rimRadiusMm : p.sphereRadiusMm)
  return { pxPerMm: px, heightFactor: Math.min(1.6, 130 / (p.heightMm * px)) }
})
const heat = computed(() => (isPlanned.value || !step.value.heat ? 0 : HEAT_LEVELS[step.value.heat].share))
const toGo = computed(() => (props.view.state.plan?.portions ?? 0) - props.view.state.servedPortions)
const salt = computed(() => props.bench.saltNow.value)
const spoons = (g: number) => `${numberText(g / 5.5, 2).replace(/\.?0+$/, '')} tsp fine salt`
</script>

<template>
  <section class="work">
    <div>
      <p class="ends">{{ step.endsWhen }}</p>
      <p v-if="step.minutes" class="caption">
        {{ numberText(step.minutes.low, step.minutes.low % 1 ? 1 : 0) }}–{{ numberText(step.minutes.high, step.minutes.high % 1 ? 1 : 0) }}
        {{ texts.plan.minutes }}
      </p>
      <ul class="lines">
        <li v-for="line in lines" :key="line.itemId">
          <span class="amount"
            >{{ numberText(line.shown.value, line.shown.unit === 'tsp' ? 2 : 0)
            }}<span class="u">{{ line.shown.unit === 'pieces' ? '×' : line.shown.unit }}</span></span
          >
          <span :class="{ sauce: line.isLiquid }" class="what">{{ line.name }}</span>
          <span v-if="view.state.weighed[line.itemId] !== undefined" class="sorrel"
            >✓ {{ numberText(view.state.weighed[line.itemId] ?? 0) }} g</span
          >
          <v-btn v-else-if="!isPlanned" @click="editing = line.itemId">{{ texts.bench.tick }}</v-btn>
          <EntryRuler
            v-if="editing === line.itemId"
            class="wide"
            :label="line.name"
            unit="g"
            :start="Math.round(line.shownG)"
            :min="0"
            :max="60000"
            :step="1"
            :reach="Math.max(20, line.shownG * 0.3)"
            @keep="
              (g) => {
                bench.weighIn(line.itemId, line.ingredientId, g)
                editing = undefined
              }
            "
            @cancel="editing = undefined"
          />
        </li>
      </ul>
      <WellChoice v-if="step.technique === 'hold' && !isPlanned" :view="view" />
      <div v-if="salt" class="salt">
        <p class="label">
          {{ texts.plan.saltLine(percentText(salt.ownSaltFrac, 2), `${numberText(salt.addG, 1)} g`, percentText(salt.targetFrac, 2)) }}
        </p>
        <v-btn v-if="!view.state.saltAdded" @click="editing = 'salt'">{{
          texts.bench.saltAdd(numberText(salt.addG, 1), spoons(salt.addG))
        }}</v-btn>
        <p v-else class="sorrel label">✓ {{ texts.bench.saltAdded }}: {{ numberText(view.state.saltAdded.massG, 1) }} g</p>
        <EntryRuler
          v-if="editing === 'salt'"
          :label="texts.plan.salt"
          unit="g"
          :start="salt.addG"
          :min="0"
          :max="200"
          :step="0.1"
          :reach="5"
          @keep="
            (g) => {
              bench.salt(g)
              editing = undefined
            }
          "
          @cancel="editing = undefined"
        />
      </div>
      <div v-if="step.technique === 'serve' && !isPlanned" class="serve">
        <p class="label">{{ texts.bench.served(view.state.servedPortions, view.state.plan?.portions ?? 0) }}</p>
        <div class="keys">
          <v-btn :disabled="toGo <= 0" @click="bench.serve(1, view.state.planned?.orderIds[0] ?? null)">{{ texts.bench.serve }} 1</v-btn
          ><v-btn v-if="toGo > 1" class="is-first" @click="bench.serve(toGo, view.state.planned?.orderIds[0] ?? null)"
            >{{ texts.bench.serve }} {{ toGo }}</v-btn
          >
        </div>
      </div>
    </div>
    <aside>
      <template v-if="left && !isPlanned"
        ><span class="label">{{ step.verb }}</span
        ><span class="clock" :class="{ roux: left.number.startsWith('−') }"
          >{{ left.number }}<span class="unit">{{ left.unit }}</span></span
        ><span class="caption">{{ clockText((view.stepStartedAtMs ?? 0) + (step.minutes?.value ?? 0) * 60_000) }}</span></template
      >
      <svg
        class="pan"
        viewBox="-180 -160 360 184"
        role="img"
        :aria-label="`${view.formula.name}, ${view.pan.name}, ${numberText(level)} mm`"
      >
        <VesselShape
          :profile="view.pan.profile"
          :scale="scale"
          :fill="view.formula.fill"
          :level-mm="level"
          :coming-mm="coming !== undefined && coming > level ? coming : undefined"
          :is-coming="isPlanned"
          :heat-share="heat"
        />
        <path d="M-180 2.5H180" class="hob" />
      </svg>
    </aside>
  </section>
</template>

<style scoped>
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 24px;
  min-height: 300px;
}
.ends {
  font-size: 31px;
  font-weight: 640;
  max-width: 26ch;
  margin-bottom: 6px;
}
.lines {
  margin-top: 12px;
}
.lines li {
  display: flex;
  align-items: center;
  gap: 16px;
  border-top: 1px solid var(--hair);
  min-height: 60px;
  padding: 4px 0;
  flex-wrap: wrap;
}
.amount {
  font-size: 38px;
  font-weight: 560;
  min-width: 4.2em;
  text-align: right;
}
.u {
  font-size: 19px;
  color: var(--ink-soft);
  display: inline-block;
  width: 1.6em;
  text-align: left;
  padding-left: 4px;
}
.what {
  font-size: 26px;
  flex: 1;
}
.wide {
  flex-basis: 100%;
}
.salt,
.serve {
  display: grid;
  gap: 12px;
  margin-top: 14px;
  justify-items: start;
}
.keys {
  display: flex;
  gap: 12px;
}
aside {
  display: grid;
  justify-items: end;
  align-content: start;
}
.pan {
  width: 330px;
  max-width: 100%;
  margin-top: 14px;
}
.hob {
  stroke: var(--ink);
  stroke-width: 2;
}
.clock {
  font-size: 150px;
  font-weight: 520;
  line-height: 0.9;
}
@media (max-width: 900px) {
  .clock {
    font-size: 96px;
  }
}
</style>
