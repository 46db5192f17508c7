<script setup lang="ts">
import { computed, inject } from 'vue'
import { useRouter } from 'vue-router'
import { tapped } from '../port/tapped'
import { useKitchenViews } from '../port/useKitchenViews'
import { alarmOf, type Deadline } from '@liquamen/core'
import { deadlineVerb } from '../ui/deadlineVerb'
import { texts } from '../ui/texts'
import { alarmsKey } from './alarmsKey'

const { kitchen, nowMs } = useKitchenViews()
const router = useRouter()
const alarms = inject(alarmsKey)
const all = computed(() => alarms?.calling(nowMs.value) ?? [])
/** One call at a time, the most urgent first; the rest are counted. */
const calls = computed(() => all.value.slice(0, 1))
/** What ends it: a step's own words, or what to do then. */
const untilOf = (d: Deadline) => (d.kind === 'step' ? d.endsWhen : texts.acts[d.code])
const silence = (d: Deadline) =>
  tapped(() => kitchen.record('alarm.silenced', d.batchId, { alarm: alarmOf(d.kind), stepId: d.stepId }))
</script>

<template>
  <div v-if="calls.length" class="calls" role="alert">
    <div
      v-for="d in calls"
      :key="d.id"
      class="call"
      :class="{ 'block-act': d.kind === 'actNow', 'block-past': d.kind === 'discard' }"
    >
      <button class="go" @click="router.push(d.code === 'light' ? '/stove' : `/bench/${d.batchId}`)">
        <span aria-hidden="true">▼</span> {{ d.kind === 'start' ? '' : (d.well ?? d.ring) }}
        {{ deadlineVerb(d) }} <span class="sauce">{{ d.sauce }}</span>
        <span class="until">{{ untilOf(d) }}</span>
      </button>
      <span v-if="all.length > 1" class="more">+{{ all.length - 1 }}</span>
      <button class="quiet" @click="alarms?.say(d)">{{ texts.alarm.say }}</button>
      <button class="quiet" @click="silence(d)">{{ texts.alarm.silence }}</button>
    </div>
  </div>
</template>

<style scoped>
.calls {
  display: flex;
  flex-direction: column;
}
.call {
  display: flex;
  align-items: stretch;
  padding: 0 32px;
  min-height: 56px;
  border-bottom: 1.25px solid var(--ink);
}
.go {
  flex: 1;
  text-align: left;
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
.go .sauce {
  font-size: 1.05em;
}
button {
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  min-height: 52px;
  padding: 0 12px;
  cursor: pointer;
}
.until {
  font-size: var(--type-label);
  font-weight: var(--weight-soft);
}
.more {
  align-self: center;
  font-size: var(--type-label);
  font-weight: var(--weight-key);
  padding: 0 12px;
}
.quiet {
  font-size: var(--type-text);
  font-weight: var(--weight-key);
  text-decoration: underline;
  text-underline-offset: 5px;
}
</style>
