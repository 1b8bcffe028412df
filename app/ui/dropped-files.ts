import { fromEvent } from 'file-selector'

/** The files that were dropped, and those in dropped folders and the folders in them; none where something else was. */
export async function droppedFiles(e: DragEvent): Promise<File[]> {
  if (!e.dataTransfer?.files.length) return []
  return (await fromEvent(e)).filter((f): f is Exclude<typeof f, DataTransferItem> => f instanceof File)
}
