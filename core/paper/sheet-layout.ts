import type { Column, Note } from '../document'
import type { Frames } from '../sheet'
import type { Rate } from '../time'
import { countedRate } from '../time'
import { HEAD } from './head'
import type { Paper } from './papers'
import { MARGIN, PAPERS } from './papers'

/** Rows are never lower than can be read (6 pt letters), nor higher than is pleasant, pt. */
export const ROW = { least: 7.1, most: 13 }
/** Widths: of a column at least (pt) and at most (of the paper), of frame numbers, of notes, of a ladder, pt. */
const COLUMN = { least: 36, most: 1 / 8 }
export const [NUMBERS, NOTES, SPOKEN, MOVES, LADDER, GAP] = [30, 92, 58, 76, 52, 14]
/** The heads of columns, and the words at the foot of a page, pt. */
export const [COLUMN_HEAD, FOOT] = [24, 16]

/** A strip of a page: frames down, columns across. */
export interface Bank {
  readonly x: number
  readonly frames: Frames
}
export interface SheetPage {
  readonly banks: readonly Bank[]
  readonly columns: readonly Column[]
  /** Which columns of all these are, from 1. */
  readonly part: { readonly first: number; readonly last: number }
}
export interface SheetLayout {
  readonly pages: readonly SheetPage[]
  readonly row: number
  readonly top: number
  readonly columnWidth: number
  readonly notes: boolean
  /** What is spoken stands beside the frames. */
  readonly spoken: boolean
  /** What the camera and columns do stands beside the frames. */
  readonly moves: boolean
  readonly ladders: ReadonlySet<string>
}

/** What is laid out. `ladders` names the columns whose charts stand beside them. */
export interface ToLay {
  readonly paper: Paper
  readonly columns: readonly Column[]
  readonly frames: Frames
  readonly rate: Rate
  readonly notes: readonly Note[]
  readonly spoken: boolean
  readonly moves: boolean
  readonly ladders: ReadonlySet<string>
}

/**
 * As many columns and frames a page as stay readable: columns that do not fit go on to further pages, and so do frames, by whole
 * seconds (or by eights) where there are that many. Few columns stand in several strips beside each other.
 */
export function layOut({ paper, columns, frames, rate, notes, spoken, moves, ladders }: ToLay): SheetLayout {
  const { width, height } = PAPERS[paper]
  const inner = width - 2 * MARGIN
  const top = MARGIN + HEAD + COLUMN_HEAD
  const room = height - MARGIN - FOOT - top
  const beside = NUMBERS + (notes.length ? NOTES : 0) + (spoken ? SPOKEN : 0) + (moves ? MOVES : 0)
  const ladderOf = (c: Column): number => (ladders.has(c.id) ? LADDER : 0)
  const parts = inParts(columns, inner - beside, c => COLUMN.least + ladderOf(c))
  const count = frames.last - frames.first + 1
  const fitting = Math.floor(room / ROW.least)
  const rows = count <= fitting ? count : wholeRows(fitting, countedRate(rate))
  const row = Math.min(ROW.most, room / rows)
  const widest = Math.max(1, ...parts.map(p => p.length))
  const extra = Math.max(0, ...parts.map(p => p.reduce((n, c) => n + ladderOf(c), 0)))
  const strips = parts.length > 1 ? 1 : Math.ceil(count / rows)
  const least = beside + widest * COLUMN.least + extra
  const across = Math.max(1, Math.min(strips, Math.floor((inner + GAP) / (least + GAP))))
  const bank = (inner - (across - 1) * GAP) / across
  const columnWidth = Math.min(COLUMN.most * width, (bank - beside - extra) / widest)
  const step = beside + widest * columnWidth + extra + GAP
  const pages: SheetPage[] = []
  for (let first = frames.first; first <= frames.last; first += rows * across) {
    const banks = Array.from({ length: across }, (_, k): Bank => {
      const from = first + k * rows
      return { x: MARGIN + k * step, frames: { first: from, last: Math.min(frames.last, from + rows - 1) } }
    }).filter(b => b.frames.first <= frames.last)
    let before = 0
    for (const part of parts) {
      pages.push({ banks, columns: part, part: { first: before + 1, last: before + part.length } })
      before += part.length
    }
  }
  return { pages, row, top, columnWidth, notes: notes.length > 0, spoken, moves, ladders }
}

/** Columns in parts that are at most so wide. */
function inParts(columns: readonly Column[], most: number, wide: (c: Column) => number): Column[][] {
  const parts: Column[][] = []
  let taken = Infinity
  for (const c of columns) {
    if (taken + wide(c) > most) {
      parts.push([])
      taken = 0
    }
    parts.at(-1)!.push(c)
    taken += wide(c)
  }
  // Parts of like size read better than a full one and a rest.
  const even = Math.ceil(columns.length / Math.max(1, parts.length))
  const evened = Array.from({ length: parts.length }, (_, i) => columns.slice(i * even, (i + 1) * even))
  const fit = evened.every(p => p.length && p.reduce((n, c) => n + wide(c), 0) <= most)
  return parts.length ? (fit ? evened : parts) : [[]]
}

/** At most so many rows: whole seconds, or eights where not even a second fits. */
function wholeRows(most: number, second: number): number {
  const step = most >= second ? second : most >= 8 ? 8 : 1
  return Math.max(1, Math.floor(most / step) * step)
}
