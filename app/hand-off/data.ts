import { storeShot } from '#core/document'
import { useDesk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import { saveFile } from '~/ui/save-file'
import type { DataKind } from './work/data.worker'
import { ask } from './workers'

/** Exports data of the open shot as it is now, under a name. */
export async function exportData(kind: DataKind, name: string): Promise<void> {
  const { shot, plan, session } = useDesk()
  try {
    saveFile(name, await ask('data', w => w.make(kind, storeShot(shot!), plan!.id, session!.production)))
  } catch (error) {
    tell(`“${name}” could not be exported.`, { detail: (error as Error).message })
  }
}
