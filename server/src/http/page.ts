import { serveStatic } from '@hono/node-server/serve-static'
import type { Hono } from 'hono'
import { except } from 'hono/combine'
import { etag } from 'hono/etag'
import { createMiddleware } from 'hono/factory'
import type { Env } from './context'

const IS_FILE = /\.\w+$/ // an address of a screen has no ending
const FOREVER = 'public, max-age=31536000, immutable'

/** The built page, packed when it was built: chunks by content hash are kept forever, everything else is asked for anew by its tag. */
export function servePage(app: Hono<Env>, folder: string): void {
  app.use(
    '*',
    createMiddleware(async (c, next) => {
      await next()
      if (!c.req.path.startsWith('/api/'))
        c.header('cache-control', c.req.path.startsWith('/assets/') ? FOREVER : 'no-cache')
    }),
  )
  app.use('*', except(['/api/*', '/assets/*'], etag()))
  app.use('*', serveStatic({ root: folder, precompressed: true }))
  app.get('/favicon.ico', serveStatic({ root: folder, path: 'icon.png' })) // asked for unasked by some browsers
  const screen = serveStatic({ root: folder, path: 'index.html', precompressed: true })
  app.get('*', async (c, next) => (IS_FILE.test(c.req.path) ? c.notFound() : await screen(c, next)))
}
