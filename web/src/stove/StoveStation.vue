<script setup lang="ts">
import { urgencyOf, type BatchView, type Ring } from '@liquamen/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useKitchenNow } from '../port/useKitchen'
import { roomOf } from '../techniques/registry'
import { clockText, spanText } from '../ui/format'
import { texts } from '../ui/texts'
import { deadlineVerb } from '../ui/deadlineVerb'
import { circlesPath } from '../vessel/vesselGeometry'
import PanStation from './PanStation.vue'

/** A ring that is off: nine dots. */
const OFF = circlesPath(
  Array.from({ length: 9 }, (_, i) => ({ x: -48 + i * 12, y: 8 })),
  0.9,
)
const props = defineProps<{
  ring: Ring
  /** What stands on it or is to come; nothing where it is free. */
  view: BatchView | undefined
}>()
const nowMs = useKitchenNow()
const router = useRouter()
const isPlanned = computed(() => props.view?.state.status === 'planned')
const urgency = computed(() => (props.view ? urgencyOf(props.view, nowMs.value) : 'steady'))
/** What is due of what stands here; what goes on beside it is called by name, not here. */
const own = computed(() => (props.view?.deadlines ?? []).filter((d) => d.stepId === props.view?.step?.id))
const next = computed(() => own.value.find((d) => d.atMs > nowMs.value) ?? own.value[0])
const verb = computed(() => (next.value ? deadlineVerb(next.value) : ''))
const span = computed(() => (next.value ? spanText(next.value.atMs - nowMs.value) : undefined))
const room = computed(() => (props.view?.step ? roomOf(props.view.step) : undefined))
/** A step that is worked is drawn by its room; one without a drawing of its own, and one to come, as a vessel with its level. */
const Drawing = computed(() =>
  props.view?.live && props.view.live.kind !== 'timed' ? (room.value?.Station ?? PanStation) : PanStation,
)
const words = computed(() =>
  props.view?.step ? room.value?.words?.(props.view, props.view.step, props.view.planned) : undefined,
)
const readyAtMs = computed(() => props.view?.state.plan?.earliestReadyAtMs ?? 0)
const isLate = computed(() => isPlanned.value && props.view?.state.plan?.isLate === true)
const orderLine = computed(() => {
  const plan = props.view?.state.plan
  if (!plan) return ''
  const restart =
    plan.latestStartAtMs > nowMs.value
      ? texts.stove.restart(clockText(plan.latestStartAtMs))
      : texts.stove.noRestart
  const inTime = isPlanned.value ? props.view?.pan.name : restart
  const tail = isLate.value ? texts.service.readyAt(clockText(readyAtMs.value)) : inTime
  return `${texts.stove.order(plan.portions, clockText(plan.pickupAtMs))} · ${tail}`
})
const detail = computed(() => {
  if (isPlanned.value)
    return `${texts.stove.light} ${clockText(props.view?.state.plan?.latestStartAtMs ?? 0)}`
  return words.value?.detail || props.view?.step?.endsWhen || ''
})
/** A longer verb leaves no room for what is to be done at its own size. */
const SHORT_VERB = 5
const act = computed(() => props.view?.deadlines.find((d) => d.kind === 'actNow'))
const spoken = computed(() => {
  const { view } = props
  if (!view) return texts.stove.empty(props.ring.number)
  const when = span.value ? texts.stove.inSpan(span.value.number, span.value.unit) : ''
  const parts = [
    texts.stove.ring(props.ring.number),
    view.formula.name,
    view.pan.name,
    words.value?.drawing,
    `${verb.value || view.step?.verb} ${when}`,
  ]
  return parts.filter(Boolean).join(', ')
})
const open = () => void router.push(props.view ? `/bench/${props.view.state.id}` : '/service')
</script>

