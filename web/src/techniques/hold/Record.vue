<script setup lang="ts">
import type { BatchState } from '@liquamen/core'
import { clockText, numberText, tempText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** A sauce that was put by: its clock, where it stood, and who went on past the house's limit. */
defineProps<{ state: BatchState; crewName: (id: string | undefined) => string }>()
const hours = (s: number) => numberText(s / 3600, s % 3600 ? 1 : 0)
</script>

<template>
  <section>
    <dl class="sums-list">
      <div v-if="state.clockStartedAtMs !== undefined">
        <dt>{{ texts.batch.clockFrom }}</dt>
        <dd>{{ clockText(state.clockStartedAtMs, true) }}</dd>
      </div>
      <div v-if="state.hold">
        <dt>{{ texts.batch.hold }}</dt>
        <dd>
          {{ texts.batch.held(state.hold.letter, clockText(state.hold.startedAtMs)) }} ·
          {{
            texts.batch.limits(
              hours(state.hold.limits.houseS),
              hours(state.hold.limits.codeS),
              tempText(state.hold.limits.hotHoldC, 0),
            )
          }}
        </dd>
      </div>
      <div v-if="state.hold?.goneOn">
        <dt>{{ texts.emulsion.goOn }}</dt>
        <dd>
          {{ clockText(state.hold.goneOn.atMs) }} {{ crewName(state.hold.goneOn.by) }}:
          {{ state.hold.goneOn.reason }}
        </dd>
      </div>
    </dl>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 10px;
}
</style>
