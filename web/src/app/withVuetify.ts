import type { App } from 'vue'

let app: App | undefined
let installing: Promise<void> | undefined

/** The app that Vuetify is for. The first view stands without it. */
export function needsVuetifyLater(of: App): void {
  app = of
}
/** Vuetify, loaded and installed once: when a screen wants it, or when nothing better is to do. After a line that was down it is asked for again. */
export function vuetifyIsHere(): Promise<void> {
  installing ??= import('./vuetify')
    .then(({ installVuetify }) => installVuetify(app!))
    .catch((error: unknown) => {
      installing = undefined
      throw error
    })
  return installing
}
/** Loads what is made with Vuetify's components together with Vuetify. */
export const withVuetify =
  <T>(load: () => Promise<T>) =>
  async (): Promise<T> =>
    (await Promise.all([load(), vuetifyIsHere()]))[0]