<template>
  <button class="station" :aria-label="spoken" @click="open">
    <h2 class="name">
      <span class="number">{{ ring.number }}</span>
      <span v-if="view" class="sauce" :class="{ soft: isPlanned }">{{ view.formula.name }}</span>
    </h2>
    <p class="caption order" :class="{ roux: isLate }">{{ view ? orderLine : ring.strength }}</p>
    <svg class="drawing" viewBox="-150 -126 300 148" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
      <component :is="Drawing" v-if="view" :view="view" />
      <path v-else :d="OFF" class="off" />
      <path d="M-700 2.5H700" class="hob" />
    </svg>
    <div v-if="urgency === 'actNow' && act" class="figures block block-act">
      <span class="act" :class="{ long: deadlineVerb(act).length > SHORT_VERB }"
        ><span aria-hidden="true">▼</span> {{ deadlineVerb(act) }}</span
      ><span class="number2"
        >{{ spanText(act.atMs - nowMs).number }}<span class="detail">{{ texts.acts[act.code] }}</span></span
      >
    </div>
    <div v-else-if="view && next && span" class="figures" :class="{ roux: urgency === 'lookSoon' }">
      <span class="big" :class="{ long: span.number.length > 4 || (span.unit && span.number.length > 2) }"
        >{{ span.number }}<span v-if="span.unit" class="min">{{ span.unit }}</span></span
      >
      <span
        ><span class="verb"><span v-if="urgency === 'lookSoon'" aria-hidden="true">▽ </span>{{ verb }}</span
        ><span class="detail">{{ detail }}</span></span
      >
    </div>
    <div v-else class="figures free">{{ view ? detail : texts.stove.free }}</div>
  </button>
</template>

<style scoped>
.station {
  contain: layout style; /* its second moves nothing outside */
  display: flex;
  flex-direction: column;
  text-align: left;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
  min-width: 0;
}
.station:hover .sauce {
  text-decoration: underline;
  text-decoration-thickness: 1.5px;
  text-underline-offset: 4px;
}
.name {
  font-size: var(--type-key);
  line-height: 34px;
  height: 34px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.number {
  font-weight: var(--weight-key);
  margin-right: 4px;
}
.order {
  padding-left: 26px;
  height: 22px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.drawing {
  width: 100%;
  height: calc(184px - var(--shrink, 0px));
  display: block;
  overflow: visible;
}
.hob {
  stroke: var(--ink);
  stroke-width: 2;
}
.off {
  fill: var(--tick);
}
.figures {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 72px;
  padding-right: 12px;
}
.big {
  font-size: var(--type-station);
  font-weight: var(--weight-plain);
  line-height: 1;
  white-space: nowrap;
}
.big.long {
  font-size: var(--type-title); /* hours: the verb beside it stays whole */
}
.min {
  font-size: var(--type-key);
  font-weight: var(--weight-soft);
  margin-left: 4px;
}
.verb {
  display: block;
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  line-height: 1;
}
.detail {
  display: block;
  font-size: var(--type-caption);
  font-weight: var(--weight-soft);
  color: var(--ink-soft);
  line-height: 1.15;
}
.block {
  margin-right: 14px;
  padding: 2px 10px;
  justify-content: space-between;
  height: 72px;
}
.block .detail {
  color: inherit;
}
.act {
  font-size: var(--type-title);
  font-weight: var(--weight-key);
  white-space: nowrap;
}
.act.long {
  font-size: var(--type-key);
}
.number2 {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
  text-align: right;
  line-height: 1;
}
.number2 .detail {
  font-size: var(--type-caption);
}
.free {
  font-size: var(--type-key);
  color: var(--ink-soft);
  padding-left: 26px;
}
@media (max-width: 900px) {
  .big {
    font-size: var(--type-clock);
  }
  .verb {
    font-size: var(--type-key);
  }
  .name {
    font-size: var(--type-label);
  }
  .act {
    font-size: var(--type-key);
  }
  .drawing {
    height: 136px;
  }
  .detail {
    font-size: var(--type-caption);
  }
  .figures {
    gap: 6px;
    flex-wrap: wrap;
  }
  .block {
    flex-wrap: nowrap;
  }
  .number2 .detail {
    display: none;
  }
}
</style>
