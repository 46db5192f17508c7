<script setup lang="ts">
import type { Choices, Formula, TraceStep } from '@liquamen/core'
import { moneyText, numberText, percentText } from '../shared/format'
import { texts } from '../shared/texts'
import type { WayOutcome } from './useWorkbench'

const props = defineProps<{ formula: Formula; choices: Choices; ends: ReadonlyMap<string, WayOutcome>; currency: string }>()
const emit = defineEmits<{ choose: [schoolId: string, optionId: string] }>()
const chosenId = (schoolId: string, defaultId: string) => props.choices.schools[schoolId] ?? defaultId
const signed = (v: number, decimals: number) => `${v > 0 ? '+' : ''}${numberText(v, decimals)}`

/** What a way would move, beside what is chosen now: bath, load, salt, coat, volume, acid, cost, allergens. */
function moves(key: string): string {
  const way = props.ends.get(key)
  return way?.now && way.end ? [...bathMoves(way), ...sauceMoves(way.now, way.end)].filter(Boolean).join(', ') : ''
}
function bathMoves({ emulsion, nowEmulsion, peakFrac, nowPeakFrac, end, now }: WayOutcome): string[] {
  const minutes = (s: number) => numberText(s / 60, 1)
  const isSameEnd = Math.abs((end?.phaseFrac ?? 0) - (now?.phaseFrac ?? 0)) <= 0.004
  return [
    emulsion?.isGrainy ? texts.book.bench.grainy : '',
    emulsion && nowEmulsion && Math.abs(emulsion.ribbonS.value - nowEmulsion.ribbonS.value) > 5
      ? texts.book.bench.ribbonIn(minutes(emulsion.ribbonS.value))
      : '',
    emulsion && nowEmulsion && Math.abs(emulsion.pourS - nowEmulsion.pourS) > 5
      ? `${texts.emulsion.pourOn} ${minutes(emulsion.pourS)} min`
      : '',
    Math.abs(peakFrac - nowPeakFrac) > 0.004 && isSameEnd ? texts.book.bench.peak(numberText(peakFrac, 2)) : '',
  ]
}
function sauceMoves(now: TraceStep, end: TraceStep): string[] {
  const added = Object.keys(end.allergens)
    .filter((a) => !(a in now.allergens))
    .map((a) => `+ ${texts.allergens[a]}`)
  const gone = Object.keys(now.allergens)
    .filter((a) => !(a in end.allergens))
    .map((a) => `− ${texts.allergens[a]}`)
  const cost = end.costMinor / Math.max(1, end.portions) - now.costMinor / Math.max(1, now.portions)
  const volume = end.volumeMl / now.volumeMl - 1
  // A bowl that is mostly fat stands by its load, not by what clings to a spoon.
  const stands =
    end.phaseFrac > 0.45
      ? end.band === now.band
        ? ''
        : (texts.emulsion.bands[end.band] ?? '')
      : end.coat === now.coat
        ? ''
        : (texts.book.coats[end.coat] ?? '')
  return [
    Math.abs(end.phaseFrac - now.phaseFrac) > 0.004 ? `φ ${signed(end.phaseFrac - now.phaseFrac, 2)}` : '',
    Math.abs(end.saltFrac - now.saltFrac) > 0.0003 ? `salt ${signed((end.saltFrac - now.saltFrac) * 100, 2)} %` : '',
    stands,
    Math.abs(volume) > 0.02 ? `${signed(volume * 100, 0)} % ml` : '',
    Math.abs(end.acidFrac - now.acidFrac) > 0.0005 ? `acid ${percentText(end.acidFrac, 2)} %` : '',
    Math.abs(cost) > 0.5 ? `${cost > 0 ? '+' : ''}${moneyText(cost, props.currency)}` : '',
    ...added,
    ...gone,
  ]
}
</script>

<template>
  <div>
    <fieldset v-for="school in formula.schools ?? []" :key="school.id">
      <legend class="label">
        {{ school.says }} <span class="caption">{{ texts.book.bench.reason(school.reason) }}</span>
      </legend>
      <button
        v-for="o in school.options"
        :key="o.id"
        class="way"
        :aria-pressed="chosenId(school.id, school.defaultId) === o.id"
        @click="emit('choose', school.id, o.id)"
      >
        <span class="word">{{ o.says }}</span><span class="caption">{{
          chosenId(school.id, school.defaultId) === o.id ? '' : moves(`${school.id}:${o.id}`)
        }}</span>
      </button>
    </fieldset>
  </div>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0 0 10px;
  margin: 0;
}
legend {
  padding: 6px 0 4px;
  width: 100%;
  border-top: 1px solid var(--hair);
}
.way {
  display: grid;
  width: 100%;
  min-height: 48px;
  padding: 4px 8px;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
  align-content: center;
}
.way[aria-pressed='true'] {
  border-left-color: var(--ink);
  background: var(--sunk);
}
.way[aria-pressed='true'] .word {
  font-weight: 700;
}
.way:hover .word {
  text-decoration: underline;
  text-underline-offset: 4px;
}
.word {
  font-size: 20px;
}
</style>
