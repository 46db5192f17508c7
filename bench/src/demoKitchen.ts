import type { ExportFile } from '@liquamen/contracts'
import type { Fact, KitchenCatalog } from '@liquamen/core'
import { readFileSync } from 'node:fs'

/** The demo kitchen as its file has it. */
export const demo = JSON.parse(
  readFileSync(new URL('../../demo/larchwater-house.json', import.meta.url), 'utf8'),
) as ExportFile
export const demoCatalog = demo.catalog as unknown as KitchenCatalog
export const demoFacts = demo.facts as unknown as readonly Fact[]
