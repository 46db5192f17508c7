<script setup lang="ts">
import type { DeviceRow, EnrolCode } from '@liquamen/contracts'
import { DEVICE_KINDS, type DeviceKind } from '@liquamen/core'
import MayLine from '../crew/MayLine.vue'
import { computed, ref } from 'vue'
import { api } from '../port/api'
import { useKitchen } from '../port/useKitchen'
import { clockText, dayText } from '../ui/format'
import HoldButton from '../ui/HoldButton.vue'
import { kitchenTexts } from './texts.kitchen'
import { useServerList } from './useServerList'

/** Browsers, probes and tills that speak for this kitchen: named, revoked, and let in by a code. */
const says = kitchenTexts.devices
const kitchen = useKitchen()
const { list: devices, isAway, problem, load, act } = useServerList(api.devices)
const code = ref<EnrolCode>()
const kind = ref<DeviceKind>('tablet')
const kinds = DEVICE_KINDS.map((value) => ({ value, title: says.kinds[value] }))
const naming = ref<{ readonly deviceId: string; name: string }>()

void load()
const ofKitchen = computed(() => (devices.value ?? []).filter((d) => d.revokedAtMs === null))
const revoked = computed(() => (devices.value ?? []).filter((d) => d.revokedAtMs !== null))
const isOpen = computed(() => code.value !== undefined && code.value.expiresAtMs > kitchen.nowMs)
/** Eight digits are read aloud by fours. */
const codeText = computed(() => code.value?.code.replace(/(\d{4})(\d{4})/, '$1 $2') ?? '')
const revoke = ({ deviceId }: DeviceRow) => act(() => api.revokeDevice(deviceId))
const newCode = () =>
  act(async () => {
    code.value = await api.newCode(kind.value)
  })
async function keepName(): Promise<void> {
  const asked = naming.value
  const name = asked?.name.trim()
  if (asked && name && (await act(() => api.renameDevice(asked.deviceId, name)))) naming.value = undefined
}
</script>

<template>
  <section :aria-label="says.title">
    <h2 class="label">{{ says.title }}</h2>
    <MayLine doing="manageDevices" />
    <p v-if="isAway" class="label">{{ says.away }}</p>
    <ul v-else>
      <li v-for="d in ofKitchen" :key="d.deviceId" class="entry-line">
        <form v-if="naming?.deviceId === d.deviceId" class="naming" @submit.prevent="keepName">
          <v-text-field v-model="naming.name" :label="says.name" maxlength="60" autofocus />
          <v-btn type="submit">{{ says.keep }}</v-btn>
        </form>
        <template v-else>
          <span class="who">
            <button
              class="text-key"
              :aria-label="says.rename(d.name)"
              @click="naming = { deviceId: d.deviceId, name: d.name }"
            >
              {{ d.name }}
            </button>
            <span class="caption"
              >{{ says.kinds[d.kind] }} ·
              {{ d.deviceId === kitchen.deviceId ? says.this : says.since(dayText(d.enrolledAtMs)) }}</span
            >
          </span>
          <HoldButton
            v-if="d.deviceId !== kitchen.deviceId"
            :aria-label="`${says.holdToRevoke}: ${d.name}`"
            @held="revoke(d)"
            >{{ says.holdToRevoke }}</HoldButton
          >
        </template>
      </li>
    </ul>
    <p v-if="revoked.length" class="caption">
      {{ says.revoked(revoked.map((d) => d.name).join(', ')) }}
    </p>
    <p v-if="problem" class="wine label" role="alert">{{ problem }}</p>
    <div class="keys-row code">
      <v-select v-model="kind" class="kind" :items="kinds" :label="says.newKind" />
      <v-btn :disabled="isAway" @click="newCode">{{ says.newCode }}</v-btn>
      <p v-if="isOpen" role="status">
        <strong class="digits">{{ codeText }}</strong>
        <span class="caption">{{ says.codeFor(says.kinds[code!.kind], clockText(code!.expiresAtMs)) }}</span>
      </p>
    </div>
  </section>
</template>

<style scoped>
.who {
  min-width: 0;
  overflow-wrap: anywhere;
}
.naming {
  display: flex;
  flex: 1;
  gap: 12px;
  align-items: center;
}
.code {
  padding-top: 8px;
}
.kind {
  flex: 0 0 190px;
}
.digits {
  font-size: var(--type-key);
  padding-right: 12px;
}
</style>
