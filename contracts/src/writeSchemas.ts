// npm run -s formats: writes the JSON Schemas of the open formats beside their description
import { writeFileSync } from 'node:fs'
import { kitchenJsonSchema, scheduleJsonSchema } from './jsonSchema'

const FILES = { 'kitchen.v2': kitchenJsonSchema(), 'schedule.v1': scheduleJsonSchema() }
for (const [name, schema] of Object.entries(FILES))
  writeFileSync(
    new URL(`../../docs/formats/${name}.schema.json`, import.meta.url),
    `${JSON.stringify(schema, null, 1)}\n`,
  )
