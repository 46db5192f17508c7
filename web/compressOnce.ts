import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import type { Plugin } from 'vite'

const TEXT = /\.(js|css|html|svg|webmanifest|json)$/
const LEAST_BYTES = 512 // under it the wrapping costs what it saves

/** Writes each text of the built page beside itself in brotli and gzip, so that no request waits for it to be packed. */
export function compressOnce(): Plugin {
  let folder = ''
  return {
    name: 'compress-once',
    apply: 'build',
    enforce: 'post',
    configResolved(config) {
      folder = resolve(config.root, config.build.outDir)
    },
    closeBundle: {
      order: 'post',
      sequential: true,
      handler() {
        for (const name of readdirSync(folder, { recursive: true }) as string[]) {
          const path = join(folder, name)
          if (!TEXT.test(name) || !statSync(path).isFile()) continue
          const bytes = readFileSync(path)
          if (bytes.length < LEAST_BYTES) continue
          const params = { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY }
          writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params }))
          writeFileSync(`${path}.gz`, gzipSync(bytes, { level: constants.Z_BEST_COMPRESSION }))
        }
      },
    },
  }
}
