<script setup lang="ts">
import { keptIn, shortagesOf, type Explosion, type KitchenCatalog } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { storeAmountText } from '../port/useLarder'
import { moneyText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import { planTexts as says } from './texts.plan'

/** What the evening takes, by where it is pulled from, each gram with what it is for. */
const props = defineProps<{ explosion: Explosion; catalog: KitchenCatalog }>()
const kitchen = useKitchen()
const goodOf = (id: string) => kitchen.ingredients.get(id)
const nameOf = (key: string) =>
  props.explosion.sauces.find((s) => s.need.key === key)?.need.formula.name ?? goodOf(key)?.name ?? key
const amount = (id: string, massG: number) => {
  const good = goodOf(id)
  if (!good) return `${numberText(massG)} g`
  // yolks are counted
  return good.pieceG && good.emulsionRole === 'yolk'
    ? says.pieces(Math.round(massG / good.pieceG))
    : storeAmountText(good, massG)
}
const lines = computed(() =>
  (['coldRoom', 'shelf'] as const)
    .map((place) => ({
      place: says.places[place],
      goods: props.explosion.goods
        .filter((g) => keptIn(goodOf(g.ingredientId)!) === place)
        .sort((a, b) => b.massG - a.massG),
    }))
    .filter((p) => p.goods.length),
)
/** What is short, and what can be done about it: buy it, another good in its place, fewer plates. */
const shortages = computed(
  () => new Map(shortagesOf(props.explosion, kitchen.ingredients).map((s) => [s.ingredientId, s])),
)
function insteadOf(id: string): string[] {
  const of = shortages.value.get(id)
  if (!of) return []
  return [
    says.buy(amount(id, of.missingG)),
    ...of.swaps.map((s) => says.instead(goodOf(s.to)?.name ?? s.to, texts.book.notes[s.note] ?? '')),
    ...of.sauces.map((s) => says.enoughFor(s.name, s.enoughFor, s.portions)),
  ]
}
const money = (minor: number) => moneyText(minor, props.catalog.settings.currency ?? 'EUR')
const pulls = computed(() =>
  props.explosion.pull.map((p) => {
    if (p.kind === 'eggs') return says.eggs(p.count ?? 0, p.spare ?? 0)
    if (p.kind === 'wholeButter') return says.wholeButter(amount('butter', p.massG))
    return says.untrimmed(amount(p.ingredientId, p.massG), (goodOf(p.ingredientId)?.name ?? '').toLowerCase())
  }),
)
</script>

<template>
  <section class="goods">
    <p class="label">
      {{ says.total }} {{ money(explosion.costMinor) }} ·
      {{ says.perCover(money(explosion.costPerCoverMinor)) }}
    </p>
    <div class="columns">
      <div v-for="part in lines" :key="part.place">
        <h2 class="label soft">{{ part.place }}</h2>
        <ul>
          <li v-for="g in part.goods" :key="g.ingredientId" class="good">
            <span class="amount">{{ amount(g.ingredientId, g.massG) }}</span>
            <span>
              <span class="name">{{ goodOf(g.ingredientId)?.name }}</span>
              <span v-if="shortages.get(g.ingredientId)" class="wine label">
                ✕ {{ says.short(amount(g.ingredientId, shortages.get(g.ingredientId)!.missingG)) }}</span
              >
              <span v-for="way in insteadOf(g.ingredientId)" :key="way" class="explained">▸ {{ way }}</span>
              <span class="explained">
                {{ says.forWhat }}
                <template v-for="(f, i) in g.for" :key="f.of">
                  <template v-if="i">, </template>{{ amount(g.ingredientId, f.massG) }}
                  <em class="sauce">{{ nameOf(f.of) }}</em></template
                >
              </span>
            </span>
          </li>
        </ul>
      </div>
      <div v-if="pulls.length || explosion.left.length">
        <h2 class="label soft">{{ says.pull }}</h2>
        <ul>
          <li v-for="p in pulls" :key="p" class="reading">{{ p }}</li>
        </ul>
        <template v-if="explosion.left.length">
          <h2 class="label soft gap-above">{{ says.left }}</h2>
          <ul>
            <li v-for="l in explosion.left" :key="`${l.kind}${l.ingredientId}${l.use}`" class="reading">
              {{ numberText(l.massG) }} g {{ says.leftKinds[l.kind]
              }}{{
                l.kind === 'whites' || !l.ingredientId
                  ? ''
                  : ` (${goodOf(l.ingredientId)?.name.toLowerCase()})`
              }}: {{ texts.workbench.uses[l.use] }}
            </li>
          </ul>
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
  gap: 8px 40px;
  padding-top: 8px;
}
.good {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 12px;
  align-items: baseline;
  padding: 5px 0;
  border-top: 1px solid var(--hair);
}
.amount {
  font-size: 24px;
  font-weight: var(--weight-key);
  text-align: right;
  white-space: nowrap;
}
.name {
  font-size: var(--type-text);
  font-weight: var(--weight-plain);
}
.explained {
  display: block;
}
.explained .sauce {
  font-size: 20px;
}
</style>
