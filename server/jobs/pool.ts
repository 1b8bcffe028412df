import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Tinypool } from 'tinypool'
import { Problem } from '../problems/problem'
import { settings } from '../settings/settings'
import { log } from '../watch/log'
import { count } from '../watch/metrics'
import type { TaskInput, TaskName, TaskOutput } from './tasks'
import type { Answered } from './worker'

/**
 * Threads for work that comes often and is short; one for whole archives, so that they take turns; one for changes of
 * large shots, which keeps their documents.
 */
type PoolName = 'short' | 'archives' | 'commits'
const poolOf = (name: TaskName): PoolName =>
  name.startsWith('archive.') ? 'archives' : name === 'shot.commit' ? 'commits' : 'short'

interface PoolKind {
  /** What a thread may hold at most; one that wants more ends, and only its task fails. */
  readonly mostMb: number
  /** A thread ends after so long without work, but for so many: bringing one up takes a second. */
  readonly idleMs: number
  readonly kept: number
  /** A task that takes longer is given up with its thread, a little before its sender would be told to wait. */
  readonly limitMs: number | null
}
const KINDS: Readonly<Record<PoolName, PoolKind>> = {
  short: { mostMb: 256, idleMs: 30_000, kept: 1, limitMs: 24_000 },
  archives: { mostMb: 320, idleMs: 30_000, kept: 0, limitMs: null },
  commits: { mostMb: 320, idleMs: 300_000, kept: 0, limitMs: 24_000 },
}
/** So many tasks may wait; more are refused, to be tried again. */
const MOST_WAITING = 500

let found: string | null | undefined
/**
 * The threads' program, made by the build beside the server's; null where there is no build. Looked for when it is
 * needed: the build knows where it stands only once all its parts are loaded.
 */
function program(): string | null {
  if (found !== undefined) return found
  const file = fileURLToPath(new URL('./jobs.mjs', import.meta.url))
  found = existsSync(file) ? file : null
  if (!found) log.warn({ file }, 'no program for threads: all work is done in one')
  return found
}

/** Whether there are threads to give work to. */
export const hasThreads = (): boolean => program() !== null

const pools = new Map<PoolName, Tinypool>()

function pool(name: PoolName, filename: string): Tinypool {
  const known = pools.get(name)
  if (known) return known
  const fresh = new Tinypool({
    filename,
    runtime: 'worker_threads',
    minThreads: KINDS[name].kept,
    maxThreads: name === 'short' ? settings().workers : 1,
    idleTimeout: KINDS[name].idleMs,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: KINDS[name].mostMb },
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
  const file = program()
  if (!file) return (await import('./worker')).default({ name, input })
  const kind = poolOf(name)
  const { limitMs } = KINDS[kind]
  return (await pool(kind, file).run(
    { name, input },
    limitMs === null ? {} : { signal: AbortSignal.timeout(limitMs) },
  )) as Answered<N>
}

function problemOf({ name, code, message }: NodeJS.ErrnoException): Problem | null {
  if (code === 'ERR_WORKER_OUT_OF_MEMORY' || /memory limit/i.test(message))
    return new Problem(413, 'too-much-memory', 'Reading this would take more memory than one task may have.')
  const later = { 'retry-after': '5' }
  if (/queue is at limit/i.test(message))
    return new Problem(503, 'busy', 'Too much is asked at once.', undefined, later)
  if (name === 'AbortError') return new Problem(503, 'busy', 'This took too long and was given up.', undefined, later)
  return null
}

/** Ends all threads. */
export async function endJobs(): Promise<void> {
  await Promise.all([...pools.values()].map(p => p.destroy()))
  pools.clear()
}
