import { onScopeDispose, ref, watch } from 'vue'
import { atRest } from '../port/atRest'

const ASK_AGAIN_MS = 10 * 60_000

/**
 * Offers a new version of the app; it is taken only when somebody says so. What keeps the page for a server that is away is installed once the
 * kitchen stands there and nothing better is to do: it must not compete with the first view.
 */
export function useAppUpdate(isOpen: () => boolean) {
  const isReady = ref(false)
  let registration: ServiceWorkerRegistration | undefined
  let isTaking = false

  function watchWaiting(found: ServiceWorkerRegistration): void {
    registration = found
    const settle = () => {
      if (found.waiting && navigator.serviceWorker.controller) isReady.value = true
    }
    settle()
    found.addEventListener('updatefound', () => found.installing?.addEventListener('statechange', settle))
  }

  if ('serviceWorker' in navigator && import.meta.env.PROD) {
    const register = () =>
      void navigator.serviceWorker
        .register('/sw.js')
        .then(watchWaiting)
        .catch(() => undefined)
    watch(isOpen, (is) => is && void atRest().then(register), { immediate: true, flush: 'post' })
    navigator.serviceWorker.addEventListener('controllerchange', () => {
      if (isTaking) window.location.reload()
    })
    const timer = window.setInterval(() => void registration?.update().catch(() => undefined), ASK_AGAIN_MS)
    onScopeDispose(() => window.clearInterval(timer))
  }

  /** Lets the waiting version take over and opens it. */
  function take(): void {
    isTaking = true
    registration?.waiting?.postMessage({ type: 'SKIP_WAITING' })
  }
  return { isReady, take }
}
