import { createRoute, z } from '@hono/zod-openapi'
import {
  formulaVersionsSchema,
  houseBookAnswerSchema,
  houseMeasuresSchema,
  ingredientCsvSchema,
  ingredientPreviewSchema,
  ingredientSchema,
  savedFormulaSchema,
  savedIngredientSchema,
  slug,
  writeIngredientCsv,
} from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const json = <T>(schema: T) => ({ 'application/json': { schema } })
const params = z.object({ id: slug })
const anyBody = { content: json(z.record(z.string(), z.unknown())) }
const saveRoute = createRoute({
  method: 'put',
  path: '/catalog/formulas/{id}',
  request: { params, body: anyBody },
  responses: { 200: { description: 'saved as the next version', content: json(savedFormulaSchema) } },
})
const versionsRoute = createRoute({
  method: 'get',
  path: '/catalog/formulas/{id}/versions',
  request: { params },
  responses: { 200: { description: 'every version, newest first', content: json(formulaVersionsSchema) } },
})
const tableRoute = createRoute({
  method: 'post',
  path: '/catalog/ingredients/{mode}',
  request: {
    params: z.object({ mode: z.enum(['preview', 'write']) }),
    body: { content: json(ingredientCsvSchema) },
  },
  responses: {
    200: {
      description: 'what the table does; only `write` writes, and only its good lines',
      content: json(ingredientPreviewSchema),
    },
  },
})
const oneRoute = createRoute({
  method: 'put',
  path: '/catalog/ingredients/{id}',
  request: { params, body: { content: json(ingredientSchema) } },
  responses: { 200: { description: 'saved', content: json(savedIngredientSchema) } },
})
const bookRoute = createRoute({
  method: 'post',
  path: '/catalog/book',
  request: { body: anyBody },
  responses: {
    200: { description: 'the house book is in; nothing was replaced', content: json(houseBookAnswerSchema) },
  },
})
const measuresRoute = createRoute({
  method: 'put',
  path: '/catalog/measures',
  request: { body: anyBody },
  responses: { 200: { description: 'kept', content: json(houseMeasuresSchema) } },
})

/** The kitchen's own data: formulas with their versions, ingredients as a table, house measures. */
export function catalogRoutes({ catalog }: AppDeps) {
  const router = createRouter()
  const kitchenOf = (c: { get: (key: 'device') => { kitchenId: string } }) => c.get('device').kitchenId
  router.openapi(saveRoute, async (c) =>
    c.json(
      { formula: await catalog.saveFormula(kitchenOf(c), c.req.valid('param').id, c.req.valid('json')) },
      200,
    ),
  )
  router.openapi(versionsRoute, async (c) =>
    c.json({ versions: await catalog.versions(kitchenOf(c), c.req.valid('param').id) }, 200),
  )
  router.get('/catalog/ingredients.csv', async (c) =>
    c.body(writeIngredientCsv(await catalog.ingredients(kitchenOf(c))), 200, {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="ingredients.csv"',
    }),
  )
  router.openapi(tableRoute, async (c) =>
    c.json(
      await catalog.ingredientTable(
        kitchenOf(c),
        c.req.valid('json').csv,
        c.req.valid('param').mode === 'write',
      ),
      200,
    ),
  )
  router.openapi(oneRoute, async (c) =>
    c.json({ ingredient: await catalog.saveIngredient(kitchenOf(c), c.req.valid('json')) }, 200),
  )
  router.openapi(bookRoute, async (c) => c.json(await catalog.takeHouseBook(kitchenOf(c)), 200))
  router.openapi(measuresRoute, async (c) =>
    c.json((await catalog.saveMeasures(kitchenOf(c), c.req.valid('json'))) as never, 200),
  )
  return router
}
