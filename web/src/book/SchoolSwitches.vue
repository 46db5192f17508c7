<script setup lang="ts">
import type { Choices, Formula } from '@liquamen/core'
import { numberText, percentText } from '../shared/format'
import { texts } from '../shared/texts'
import type { WayOutcome } from './useWorkbench'

const props = defineProps<{ formula: Formula; choices: Choices; ends: ReadonlyMap<string, WayOutcome>; currency: string }>()
const emit = defineEmits<{ choose: [schoolId: string, optionId: string] }>()
const chosenId = (schoolId: string, defaultId: string) => props.choices.schools[schoolId] ?? defaultId
const money = (minor: number) => new Intl.NumberFormat('en-GB', { style: 'currency', currency: props.currency, signDisplay: 'exceptZero' }).format(minor / 100)
const signed = (v: number, decimals: number) => `${v > 0 ? '+' : ''}${numberText(v, decimals)}`

/** What a way would move, beside what is chosen now: load, salt, coat, cost, allergens. */
function moves(key: string): string {
  const way = props.ends.get(key)
  const { now, end } = way ?? {}
  if (!way || !now || !end) return ''
  const { emulsion, nowEmulsion } = way
  const minutes = (s: number) => numberText(s / 60, 1)
  const added = Object.keys(end.allergens).filter((a) => !(a in now.allergens)).map((a) => `+ ${texts.allergens[a]}`)
  const gone = Object.keys(now.allergens).filter((a) => !(a in end.allergens)).map((a) => `− ${texts.allergens[a]}`)
  const cost = end.costMinor / Math.max(1, end.portions) - now.costMinor / Math.max(1, now.portions)
  return [
    emulsion?.isGrainy ? texts.book.bench.grainy : '', emulsion && nowEmulsion && Math.abs(emulsion.ribbonS.value - nowEmulsion.ribbonS.value) > 5 ? texts.book.bench.ribbonIn(minutes(emulsion.ribbonS.value)) : '', emulsion && nowEmulsion && Math.abs(emulsion.pourS - nowEmulsion.pourS) > 5 ? `${texts.emulsion.pourOn} ${minutes(emulsion.pourS)} min` : '', Math.abs(way.peakFrac - way.nowPeakFrac) > 0.004 && Math.abs(end.phaseFrac - now.phaseFrac) <= 0.004 ? texts.book.bench.peak(numberText(way.peakFrac, 2)) : '',
    Math.abs(end.phaseFrac - now.phaseFrac) > 0.004 ? `φ ${signed(end.phaseFrac - now.phaseFrac, 2)}` : '', Math.abs(end.saltFrac - now.saltFrac) > 0.0003 ? `salt ${signed((end.saltFrac - now.saltFrac) * 100, 2)} %` : '', end.coat !== now.coat ? texts.book.coats[end.coat] ?? '' : '',
    Math.abs(end.volumeMl / now.volumeMl - 1) > 0.02 ? `${signed((end.volumeMl / now.volumeMl - 1) * 100, 0)} % ml` : '', Math.abs(end.acidFrac - now.acidFrac) > 0.0005 ? `acid ${percentText(end.acidFrac, 2)} %` : '', Math.abs(cost) > 0.5 ? money(cost) : '', ...added, ...gone,
  ].filter(Boolean).join(' · ')
}
</script>

<template>
  <div>
    <fieldset v-for="school in formula.schools ?? []" :key="school.id"><legend class="label">{{ school.says }} <span class="caption">{{ texts.book.bench.reason(school.reason) }}</span></legend>
      <button v-for="o in school.options" :key="o.id" class="way" :aria-pressed="chosenId(school.id, school.defaultId) === o.id" @click="emit('choose', school.id, o.id)"><span class="word">{{ o.says }}</span><span class="caption">{{ chosenId(school.id, school.defaultId) === o.id ? '' : moves(`${school.id}:${o.id}`) }}</span></button>
    </fieldset>
  </div>
</template>

<style scoped>
fieldset { border: 0; padding: 6px 0 10px; margin: 0; border-top: 1px solid var(--hair); }
legend { padding: 6px 0 0; }
.way { display: grid; width: 100%; min-height: 48px; padding: 4px 8px; border: 0; border-left: 4px solid transparent; background: none; color: inherit; font: inherit; text-align: left; cursor: pointer; align-content: center; }
.way[aria-pressed='true'] { border-left-color: var(--ink); background: var(--sunk); }
.way[aria-pressed='true'] .word { font-weight: 700; }
.way:hover .word { text-decoration: underline; text-underline-offset: 4px; }
.word { font-size: 20px; }
</style>
