/** Once the page has drawn what it has and nothing better is to do. */
export const whenIdle = (): Promise<void> =>
  new Promise((resolve) => {
    if ('requestIdleCallback' in window) window.requestIdleCallback(() => resolve())
    else setTimeout(resolve)
  })
