<script setup lang="ts">
import type { BatchState, StageFact } from '@liquamen/core'
import { computed } from 'vue'
import { CUE_WORDS } from '../ui/cueWords'
import { clockText, numberText, tempText } from '../ui/format'
import { texts } from '../ui/texts'

/** What was seen and done at a batch, line by line. */
const props = defineProps<{ state: BatchState; crewName: (id: string | undefined) => string }>()
/** A line for everything that was seen or done at the bowl. */
function says(f: StageFact): string {
  switch (f.kind) {
    case 'cue.seen':
      return CUE_WORDS[f.payload.cue]
    case 'heat.changed':
      return `${texts.bench.heat}: ${texts.bench.levels[f.payload.level]}`
    case 'bath.changed':
      return `${texts.emulsion.bathKey}: ${texts.emulsion.bath[f.payload.bath]}`
    case 'pan.lifted':
      return texts.bench.lift
    case 'pan.returned':
      return texts.bench.back
    case 'pour.started':
      return `${texts.emulsion.pour}, ${numberText(f.payload.gPerS, 1)} ${texts.emulsion.perS}`
    case 'pour.stopped':
      return `${texts.emulsion.stop}, ${numberText(f.payload.massG)} g`
    case 'addition.made':
      return `${f.payload.massG > 0 ? '+' : ''}${numberText(f.payload.massG, 1)} g ${props.state.frozen?.ingredients.find((i) => i.id === f.payload.ingredientId)?.name ?? f.payload.ingredientId}`
    case 'reading.taken':
      return f.payload.how === 'temperature'
        ? `${tempText(f.payload.tempC)}${f.payload.probe ? `, ${f.payload.probe.name}${f.payload.probe.isSimulated ? ` ${texts.batch.simulated}` : ''}` : ''}`
        : ''
    default:
      return ''
  }
}
const lines = computed(() =>
  props.state.stageFacts
    .map((f) => ({ id: f.id, atMs: f.atMs, by: f.actor.crewId, text: says(f) }))
    .filter((l) => l.text),
)
</script>

<template>
  <section v-if="lines.length">
    <h2 class="label">{{ texts.batch.seen }}</h2>
    <v-table
      ><thead>
        <tr>
          <th>{{ texts.batch.at }}</th>
          <th>{{ texts.batch.what }}</th>
          <th>{{ texts.batch.crew }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="l in lines" :key="l.id">
          <td>{{ clockText(l.atMs, true) }}</td>
          <td>{{ l.text }}</td>
          <td>{{ crewName(l.by) }}</td>
        </tr>
      </tbody></v-table
    >
  </section>
</template>
