<script setup lang="ts">
import { tempOnDevice } from '../ui/useDeviceUnits'
import { computed, ref } from 'vue'
import type { BatchView } from '@liquamen/core'
import { clockText, degreesText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import CleanTool from './CleanTool.vue'
import ChannelChoices from './ChannelChoices.vue'
import ChannelRow from './ChannelRow.vue'
import type { useProbe } from './useProbe'

const props = defineProps<{ view: BatchView; probe: ReturnType<typeof useProbe> }>()
const isChoosing = ref(false)
const shown = (tempC: number) => degreesText(tempC, 1)
const own = computed(() => props.view.probe)
const trouble = computed(() => {
  const p = own.value
  if (!p || p.health === 'good') return ''
  const says = texts.emulsion.health
  const temp = p.tempC === undefined ? '' : numberText(tempOnDevice(p.tempC), 1)
  if (p.health === 'silent') return says.silent(p.name, p.atMs === undefined ? '…' : clockText(p.atMs))
  if (p.health === 'stuck') return says.stuck(p.name, temp)
  if (p.health === 'absurd') return says.absurd(p.name, temp)
  return p.health === 'jumping' ? says.jumping(p.name) : says.outOfBowl(p.name)
})
async function bind(id: string): Promise<void> {
  isChoosing.value = false
  await props.probe.bind(id)
}
</script>

<template>
  <div class="probe" role="group" :aria-label="texts.emulsion.probe">
    <ChannelRow
      v-if="own"
      :name="own.name"
      :is-simulated="own.isSimulated"
      :shows="own.tempC === undefined ? '' : shown(own.tempC)"
      @release="probe.release()"
    />
    <p v-else class="row">
      <span class="soft">⊣ ⊢ {{ texts.emulsion.noProbe }}</span
      ><button class="text-key" :aria-expanded="isChoosing" @click="isChoosing = !isChoosing">
        {{ texts.emulsion.bind }}
      </button>
    </p>
    <template v-if="isChoosing && !own">
      <p v-if="!probe.choices.value.length" class="caption">{{ texts.emulsion.none }}</p>
      <ChannelChoices :choices="probe.choices.value" :shown="shown" @bind="bind" />
    </template>
    <CleanTool v-if="own" :tool="`probe:${own.channelId}`" :name="own.name" />
    <p v-if="trouble" class="roux" role="alert">▽ {{ trouble }}</p>
    <p v-if="probe.rival.value && own" class="roux row" role="alert">
      ▽ {{ texts.emulsion.twice(own.name, probe.rival.value.formula.name) }}
      <button class="text-key" @click="probe.bind(own.channelId)">{{ texts.emulsion.here }}</button><button
        class="text-key"
        @click="probe.release()"
      >
        {{ texts.emulsion.there }}
      </button>
    </p>
  </div>
</template>

<style scoped>
.probe {
  font-size: var(--type-text);
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
