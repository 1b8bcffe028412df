import { writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { shotJsonSchema } from '../core/document/json-schema'
import { sheetSchemaAsJson } from '../core/formats/sheet-json'

/** Writes the published forms of a shot and of a sheet, docs/*.schema.json. */
for (const [name, schema] of Object.entries({ shot: shotJsonSchema(), sheet: sheetSchemaAsJson() }))
  writeFileSync(resolve(import.meta.dirname, `../docs/${name}.schema.json`), `${JSON.stringify(schema, null, 2)}\n`)
