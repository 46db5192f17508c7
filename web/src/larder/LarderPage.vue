<script setup lang="ts">
import type { KitchenCatalog } from '@liquamen/core'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useKitchenViews } from '../port/useKitchenViews'
import { useKitchen } from '../port/useKitchen'
import { clockText, degreesText, spanText } from '../ui/format'
import { texts } from '../ui/texts'
import VesselChip from '../vessel/VesselChip.vue'
import { larderTexts } from './texts.larder'
import LotLines from './LotLines.vue'
import { useLots } from './useLots'

/** What the kitchen made and keeps: what is still cooling, then its lots, the first to run out first. */
const { catalog, current, nowMs } = useKitchenViews()
const kitchen = useKitchen()
const route = useRoute()
const { code } = useLots()
const found = computed(() => {
  const id = route.query.lot
  return typeof id === 'string' ? { id, isHeld: kitchen.lots.get(id)?.status === 'held' } : undefined
})
const cooling = computed(() =>
  current.value.flatMap((view) => {
    if (view.live?.kind !== 'cool') return []
    const last = view.live.readings.at(-1)
    const next = view.live.verdict.stages.find((s) => s.status === 'running' || s.status === 'waiting')
    const left = next?.dueAtMs === undefined ? undefined : spanText(next.dueAtMs - nowMs.value)
    return [
      {
        view,
        status: view.live.verdict.status,
        now: last
          ? larderTexts.coolingNow(degreesText(last.tempC), clockText(last.atMs))
          : larderTexts.unread,
        next: next && left ? `${degreesText(next.stage.toC)} · ${left.number} ${left.unit}` : '',
      },
    ]
  }),
)
</script>

<template>
  <section class="larder">
    <h1 class="title">{{ texts.app.screens.larder }}</h1>
    <p v-if="found" class="label" role="status">
      {{ found.isHeld ? larderTexts.back : larderTexts.notHere }}
    </p>
    <template v-if="cooling.length">
      <h2 class="label">{{ larderTexts.cooling }}</h2>
      <ul>
        <li v-for="c in cooling" :key="c.view.state.id">
          <RouterLink :to="`/bench/${c.view.state.id}`" class="line">
            <svg viewBox="-14 -20 28 26" width="28" height="26" aria-hidden="true">
              <VesselChip
                :profile="c.view.pan.profile"
                :fill="c.view.formula.fill"
                :level-mm="c.view.pan.profile.heightMm / 2"
              />
            </svg>
            <span class="sauce">{{ c.view.formula.name }}</span>
            <span :class="{ wine: c.status === 'missed' }">{{ c.now }}</span>
            <span class="soft">{{ c.next }}</span>
          </RouterLink>
        </li>
      </ul>
    </template>
    <LotLines v-if="catalog" :catalog="catalog as unknown as KitchenCatalog" :marked-id="found?.id" />
    <p class="caption">
      {{ larderTexts.reheat(degreesText(code.reheat.tempC), `${Math.round(code.reheat.withinMin / 60)} h`) }}
      {{ larderTexts.thawRule }}
    </p>
  </section>
</template>

<style scoped>
.title {
  font-size: var(--type-title);
}
.line {
  display: flex;
  gap: 18px;
  align-items: center;
  min-height: 56px;
  border-top: 1px solid var(--hair);
  color: inherit;
  text-decoration: none;
  font-size: var(--type-label);
}
.line:hover .sauce {
  text-decoration: underline;
}
</style>
