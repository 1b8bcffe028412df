import type { z } from 'zod'
import { CYCLE_KINDS, planOfKind } from '../cycle'
import type { Column, Cycle, Shot, Stack } from '../document'
import { boundTo, columnsOf, plansOf } from '../document'
import { jointsAlong, restPose, rowsOf } from '../figure'
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

/** Maps of the picture: mirrors, turns, sizes, far away. */
const MAPS = [
  [-1, 0, 0, 1, 0, 0],
  [1, 0, 0, -1, 0, 900],
  [0, 1, -1, 0, 40, 0],
  [0.5, 0, 0, 0.5, 10, 10],
  [3, 0, 0, 3, 9e5, 0],
]

const WRONG = ['none', 'constructor', '__proto__', '', 'x'.repeat(200), -1, 1e9, 0.5, null, undefined, [], {}, NaN, -0]

/** What a cycle that is made up works on. */
interface Cycling {
  readonly column: Column
  readonly stack: Stack
  readonly int: (least: number, most: number) => number
  readonly newId: () => string
}

/** A cycle has steps of one piece, begins behind what is exposed, and gets drawings where it has none. */
function settleCycle(made: Record<string, unknown>, shape: Record<string, unknown>, on: Cycling): void {
  const { column, stack, int, newId } = on
  const known = column.cycles?.[String(made.cycle)]
  if ('onFrame' in shape && 'derived' in shape) {
    const [kind, frames] = [CYCLE_KINDS[int(0, CYCLE_KINDS.length - 1)]!, int(2, 16)]
    Object.assign(made, { cycle: newId(), kind: kind.id, onFrame: column.runs.frames + int(1, 4), times: int(1, 3) })
    made.steps = planOfKind(
      kind,
      Array.from({ length: kind.steps }, () => frames),
    ).steps.map(s => ({
      ...s,
      moments: s.moments.map(({ air, ...m }) => ({ ...m, ...(air ? { air: true } : {}), drawing: null })),
    }))
  } else if ('steps' in shape && 'cycle' in shape && known) made.steps = known.steps
  if (!('drawings' in shape) || !('cycle' in shape)) return
  const given = Array.isArray(made.steps) ? (made.steps as (Cycle['steps'][number] | null)[]) : (known?.steps ?? [])
  const steps = given.every(s => Array.isArray(s?.moments)) ? (given as Cycle['steps']) : []
  const [subject] = Object.keys(stack.subjects)
  made.drawings = steps.flatMap((s, step) =>
    s.moments.flatMap((m, moment) => {
      const id = newId()
      const content = { poses: subject ? { [subject]: restPose({ x: int(0, 900), y: int(0, 900) }) } : {}, strokes: [] }
      return m.drawing === null && int(0, 3)
        ? [{ step, moment, drawing: { id, number: `c${id.slice(-9)}`, content } }]
        : []
    }),
  )
}

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
  const columns = columnsOf(plan)
  // Where one follows another, it is mostly the other that is changed.
  const free = columns.filter(c => c.leader === undefined && c.runs.count)
  const column = (free.length && likely(0.85) ? one(free) : one(columns))!
  const stack = shot.stacks[column.stack]!
  const runs = [...eachRun(column.runs)]
  const drawings = Object.values(stack.drawings)
  const subjects = Object.values(stack.subjects)
  const charts = Object.values(plan.charts)
  const bones = subjects.flatMap(s => [...s.figure.bones.map(b => b.id), 'place'])
  const idsOf = (record: object | undefined) => Object.keys(record ?? {})
  const pools: Record<string, () => readonly string[]> = {
    plan: () => [plan.id],
    column: () => (likely(0.9) ? [column.id] : plan.order),
    columns: () => plan.order,
    leader: () => plan.order,
    order: () => plan.order,
    stack: () => [stack.id],
    drawing: () => drawings.map(d => d.id),
    drawings: () => (likely(0.5) ? drawings.filter(d => d.content.strokes.length) : drawings).map(d => d.id),
    subject: () => subjects.map(s => s.id),
    key: () => subjects.flatMap(s => s.figure.bones.map(b => `${s.id}/${b.id}`)),
    part: () => [...subjects.map(s => s.id), ...bones, ...subjects.map(s => `${s.id}/place`)],
    bone: () => bones,
    subjects: () => subjects.filter(s => drawings.some(d => d.content.poses[s.id])).map(s => s.id),
    chart: () => charts.map(c => c.id),
    first: () => (likely(0.5) ? charts.map(c => c.id) : runs.map(r => r.run.id)),
    second: () => (likely(0.5) ? charts.map(c => c.id) : []),
    run: () => runs.map(r => r.run.id),
    repeat: () => (column.repeats ?? []).map(r => r.id),
    strokes: () => drawings.flatMap(d => d.content.strokes.map(s => s.id)),
    cycle: () => idsOf(column.cycles),
    what: () => Object.values(column.cycles ?? {}).flatMap(c => idsOf(c.half?.drawings)),
    note: () => idsOf(plan.notes),
    pin: () => idsOf(plan.pins),
    sound: () => idsOf(plan.sounds),
    line: () => idsOf(plan.lines),
    old: () => Object.values(plan.lines ?? {}).flatMap(l => l.words.map(w => w.id)),
    bound: () => subjects.flatMap(s => boundTo(s).map(b => b.id)),
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
    if (pool.length && likely(0.97)) return one(pool)
    if (key === 'number') return String(int(1, 60))
    if (key === 'id') return `made-${int(0, 999)}-${fresh++}`
    if (['name', 'text', 'words', 'label'].includes(key)) return one(['Something', 'A second thing'])
    return likely(0.5) ? `made-${int(0, 99)}` : one([...drawings.map(d => d.id), ...subjects.map(s => s.id)])
  }
  const number = (schema: z.ZodType, key: string): unknown => {
    const { isInt, minValue, maxValue } = schema as z.ZodNumber
    const [least, most] = [minValue ?? -50, maxValue ?? 50]
    if (likely(0.05)) return likely(0.5) ? most : least
    if (key === 'u' || key === 'at' || key === 'reached') return chance()
    // Where a number can be anything it is small; in a short range it is anywhere.
    const [low, high] = most - least > 60 ? [Math.max(least, -4), Math.min(most, 30)] : [least, most]
    return isInt ? int(Math.ceil(low), Math.floor(high)) : low + (0.01 + 0.98 * chance()) * (high - low)
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
    const [from, to] = [made.from, made.to] as ({ at?: number } | undefined)[]
    if (from?.at !== undefined && to?.at !== undefined && from.at > to.at) Object.assign(made, { from: to, to: from })
    const chart = charts.find(c => c.id === made.chart)
    if (chart?.ticks.length && 'drawing' in shape && likely(0.8)) made.drawing = one(chart.ticks)!.drawing
    const drawn = one(drawings.filter(d => d.own && d.content.strokes.length))
    if (drawn && 'strokes' in shape && 'drawing' in shape && likely(0.8)) {
      made.drawing = drawn.id
      const ids = drawn.content.strokes.map(x => x.id).slice(0, int(1, 3))
      if (Array.isArray(made.strokes) && typeof made.strokes[0] === 'string') made.strokes = ids
    }
    settleWhole(made, shape)
    if (likely(0.9)) settleCycle(made, shape, { column, stack, int, newId: () => text('id') as string })
    settleBound(made, shape)
    const leads = `${one(subjects)?.id}/place`
    if ('share' in shape && 'part' in shape && likely(0.9)) made.part = leads
    return made
  }

  /** Things that come with others are of one piece with them. */
  function settleWhole(made: Record<string, unknown>, shape: Record<string, unknown>): void {
    if ('column' in shape && 'stack' in shape && typeof made.column === 'object' && likely(0.9)) {
      const { runs: _r, repeats: _p, leader: _l, link: _k, ...settings } = column
      const id = `stack-${int(0, 99)}`
      made.column = { ...settings, id: `column-${int(0, 99)}`, stack: id, runs: [] }
      Object.assign(made, { stack: { id, subjects: {}, drawings: {} } }, { charts: undefined })
    }
    const chart = one(charts)
    const [from, to] = ['from', 'to'].map(k => runs.find(r => r.run.drawing === chart?.[k as 'from']))
    if ('from' in shape && 'to' in shape && 'chart' in shape && from && to && likely(0.7))
      Object.assign(made, {
        chart: chart!.id,
        from: { run: from.run.id, at: from.start },
        to: { run: to.run.id, at: to.start },
        ...(Array.isArray(made.ticks) ? { ticks: ticksFor(chart!) } : {}),
      })
    const part = subjects.find(s => s.kind === 'part')
    if (part && 'subject' in shape && 'strokes' in shape && likely(0.8)) {
      made.subject = part.id
      if ('figure' in shape) made.figure = part.figure
    }
    if (part && 'part' in shape && 'strokes' in shape && likely(0.7)) made.part = part.id
  }
  /** Things are bound to bones that are in a row, of a figure that stands on the drawing. */
  function settleBound(made: Record<string, unknown>, shape: Record<string, unknown>): void {
    if (!('bound' in shape)) return
    if (typeof made.bound !== 'object') {
      const holder = subjects.find(s => boundTo(s).some(b => b.id === made.bound))
      if (holder && likely(0.9)) Object.assign(made, { subject: holder.id }, 'images' in shape ? { images: [] } : {})
      return
    }
    const drawing = drawings.find(d => d.id === made.drawing)
    const figure = subjects.find(s => s.kind === 'figure' && drawing?.content.poses[s.id])
    if (!figure || !likely(0.9)) return
    const bones = one(rowsOf(figure.figure))!.map(b => b.id)
    const joints = jointsAlong(figure.figure, drawing!.content.poses[figure.id]!, bones)!
    const bound = { id: text('id'), bones, joints, across: 1, round: 0.5 }
    Object.assign(made, { subject: figure.id, bound, images: {}, fix: undefined })
  }
  /** Some of a chart's ticks, and one that is new. */
  const ticksFor = (chart: (typeof charts)[number]) =>
    [
      ...chart.ticks.filter(() => likely(0.8)).map(t => ({ ...t, number: stack.drawings[t.drawing]!.number })),
      ...(likely(0.5) ? [{ drawing: `made-${int(0, 999)}`, number: String(int(60, 99)), u: chance() }] : []),
    ].sort((a, b) => a.u - b.u)

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
    sound: () => [
      {
        id: 'sound-1',
        file: 'c'.repeat(64),
        name: 'a.wav',
        samples: 9e4,
        frame: int(1, 30),
        offset: 0,
        from: 0,
        to: 9e4,
        gain: 0,
      },
    ],
    recipe: () => charts.map(c => c.recipe),
  }

  /** What the keys of a record are. */
  const keyOf: Record<string, string> = { poses: 'subject', fixed: 'subject', starts: 'run', numbers: 'drawing' }

  const makers: Record<string, (d: Def, schema: z.ZodType) => Maker> = {
    object: d => key => object(d.shape!, key),
    array: d => key => {
      const all = pools[key]?.()
      if (key === 'order' && all) {
        const poses = runs.filter(r => stack.drawings[r.run.drawing ?? '']?.role !== 'in-between' && r.run.drawing)
        return [...(likely(0.5) ? all : poses.map(r => r.run.id))].sort(() => chance() - 0.5)
      }
      if (key === 'places') return (one(charts)?.ticks ?? []).map(() => chance())
      return Array.from({ length: int(1, 3) }, () => value(d.element!, key))
    },
    record: d => key => {
      const on = key === 'drawings' ? one(drawings.filter(x => x.own && x.content.strokes.length)) : undefined
      const made = on && (value(d.valueType!, key) as Record<string, unknown> | null)
      if (on && made && Array.isArray(made.strokes))
        return { [on.id]: { ...made, strokes: [on.content.strokes[0]!.id], subjects: Object.keys(on.content.poses) } }
      return Object.fromEntries(
        Array.from({ length: int(1, 2) }, () => [String(text(keyOf[key] ?? key)), value(d.valueType!, key)]),
      )
    },
    tuple: d => key => (d.items!.length === 6 && likely(0.9) ? one(MAPS) : d.items!.map(s => value(s, key))),
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
