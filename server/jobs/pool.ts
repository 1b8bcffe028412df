import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Tinypool } from 'tinypool'
import { Problem } from '../problems/problem'
import { settings } from '../settings/settings'
import { count } from '../watch/metrics'
import type { TaskInput, TaskName, TaskOutput } from './tasks'
import type { Answered } from './worker'

/** Threads for work that comes often and is short; one for whole archives, so that they take turns. */
type PoolName = 'short' | 'archives'
const poolOf = (name: TaskName): PoolName => (name.startsWith('archive.') ? 'archives' : 'short')

/** What a thread may hold at most; one that wants more ends, and only its task fails. */
const MOST_MB: Readonly<Record<PoolName, number>> = { short: 256, archives: 320 }
/** So many tasks may wait; more are refused, to be tried again. */
const MOST_WAITING = 500
const IDLE_MS = 30_000

/** The threads' program, made by the build beside the server's. */
const FILE = fileURLToPath(new URL('./jobs.mjs', import.meta.url))
const isBuilt = existsSync(FILE)

const pools = new Map<PoolName, Tinypool>()

function pool(name: PoolName): Tinypool {
  const known = pools.get(name)
  if (known) return known
  const fresh = new Tinypool({
    filename: FILE,
    runtime: 'worker_threads',
    minThreads: 0,
    maxThreads: name === 'short' ? settings().workers : 1,
    idleTimeout: IDLE_MS,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB[name] },
  })
  pools.set(name, fresh)
  return fresh
}

/** Does work in a thread of its own; where there is no build, as in tests of single parts, in this one. */
export async function job<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
  try {
    const answer = await run(name, input)
    count.jobs.inc({ kind: name, outcome: answer.ok ? 'done' : 'refused' })
    if (!answer.ok) throw new Problem(...answer.problem)
    return answer.output
  } catch (error) {
    if (error instanceof Problem) throw error
    count.jobs.inc({ kind: name, outcome: 'failed' })
    throw problemOf(error as NodeJS.ErrnoException) ?? error
  } finally {
    count.waiting.set([...pools.values()].reduce((sum, p) => sum + p.queueSize, 0))
  }
}

async function run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<Answered<N>> {
  if (!isBuilt) return (await import('./worker')).default({ name, input })
  return (await pool(poolOf(name)).run({ name, input })) as Answered<N>
}

function problemOf({ code, message }: NodeJS.ErrnoException): Problem | null {
  if (code === 'ERR_WORKER_OUT_OF_MEMORY' || /memory limit/i.test(message))
    return new Problem(413, 'too-much-memory', 'Reading this would take more memory than one task may have.')
  if (/queue is at limit/i.test(message))
    return new Problem(503, 'busy', 'Too much is asked at once.', undefined, { 'retry-after': '5' })
  return null
}

/** Ends all threads. */
export async function endJobs(): Promise<void> {
  await Promise.all([...pools.values()].map(p => p.destroy()))
  pools.clear()
}
