// Before anything else is loaded: the kitchen is asked for (port/api.ts takes the answer from here), and it is day or night.
self.opening = fetch('/api/open', {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: '{}',
  signal: AbortSignal.timeout(8000),
})
self.opening.catch(() => undefined)
const kept = localStorage.getItem('liquamen.theme')
const isNight = kept ? kept === 'night' : matchMedia('(prefers-color-scheme: dark)').matches
document.documentElement.dataset.theme = isNight ? 'night' : 'day'
