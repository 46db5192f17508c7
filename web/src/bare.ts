// A bare Vuetify page: the peer that bench/ measures the first view against. Built only with PAGE=bare.
import { createApp, h } from 'vue'
import { createVuetify } from 'vuetify'
import 'vuetify/styles/core'
import { VApp } from 'vuetify/components/VApp'
import { VBtn } from 'vuetify/components/VBtn'

createApp({ render: () => h(VApp, () => h(VBtn, () => 'ready')) })
  .use(createVuetify())
  .mount('#app')
