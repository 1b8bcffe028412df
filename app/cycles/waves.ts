import type { Draft } from '#core/commands'
import type { Wave } from '#core/cycle'
import { alongLine, Edge, wavedChain, wavePhases } from '#core/cycle'
import type { Content, Cycle, CycleIn, CycleWave, Drawing, Stack, StrokeRef } from '#core/document'
import { freeNumber, subjectsOf } from '#core/document'
import { boneLength, boneOf, layBones, rowsOf, turnBone } from '#core/figure'
import type { Figure, Pose } from '#core/figure'
import type { Affine, Vec } from '#core/motion'
import { mapped, SAME } from '#core/motion'
import type { Stroke } from '#core/stroke'
import { MAX_POINTS, tidy } from '#core/stroke'
import type { Focus, Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'
import { beginHere, freeFrame, writtenIn } from './drafts'
import type { Steps } from './steps'

/** What is said of a wave before what waves is known. */
export type WaveChoice = Omit<CycleWave, 'rest' | 'strokes' | 'chain'> & {
  /** Frames a wave, and its drawings. */
  readonly frames: number
  readonly drawings: number
}

/** Points of a line, px, as it lies on its drawing. */
const pointsOf = (stroke: Stroke, at: Affine = SAME): Vec[] =>
  Array.from({ length: stroke.points.length / 3 }, (_, i) =>
    mapped(at, { x: stroke.points[i * 3]!, y: stroke.points[i * 3 + 1]! }),
  )

/** What can wave on a drawing: lines of it, or a row of bones of a figure. */
export interface WaveOver {
  readonly rest: Drawing
  readonly strokes: readonly string[]
  readonly chain?: NonNullable<CycleWave['chain']>
}

/** A figure that is one row of three bones or more: a rope, a tail. */
const chainIn = (figure: Figure): string[] | null => {
  const row = rowsOf(figure).sort((a, b) => b.length - a.length)[0]
  return row && row.length >= 3 && row.length >= figure.bones.length - 1 ? row.map(b => b.id) : null
}

/** What would wave of the drawing under the playhead: the lines that are selected, else all; else its chain. */
export function waveOver(
  { drawing, stack }: Pick<Focus, 'drawing' | 'stack'>,
  selected: readonly string[],
): WaveOver | null {
  if (!drawing || !stack || !drawing.own) return null
  const { strokes, poses } = drawing.content
  const picked = strokes.filter(s => selected.includes(s.id)).map(s => s.id)
  if (strokes.length) return { rest: drawing, strokes: picked.length ? picked : strokes.map(s => s.id) }
  for (const { id, figure } of subjectsOf(stack)) {
    const bones = poses[id] && chainIn(figure)
    if (bones) return { rest: drawing, strokes: [], chain: { subject: id, bones } }
  }
  return null
}

/** The edge that a wave runs along: the longest of its lines, from the end that is held. */
function edgeOf(scene: Scene, refs: readonly StrokeRef[], { fromStart }: Pick<CycleWave, 'fromStart'>): Edge | null {
  let best: Vec[] = []
  for (const ref of refs) {
    const stroke = scene.strokeBy(ref.hash)
    const line = stroke ? pointsOf(stroke, ref.at) : []
    if ((alongLine(line).at(-1) ?? 0) > (alongLine(best).at(-1) ?? 0)) best = line
  }
  return best.length > 1 ? new Edge(fromStart ? best : [...best].reverse()) : null
}

/** How long what waves is, px: its edge, or its row of bones; null while lines are on their way. */
export function lengthOver(scene: Scene, { rest, strokes, chain }: WaveOver, stack: Stack): number | null {
  if (chain) {
    const [figure, pose] = [stack.subjects[chain.subject]?.figure, rest.content.poses[chain.subject]]
    return figure && pose ? chain.bones.reduce((sum, b) => sum + boneLength(figure, boneOf(figure, b), pose), 0) : null
  }
  const edge = edgeOf(
    scene,
    rest.content.strokes.filter(s => strokes.includes(s.id)),
    { fromStart: true },
  )
  return edge && edge.length
}

/** A wave to begin with: a crest and a little more along the edge, a tenth of that aside; two digits of each, px. */
export const usualWave = (length: number): Pick<WaveChoice, 'amplitude' | 'wavelength'> => ({
  wavelength: Math.max(1, Number((length * 0.8).toPrecision(2))),
  amplitude: Number((length * 0.08).toPrecision(2)),
})

/** A line with points so near to one another that a wave bends it smoothly. */
function finely(stroke: Stroke, at: Affine, every: number): number[] {
  const points = pointsOf(stroke, at)
  const out: number[] = []
  points.forEach((p, i) => {
    const pressure = stroke.points[i * 3 + 2]!
    const [before, last] = [points[i - 1], stroke.points[i * 3 - 1]!]
    const n = before && !stroke.fill ? Math.ceil(Math.hypot(p.x - before.x, p.y - before.y) / every) : 1
    for (let k = 1; k < n; k++) {
      const u = k / n
      out.push(before!.x + u * (p.x - before!.x), before!.y + u * (p.y - before!.y), last + u * (pressure - last))
    }
    out.push(p.x, p.y, pressure)
  })
  return out.length / 3 <= MAX_POINTS ? out : points.flatMap((p, i) => [p.x, p.y, stroke.points[i * 3 + 2]!])
}

/** The lines of a drawing as a wave has them at a phase; others stay as they are. Null while lines are on their way. */
function wavedStrokes(scene: Scene, content: Content, wave: CycleWave, phase: number): StrokeRef[] | null {
  const meant = new Set(wave.strokes)
  const edge = edgeOf(
    scene,
    content.strokes.filter(s => meant.has(s.id)),
    wave,
  )
  if (!edge) return null
  const goes = edge.waved(wave, phase)
  const out: StrokeRef[] = []
  for (const ref of content.strokes) {
    const stroke = scene.strokeBy(ref.hash)
    if (!meant.has(ref.id)) out.push({ ...ref, id: newId() })
    else if (!stroke) return null
    else {
      const fine = finely(stroke, ref.at ?? SAME, Math.max(2, wave.wavelength / 24))
      const points = fine.slice()
      for (let i = 0; i < fine.length; i += 3) {
        const p = goes({ x: fine[i]!, y: fine[i + 1]! })
        points[i] = p.x
        points[i + 1] = p.y
      }
      const { at: _at, ...bare } = ref
      out.push({ ...bare, id: newId(), hash: scene.keeper.keep(tidy({ ...stroke, points })) })
    }
  }
  return out
}

/** A pose whose row of bones lies as the wave has it. */
function wavedPose(figure: Figure, pose: Pose, bones: readonly string[], wave: Wave, phase: number): Pose {
  const laid = layBones(figure, pose)
  const lengths = bones.map(b => boneLength(figure, boneOf(figure, b), pose))
  const rest = bones.map(b => laid.get(b)!.angle)
  const directions = wavedChain(laid.get(bones[0]!)!.start, lengths, rest, wave, phase)
  return bones.reduce((p, b, i) => turnBone(figure, p, b, directions[i]!), pose)
}

function contentAt(scene: Scene, stack: Stack, rest: Drawing, wave: CycleWave, phase: number): Content | null {
  const { content } = rest
  if (wave.chain) {
    const { subject, bones } = wave.chain
    const [figure, pose] = [stack.subjects[subject]?.figure, content.poses[subject]]
    if (!figure || !pose) return null
    const strokes = content.strokes.map(s => ({ ...s, id: newId() }))
    return { poses: { ...content.poses, [subject]: wavedPose(figure, pose, bones, wave, phase) }, strokes }
  }
  const strokes = wavedStrokes(scene, content, wave, phase)
  return strokes && { poses: content.poses, strokes }
}

/** One step whose moments are the drawings of a wave: each so many frames after the one before. */
export function waveSteps(frames: number, drawings: number): Steps {
  const n = Math.max(2, Math.min(drawings, frames, 24))
  return [
    {
      frames,
      moments: wavePhases(n).map((phase, i) => ({
        ...{ name: `wave ${i + 1}`, off: Math.floor(phase * frames), stage: 1, role: 'key' as const, drawing: null },
      })),
    },
  ]
}

/** The drawings of a wave for the moments that have none. */
function drawingsFor(
  scene: Scene,
  stack: Stack,
  { steps, wave, from }: { steps: Steps; wave: CycleWave; from: number },
) {
  const rest = stack.drawings[wave.rest]
  const taken: string[] = []
  const all = steps[0]!.moments.flatMap((m, moment) => {
    if (m.drawing !== null) return []
    const content = rest && contentAt(scene, stack, rest, wave, moment / steps[0]!.moments.length)
    const number = freeNumber(stack, String(from + m.off), taken)
    taken.push(number)
    return [content && { step: 0, moment, drawing: { id: newId(), number, content } }]
  })
  return all.every(d => d) ? all.map(d => d!) : null
}

const bare = ({ frames: _frames, drawings: _drawings, ...wave }: WaveChoice) => wave

/**
 * A wave over what is drawn: in place of the drawing at rest where that is exposed last, else behind everything. Null
 * while lines are on their way.
 */
export function waveDrafts(
  scene: Scene,
  focus: Focus,
  over: WaveOver,
  choice: WaveChoice,
): { drafts: Draft[]; onFrame: number } | null {
  const [column, stack] = [writtenIn(scene, focus.column!.id)!, focus.stack!]
  const wave: CycleWave = {
    ...bare(choice),
    ...{ rest: over.rest.id, strokes: [...over.strokes], ...(over.chain ? { chain: over.chain } : {}) },
  }
  const steps = waveSteps(choice.frames, choice.drawings)
  const { onFrame, clear } = beginHere(scene, focus) ?? {
    ...{ onFrame: freeFrame(column, focus.workFrame), clear: null },
  }
  const drawings = drawingsFor(scene, stack, { steps, wave, from: onFrame })
  if (!drawings) return null
  const where = { plan: scene.plan.id, column: column.id }
  return {
    onFrame,
    drafts: [
      ...(clear ? [clear] : []),
      {
        name: 'cycle.plan',
        args: {
          ...{ ...where, cycle: newId(), onFrame, kind: 'wave', steps, times: null, derived: false, drawings, wave },
        },
      },
    ],
  }
}

const sameWave = (a: CycleWave, b: CycleWave): boolean =>
  a.amplitude === b.amplitude &&
  a.wavelength === b.wavelength &&
  a.outward === b.outward &&
  a.fromStart === b.fromStart &&
  a.grows === b.grows

/**
 * A wave made anew: with other numbers all its drawings, with another number of drawings only those that it had not.
 * Null while lines are on their way.
 */
export function rewaveDraft(
  scene: Scene,
  stack: Stack,
  column: string,
  found: CycleIn,
  choice: WaveChoice,
): Draft | null {
  const old = found.cycle.wave!
  const wave = { ...old, ...bare(choice) }
  const had = found.cycle.steps[0]!.moments
  const steps = waveSteps(choice.frames, choice.drawings).map(s => ({
    ...s,
    moments: s.moments.map((m, i) => {
      // The same place in the round: of 3 drawings, each second one of 6.
      const k = (i * had.length) / s.moments.length
      const same = sameWave(wave, old) && Number.isInteger(k) ? had[k]!.drawing : null
      return { ...m, drawing: same !== null && Object.hasOwn(stack.drawings, same) ? same : null }
    }),
  }))
  const drawings = drawingsFor(scene, stack, { steps, wave, from: found.bracket.start })
  return (
    drawings && { name: 'cycle.wave', args: { plan: scene.plan.id, column, cycle: found.id, wave, steps, drawings } }
  )
}

/** What a wave is made with as it is. */
export const choiceOf = ({ wave, steps }: Cycle): WaveChoice | null => {
  if (!wave) return null
  const { rest: _rest, strokes: _strokes, chain: _chain, ...numbers } = wave
  return { ...numbers, frames: steps[0]!.frames, drawings: steps[0]!.moments.length }
}
