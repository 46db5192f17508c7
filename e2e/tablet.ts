/** How every browser of the tests is set. The service worker is let in only where a test is about it: it fetches the whole page again. */
export const TABLET = {
  viewport: { width: 1280, height: 800 },
  timezoneId: 'UTC',
  colorScheme: 'light',
  contextOptions: { reducedMotion: 'reduce' },
  serviceWorkers: 'block',
} as const
