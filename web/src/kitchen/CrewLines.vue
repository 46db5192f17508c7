<script setup lang="ts">
import type { CrewMember } from '@liquamen/core'
import { computed, reactive } from 'vue'
import { slugOf } from '../ui/slugOf'
import HoldButton from '../ui/HoldButton.vue'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'

/** Who cooks here. */
const props = defineProps<{ crew: readonly CrewMember[]; change: KitchenChange }>()
const draft = reactive({ name: '', role: 'cook' as CrewMember['role'] })
const roles = (['cook', 'sousChef', 'admin'] as const).map((value) => ({
  value,
  title: texts.crew.roles[value],
}))
const canAdd = computed(() => draft.name.trim() !== '')
async function add(): Promise<void> {
  if (!canAdd.value) return
  const name = draft.name.trim()
  const taken = new Set(props.crew.map((c) => c.id))
  const id = slugOf(name, taken) || slugOf('cook', taken)
  const isKept = await props.change.make(texts.crew.kept(name), {
    kind: 'crew.set',
    payload: { member: { id, name, role: draft.role } },
  })
  if (isKept) draft.name = ''
}
const remove = (member: CrewMember) =>
  props.change.make(texts.crew.removed(member.name), { kind: 'crew.removed', payload: { crewId: member.id } })
</script>

<template>
  <section>
    <h2 class="label">{{ texts.crew.title }}</h2>
    <ul>
      <li v-for="c in crew" :key="c.id" class="member">
        <span
          ><strong>{{ c.name }}</strong> <span class="caption">{{ texts.crew.roles[c.role] }}</span></span
        >
        <HoldButton :aria-label="`${texts.holdToRemove}: ${c.name}`" @held="remove(c)">{{
          texts.holdToRemove
        }}</HoldButton>
      </li>
    </ul>
    <form class="row" @submit.prevent="add">
      <v-text-field v-model="draft.name" :label="texts.crew.name" maxlength="60" />
      <v-select v-model="draft.role" :items="roles" :label="texts.crew.role" />
      <v-btn type="submit" :disabled="!canAdd">{{ texts.crew.add }}</v-btn>
    </form>
  </section>
</template>

<style scoped>
.member {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--hair);
  padding: 3px 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
}
.row > .v-input {
  flex: 1 1 150px;
}
</style>
