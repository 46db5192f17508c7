<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, provide, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAlarms } from '../alarms/useAlarms'
import { useLiveKitchen } from '../port/kitchen.store'
import { useKitchenViews } from '../port/useKitchenViews'
import { useSafetyWatch } from '../port/useSafetyWatch'
import TimeRule from './TimeRule.vue'
import { isRestDue } from '../ui/firstView'
import { setTheme, themeName } from '../ui/theme'
import { useHeight } from '../ui/useSize'
import { withVuetify } from './withVuetify'
import { texts } from '../ui/texts'
import AlarmBar from '../alarms/AlarmBar.vue'
import DeviceKey from './DeviceKey.vue'
import StatusLine from './StatusLine.vue'
import SignOnKey from '../crew/SignOnKey.vue'
import { alarmsKey } from '../alarms/alarmsKey'
import RescueKey from '../rescue/RescueKey.vue'
import { useRescueDrawer } from '../rescue/useRescueDrawer'

/** Seen once in the life of a tablet: it does not hold up the first view. */
const EnrolPage = defineAsyncComponent(withVuetify(() => import('./EnrolPage.vue')))
/** Seldom opened; kept by the service worker like every screen. */
const RescueRoom = defineAsyncComponent(withVuetify(() => import('../rescue/RescueRoom.vue')))
const { open: rescueOpen } = useRescueDrawer()
const { catalog, deadlines, current, nowMs, onRing, inWell } = useKitchenViews()
const kitchen = useLiveKitchen()
const route = useRoute()
const router = useRouter()
const alarms = useAlarms(deadlines)
provide(alarmsKey, alarms)
useSafetyWatch()
/** A wall display is there for the pass; whoever opens a screen by its name on it means that one. */
watch(
  () => kitchen.session?.deviceKind === 'wall' && route.redirectedFrom?.path === '/',
  (isPlain) => isPlain && router.replace('/pass'),
  { immediate: true },
)

const screens = [
  ['service', '/service'],
  ['plan', '/plan'],
  ['stove', '/stove'],
  ['bench', '/bench'],
  ['pass', '/pass'],
  ['book', '/book'],
  ['larder', '/larder'],
  ['log', '/log'],
  ['kitchen', '/kitchen'],
] as const
const isService = computed(() => !/^\/(log|book|larder|kitchen)(\/|$)/.test(route.path))
const news = ref<HTMLElement>()
const newsPx = useHeight(news)
const isSomethingOn = computed(() => current.value.length > 0)
/** What is due and the way to a rescue are in sight wherever a cook is, while something is on. */
const hasFoot = computed(() => isService.value || isSomethingOn.value)
const isFlashing = computed(() => alarms.isFlashing(nowMs.value))
const isNight = computed(() => themeName.value === 'night')
useEventListener(window, 'keydown', onKey)

const switchTheme = () => setTheme(isNight.value ? 'day' : 'night')
/** Keys 1–9 open the bench of a ring and, away from a bench, A–D of a well; D, W, T, L and Z belong to the bench itself. */
function onKey(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  if (
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) ||
    !/^[1-9a-d]$/i.test(event.key)
  )
    return
  const isBench = route.path.startsWith('/bench')
  const ring = catalog.value?.rings.find((r) => String(r.number) === event.key)
  const well = isBench ? undefined : catalog.value?.wells.find((w) => w.letter === event.key.toUpperCase())
  const on = (ring && onRing(ring.id)) ?? (well && inWell(well.id))
  if (on) void router.push(`/bench/${on.state.id}`)
}
</script>

