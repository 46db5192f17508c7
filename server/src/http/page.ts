import { serveStatic } from '@hono/node-server/serve-static'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Hono } from 'hono'
import { secureHeaders } from 'hono/secure-headers'
import { createMiddleware } from 'hono/factory'
import type { Env } from './context'

const FOREVER = 'public, max-age=31536000, immutable'

/** The built page: chunks by content hash are kept forever, everything else is asked for anew. */
export function servePage(app: Hono<Env>, folder: string): void {
  app.use(
    '*',
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'"],
        workerSrc: ["'self'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
      strictTransportSecurity: false, // plain HTTP on loopback is a secure context; a proxy adds its own
    }),
  )
  app.use(
    '*',
    createMiddleware(async (c, next) => {
      await next()
      if (!c.req.path.startsWith('/api/'))
        c.header('cache-control', c.req.path.startsWith('/assets/') ? FOREVER : 'no-cache')
    }),
  )
  app.use('*', serveStatic({ root: folder }))
  app.get('*', (c) => {
    const index = join(folder, 'index.html')
    return c.req.path.startsWith('/assets/') || !existsSync(index)
      ? c.notFound()
      : c.html(readFileSync(index, 'utf8'))
  })
}
