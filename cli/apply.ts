import { readFile } from 'node:fs/promises'
import { z } from 'zod'
import type { Command } from '#core/commands'
import { applyCommand, commandSchema } from '#core/commands'
import { openShot, SCHEMA } from '#core/document'
import { newId } from '../app/sync/ids'
import { Fault } from './fault'
import type { Server } from './server'

/** The server takes so many commands at once. */
const AT_ONCE = 200

const bare = z.object({
  id: z.string().optional(),
  schema: z.number().optional(),
  name: z.string(),
  args: z.object({}).loose(),
})
const list = z.union([
  z.array(bare),
  z.object({ commands: z.array(bare) }).transform(o => o.commands),
  bare.transform(c => [c]),
])

/** The commands of a file, or of what comes in where it is “-”; ids are made where they have none. Throws Fault. */
export async function commandsIn(file: string, input: () => Promise<string>): Promise<Command[]> {
  const text =
    file === '-'
      ? await input()
      : await readFile(file, 'utf8').catch(() => {
          throw new Fault(`${file} cannot be read.`)
        })
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    throw new Fault(`${file} is not JSON, or cut off. Nothing was sent.`)
  }
  const read = list.safeParse(json)
  if (!read.success) throw new Fault(`${file} holds no list of commands, each with a name and args. Nothing was sent.`)
  return read.data.map((c, i) => {
    const whole = commandSchema.safeParse({ ...c, id: c.id ?? newId(), schema: c.schema ?? SCHEMA })
    if (whole.success) return whole.data as Command
    const [issue] = whole.error.issues
    throw new Fault(`Command ${i + 1} (${c.name}): ${issue!.path.join('.')} ${issue!.message} Nothing was sent.`)
  })
}

/**
 * Does commands to a shot, all or none: they are tried here first, by the same core, and sent where all fit. What each
 * does, in words. Throws Fault.
 */
export async function apply(
  server: Server,
  id: string,
  commands: readonly Command[],
  { onlyTry, words }: { onlyTry: boolean; words: string | undefined },
): Promise<string[]> {
  const stored = await server.shot(id)
  const read = openShot(stored.document)
  if (!read.ok) throw new Fault(read.message)
  const told: string[] = []
  let { shot } = read
  for (const [i, command] of commands.entries()) {
    const out = applyCommand(shot, command)
    if (!out.ok) throw new Fault(`Command ${i + 1} (${command.name}): ${out.refusal.message} Nothing was sent.`)
    shot = out.shot
    told.push(out.label)
  }
  if (onlyTry || !commands.length) return told
  await send(server, id, stored, words === undefined ? commands : [asOne(commands, words)])
  return told
}

/** Commands as one step for undo. */
const asOne = (commands: readonly Command[], words: string): Command =>
  ({
    id: newId(),
    schema: SCHEMA,
    name: 'together',
    args: { words, commands: commands.map(({ name, args }) => ({ name, args })) },
  }) as Command

async function send(
  server: Server,
  id: string,
  { revision, incarnation }: { revision: number; incarnation: string },
  commands: readonly Command[],
): Promise<void> {
  for (let i = 0; i < commands.length; i += AT_ONCE) {
    const lot = commands.slice(i, i + AT_ONCE)
    const answer = await server.send(id, { revision, incarnation }, lot)
    revision = answer.revision
    const refused = answer.outcomes.find(o => o.status === 'refused')
    if (refused?.status === 'refused') {
      const n = i + lot.findIndex(c => c.id === refused.id) + 1
      throw new Fault(`Someone changed the shot meanwhile. Command ${n}: ${refused.refusal.message}`)
    }
  }
}
