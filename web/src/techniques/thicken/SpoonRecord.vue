<script setup lang="ts">
import {
  coatGrade,
  endsOnSpoon,
  GRADE_NAMES,
  lastSpoon,
  spoonLastTime,
  type BatchState,
  type Formula,
  type LessonRow,
} from '@liquamen/core'
import { computed } from 'vue'
import { dayText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { thickenTexts as says } from './texts'

/** How the sauce coated, on the record: the spoon that was seen beside the one that was computed, and last time's. */
const props = defineProps<{ state: BatchState; formula: Formula; lessons: readonly LessonRow[] }>()
const coat = (name: string) => texts.book.coats[name] ?? name
const spoons = computed(() =>
  props.formula.steps.flatMap((step) => {
    const seen = lastSpoon(props.state, step.id)
    if (!seen && !(endsOnSpoon(step) && props.state.steps[step.id]?.finishedAtMs !== undefined)) return []
    const before = spoonLastTime(props.lessons, {
      formulaId: props.state.planned?.formulaId ?? props.formula.id,
      stepId: step.id,
      batchId: props.state.id,
    })
    return [{ step, seen, before }]
  }),
)
</script>

<template>
  <section v-if="spoons.length" class="stack gap-above">
    <h2 class="label">{{ says.record }}</h2>
    <v-table
      ><thead>
        <tr>
          <th>{{ says.recordStep }}</th>
          <th>{{ says.recordSeen }}</th>
          <th>{{ says.recordComputed }}</th>
          <th>{{ says.recordLast }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ step, seen, before } in spoons" :key="step.id">
          <td>{{ step.verb }}</td>
          <td>
            <template v-if="seen"
              ><strong>{{ coat(GRADE_NAMES[seen.grade]) }}</strong>
              {{ seen.filmG === undefined ? '' : says.recordFilm(numberText(seen.filmG, 1)) }}</template
            ><span v-else class="roux">{{ says.notSeen }}</span>
          </td>
          <td>{{ seen ? coat(coatGrade(seen.expectedPaS).name) : '' }}</td>
          <td>{{ before ? `${coat(GRADE_NAMES[before.grade])}, ${dayText(before.atMs)}` : '' }}</td>
        </tr>
      </tbody></v-table
    >
  </section>
</template>
