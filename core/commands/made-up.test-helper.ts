import type { z } from 'zod'
import type { Shot } from '../document'
import { columnsOf, plansOf } from '../document'
import { eachRun } from '../sheet'

/** Random numbers from 0 up to 1, the same for the same seed. */
export type Chance = () => number

/** A plain generator of 32 bits with good spread (a multiply and xorshift mix; from memory). */
export function chanceFrom(seed: number): Chance {
  let s = seed | 0
  return () => {
    s = (s + 0x6d2b79f5) | 0
    let t = Math.imul(s ^ (s >>> 15), 1 | s)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

type Maker = (key: string) => unknown
interface Def {
  readonly type: string
  readonly shape?: Record<string, z.ZodType>
  readonly element?: z.ZodType
  readonly innerType?: z.ZodType
  readonly options?: readonly z.ZodType[]
  readonly items?: readonly z.ZodType[]
  readonly keyType?: z.ZodType
  readonly valueType?: z.ZodType
  readonly in?: z.ZodType
  readonly values?: readonly unknown[]
  readonly entries?: Record<string, unknown>
}
const defOf = (schema: z.ZodType): Def => (schema as unknown as { _zod: { def: Def } })._zod.def

const WRONG = ['none', 'constructor', '__proto__', '', 'x'.repeat(200), -1, 1e9, 0.5, null, undefined, [], {}, NaN, -0]

/**
 * Arguments of any command, made by its schema: ids are those of the document (those that belong to the same column, for
 * the most part), numbers small or at a limit, and a share `wrong` of all values is anything.
 */
export function madeUp(schema: z.ZodType, shot: Shot, chance: Chance, wrong: number): unknown {
  const int = (least: number, most: number) => least + Math.floor(chance() * (most - least + 1))
  const one = <T>(list: readonly T[]): T | undefined => list[int(0, list.length - 1)]
  const likely = (share: number) => chance() < share
  let fresh = 0

  const plan = one(plansOf(shot))!
  const column = one(columnsOf(plan))!
  const stack = shot.stacks[column.stack]!
  const runs = [...eachRun(column.runs)]
  const drawings = Object.values(stack.drawings)
  const subjects = Object.values(stack.subjects)
  const charts = Object.values(plan.charts)
  const bones = subjects.flatMap(s => [...s.figure.bones.map(b => b.id), 'place'])
  const idsOf = (record: object | undefined) => Object.keys(record ?? {})
  const pools: Record<string, () => readonly string[]> = {
    plan: () => [plan.id],
    column: () => (likely(0.8) ? [column.id] : plan.order),
    columns: () => plan.order,
    lead: () => plan.order,
    order: () => plan.order,
    stack: () => [stack.id],
    drawing: () => drawings.map(d => d.id),
    drawings: () => drawings.map(d => d.id),
    subject: () => subjects.map(s => s.id),
    part: () => [...subjects.map(s => s.id), ...bones, ...subjects.map(s => `${s.id}/place`)],
    bone: () => bones,
    chart: () => charts.map(c => c.id),
    first: () => (likely(0.5) ? charts.map(c => c.id) : runs.map(r => r.run.id)),
    second: () => (likely(0.5) ? charts.map(c => c.id) : []),
    run: () => runs.map(r => r.run.id),
    repeat: () => (column.repeats ?? []).map(r => r.id),
    strokes: () => drawings.flatMap(d => d.content.strokes.map(s => s.id)),
    note: () => idsOf(plan.notes),
    pin: () => idsOf(plan.pins),
    spacing: () => idsOf(shot.spacings),
    from: () => drawings.map(d => d.id),
    to: () => drawings.map(d => d.id),
    hash: () => ['a'.repeat(64), 'b'.repeat(64)],
    file: () => ['c'.repeat(64)],
    link: () => ['group-01', 'group-02'],
    ink: () => ['#123456'],
    paper: () => ['#fffdf6'],
    of: () => ['cmd-000001'],
  }
  const text = (key: string): unknown => {
    const pool = pools[key]?.() ?? []
    if (pool.length && likely(0.9)) return one(pool)
    if (key === 'number') return String(int(1, 60))
    if (key === 'id') return `made-${int(0, 999)}-${fresh++}`
    if (['name', 'text', 'words', 'label'].includes(key)) return one(['Something', 'A second thing'])
    return likely(0.5) ? `made-${int(0, 99)}` : one([...drawings.map(d => d.id), ...subjects.map(s => s.id)])
  }
  const number = (schema: z.ZodType, key: string): unknown => {
    const bag = (schema as unknown as { _zod: { bag: { minimum?: number; maximum?: number; format?: string } } })._zod
      .bag
    const [least, most] = [bag.minimum ?? -50, bag.maximum ?? 50]
    if (likely(0.06)) return likely(0.5) ? most : least
    if (key === 'u' || key === 'share' || key === 'reached') return chance()
    const [low, high] = [Math.max(least, -20), Math.min(most, 30)]
    return bag.format?.includes('int') ? int(low, Math.max(low, high)) : low + chance() * (high - low)
  }

  /** Exposures are named together with the frame they begin on. */
  function settle(made: Record<string, unknown>, shape: Record<string, unknown>): Record<string, unknown> {
    if ('run' in shape && 'at' in shape && runs.length && likely(0.95)) {
      const { run, start } = one(runs)!
      Object.assign(made, { run: run.id, at: start }, 'offset' in shape ? { offset: int(0, run.frames - 1) } : {})
      if (likely(0.95)) delete made.again
    }
    const [first, last] = [made.first, made.last] as ({ at?: number; offset?: number } | undefined)[]
    if ('frames' in shape && first?.at !== undefined && last?.at !== undefined && likely(0.95)) {
      const frame = (s: typeof first) => s.at! + (s.offset ?? 0)
      if (frame(last) < frame(first)) Object.assign(made, { first: last, last: first })
      made.frames = Math.abs(frame(last) - frame(first)) + 1
    }
    return made
  }

  function object(shape: Record<string, z.ZodType>, key: string): Record<string, unknown> {
    const known = key in likeness && likely(0.7) ? one(likeness[key]!()) : undefined
    if (known) return { ...known, ...(likely(0.3) ? { id: text('id') } : {}) }
    return settle(
      Object.fromEntries(Object.entries(shape).flatMap(([k, s]) => (isLeftOut(s) ? [] : [[k, value(s, k)]]))),
      shape,
    )
  }
  const isLeftOut = (s: z.ZodType) => defOf(s).type === 'optional' && likely(0.6)
  /** Whole things are for the most part like those that are there. */
  const likeness: Record<string, () => readonly object[]> = {
    keeper: () => drawings.flatMap(d => Object.values(d.content.poses)),
    pose: () => drawings.flatMap(d => Object.values(d.content.poses)),
    poses: () => drawings.flatMap(d => Object.values(d.content.poses)),
    figure: () => subjects.map(s => s.figure),
    subject: () => subjects,
    content: () => drawings.map(d => d.content),
    fix: () => drawings.map(d => d.content),
    recipe: () => charts.map(c => c.recipe),
  }

  const makers: Record<string, (d: Def, schema: z.ZodType) => Maker> = {
    object: d => key => object(d.shape!, key),
    array: d => key => {
      const all = pools[key]?.()
      if (key === 'order' && all) return [...all].sort(() => chance() - 0.5)
      return Array.from({ length: int(0, 4) || 1 }, () => value(d.element!, key))
    },
    record: d => key =>
      Object.fromEntries(
        Array.from({ length: int(1, 2) }, () => [
          String(text(key === 'poses' || key === 'fixed' ? 'subject' : key)),
          value(d.valueType!, key),
        ]),
      ),
    tuple: d => key => d.items!.map(s => value(s, key)),
    union: d => key => value(one(d.options!)!, key),
    optional: d => key => (likely(0.4) ? undefined : value(d.innerType!, key)),
    nullable: d => key => (likely(0.3) ? null : value(d.innerType!, key)),
    readonly: d => key => value(d.innerType!, key),
    default: d => key => value(d.innerType!, key),
    pipe: d => key => value(d.in!, key),
    literal: d => () => one(d.values!),
    enum: d => () => one(Object.values(d.entries!)),
    boolean: () => () => likely(0.5),
    string: () => text,
    number: (_d, schema) => key => number(schema, key),
    unknown: () => () => null,
    null: () => () => null,
  }
  function value(schema: z.ZodType, key: string): unknown {
    if (likely(wrong)) return one(WRONG)
    const def = defOf(schema)
    const make = makers[def.type]
    if (!make) throw new Error(`No value can be made up for ${def.type} (${key}).`)
    return make(def, schema)(key)
  }
  return value(schema, '')
}
