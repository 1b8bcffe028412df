import type { Exposure } from '../sheet'
import { eachRun } from '../sheet'
import type { Column, Plan, Shot } from '../document/document'
import { cyclesIn, momentsShown } from '../document/cycling'
import { columnsOf, plansOf } from '../document/shown'
import { linesOnSheet } from '../document/spoken'
import { toldIn } from '../pass'

/** What a spreadsheet would take for a formula (OWASP, “CSV injection”; the list from memory), however often kept apart. */
const FORMULA = /^'*[=+\-@\t\r]/

/** A field as RFC 4180 has it: quoted where it holds a comma, a quote or a line break. No field is a formula. */
const field = (text: string): string => {
  const plain = FORMULA.test(text) ? `'${text}` : text
  return /[",\r\n]/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain
}

/** A field as it was before it was kept from being a formula. */
const unescaped = (text: string): string => (text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text)

/**
 * The sheet of a plan: frames down, columns across; a drawing's number where it begins, X for a blank, nothing while it
 * is held. The moments of cycles, moves and words that are spoken stand in columns of their own, behind all others.
 */
export function sheetCsv(shot: Shot, plan: Plan): string {
  const columns = plan.order.map(id => plan.columns[id]!)
  const frames = Math.max(shot.length, ...columns.map(c => c.runs.frames))
  const cells = columns.map(c => {
    const out = Array.from({ length: frames }, () => '')
    for (const { run, start } of eachRun(c.runs))
      out[start - 1] = run.drawing === null ? 'X' : shot.stacks[c.stack]!.drawings[run.drawing]!.number
    return out
  })
  const besides = [
    { name: MOMENTS, cells: momentCells(shot, plan, frames) },
    { name: MOVES, cells: moveCells(shot, plan, frames) },
    { name: READING, cells: spokenCells(shot, plan, frames) },
  ].filter(b => b.cells !== null)
  const rows = [
    ['Frame', ...columns.map(c => c.name), ...besides.map(b => b.name)],
    ...Array.from({ length: frames }, (_, f) => [
      String(f + 1),
      ...cells.map(c => c[f]!),
      ...besides.map(b => b.cells![f]!),
    ]),
  ]
  return rows.map(r => r.map(field).join(',')).join('\r\n') + '\r\n'
}

/** What the columns of the moments of cycles, of moves and the camera, and of what is spoken are called. */
const [MOMENTS, MOVES, READING] = ['Moments', 'Moves', 'Spoken']

/** The moments of cycles on the frames of their first round, with the names of their columns; null where there are none. */
function momentCells(shot: Shot, plan: Plan, frames: number): string[] | null {
  const written = plansOf(shot).find(p => p.id === plan.id)
  const all = (written ? columnsOf(written) : []).flatMap(column =>
    cyclesIn(column, shot.length).flatMap(c => momentsShown(c).map(m => ({ ...m, column: column.name }))),
  )
  if (!all.length) return null
  const out = Array.from({ length: frames }, () => '')
  for (const { column, name, frame } of all)
    if (frame <= frames) out[frame - 1] = [out[frame - 1], `${column}: ${name}`].filter(Boolean).join('; ')
  return out
}

/** What the camera and columns do, on the frame from which on; null where nothing moves. */
function moveCells(shot: Shot, plan: Plan, frames: number): string[] | null {
  const written = plansOf(shot).find(p => p.id === plan.id)
  const told = written ? toldIn(written) : []
  if (!told.length) return null
  const out = Array.from({ length: frames }, () => '')
  for (const { of, first, last, words, detail } of told) {
    const said = `${of}: ${words}, to ${last}${detail ? ` (${detail})` : ''}`
    if (first <= frames) out[first - 1] = [out[first - 1], said].filter(Boolean).join('; ')
  }
  return out
}

/** The words that begin on each frame; null where nothing is spoken. */
function spokenCells(shot: Shot, plan: Plan, frames: number): string[] | null {
  const lines = linesOnSheet(shot, plan)
  if (!lines.length) return null
  const out = Array.from({ length: frames }, () => '')
  for (const { word, first } of lines.flatMap(l => l.words))
    if (first >= 1 && first <= frames) out[first - 1] = [out[first - 1], word.text].filter(Boolean).join(' ')
  return out
}

/** What of a sheet does not fit, by its row and column as a spreadsheet counts them. */
export interface Misfit {
  readonly row: number
  readonly column: string
  readonly message: string
}
export interface SheetColumn {
  readonly column: string
  readonly exposures: Exposure[]
}
export type ReadSheet =
  | { readonly ok: true; readonly columns: SheetColumn[]; readonly frames: number }
  | { readonly ok: false; readonly misfits: Misfit[] }

const MAX_ROWS = 14_400
const MAX_MISFITS = 50

/**
 * Reads a sheet back from the rows of a CSV: columns are found by their names, drawings by their numbers. Nothing is made
 * up: what is not in the shot is a misfit, and with one misfit nothing is read.
 */
export function readSheetRows(rows: readonly (readonly string[])[], shot: Shot, plan: Plan): ReadSheet {
  const [head, ...body] = rows
  if (!head || head.length < 2 || !body.length)
    return {
      ok: false,
      misfits: [
        {
          row: 1,
          column: '',
          message: 'There is no sheet in it: the first row names the columns, the first column counts the frames.',
        },
      ],
    }
  if (body.length > MAX_ROWS)
    return {
      ok: false,
      misfits: [{ row: MAX_ROWS + 2, column: '', message: `A sheet has at most ${MAX_ROWS} frames.` }],
    }
  // Moments, moves and what is spoken stand last, and are not read back.
  const own = (name: string | undefined, wanted: string): boolean =>
    name !== undefined && unescaped(name.trim()) === wanted && !plan.order.some(id => plan.columns[id]!.name === wanted)
  let width = head.length
  for (const name of [READING, MOVES, MOMENTS]) if (own(head[width - 1], name)) width -= 1
  const names = head.slice(1, width).map(n => unescaped(n.trim()))
  const { columns, misfits } = columnsNamed(names, plan)
  const out = columns.map((c): SheetColumn => ({ column: c?.id ?? '', exposures: [] }))
  const numbers = columns.map(
    c => new Map(c ? Object.values(shot.stacks[c.stack]!.drawings).map(d => [d.number, d.id]) : []),
  )
  body.forEach((row, r) => {
    if (Number(row[0]) !== r + 1)
      misfits.push({
        row: r + 2,
        column: head[0]!,
        message: `Frame ${r + 1} should stand here, not “${row[0] ?? ''}”.`,
      })
    if (row.length > head.length)
      misfits.push({ row: r + 2, column: '', message: 'This row has more cells than there are columns.' })
    columns.forEach((c, i) => {
      const cell = unescaped((row[i + 1] ?? '').trim())
      const list = out[i]!.exposures
      if (cell === '' && list.length) {
        list[list.length - 1] = { ...list.at(-1)!, frames: list.at(-1)!.frames + 1 }
        return
      }
      const drawing = cell === '' || cell.toUpperCase() === 'X' ? null : numbers[i]!.get(cell)
      if (drawing === undefined && c)
        misfits.push({ row: r + 2, column: names[i]!, message: `There is no drawing ${cell} in this column.` })
      list.push({ drawing: drawing ?? null, frames: 1 })
    })
  })
  return misfits.length
    ? { ok: false, misfits: misfits.slice(0, MAX_MISFITS) }
    : { ok: true, columns: out, frames: body.length }
}

/** The columns of a plan by the names in the first row, with what is wrong with them; null where a name fits none. */
function columnsNamed(names: readonly string[], plan: Plan): { columns: (Column | null)[]; misfits: Misfit[] } {
  const misfits: Misfit[] = []
  const wrong = (column: string, message: string): void => void misfits.push({ row: 1, column, message })
  const columns = names.map((name, i) => {
    const found = plan.order.map(id => plan.columns[id]!).filter(c => c.name === name)
    if (found.length !== 1)
      wrong(
        name || String(i + 2),
        found.length ? `There are ${found.length} columns of this name.` : 'There is no column of this name.',
      )
    if (names.indexOf(name) !== i) wrong(name, 'This column comes twice.')
    return found[0] ?? null
  })
  return { columns, misfits }
}
