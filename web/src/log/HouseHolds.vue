<script setup lang="ts">
import { HAZARD_SAYS_FROM, hazardBand, houseHolds, type LessonRow } from '@liquamen/core'
import { computed } from 'vue'
import { holdTexts } from '../techniques/hold/texts'
import { numberText } from '../ui/format'
import { logTexts as says } from './texts'

/** How soon this house's held sauces break: where it began, what was seen, what that comes to. */
const props = defineProps<{ rows: readonly LessonRow[] }>()
const holds = computed(() =>
  houseHolds(props.rows).map((h) => ({ ...h, before: hazardBand(h.prior), after: hazardBand(h.now) })),
)
const times = (n: number) => numberText(n, 2)
const band = (of: { low: number; high: number }) => `${times(of.low)}–${times(of.high)}`
const X = (factor: number) => 2 + 156 * Math.min(1, factor / 3)
</script>

<template>
  <section v-if="holds.length" class="holds" :aria-label="says.holds.title">
    <h2 class="label">{{ says.holds.title }}</h2>
    <p class="caption">{{ says.holds.means }}</p>
    <table>
      <thead>
        <tr>
          <th v-for="head in says.holds.heads" :key="head" scope="col">{{ head }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="h in holds" :key="h.family">
          <th scope="row">{{ holdTexts.family[h.family] }}</th>
          <td>
            × {{ times(h.before.value) }} <span class="soft">{{ band(h.before) }}</span>
          </td>
          <td>{{ says.holds.seen(numberText(h.broken), numberText(h.batches), times(h.exposure)) }}</td>
          <td>
            <strong>× {{ times(h.after.value) }}</strong>
            <span class="soft">{{ band(h.after) }}</span>
            <svg viewBox="0 0 160 14" width="160" height="14" aria-hidden="true">
              <path d="M2 12H158M54 12v-3M106 12v-3" class="rule" />
              <rect
                :x="X(h.before.low)"
                y="1"
                :width="X(h.before.high) - X(h.before.low)"
                height="3"
                class="was"
              />
              <rect
                :x="X(h.after.low)"
                y="5"
                :width="X(h.after.high) - X(h.after.low)"
                height="5"
                class="now"
              />
            </svg>
            <p v-if="h.batches < HAZARD_SAYS_FROM" class="caption roux">
              {{ says.holds.few(numberText(h.batches)) }}
            </p>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.holds {
  padding: 12px 0;
  border-bottom: 1px solid var(--hair);
}
table {
  border-collapse: collapse;
  margin-top: 4px;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 4px 24px 4px 0;
  font-weight: inherit;
}
thead th {
  font-size: var(--type-caption);
  color: var(--ink-soft);
}
.rule {
  stroke: var(--tick);
  fill: none;
}
.was {
  fill: var(--hair);
}
.now {
  fill: var(--ink);
}
</style>
