import { z } from 'zod'
import { byNumber, finite } from '../basic'
import type { Column, LineOnSheet, Shot } from '../document'
import {
  columnsOf,
  cyclesIn,
  linesOnSheet,
  momentsShown,
  MOST_RUNS,
  pictureSchema,
  rateSchema,
  roleSchema,
  shownPlan,
} from '../document'
import { eachRun } from '../sheet'
import { framesSchema as frames, SOUND_CLOCK } from '../time'
import { moved, movedJson, movesJson, movesSeen } from './moves-json'

const number = z.string()
/** The sheet of a plan as other tools read it. Numbers of drawings tell them apart within a column. */
export const sheetJsonSchema = z.object({
  format: z.literal('fintro-sheet'),
  version: z.literal(1),
  production: z.string(),
  shot: z.string(),
  plan: z.string(),
  /** Frames per second, as a fraction. */
  rate: rateSchema,
  /** Frames of the shot. What is exposed beyond them is given, too. */
  length: frames,
  picture: pictureSchema,
  /** From back to front in the picture, from left to right in the sheet. */
  columns: z.array(
    z.object({
      name: z.string(),
      /** Frames that a new drawing gets. */
      step: z.number().int(),
      background: z.boolean(),
      hidden: z.boolean(),
      /** To work by, never exported. */
      reference: z.boolean(),
      drawings: z.array(z.object({ number, role: roleSchema })),
      /**
       * From frame 1 on without gaps, with what repeats add (`again`); a blank has no drawing. After the last one its
       * drawing stays.
       */
      exposures: z
        .array(
          z.object({
            from: z.number().int(),
            frames: z.number().int(),
            drawing: number.nullable(),
            again: z.boolean(),
          }),
        )
        .max(MOST_RUNS * 2),
      /** In-betweens from one pose to another; `u` is 0 at the first and 1 at the second. */
      charts: z.array(z.object({ from: number, to: number, ticks: z.array(z.object({ drawing: number, u: finite })) })),
      /** Passages that come round: from which frame on, so many frames; shown so often, null to the end of the shot. */
      cycles: z
        .array(
          z.object({
            kind: z.string(),
            from: z.number().int(),
            frames: z.number().int(),
            times: z.number().int().nullable(),
            /** Named poses on the frames of the first round. */
            moments: z.array(z.object({ name: z.string(), frame: z.number().int(), drawing: number })),
          }),
        )
        .optional(),
      ...moved,
    }),
  ),
  ...movesSeen,
  notes: z.array(z.object({ frame: z.number().int(), frames: z.number().int(), text: z.string() })),
  /** What is spoken: words and their sounds (of the CMU Pronouncing Dictionary) in seconds of the shot. */
  lines: z
    .array(
      z.object({
        text: z.string(),
        speaker: z.string().nullable(),
        words: z.array(
          z.object({
            text: z.string(),
            from: finite,
            to: finite,
            stressed: z.boolean(),
            sounds: z.array(z.object({ sound: z.string(), to: finite })),
          }),
        ),
      }),
    )
    .optional(),
})
export type SheetJson = z.infer<typeof sheetJsonSchema>

/** The form of such a sheet as JSON Schema, for other tools; published in docs/sheet.schema.json. */
export const sheetSchemaAsJson = (): object => z.toJSONSchema(sheetJsonSchema, { target: 'draft-2020-12' })

/** The sheet of a plan of a shot, as it is seen. */
export function sheetJson(shot: Shot, planId: string, production: string): SheetJson {
  const plan = shownPlan(shot, shot.plans[planId]!)
  return {
    format: 'fintro-sheet',
    version: 1,
    production,
    shot: shot.name,
    plan: plan.name,
    rate: shot.rate,
    length: shot.length,
    picture: shot.picture,
    columns: columnsOf(plan).map(c => {
      const { drawings } = shot.stacks[c.stack]!
      const numberOf = (id: string): string => drawings[id]!.number
      const charts = Object.values(plan.charts).filter(x => x.stack === c.stack)
      return {
        name: c.name,
        step: c.step,
        background: c.background,
        hidden: c.hidden,
        reference: !!c.reference,
        drawings: Object.values(drawings)
          .map(({ number, role }) => ({ number, role }))
          .sort(byNumber),
        exposures: [...eachRun(c.runs)].map(({ run, start }) => ({
          from: start,
          frames: run.frames,
          drawing: run.drawing === null ? null : numberOf(run.drawing),
          again: !!run.again,
        })),
        charts: charts
          .map(x => ({
            from: numberOf(x.from),
            to: numberOf(x.to),
            ticks: x.ticks.map(t => ({ drawing: numberOf(t.drawing), u: t.u })),
          }))
          .sort((a, b) => byNumber({ number: `${a.from} ${a.to}` }, { number: `${b.from} ${b.to}` })),
        ...cyclesJson(shot, shot.plans[planId]!.columns[c.id]!),
        ...movedJson(c),
      }
    }),
    ...movesJson(shot.plans[planId]!),
    notes: Object.values(plan.notes ?? {})
      .map(({ frame, frames: n, text }) => ({ frame, frames: n, text }))
      .sort((a, b) => a.frame - b.frame),
    ...(plan.lines ? { lines: linesOnSheet(shot, plan).map(lineJson) } : {}),
  }
}

function cyclesJson(shot: Shot, column: Column): Pick<SheetJson['columns'][number], 'cycles'> {
  const { drawings } = shot.stacks[column.stack]!
  const cycles = cyclesIn(column, shot.length).map(c => ({
    ...{ kind: c.cycle.kind, from: c.bracket.start, frames: c.bracket.frames, times: c.bracket.repeat.times },
    moments: momentsShown(c).map(({ name, frame, drawing }) => ({ name, frame, drawing: drawings[drawing]!.number })),
  }))
  return cycles.length ? { cycles } : {}
}

const lineJson = ({ line, words }: LineOnSheet) => ({
  text: line.text,
  speaker: line.speaker ?? null,
  words: words.map(({ word, from, to, stressed }) => ({
    ...{ text: word.text, from, to, stressed },
    // Of the word's own time, in seconds of the shot.
    sounds: word.sounds.map(s => ({ sound: s.sound, to: from + (s.to - word.from) / SOUND_CLOCK })),
  })),
})
