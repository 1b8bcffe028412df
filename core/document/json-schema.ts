import { z } from 'zod'
import { shotSchema } from './document'

/** The form of a stored shot as JSON Schema, for other tools; published in docs/shot.schema.json. */
export const shotJsonSchema = (): object => z.toJSONSchema(shotSchema, { io: 'input', target: 'draft-2020-12' })
