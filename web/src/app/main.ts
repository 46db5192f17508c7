import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { startClock } from '../port/clock'
import App from './App.vue'
import './base.css'
import './layout.css'
import { router } from './router'
import type { ThemeName } from './tokens'
import { installVuetify } from './vuetify'

const kept = localStorage.getItem('liquamen.theme')
const ofSystem: ThemeName = window.matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day'
const theme: ThemeName = kept === 'day' || kept === 'night' ? kept : ofSystem

const app = createApp(App)
app.use(createPinia()).use(router)
installVuetify(app, theme)
startClock()
app.mount('#app')
