<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLiveKitchen } from '../port/kitchen.store'
import type { Refused } from '../port/localStore'
import { unreadable } from '../port/readStored'
import { notKept } from '../port/tapped'
import { useKitchenViews } from '../port/useKitchenViews'
import { clockText } from '../ui/format'
import { saveAs } from '../ui/saveAs'
import { texts } from '../ui/texts'
import { useAppUpdate } from './useAppUpdate'

const { current } = useKitchenViews()
const kitchen = useLiveKitchen()
const update = useAppUpdate(() => kitchen.phase === 'open')
const isTrayOpen = ref(false)
/** A sauce in its well waits for nobody's hands: its clock is absolute and outlives a reload. */
const isBusy = computed(() => current.value.some((v) => v.state.status === 'underWay' && !v.hold))

/** What was refused, so that a person can see to it: a tap by its time, an allergy by its order. */
function saysRefused({ fact, details, problem }: Refused): string {
  if (fact) return `${clockText(fact.atMs)} ${fact.kind}: ${problem.title}`
  const order = [...kitchen.orders.values()].find((o) => o.taken?.detailsId === details?.id)
  const allergies = (details?.allergies ?? []).map((a) => texts.allergens[a] ?? a).join(', ')
  return texts.offline.refusedDetails(
    order?.taken?.label ?? '',
    allergies,
    details?.note ?? '',
    problem.title,
  )
}
async function saveQueue(): Promise<void> {
  const file = new Blob([JSON.stringify(await kitchen.exportQueue(), null, 1)], { type: 'application/json' })
  saveAs(file, 'unsent-taps.json')
}
</script>

<template>
  <div v-if="kitchen.awaySinceMs !== undefined" class="line away" role="status">
    <span class="mark" aria-hidden="true">⊣ ⊢</span>
    <span
      >{{ texts.offline.away(clockText(kitchen.awaySinceMs)) }} {{ texts.offline.clocks }}
      <template v-if="kitchen.unsentCount">{{ texts.offline.kept(kitchen.unsentCount) }}</template></span
    >
    <button class="text-key" v-if="kitchen.unsentCount" @click="saveQueue">{{ texts.offline.save }}</button>
  </div>
  <div v-if="update.isReady.value" class="line" role="status">
    <span>{{ isBusy ? texts.offline.updateLater : texts.offline.update }}</span><button
      class="text-key"
      v-if="!isBusy"
      @click="update.take"
    >
      {{ texts.offline.updateNow }}
    </button>
  </div>
  <div v-if="unreadable" class="line" role="status">
    <span class="wine">{{ texts.offline.unreadable(unreadable) }}</span><button
      class="text-key"
      @click="unreadable = 0"
    >
      {{ texts.offline.drop }}
    </button>
  </div>
  <div v-if="notKept" class="line" role="alert">
    <span class="wine">✕ {{ notKept }}</span
    ><button class="text-key" @click="notKept = ''">
      {{ texts.offline.drop }}
    </button>
  </div>
  <div v-if="kitchen.tray.length" class="line" role="status">
    <span class="wine">{{ texts.offline.tray(kitchen.tray.length) }}</span><button
      class="text-key"
      :aria-expanded="isTrayOpen"
      @click="isTrayOpen = !isTrayOpen"
    >
      {{ isTrayOpen ? texts.app.close : texts.offline.show }}
    </button>
  </div>
  <ul v-if="isTrayOpen" class="tray">
    <li v-for="entry in kitchen.tray" :key="entry.id">
      <span>{{ saysRefused(entry) }}</span><button class="text-key" @click="kitchen.dropRefused(entry.id)">
        {{ texts.offline.drop }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 44px;
  padding: 2px 32px;
  font-size: var(--type-text);
  border-bottom: 1px solid var(--hair);
}
.away {
  background: repeating-linear-gradient(-45deg, transparent 0 5px, var(--hair) 5px 6.2px) bottom / 100% 6px
    no-repeat;
  padding-bottom: 8px;
  border-bottom: 0;
}
.mark {
  flex: none;
  font-weight: var(--weight-key);
}
.tray {
  padding: 4px 32px;
  background: var(--sunk);
}
.tray li {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: center;
}
</style>
