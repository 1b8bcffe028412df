import { writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { shotJsonSchema } from '../core/document/json-schema'

/** Writes docs/shot.schema.json from the form of the document. */
writeFileSync(
  resolve(import.meta.dirname, '../docs/shot.schema.json'),
  `${JSON.stringify(shotJsonSchema(), null, 2)}\n`,
)
