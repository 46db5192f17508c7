import { existsSync } from 'node:fs'

/** The folder that holds everything, with a slash at its end: found from wherever this runs, from its source or bundled. */
export const ROOT: URL = (() => {
  let folder = new URL('.', import.meta.url)
  while (!existsSync(new URL('package-lock.json', folder))) {
    const above = new URL('..', folder)
    if (above.href === folder.href) throw new Error('the folder of the application was not found')
    folder = above
  }
  return folder
})()
