import type { ExportFile } from '@liquamen/contracts'
import file from '../../demo/larchwater-house.json' with { type: 'json' }

/** The demo kitchen as its file has it. */
export const demo = file as unknown as ExportFile
export const { catalog: demoCatalog, facts: demoFacts } = file
