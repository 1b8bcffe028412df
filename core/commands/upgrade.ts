import { COLUMN_NAMES_5, column5, plan5, renamedFields, stack5 } from '../document/upgrade'

type Tree = Record<string, unknown>
interface AnyCommand {
  readonly schema: number
  readonly name: string
  readonly args: Tree
}

const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v)

/** Where the shot has a rank for a subject whose stored form had none: the stack's and the subject's id. */
export type RankOf = (stack: string, subject: string) => number

const inFront: RankOf = () => 0

/** What a command's arguments are with schema 5. */
const args5: Readonly<Record<string, (args: Tree) => Tree>> = {
  'column.set': args => renamedFields(args, { guide: 'reference' }),
  'column.lead': args => renamedFields(args, { lead: 'leader' }),
  'column.add': args => ({
    ...args,
    ...(isTree(args.column) ? { column: column5(args.column) } : {}),
    ...(isTree(args.stack) ? { stack: stack5(args.stack) } : {}),
  }),
}
const names5: Readonly<Record<string, string>> = { 'column.lead': 'column.lineup' }

function command5<C extends AnyCommand>(command: C, rankOf: RankOf): C {
  const { name, args } = command
  const inner = (list: unknown) =>
    Array.isArray(list) ? list.map((c: AnyCommand) => command5(c, rankOf)) : (list as unknown)
  const made =
    name === 'together'
      ? { ...args, commands: inner(args.commands) }
      : name === 'revert'
        ? { ...args, changes: Array.isArray(args.changes) ? args.changes.map(c => change5(c, rankOf)) : args.changes }
        : (args5[name]?.(args) ?? args)
  return { ...command, name: names5[name] ?? name, args: made }
}

/** One difference as it is with schema 5: the place it is at, and what stood and stands there. */
function change5<C>(given: C, rankOf: RankOf): C {
  const change = given as C & { path?: unknown; before?: unknown; after?: unknown }
  if (!Array.isArray(change?.path)) return given
  const path = change.path as string[]
  const [root, holder, part, id, field] = path
  const value = (map: (v: Tree) => Tree) => ({
    ...change,
    ...(isTree(change.before) ? { before: map(change.before) } : {}),
    ...(isTree(change.after) ? { after: map(change.after) } : {}),
  })
  if (root === 'plans' && path.length === 2) return value(plan5)
  if (root === 'stacks' && path.length === 2) return value(stack5)
  if (root === 'stacks' && part === 'subjects' && path.length === 4)
    return value(s => ({ ...s, rank: s.rank ?? rankOf(holder!, id!) }))
  if (root !== 'plans' || part !== 'columns') return given
  if (path.length === 4) return value(column5)
  return path.length === 5 && Object.hasOwn(COLUMN_NAMES_5, field!)
    ? { ...change, path: [...path.slice(0, 4), COLUMN_NAMES_5[field as keyof typeof COLUMN_NAMES_5]] }
    : given
}

/**
 * A command of an older schema as it is with the newest one; it may have waited in a browser, or stand in the journal.
 * What it would have done before the upgrade, it does after it.
 */
export const upgradedCommand = <C extends AnyCommand>(command: C, rankOf: RankOf = inFront): C =>
  command.schema < 5 ? command5(command, rankOf) : command

/** The same for the changes of an undo step that a browser keeps. `schema` is the one they were made with. */
export const upgradedChanges = <C>(changes: readonly C[], schema: number, rankOf: RankOf = inFront): C[] =>
  schema < 5 ? changes.map(c => change5(c, rankOf)) : [...changes]
