import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Plugin } from 'vite'

/** Browsers that heed the hint compile the first view beside the main thread while it comes in, for most of it runs at once; to others it is a comment. */
export function compileAhead(): Plugin {
  return {
    name: 'compile-ahead',
    apply: 'build',
    // it counts as the very first line only, and the bundler puts lines of its own before what a plugin has changed
    writeBundle({ dir }, bundle) {
      for (const file of Object.values(bundle))
        if (file.type === 'chunk' && file.isEntry) {
          const path = join(dir!, file.fileName)
          writeFileSync(path, `//# allFunctionsCalledOnLoad\n${readFileSync(path, 'utf8')}`)
        }
    },
  }
}
