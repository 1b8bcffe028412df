import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { shotJsonSchema } from './json-schema'

it('the published JSON Schema is the form of the document as it is now (npm run schema)', () => {
  const published: unknown = JSON.parse(readFileSync(new URL('../../docs/shot.schema.json', import.meta.url), 'utf8'))
  expect(published).toEqual(JSON.parse(JSON.stringify(shotJsonSchema())))
})
