import { expose } from 'comlink'
import { sheetCsv } from '#core/formats/csv'
import { otioSheet } from '#core/formats/otio'
import { sheetJson } from '#core/formats/sheet-json'
import { linesVtt, notesVtt } from '#core/formats/vtt'
import type { Shot, StoredShot } from '#core/document'
import { linesOnSheet, openShot } from '#core/document'
import { HandOffFault } from '../given'

/** Data that a shot goes out as. */
export type DataKind = 'csv' | 'sheet' | 'tracks' | 'notes' | 'lines' | 'shot'

interface Of {
  readonly stored: StoredShot
  readonly shot: Shot
  readonly plan: string
  readonly production: string
}
const json = (value: unknown): Blob => new Blob([`${JSON.stringify(value, null, 2)}\n`], { type: 'application/json' })

const makers: Record<DataKind, (of: Of) => Blob> = {
  csv: ({ shot, plan }) => new Blob([sheetCsv(shot, shot.plans[plan]!)], { type: 'text/csv' }),
  sheet: ({ shot, plan, production }) => json(sheetJson(shot, plan, production)),
  tracks: ({ shot, plan }) => json(otioSheet(shot, plan)),
  notes: ({ shot, plan }) =>
    new Blob([notesVtt(Object.values(shot.plans[plan]!.notes ?? {}), shot.rate)], { type: 'text/vtt' }),
  lines: ({ shot, plan }) => new Blob([linesVtt(linesOnSheet(shot, shot.plans[plan]!))], { type: 'text/vtt' }),
  shot: ({ stored }) => json(stored),
}

/** Makes data of a shot in one of its plans. Throws HandOffFault. */
function make(kind: DataKind, stored: StoredShot, plan: string, production: string): Blob {
  const read = openShot(stored)
  if (!read.ok) throw new HandOffFault(read.message)
  return makers[kind]({ stored, shot: read.shot, plan, production })
}

const api = { make, stop: () => undefined }
export type DataWorker = typeof api
expose(api)
