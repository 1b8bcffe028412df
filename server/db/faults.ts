import { Problem } from '../problems/problem'

/**
 * Codes and classes of codes by which PostgreSQL says that it cannot do now what it may do later (appendix A of its
 * manual): connections, resources and the disk, an operator's stop, a standby, locks, time limits.
 */
const LATER = /^(08...|53...|57...|58...|25006|25P0[23]|40...|55P03)$/
/** What the driver says where no server answered. */
const UNREACHED = /^(ECONN|EPIPE|ETIMEDOUT|EHOST|ENET|ENOTFOUND|EAI_AGAIN)/
const WORDS =
  /Connection terminated|Query read timeout|timeout expired|timeout exceeded|not queryable|connection error|Client was closed/i
const DISK_FULL = '53100'
/** What it says to new connections when there is no room at all. */
const NO_ROOM = /could not write init file|no space left/i

interface Fault {
  readonly name?: string
  readonly code?: string
  readonly message?: string
  readonly original?: Fault
  readonly parent?: Fault
}

/** True where a fault is the database's state and not the request's: the same may be done later. */
export const isDatabaseAway = (error: unknown): boolean => {
  const fault = error as Fault | null
  if (typeof fault !== 'object' || fault === null) return false
  const { name = '', code = '', message = '' } = fault
  if (name.startsWith('SequelizeConnection') || LATER.test(code) || UNREACHED.test(code) || WORDS.test(message))
    return true
  const inner = fault.original ?? fault.parent
  return inner !== undefined && inner !== fault && isDatabaseAway(inner)
}

/** The same for faults that were told already, as those of other threads are. */
export const isAway = (error: unknown): boolean =>
  isDatabaseAway(error) || (error instanceof Problem && error.status === 503)

const codeOf = (error: unknown): string | undefined =>
  (error as Fault)?.code ?? (error as Fault)?.original?.code ?? (error as Fault)?.parent?.code

/** True for a broken uniqueness: someone else did the same at the same moment. */
export const isTaken = (error: unknown): boolean => codeOf(error) === '23505'

/** What is told where the database cannot answer now; null where a fault is something else. */
export function databaseProblem(error: unknown): Problem | null {
  if (!isDatabaseAway(error)) return null
  const full = codeOf(error) === DISK_FULL || NO_ROOM.test((error as Fault).message ?? '')
  const why = full ? 'The database has no room left.' : 'The database does not answer.'
  return new Problem(503, 'no-database', `${why} What you did is kept in the browser and sent again.`, undefined, {
    'retry-after': '2',
  })
}
