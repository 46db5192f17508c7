<script setup lang="ts">
import { PIN_DIGITS, ROLES, type Role } from '@liquamen/core'
import { computed, reactive, ref, watch } from 'vue'
import MayLine from '../crew/MayLine.vue'
import { crewTexts } from '../crew/texts.crew'
import { api } from '../port/api'
import { useKitchen } from '../port/useKitchen'
import HoldButton from '../ui/HoldButton.vue'
import { useServerList } from './useServerList'

/** Who cooks here and what they may do: the server's list, changed by an admin; one's own PIN by everyone. */
const says = crewTexts.list
const kitchen = useKitchen()
const { list: people, isAway, problem, load, act: changeList } = useServerList(api.crew)
const draft = reactive({ name: '', role: 'cook' as Role, pin: '' })
const naming = ref<{ readonly id: string; name: string }>()
const pinning = ref<{ readonly id: string; pin: string; oldPin: string }>()
const roles = ROLES.map((value) => ({ value, title: crewTexts.roles[value] }))
const isAdmin = computed(() => kitchen.whyNot('manageCrew') === undefined)
const present = computed(() => (people.value ?? []).filter((p) => !p.isRemoved))
const gone = computed(() => (people.value ?? []).filter((p) => p.isRemoved && p.name !== ''))
const isUnclaimed = computed(() => people.value && !present.value.some((p) => p.role === 'admin' && p.hasPin))

/** Whoever is put in first runs the kitchen. */
watch(isUnclaimed, (yes) => yes && (draft.role = 'admin'))
watch(() => kitchen.catalog?.crew, load, { immediate: true })
const act = (change: () => Promise<unknown>) =>
  changeList(async () => {
    await change()
    await kitchen.refreshCatalog()
  })
async function add(): Promise<void> {
  const { name, role, pin } = draft
  const isAdded = await act(() => api.addPerson({ name, role, ...(pin ? { pin } : {}) }))
  if (isAdded) Object.assign(draft, { name: '', pin: '', role: 'cook' })
}
async function keepName(): Promise<void> {
  const asked = naming.value
  if (asked && (await act(() => api.setPerson(asked.id, { name: asked.name })))) naming.value = undefined
}
const isOwn = (id: string) => id === kitchen.crewId
async function keepPin(): Promise<void> {
  const asked = pinning.value
  if (!asked) return
  const { id, pin, oldPin } = asked
  const isKept = await act(() => api.setPin(id, { pin, ...(isOwn(id) && oldPin ? { oldPin } : {}) }))
  if (isKept) pinning.value = undefined
}
</script>

<template>
  <section :aria-label="says.title">
    <h2 class="label">{{ says.title }}</h2>
    <MayLine doing="manageCrew" />
    <p v-if="isUnclaimed" class="roux">{{ says.first }}</p>
    <p v-if="isAway" class="label">{{ says.away }}</p>
    <ul v-else class="people">
      <li v-for="p in present" :key="p.id" class="entry-line">
        <form v-if="naming?.id === p.id" class="line" @submit.prevent="keepName">
          <v-text-field v-model="naming.name" :label="says.name" maxlength="60" autofocus />
          <v-btn type="submit">{{ says.keep }}</v-btn>
        </form>
        <form v-else-if="pinning?.id === p.id" class="line" @submit.prevent="keepPin">
          <v-text-field
            v-if="isOwn(p.id) && p.hasPin"
            v-model="pinning.oldPin"
            type="password"
            inputmode="numeric"
            autocomplete="off"
            :label="says.oldPin"
            :maxlength="PIN_DIGITS.most"
            autofocus
          />
          <v-text-field
            v-model="pinning.pin"
            type="password"
            inputmode="numeric"
            autocomplete="new-password"
            :label="says.newPin(p.name)"
            :maxlength="PIN_DIGITS.most"
            :autofocus="!(isOwn(p.id) && p.hasPin)"
          />
          <v-btn type="submit">{{ says.keep }}</v-btn>
        </form>
        <template v-else>
          <span class="who">
            <button
              v-if="isAdmin"
              class="text-key"
              :aria-label="says.rename(p.name)"
              @click="naming = { id: p.id, name: p.name }"
            >
              {{ p.name }}
            </button>
            <strong v-else>{{ p.name }}</strong>
            <span v-if="!p.hasPin" class="caption">{{ says.noPin }}</span>
          </span>
          <v-select
            v-if="isAdmin"
            class="role"
            :model-value="p.role"
            :items="roles"
            :aria-label="says.roleOf(p.name)"
            @update:model-value="(role: Role) => act(() => api.setPerson(p.id, { role }))"
          />
          <span v-else class="caption">{{ crewTexts.roles[p.role] }}</span>
          <v-btn
            v-if="isAdmin || isOwn(p.id)"
            :aria-label="isOwn(p.id) ? says.ownPin : says.newPin(p.name)"
            @click="pinning = { id: p.id, pin: '', oldPin: '' }"
            >{{ says.givePin }}</v-btn
          >
          <HoldButton
            v-if="isAdmin"
            :aria-label="`${says.holdToRemove}: ${p.name}`"
            @held="act(() => api.removePerson(p.id))"
            >{{ says.holdToRemove }}</HoldButton
          >
        </template>
      </li>
    </ul>
    <form v-if="isAdmin && !isAway" class="line" @submit.prevent="add">
      <v-text-field v-model="draft.name" :label="says.name" maxlength="60" />
      <v-select v-model="draft.role" :items="roles" :label="says.role" />
      <v-text-field
        v-model="draft.pin"
        type="password"
        inputmode="numeric"
        autocomplete="new-password"
        :label="says.pin"
        :maxlength="PIN_DIGITS.most"
      />
      <v-btn type="submit" :disabled="draft.name.trim() === ''">{{ says.add }}</v-btn>
    </form>
    <p v-if="problem" class="wine label" role="alert">{{ problem }}</p>
    <template v-if="gone.length && isAdmin">
      <h3 class="caption">{{ says.once }}</h3>
      <ul class="people">
        <li v-for="p in gone" :key="p.id" class="entry-line">
          <span class="who">{{ p.name }}</span>
          <HoldButton :aria-label="`${says.holdToErase}: ${p.name}`" @held="act(() => api.eraseName(p.id))">{{
            says.holdToErase
          }}</HoldButton>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.people {
  padding: 0;
  list-style: none;
}
.who {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.role {
  flex: 0 0 130px;
}
.line {
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}
.line > .v-input {
  flex: 1 1 130px;
}
</style>
