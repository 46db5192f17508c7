import { exportFileSchema } from '@liquamen/contracts'
import type { KitchenCatalog } from '@liquamen/core'
import { readFileSync } from 'node:fs'
import { ROOT } from '../../root'

const BOOK_FILE = new URL('demo/larchwater-house.json', ROOT)
let kept: Pick<KitchenCatalog, 'formulas' | 'ingredients'> | undefined

/** The sauces and goods that ship with the app: those of the demo kitchen's file. */
export function houseBook(): Pick<KitchenCatalog, 'formulas' | 'ingredients'> {
  kept ??= exportFileSchema.parse(JSON.parse(readFileSync(BOOK_FILE, 'utf8')))
    .catalog as unknown as KitchenCatalog
  return kept
}
