import { z } from 'zod'
import { parseHosts, entriesOf } from './hosts'

const text = z.string().trim().optional()
const nothing = z.literal('').transform(() => undefined)
const whole = (least: number, most: number, otherwise: number) =>
  z.coerce.number().int().min(least).max(most).default(otherwise)

/** What a server is told by its environment; docs/operations.md explains each. */
const settingsSchema = z.object({
  HOST: z.string().default('127.0.0.1'),
  PORT: whole(0, 65_535, 4310),
  DATABASE_URL: text,
  DATABASE_LISTEN_URL: text,
  DATABASE_POOLER: z.enum(['', 'transaction']).default(''),
  DATABASE_CONNECTIONS: whole(2, 200, 8),
  FINTRO_HOSTS: z.string().default(''),
  FINTRO_PROXIES: z.string().default(''),
  FINTRO_TOKEN: z.string().min(16, 'has at least 16 characters').optional().or(nothing),
  FINTRO_LOG: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent']).default('info'),
  FINTRO_END_MS: whole(0, 600_000, 2000),
  FINTRO_WORKERS: whole(1, 64, 2),
  FINTRO_CACHE_MB: whole(1, 65_536, 256),
  FINTRO_STREAMS: whole(1, 1_000_000, 2000),
  FINTRO_STREAMS_PER_CLIENT: whole(1, 100_000, 64),
  FINTRO_S3_ENDPOINT: z.url().optional().or(nothing),
  FINTRO_S3_BUCKET: text,
  FINTRO_S3_REGION: z.string().default('us-east-1'),
  FINTRO_S3_KEY: text,
  FINTRO_S3_SECRET: text,
})

type Given = z.output<typeof settingsSchema>
/** Where a store of objects is; null where there is none. Throws a sentence where it is told in part. */
function objectStore(given: Given) {
  const { FINTRO_S3_ENDPOINT: endpoint, FINTRO_S3_REGION: region } = given
  if (!endpoint) return null
  const needed = (name: 'FINTRO_S3_BUCKET' | 'FINTRO_S3_KEY' | 'FINTRO_S3_SECRET'): string => {
    if (!given[name]) throw new Error(`The setting ${name} is missing: FINTRO_S3_ENDPOINT cannot be used without it.`)
    return given[name]
  }
  return {
    endpoint,
    region,
    bucket: needed('FINTRO_S3_BUCKET'),
    accessKeyId: needed('FINTRO_S3_KEY'),
    secretAccessKey: needed('FINTRO_S3_SECRET'),
  }
}

const read = (env: NodeJS.ProcessEnv) => {
  const out = settingsSchema.safeParse(env)
  if (!out.success)
    throw new Error(
      out.error.issues.map(i => `The setting ${i.path.join('.')} cannot be used: ${i.message}.`).join(' '),
    )
  const given = out.data
  return {
    host: given.HOST,
    port: given.PORT,
    hosts: parseHosts(given.FINTRO_HOSTS, given.HOST),
    proxies: new Set(entriesOf(given.FINTRO_PROXIES)),
    token: given.FINTRO_TOKEN ?? null,
    logLevel: given.FINTRO_LOG,
    endMs: given.FINTRO_END_MS,
    workers: given.FINTRO_WORKERS,
    cacheBytes: given.FINTRO_CACHE_MB * 1024 * 1024,
    streams: given.FINTRO_STREAMS,
    streamsPerClient: given.FINTRO_STREAMS_PER_CLIENT,
    media: { s3: objectStore(given) },
    database: {
      url: given.DATABASE_URL || null,
      listenUrl: given.DATABASE_LISTEN_URL || given.DATABASE_URL || null,
      pooled: given.DATABASE_POOLER === 'transaction',
      connections: given.DATABASE_CONNECTIONS,
    },
  }
}

export type Settings = ReturnType<typeof read>
let known: Settings | null = null

/** The settings of this process, read once. Throws a sentence that names what cannot be used. */
export const settings = (): Settings => (known ??= read(process.env))

/** Settings from another environment, for tests. */
export const settingsOf = read
