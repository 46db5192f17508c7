<script setup lang="ts">
import { depthAtVolumeMm, GRAINS_FROM_C, type BathHeat, type LiveEmulsion } from '@liquamen/core'
import { computed } from 'vue'
import { themeName } from '../../ui/theme'
import { fillOf } from '../../app/tokens'
import type { BatchView } from '@liquamen/core'
import { numberText, tempText } from '../../ui/format'
import { texts } from '../../ui/texts'
import BowlOverBath from '../../vessel/BowlOverBath.vue'
import TemperatureBand from '../../vessel/TemperatureBand.vue'

const props = defineProps<{ view: BatchView }>()
const BATH_SHARE: Readonly<Record<BathHeat, number>> = { off: 0, gentle: 0.35, simmer: 0.6, boil: 1 }
const bowl = computed(
  () => (props.view.live?.kind === 'eggEmulsion' ? props.view.live.bowl : undefined) as LiveEmulsion,
)
const isPour = computed(() => props.view.step?.technique === 'pour')
const scale = { pxPerMm: 1.9, heightFactor: 1 }
const depth = computed(() => depthAtVolumeMm(props.view.pan.profile, bowl.value.volumeMl))
const coming = computed(() =>
  isPour.value && bowl.value.butterToComeG > 2
    ? depthAtVolumeMm(props.view.pan.profile, bowl.value.volumeMl + bowl.value.butterToComeG * 1.08)
    : undefined,
)
const goal = computed(() => bowl.value.butterInG + bowl.value.butterToComeG)
const colours = computed(() => fillOf(props.view.formula.fill, themeName.value))
const hold = computed(() => props.view.formula.emulsion!.holdC)
const wanted = computed<readonly [number, number]>(() =>
  isPour.value ? [hold.value.low, hold.value.high] : [62, Math.floor(bowl.value.liftC)],
)
const marks = computed(() => [
  {
    atC: bowl.value.liftC,
    says: texts.emulsion.liftAt(numberText(bowl.value.liftC, bowl.value.liftC % 1 ? 1 : 0)),
  },
  ...(isPour.value
    ? [{ atC: hold.value.low - 2, says: texts.emulsion.bathAt(numberText(hold.value.low - 2)) }]
    : []),
])
const isUncertain = computed(() => bowl.value.from === 'simulated')
const BOTTOM = 372
const isDeep = computed(() => depth.value * scale.pxPerMm > 62)
/** In the liquid where it is deep enough, else above it. */
const bottomY = computed(() => BOTTOM - (58 + (bowl.value.isOnBath ? 0 : 34)) * scale.pxPerMm)
const textY = computed(
  () =>
    bottomY.value -
    (isDeep.value && isPour.value
      ? depth.value * 0.36 * scale.pxPerMm
      : (coming.value ?? depth.value) * scale.pxPerMm + 14),
)
const spoken = computed(
  () =>
    `${props.view.formula.name}, ${props.view.pan.name}, ${isUncertain.value ? '~' : ''}${tempText(bowl.value.tempC)}, ${texts.emulsion.stages[bowl.value.stage]}, ${bowl.value.isOnBath ? texts.emulsion.onBath : texts.emulsion.offBath}${isPour.value ? `, ${numberText(bowl.value.butterInG)} g ${texts.emulsion.of(numberText(goal.value))}` : ''}`,
)
</script>

<template>
  <svg class="emulsion" viewBox="0 0 800 400" role="img" :aria-label="spoken">
    <g :transform="`translate(270 ${BOTTOM})`">
      <BowlOverBath
        :profile="view.pan.profile"
        :scale="scale"
        detail="bench"
        :fill="view.formula.fill"
        :level-mm="depth"
        :coming-mm="coming"
        :is-on-bath="bowl.isOnBath"
        :heat-share="BATH_SHARE[bowl.bath]"
        :is-foamy="!isPour && bowl.stage !== 'raw'"
        :probe="view.probe ? (view.probe.health === 'silent' ? 'silent' : 'good') : undefined"
      />
      <g v-if="bowl.isPouring" class="pouring" aria-hidden="true">
        <path d="M-190 -352l96 44l12 -14l-78 -38z" class="jug" />
        <path
          :d="`M-86 -310q16 6 16 30V${bottomY - BOTTOM - depth * scale.pxPerMm + 3}`"
          class="jet"
          :stroke-width="2 + bowl.safePourGPerS * 2.4"
        />
      </g>
    </g>
    <path :d="`M0 ${BOTTOM + 8}H540`" class="hob" />
    <g class="numbers" aria-hidden="true">
      <text
        v-if="isPour"
        x="270"
        :y="textY"
        text-anchor="middle"
        class="grams"
        :class="{ above: !isDeep }"
        :fill="isDeep ? colours.text : undefined"
      >
        {{ numberText(bowl.butterInG) }}
        <tspan v-if="!view.probe" class="of" dx="8">{{ texts.emulsion.of(numberText(goal)) }}</tspan>
      </text>
      <text
        v-if="isPour && coming && isDeep"
        x="270"
        :y="bottomY - (coming ?? depth) * scale.pxPerMm - 10"
        text-anchor="middle"
        class="to"
      >
        {{ texts.emulsion.toCome(numberText(bowl.butterToComeG)) }}
      </text>
      <text v-if="!isPour" x="270" :y="textY" text-anchor="middle" class="stage above">
        {{ texts.emulsion.stages[bowl.stage] }}
      </text>
      <text x="438" :y="BOTTOM - 14" text-anchor="end" class="bath">
        {{ texts.emulsion.bath[bowl.bath] }}
      </text>
    </g>
    <g transform="translate(604 384)">
      <TemperatureBand
        :low-c="isPour ? 44 : 30"
        :high-c="isPour ? 76 : 78"
        :wanted-c="wanted"
        :danger-from-c="GRAINS_FROM_C"
        :now-c="bowl.tempC"
        :is-uncertain="isUncertain"
        :foretold-c="bowl.inOneMinuteC"
        :marks="marks"
        :zones="[
          { atC: 72, says: texts.emulsion.grains, kind: 'danger' },
          ...(isPour
            ? [
                { atC: (wanted[0] + wanted[1]) / 2, says: texts.emulsion.holdHere, kind: 'wanted' as const },
                { atC: 50, says: texts.emulsion.tooCool, kind: 'plain' as const },
              ]
            : []),
        ]"
        :height-px="368"
      />
    </g>
  </svg>
</template>

<style scoped>
.emulsion {
  width: 100%;
  height: 100%;
  display: block;
}
.hob {
  stroke: var(--ink);
  stroke-width: 2;
}
.jug {
  fill: var(--butter);
  stroke: var(--ink);
  stroke-width: 3;
}
.jet {
  fill: none;
  stroke: var(--butter);
}
.grams {
  font-size: var(--type-station);
  font-weight: var(--weight-plain);
  font-stretch: 75%;
}
.above {
  fill: var(--ink);
}
.of {
  font-size: var(--type-key);
  font-weight: var(--weight-soft);
}
.stage {
  font-size: var(--type-title);
  font-weight: var(--weight-key);
  font-stretch: 75%;
}
.to {
  fill: var(--ink);
  font-size: var(--type-text);
  font-stretch: 75%;
}
.bath {
  fill: var(--bath);
  paint-order: stroke;
  stroke: var(--bone);
  stroke-width: 6px;
  font-size: var(--type-label);
  font-weight: var(--weight-key);
  font-stretch: 75%;
}
</style>
