<script setup lang="ts">
import type { Well } from '@liquamen/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { BatchView } from '@liquamen/core'
import { useKitchenNow } from '../port/useKitchen'
import { clockText, degreesText, spanText } from '../ui/format'
import { texts } from '../ui/texts'
import { holdTexts } from '../techniques/hold/texts'
import WellDrawing from '../vessel/WellDrawing.vue'

const props = defineProps<{
  well: Well
  /** The sauce that stands in it; nothing where it is empty. */ view: BatchView | undefined
  ends: readonly ('left' | 'right')[]
}>()
const router = useRouter()
const nowMs = useKitchenNow()
const hold = computed(() => props.view?.hold)
const clock = computed(() => hold.value?.clock)
const isPast = computed(() => clock.value?.state === 'pastCode' || clock.value?.state === 'pastHouse')
const isStirDue = computed(
  () => hold.value !== undefined && hold.value.portionsLeft > 0 && hold.value.stirAtMs <= nowMs.value,
)
const margin = computed(() => spanText(Math.max(0, (hold.value?.endsAtMs ?? 0) - nowMs.value)))
const binds = computed(() => holdTexts.short[hold.value?.held?.margin.binds ?? 'clock'])
const spoken = computed(() => {
  if (!props.view || !hold.value || !clock.value) return texts.stove.emptyWell(props.well.letter)
  return `${texts.stove.well(props.well.letter)}, ${props.view.formula.name}, ${hold.value.portionsLeft} ${texts.stove.left}, ${isPast.value ? texts.stove.discardKey : `${margin.value.number} ${margin.value.unit} ${binds.value}`}, ${texts.stove.discardAt(clockText(clock.value.discardAtMs))}`
})
const open = () => {
  if (props.view) void router.push(`/bench/${props.view.state.id}`)
}
</script>

<template>
  <component
    :is="view ? 'button' : 'div'"
    class="station"
    :aria-label="view ? spoken : undefined"
    @click="open"
  >
    <h2 class="name">
      <span class="letter">{{ well.letter }}</span>
      <span v-if="view" class="sauce">{{ view.formula.name }}</span>
    </h2>
    <p class="caption">
      {{ clock ? texts.stove.discardAt(clockText(clock.discardAtMs)) : texts.stove.emptyWell(well.letter) }}
    </p>
    <div v-if="isPast" class="figures block-past">
      <span class="verb">✕ {{ texts.stove.discardKey }}</span
      ><span class="caption on">{{
        clock?.state === 'pastHouse' ? texts.stove.goOn : clockText(clock?.codeLimitAtMs ?? 0)
      }}</span>
    </div>
    <div v-else-if="hold" class="figures" :class="{ roux: isStirDue }">
      <span class="big">{{ margin.number }}</span><span class="words"
        ><span class="verb2"
          ><span v-if="isStirDue" aria-hidden="true">▽ </span>{{ margin.unit }}
          {{ isStirDue ? texts.stove.stirIt : binds }}</span
        ><span class="temp"
          >{{
            hold.tempC === undefined
              ? `⊣ ⊢ ${texts.emulsion.noProbe}`
              : `${hold.tempFrom === 'probe' ? '' : '~'}${degreesText(hold.tempC)}`
          }}<template v-if="view?.probe?.isSimulated"> {{ texts.emulsion.simulated }}</template></span
        ></span
      >
    </div>
    <div v-else class="figures" />
    <div class="drawing">
      <WellDrawing :view="view" :profile="well.profile" detail="station" :ends="ends" />
    </div>
  </component>
</template>

<style scoped>
.station {
  contain: layout style; /* its second moves nothing outside */
  display: flex;
  flex-direction: column;
  height: calc(320px - var(--shrink, 0px));
  text-align: left;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  min-width: 0;
}
button.station {
  cursor: pointer;
}
.name {
  font-size: var(--type-key);
  line-height: 34px;
  height: 34px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.letter {
  font-weight: var(--weight-key);
  margin-right: 4px;
}
.caption {
  height: 22px;
  white-space: nowrap;
  overflow: hidden;
}
.figures {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  justify-content: flex-end;
  gap: 2px;
  height: 106px;
  padding-bottom: 6px;
}
.big {
  font-size: var(--type-station);
  font-weight: var(--weight-plain);
  line-height: 1;
}
.words {
  display: flex;
  gap: 10px;
  align-items: baseline;
  white-space: nowrap;
}
.verb2 {
  font-size: var(--type-text);
  font-weight: var(--weight-key);
  line-height: 1.1;
}
.temp {
  font-size: var(--type-caption);
  color: var(--ink-soft);
}
.figures.block-past {
  padding: 6px 8px;
  justify-content: center;
  height: 98px;
  margin: 0 8px 8px 0;
}
.verb {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
.on {
  color: inherit;
  height: auto;
}
.drawing {
  height: calc(146px - var(--shrink, 0px));
  margin: 0 -1px;
}
@media (max-width: 900px) {
  .big {
    font-size: var(--type-title);
  }
  .station {
    height: 284px;
  }
  .drawing {
    height: 118px;
  }
  .name {
    font-size: var(--type-label);
  }
  .figures {
    height: 102px;
  }
  .words {
    flex-direction: column;
    gap: 0;
  }
}
</style>
