import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import vuetify from 'vite-plugin-vuetify'
import { compileAhead } from './compileAhead'
import { compressOnce } from './compressOnce'

/** Not the app but the page that the bench measures it by, beside it in the same folder. */
const isBare = process.env.PAGE === 'bare'

export default defineConfig({
  plugins: [
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }), // a line break between words is a space, as HTML and our formatter have it
    vuetify(),
    VitePWA({
      disable: isBare,
      registerType: 'prompt', // a new version is offered, never taken in the middle of a batch
      injectRegister: false,
      includeAssets: ['icon.svg', 'icon.png'],
      manifest: {
        name: 'Liquamen',
        short_name: 'Liquamen',
        start_url: '/',
        display: 'standalone',
        background_color: '#EEE8DA',
        theme_color: '#EEE8DA',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/bare/],
        cleanupOutdatedCaches: true,
      },
    }),
    ...(isBare ? [] : [compileAhead()]),
    compressOnce(),
  ],
  worker: { format: 'es' },
  build: {
    target: 'es2023',
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rolldownOptions: {
      input: isBare ? ['bare.html'] : ['index.html'],
      output: {
        // the first view in one piece: each file more costs a tablet's main thread
        codeSplitting: { groups: [{ name: 'opening', tags: ['$initial'] }] },
      },
    },
  },
})
