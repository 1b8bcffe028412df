import { server } from '~/sync/server'
import { tell } from '~/ui/messages'
import { useDesk } from './desk'

/**
 * Renames the open shot. Where another one of its production has the name already, a free one is offered instead. What
 * cannot be asked, while the server is away, is done: a second shot of one name is better than work that is held up.
 */
export async function renameShot(wanted: string): Promise<void> {
  const desk = useDesk()
  const { id } = desk.shot!
  const found = await server.freeName(id, wanted).catch(() => null)
  if (desk.shot?.id !== id) return
  const rename = (name: string): void => void desk.run({ name: 'shot.set', args: { name } })
  if (!found || found.free === wanted) return rename(wanted)
  tell(`“${wanted}” is there already in this production. The shot keeps its name.`, {
    offers: [{ label: `Call it “${found.free}”`, do: () => rename(found.free) }],
  })
}
