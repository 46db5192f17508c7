<script setup lang="ts">
import { computed } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { useService } from '../service/useService'
import { clockText } from '../ui/format'
import { planTexts as says } from './texts.plan'

/** What was planned anew is news for so long. */
const NEWS_MS = 4 * 60_000
const MOST_SAID = 3
const props = defineProps<{
  /** Says it for as long as the plan stands. */
  readonly isLasting?: boolean
}>()
const { service } = useService()
const { nowMs } = useKitchenViews()
/** Why the evening was planned anew, and what of it is another. */
const news = computed(() => {
  const { plan, planAtMs = 0 } = service.value ?? {}
  if (!plan || plan.cause === 'first') return undefined
  if (!props.isLasting && nowMs.value - planAtMs > NEWS_MS) return undefined
  const changes = (plan.changes ?? []).map((c) => says.changed[c.what](c))
  const rest = changes.length - MOST_SAID
  return {
    when: says.since(clockText(planAtMs)),
    why: says.cause[plan.cause](plan.about ?? ''),
    what: [...changes.slice(0, MOST_SAID), ...(rest > 0 ? [says.more(rest)] : [])].join(' · '),
  }
})
</script>

<template>
  <p v-if="news" class="label news" role="status">
    {{ news.when }} {{ news.why }}. <strong>{{ news.what }}</strong>
  </p>
</template>

<style scoped>
.news {
  padding: 4px 0;
}
</style>
