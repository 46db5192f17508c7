<script setup lang="ts">
import { mayBeAsIs, type Call, type GuestSauce, type PlatesDecided } from '@liquamen/core'
import { computed } from 'vue'
import { choiceWords } from '../book/choiceWords'
import { useKitchenViews } from '../port/useKitchenViews'
import { texts } from '../ui/texts'
import CallChoices from './CallChoices.vue'
import { passTexts } from './texts.pass'

/** Why a guest must not have a sauce as it is, and what would serve them: a person decides, then it can be fired. */
const props = defineProps<{ call: Call; ways: readonly GuestSauce[] }>()
const emit = defineEmits<{ decide: [how: Pick<PlatesDecided, 'decision' | 'formulaId' | 'choices'>] }>()
const says = passTexts.guest
const { kitchen, catalog } = useKitchenViews()
const nameOf = (id: string) => kitchen.ingredients.get(id)?.name ?? id
const why = computed(() => {
  const { findings = [], lightEggId, isUnknown } = props.call.bar ?? {}
  return [
    ...(isUnknown ? [says.unknown] : []),
    ...findings.map((f) =>
      says.finding(texts.allergens[f.allergen] ?? f.allergen, nameOf(f.ingredientId), texts.service[f.mark]),
    ),
    ...(lightEggId ? [says.lightEgg(nameOf(lightEggId))] : []),
  ]
})
const offers = computed(() =>
  props.ways.map((way) => {
    const formulas = (catalog.value?.formulas ?? []) as Parameters<typeof choiceWords>[0]
    const words = choiceWords(formulas, way, kitchen.ingredients).join(', ')
    const name = formulas.find((f) => f.id === way.formulaId)?.name ?? way.formulaId
    return { way, says: way.isAnother || !words ? says.another(name) : words }
  }),
)
const isOpen = computed(() => props.call.bar !== undefined && mayBeAsIs(props.call.bar))
const choose = ({ formulaId, choices }: GuestSauce) =>
  emit('decide', { decision: 'variant', formulaId, ...(choices ? { choices } : {}) })
</script>

<template>
  <CallChoices :title="says.title(call.label)" :ask="says.defer">
    <template #why>
      <ul>
        <li v-for="line in why" :key="line" class="wine label">✕ {{ line }}</li>
      </ul>
    </template>
    <v-btn v-for="(o, i) in offers" :key="o.says" :class="{ 'is-first': i === 0 }" @click="choose(o.way)">{{
      o.says
    }}</v-btn>
    <v-btn @click="emit('decide', { decision: 'without' })">{{ says.without }}</v-btn>
    <v-btn v-if="isOpen" @click="emit('decide', { decision: 'asIs' })">{{ says.asIs }}</v-btn>
  </CallChoices>
</template>
