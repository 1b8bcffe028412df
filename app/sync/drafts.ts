import type { Command, Draft } from '#core/commands'
import { SCHEMA } from '#core/document'
import { lengthOf } from './outbox'

/** The command that does one draft, or several as one. */
export const commandOf = (id: string, drafts: readonly Draft[]): Command =>
  ({
    id,
    schema: SCHEMA,
    ...(drafts.length === 1 ? drafts[0] : { name: 'together', args: { commands: drafts } }),
  }) as Command

/** The undo step that a command belongs to. */
export const stepOf = ({ id, name, args }: Command): string => (name === 'revert' ? (args as { of: string }).of : id)

/** A single change larger than this is not begun: it could never be sent. */
const LARGEST = 15_000_000
export const isTooLarge = (command: Command): boolean => lengthOf(command) > LARGEST
