<script setup lang="ts">
import { closingSheet, type StoredLot } from '@liquamen/core'
import { computed, onMounted, ref } from 'vue'
import { storeAmountText } from '../port/useLarder'
import { useLiveKitchen } from '../port/kitchen.store'
import { tapped } from '../port/tapped'
import { useKitchenViews } from '../port/useKitchenViews'
import HoldButton from '../ui/HoldButton.vue'
import { clockText, dayText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import { closingTexts as says } from './texts.closing'
import { useService } from './useService'

/** What whoever closes hands over: filled from the evening's facts, nothing of it typed but a word to who opens. */
const { kitchen, catalog, current, nowMs } = useKitchenViews()
const { service } = useService()
const live = useLiveKitchen()
const note = ref('')
const sheet = computed(
  () =>
    service.value &&
    closingSheet({
      service: service.value,
      batches: [...kitchen.batches.values()],
      factsOf: kitchen.factsOf,
      held: current.value.flatMap((v) =>
        v.hold
          ? [
              {
                batchId: v.state.id,
                sauceName: v.state.planned?.sauceName ?? '',
                letter: v.hold.wellId === null ? '' : v.hold.letter,
                portionsLeft: v.hold.portionsLeft,
                endsAtMs: v.hold.endsAtMs,
              },
            ]
          : [],
      ),
      lots: [...kitchen.lots.values()],
      nowMs: nowMs.value,
    }),
)
const lotText = (lot: StoredLot) => {
  const good = kitchen.ingredients.get(lot.ingredientId)
  return good ? `${good.name} ${storeAmountText(good, lot.massG)}` : `${numberText(lot.massG)} g`
}
const until = (ms: number) => (ms <= nowMs.value ? says.past : says.until(`${dayText(ms)} ${clockText(ms)}`))
const ringOf = (id: string) => catalog.value?.rings.find((r) => r.id === id)?.number ?? 0
const stores = computed(() => [
  { title: says.chilled, lots: sheet.value?.chilled ?? [] },
  { title: says.frozen, lots: sheet.value?.frozen ?? [] },
  { title: says.due, lots: sheet.value?.due ?? [] },
])
/** Where the record stands, as the server has it now: so many facts, and the first digits of the link of the last. */
const head = computed(() => {
  const { headSeq = 0, chainHead = '' } = live.session ?? {}
  return headSeq && chainHead ? `${headSeq}:${chainHead.slice(0, 16)}` : ''
})
onMounted(() => void live.refreshCatalog().catch(() => undefined)) // without a line the last that was heard stands
const print = () => window.print()
const close = () =>
  tapped(() => kitchen.record('service.closed', service.value!.id, { note: note.value.trim() }))
</script>

<template>
  <div v-if="!sheet || !service" class="stack">
    <p class="label">{{ says.none }}</p>
    <v-btn class="is-first" to="/service">{{ says.toService }}</v-btn>
  </div>
  <template v-else>
    <div class="heading-row">
      <h1>{{ says.title(service.opened?.name ?? '', dayText(sheet.fromMs)) }}</h1>
      <div class="keys-row no-print">
        <a class="text-key" :href="`/api/services/${service.id}/calls.csv`">{{ says.csv }}</a>
        <a class="text-key" :href="`/api/services/${service.id}/calls`" download="calls.json">{{
          says.json
        }}</a>
        <v-btn @click="print">{{ says.print }}</v-btn>
      </div>
    </div>
    <div class="sheet">
      <section :aria-label="says.held">
        <h2 class="label">{{ says.held }}</h2>
        <ul>
          <li v-for="h in sheet.held" :key="h.batchId">
            <RouterLink class="sauce" :to="`/bench/${h.batchId}`">{{ h.sauceName }}</RouterLink>
            {{ says.heldOf(h.portionsLeft, h.letter) }}
            <strong :class="{ wine: h.endsAtMs <= nowMs }">{{ until(h.endsAtMs) }}</strong>
          </li>
          <li v-if="!sheet.held.length" class="soft">{{ says.nothing }}</li>
        </ul>
      </section>
      <section v-for="s in stores" :key="s.title" :aria-label="s.title">
        <h2 class="label">{{ s.title }}</h2>
        <ul>
          <li v-for="lot in s.lots" :key="lot.lotId">
            {{ lotText(lot) }}
            <strong :class="{ wine: lot.expiresAtMs <= nowMs }">{{ until(lot.expiresAtMs) }}</strong>
          </li>
          <li v-if="!s.lots.length" class="soft">{{ says.nothing }}</li>
        </ul>
      </section>
      <section :aria-label="says.thrown">
        <h2 class="label">{{ says.thrown }}</h2>
        <ul>
          <li v-for="t in sheet.thrown" :key="t.batchId">
            <span class="sauce">{{ t.sauceName }}</span> {{ t.reason }}
          </li>
          <li v-if="!sheet.thrown.length" class="soft">{{ says.nothing }}</li>
        </ul>
      </section>
      <section :aria-label="says.served">
        <h2 class="label">{{ says.served }}</h2>
        <ul>
          <li v-for="s in sheet.served" :key="s.sauceName">
            <strong>{{ s.portions }}</strong> <span class="sauce">{{ s.sauceName }}</span>
          </li>
          <li v-if="!sheet.served.length" class="soft">{{ says.nothing }}</li>
        </ul>
      </section>
    </div>
    <h2 class="label gap-above">{{ says.food }}</h2>
    <table v-if="sheet.food.length">
      <thead>
        <tr>
          <th v-for="h in says.foodHeads" :key="h" class="caption">{{ h }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in sheet.food" :key="f.batchId">
          <td>
            <RouterLink class="sauce" :to="`/log/${f.batchId}`">{{ f.sauceName }}</RouterLink>
          </td>
          <td>{{ clockText(f.fromMs) }}–{{ clockText(f.toMs) }}</td>
          <td>{{ says.minutes(Math.round((f.toMs - f.fromMs) / 60_000)) }}</td>
          <td>
            {{
              f.readC
                ? says.read(numberText(f.readC.low, 1), numberText(f.readC.high, 1), f.readC.count)
                : says.notRead
            }}
          </td>
          <td :class="{ roux: f.deviations.length }">
            {{ f.deviations.map((d) => texts.deviations[d.code] ?? d.code).join('; ') || says.asMeant }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">{{ says.nothing }}</p>
    <h2 class="label gap-above">{{ says.taught }}</h2>
    <ul>
      <li v-for="t in sheet.taught" :key="t.ringId">
        {{ says.ring(ringOf(t.ringId), Math.round(100 * (t.factor - 1)), t.batches) }}
      </li>
      <li v-if="!sheet.taught.length" class="soft">{{ says.taughtNothing }}</li>
    </ul>
    <p class="caption">{{ says.defer }}</p>
    <p v-if="head" class="caption">{{ says.record(head) }}</p>
    <div class="keys-row gap-above no-print">
      <v-text-field v-model="note" :label="says.note" maxlength="500" />
      <HoldButton @held="close">{{ says.close }}</HoldButton>
    </div>
  </template>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: 14px 32px;
}
h2 {
  border-bottom: 1.25px solid var(--ink);
}
li {
  padding: 3px 0;
}
.sauce {
  font-size: 22px;
  color: var(--ink);
}
a.sauce {
  display: inline-flex;
  align-items: center;
  min-height: 48px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
}
td {
  padding: 4px 12px 4px 0;
  border-bottom: 1px solid var(--hair);
  vertical-align: baseline;
}
@media print {
  .no-print {
    display: none;
  }
}
</style>
