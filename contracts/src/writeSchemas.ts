// npm run -s formats: writes the JSON Schema of the open format beside its description
import { writeFileSync } from 'node:fs'
import { kitchenJsonSchema } from './jsonSchema'

writeFileSync(
  new URL('../../docs/formats/kitchen.v1.schema.json', import.meta.url),
  `${JSON.stringify(kitchenJsonSchema(), null, 1)}\n`,
)
