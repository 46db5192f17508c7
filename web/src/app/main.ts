import { createPinia } from 'pinia'
import { createApp } from 'vue'
import 'vuetify/styles/core' // no utility classes: the two that components need stand in base.css
import { startClock } from '../port/clock'
import App from './App.vue'
import './base.css'
import './layout.css'
import { router } from './router'
import { needsVuetifyLater } from './withVuetify'

const app = createApp(App)
app.use(createPinia()).use(router)
needsVuetifyLater(app)
startClock()
app.mount('#app')