<template>
  <div class="v-application" :class="[`v-theme--${themeName}`, { flashing: isFlashing }]">
    <EnrolPage v-if="kitchen.phase === 'needsCode'" />
    <main v-else-if="kitchen.phase === 'failed' && !kitchen.session" class="waiting">
      <svg width="220" height="150" viewBox="-110 -130 220 150" aria-hidden="true">
        <path d="M-92 -110L-68 -14q2 14 14 14H54q12 0 14-14L92-110" class="waiting-wall" />
      </svg>
      <p class="label">{{ texts.app.failed }}</p>
      <button class="again" @click="kitchen.open()">{{ texts.app.tryAgain }}</button>
    </main>
    <template v-else>
      <header class="head">
        <nav :aria-label="texts.app.screensNav">
          <RouterLink
            v-for="[name, path] in screens"
            :key="name"
            :to="path"
            class="screen"
            :class="{ here: route.path.startsWith(path) }"
            :aria-current="route.path.startsWith(path) ? 'page' : undefined"
            >{{ texts.app.screens[name] }}</RouterLink
          >
        </nav>
        <p v-if="kitchen.unsentCount && kitchen.awaySinceMs === undefined" class="unsent" role="status">
          <span aria-hidden="true">↑ {{ kitchen.unsentCount }}</span>
          <span class="visually-hidden">{{ texts.offline.unsent(kitchen.unsentCount) }}</span>
        </p>
        <div class="tools">
          <button
            v-if="!alarms.canBeHeard.value && isSomethingOn"
            class="tool open"
            :title="texts.alarm.hint"
            @click="alarms.openService()"
          >
            {{ texts.alarm.open }}
          </button>
          <DeviceKey :kitchen-name="kitchen.catalog?.settings.name ?? ''" />
          <SignOnKey v-if="kitchen.session?.deviceKind !== 'wall'" />
          <button class="tool" @click="switchTheme">{{ isNight ? texts.app.day : texts.app.night }}</button>
        </div>
      </header>
      <div ref="news">
        <StatusLine />
        <AlarmBar />
      </div>
      <main
        class="page"
        :class="{ withRule: hasFoot }"
        :style="{ '--news': `${newsPx}px`, '--foot': hasFoot ? '102px' : '0px' }"
      >
        <RouterView v-slot="{ Component }"><component :is="Component" :key="route.path" /></RouterView>
      </main>
      <RescueRoom v-if="hasFoot && rescueOpen" />
      <footer v-if="hasFoot" class="foot"><TimeRule v-if="isRestDue" /><RescueKey /></footer>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  height: 56px;
  margin: 0 32px;
  border-bottom: 1.25px solid var(--ink);
  flex: none;
}
.head nav {
  display: flex;
  gap: 4px;
  height: 100%;
  margin-left: -12px;
}
.screen {
  position: relative;
  display: flex;
  align-items: center;
  padding: 0 14px;
  color: var(--ink-soft);
  text-decoration: none;
  font-size: var(--type-text);
  font-weight: var(--weight-plain);
  font-stretch: 87.5%;
}
.screen.here {
  color: var(--ink);
  font-weight: var(--weight-key);
}
.screen.here::after {
  content: '';
  position: absolute;
  left: calc(50% - 8px);
  bottom: -9px;
  border: 8px solid transparent;
  border-top-color: var(--ink);
  border-bottom: 0;
}
.screen:hover {
  text-decoration: underline;
  text-underline-offset: 5px;
}
/* of no height of its own: at each tap it comes and goes, and what is to be tapped next stays where it is */
.unsent {
  display: flex;
  gap: 8px;
  white-space: nowrap;
  color: var(--ink-soft);
}
.tools {
  display: flex;
  white-space: nowrap;
  align-items: center;
  gap: 6px;
  height: 100%;
}
.tool.open {
  font-weight: var(--weight-key);
  text-decoration: underline;
  text-underline-offset: 5px;
}
.page {
  flex: 1;
  padding: 8px 32px 12px;
  min-width: 0;
}
.page.withRule {
  padding-bottom: 106px;
}
.foot {
  position: fixed;
  left: 0;
  right: 0;
  bottom: 0;
  height: 102px;
  padding: 4px 32px;
  background: var(--bone);
  display: flex;
  z-index: 5;
}
.again {
  min-height: 52px;
  padding: 0 18px;
  border: 1.25px solid var(--ink);
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: var(--type-text);
  font-weight: var(--weight-key);
  cursor: pointer;
}
.flashing::after {
  content: '';
  position: fixed;
  inset: 0;
  border: 14px solid var(--ember-fill);
  pointer-events: none;
  z-index: 20;
  animation: flash 1s steps(2) 5;
}
@keyframes flash {
  from {
    opacity: 1;
  }
  to {
    opacity: 0;
  }
}
@media (max-width: 1100px) {
  .head {
    gap: 8px;
  }
}
@media (max-width: 900px) {
  .head nav {
    gap: 0;
    margin-left: -8px;
  }
  .screen {
    min-width: 48px;
    justify-content: center;
    padding: 0 4px;
    font-stretch: 75%;
  }
  .tools {
    gap: 0;
  }
  /* over the keys, in no room of its own: the names of the screens and whoever stands here have it all */
  .head {
    position: relative;
  }
  .unsent {
    position: absolute;
    top: 0;
    right: 8px;
    font-size: var(--type-caption);
    line-height: 1;
  }
  .tools .tool {
    padding: 0 4px;
    white-space: nowrap;
  }
}
@media print {
  .page {
    padding: 0;
  }
}
</style>
