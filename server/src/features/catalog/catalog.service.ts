import {
  fieldProblems,
  formulaSchema,
  houseMeasuresSchema,
  problem,
  readIngredientCsv,
  type IngredientPreviewAnswer,
} from '@liquamen/contracts'
import {
  checkFormula,
  kitchenGoods,
  type Formula,
  type HouseMeasures,
  type Ingredient,
  type KitchenSettings,
} from '@liquamen/core'
import canonicalize from 'canonicalize'
import type { Database, Tx } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import { houseBook } from './houseBook'
import {
  addGoodsAndFormulas,
  lockKitchen,
  putCatalogItem,
  readCatalog,
  readVersions,
  tellCatalogChanged,
} from '../../catalog/catalog.repo'

const MOST_BAD_SHOWN = 200
/** Findings that are told and do not stop a save: a sauce may be meant salty. One that cannot stand is no sauce. */
const TOLD_ONLY = new Set(['tooSalty'])

/** The kitchen's own data as people change it: formulas by version, ingredients, house measures. */
export function createCatalogService({ database }: { readonly database: Database }) {
  /** Refuses a formula that cannot be made, naming the step and why. */
  async function requireMakeable(tx: Tx, formula: Formula): Promise<void> {
    const { ingredients, formulas, settings } = await readCatalog(tx)
    const found = checkFormula(
      formula,
      kitchenGoods({ ingredients, formulas, settings }),
      formulas,
      settings.altitudeM,
    ).filter((p) => !TOLD_ONLY.has(p.code))
    if (found.length === 0) return
    throw new ProblemError(
      problem(422, found[0]?.code ?? 'badFormula', 'This formula cannot be made as it stands.', {
        fields: found.map((p) => ({
          field: p.stepId ?? p.itemId ?? 'formula',
          message: `${p.code}${p.detail ? `: ${p.detail}` : ''}`,
        })),
      }),
    )
  }
  return {
    /** Saves a formula as its next version; the one it was made from must still be the newest. */
    async saveFormula(kitchenId: string, id: string, input: unknown): Promise<Formula> {
      const read = formulaSchema.safeParse(input)
      if (!read.success)
        throw new ProblemError(
          problem(400, 'badInput', 'Some of this formula cannot be used.', {
            fields: fieldProblems(read.error),
          }),
        )
      if (read.data.id !== id)
        throw new ProblemError(problem(422, 'twoIds', 'The address and the formula name two ids.'))
      return database.inKitchen(kitchenId, async (tx) => {
        await lockKitchen(tx, kitchenId)
        const current = (await readCatalog(tx)).formulas.find((f) => f.id === id)
        if (current && current.version !== read.data.version)
          throw new ProblemError(
            problem(
              409,
              'staleVersion',
              `Somebody saved version ${current.version} meanwhile. Compare, then save again.`,
            ),
          )
        await requireMakeable(tx, read.data)
        const saved: Formula = { ...read.data, version: current ? current.version + 1 : 1 }
        if (current)
          await putCatalogItem(tx, kitchenId, {
            kind: 'formulaVersions',
            id: `${id}@${current.version}`,
            body: current,
          })
        await putCatalogItem(tx, kitchenId, { kind: 'formulas', id, body: saved })
        await tellCatalogChanged(tx, kitchenId)
        return saved
      })
    },
    versions: (kitchenId: string, id: string): Promise<Formula[]> =>
      database.inKitchen(kitchenId, async (tx) => {
        const current = (await readCatalog(tx)).formulas.find((f) => f.id === id)
        return [...(await readVersions(tx, id)), ...(current ? [current] : [])].sort(
          (a, b) => b.version - a.version,
        )
      }),
    /** Previews a table of ingredients or, when told to, writes its good lines. */
    async ingredientTable(
      kitchenId: string,
      csv: string,
      isWriting: boolean,
    ): Promise<IngredientPreviewAnswer> {
      const { good, bad } = readIngredientCsv(csv)
      return database.inKitchen(kitchenId, async (tx) => {
        const known = new Map((await readCatalog(tx)).ingredients.map((i) => [i.id, canonicalize(i)]))
        const changed = good.filter((i) => known.has(i.id) && known.get(i.id) !== canonicalize(i))
        const added = good.filter((i) => !known.has(i.id))
        if (isWriting) {
          for (const ingredient of [...added, ...changed])
            await putCatalogItem(tx, kitchenId, { kind: 'ingredients', id: ingredient.id, body: ingredient })
          await tellCatalogChanged(tx, kitchenId)
        }
        return {
          added: added.length,
          changed: changed.length,
          same: good.length - added.length - changed.length,
          bad: bad.slice(0, MOST_BAD_SHOWN),
          badCount: bad.length,
          isWritten: isWriting,
        }
      })
    },
    async saveIngredient(kitchenId: string, ingredient: Ingredient): Promise<Ingredient> {
      await database.inKitchen(kitchenId, async (tx) => {
        await putCatalogItem(tx, kitchenId, { kind: 'ingredients', id: ingredient.id, body: ingredient })
        await tellCatalogChanged(tx, kitchenId)
      })
      return ingredient
    },
    /** Brings the sauces and goods that ship with the app into a kitchen; nothing of its own is replaced. */
    async takeHouseBook(kitchenId: string): Promise<{ formulas: number; ingredients: number }> {
      const { formulas, ingredients } = houseBook()
      return database.inKitchen(kitchenId, async (tx) => {
        await addGoodsAndFormulas(tx, kitchenId, { formulas, ingredients })
        await tellCatalogChanged(tx, kitchenId)
        const now = await readCatalog(tx)
        return { formulas: now.formulas.length, ingredients: now.ingredients.length }
      })
    },
    ingredients: (kitchenId: string): Promise<readonly Ingredient[]> =>
      database.inKitchen(kitchenId, async (tx) => (await readCatalog(tx)).ingredients),
    /** Keeps what the kitchen says its cup, pinch or splash is. */
    async saveMeasures(kitchenId: string, input: unknown): Promise<HouseMeasures> {
      const read = houseMeasuresSchema.safeParse(input)
      if (!read.success)
        throw new ProblemError(
          problem(400, 'badInput', 'Some of these measures cannot be used.', {
            fields: fieldProblems(read.error),
          }),
        )
      return database.inKitchen(kitchenId, async (tx) => {
        const { settings } = await readCatalog(tx)
        const next: KitchenSettings = { ...settings, measures: read.data }
        await putCatalogItem(tx, kitchenId, { kind: 'settings', id: 'settings', body: next })
        await tellCatalogChanged(tx, kitchenId)
        return read.data
      })
    },
  }
}
export type CatalogService = ReturnType<typeof createCatalogService>
