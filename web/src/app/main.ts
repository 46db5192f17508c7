import { whenever } from '@vueuse/core'
import { createPinia } from 'pinia'
import { createApp, watch } from 'vue'
import 'vuetify/styles/core' // no utility classes: the two that components need stand in base.css
import { atRest } from '../port/atRest'
import { startClock } from '../port/clock'
import { useLiveKitchen } from '../port/kitchen.store'
import { firstViewFirst } from '../ui/firstView'
import App from './App.vue'
import './base.css'
import './layout.css'
import { router } from './router'
import { tapStays } from './tapStays'
import { needsVuetifyLater, vuetifyIsHere } from './withVuetify'

const app = createApp(App)
app.use(createPinia()).use(router)
needsVuetifyLater(app)
startClock()
tapStays()

const kitchen = useLiveKitchen()
void kitchen.open()
// until there is something to show, index.html shows that it is being opened
whenever(
  () => kitchen.phase !== 'opening',
  async () => {
    firstViewFirst(() => app.mount('#app'))
    await atRest()
    await vuetifyIsHere().catch(() => undefined) // a screen that wants it asks again
  },
  { once: true, flush: 'sync' },
)

// a piece that could not be fetched stays missing for as long as the page stands: once the server has answered again the page begins anew, and
// what was tapped is kept
let isPieceMissing = false
window.addEventListener('vite:preloadError', () => (isPieceMissing = true))
watch(
  () => kitchen.awaySinceMs,
  (awaySinceMs, before) => {
    if (isPieceMissing && before !== undefined && awaySinceMs === undefined) window.location.reload()
  },
)
