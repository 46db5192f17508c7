// asks for the kitchen before anything else is loaded: port/openKitchen.ts takes it from here
self.opening = fetch('/api/open', {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: '{}',
  signal: AbortSignal.timeout(8000),
})
self.opening.catch(() => undefined)
