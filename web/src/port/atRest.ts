const AT_LAST_MS = 10_000 // on a page that is never idle

/** Once the page has drawn what it has and nothing better is to do. */
export const atRest = (): Promise<void> =>
  new Promise((resolve) => {
    if ('requestIdleCallback' in window) window.requestIdleCallback(() => resolve(), { timeout: AT_LAST_MS })
    else setTimeout(resolve)
  })
