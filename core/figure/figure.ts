import { z } from 'zod'
import type { Vec } from '../motion'
import { nearestTurn, polar } from '../motion'
import { finite, idSchema, label } from '../basic'

export const vecSchema = z.object({ x: finite, y: finite })

/** What is drawn on a bone. Points and sizes in px of the figure at size 1, as [along the bone, across it]. */
export const shapeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('limb'), width: z.number().positive().max(400) }),
  z.object({
    kind: z.literal('ellipse'),
    at: z.number(),
    along: z.number().positive(),
    across: z.number().positive(),
    fill: z.enum(['paper', 'tone']),
  }),
  z.object({
    kind: z.literal('polygon'),
    points: z
      .array(z.tuple([finite, finite]))
      .min(2)
      .max(64),
    closed: z.boolean(),
    width: z.number().positive().max(100),
    fill: z.enum(['paper', 'tone', 'ink', 'glow']).nullable(),
  }),
])

/** One part of a figure: a stiff length that turns about its beginning. */
export const boneSchema = z.object({
  id: idSchema,
  name: label,
  /** The bone at whose end this one begins; null begins at the figure's place. */
  parent: idSchema.nullable(),
  /** px at size 1. */
  length: z.number().positive().max(4000),
  /** Angle to the parent's direction (or to the figure's turn) when the pose's own angle is 0; radians. */
  rest: finite,
  /** Hangs free: its angle is measured against the picture, not against its parent. */
  hangs: z.boolean().optional(),
  side: z.enum(['near', 'far', 'middle']),
  shapes: z.array(shapeSchema).max(12),
})

/** Two bones that reach together for a point: an arm, a leg. */
export const chainSchema = z.object({
  id: idSchema,
  name: label,
  upper: idSchema,
  lower: idSchema,
  /** To which side the joint between them bends: +1 clockwise of the way to the end, −1 the other way. */
  bend: z.union([z.literal(1), z.literal(-1)]),
  /**
   * Stands: an end that is at the same place in two poses stays there between them, and the bone beyond keeps its
   * angle.
   */
  stands: z.boolean(),
  /** The bone beyond the end (a foot, a hand), if any. */
  tip: idSchema.nullable(),
})

/** A jointed figure, as data. Bones are listed from back to front. */
export const figureSchema = z
  .object({
    id: idSchema,
    name: label,
    version: z.number().int().min(1),
    /** Squashes and stretches along its first bone, its area kept. */
    stretches: z.boolean(),
    /** Pulling the end of its first bone turns and sizes it: a picture, a part drawn once. */
    sizes: z.boolean().optional(),
    bones: z.array(boneSchema).min(1).max(64),
    chains: z.array(chainSchema).max(16),
  })
  .superRefine((f, ctx) => {
    const ids = new Set(f.bones.map(b => b.id))
    if (ids.size !== f.bones.length) ctx.addIssue({ code: 'custom', message: 'Two bones have the same id.' })
    const parents = new Map(f.bones.map(b => [b.id, b.parent]))
    for (const b of f.bones) {
      let at: string | null | undefined = b.parent
      for (let i = 0; at !== null; i++) {
        if (at === undefined || !parents.has(at) || i > f.bones.length) {
          ctx.addIssue({
            code: 'custom',
            message: `The bone ${b.name} has no parent that leads to the figure's place.`,
          })
          return
        }
        at = parents.get(at)
      }
    }
    for (const c of f.chains) {
      if (![c.upper, c.lower, ...(c.tip ? [c.tip] : [])].every(id => ids.has(id)))
        ctx.addIssue({ code: 'custom', message: `The chain ${c.name} names a bone that is not there.` })
    }
  })

const between = (least: number, most: number, words: string) => z.number().min(least, words).max(most, words)
const sizeSchema = between(0.01, 100, 'A figure is a hundredth of its size at least, and 100 times it at most.')
const stretchSchema = between(0.1, 10, 'A figure is stretched to a tenth at least, and to 10 times at most.')
const lengthSchema = between(0.05, 20, 'A bone is a twentieth of its length at least, and 20 times it at most.')

/** How a figure stands in one drawing. Angles in radians over the rest, clockwise as seen; whole turns are kept. */
export const poseSchema = z.object({
  place: vecSchema,
  turn: finite,
  size: sizeSchema,
  /** Length along the figure's axis over its rest length; across it is 1/stretch, so the area is kept. */
  stretch: stretchSchema,
  angles: z.record(idSchema, finite),
  /** Lengths of bones over those of the figure: its proportions, where they are not the same in all drawings. */
  lengths: z.record(idSchema, lengthSchema).optional(),
  /** Seen in a mirror that stands upright at its place. */
  mirror: z.boolean().optional(),
})

/** What a breakdown of some parts fixes of a pose; what is missing follows the chart. */
export const fixedSchema = z.object({
  place: vecSchema.optional(),
  turn: finite.optional(),
  size: sizeSchema.optional(),
  stretch: stretchSchema.optional(),
  angles: z.record(idSchema, finite),
})

export type Shape = z.infer<typeof shapeSchema>
export type Bone = z.infer<typeof boneSchema>
export type Chain = z.infer<typeof chainSchema>
export type Figure = z.infer<typeof figureSchema>
export type Pose = z.infer<typeof poseSchema>
export type Fixed = z.infer<typeof fixedSchema>

/** Where a bone lies in the picture: px and radians. */
export interface Laid {
  readonly start: Vec
  readonly tip: Vec
  readonly angle: number
}

/** The pose in which every bone lies as the figure was made. */
export const restPose = (place: Vec, size = 1): Pose => ({ place, turn: 0, size, stretch: 1, angles: {} })

interface Built {
  readonly byId: ReadonlyMap<string, Bone>
  readonly order: readonly { readonly bone: Bone; readonly parent: string | null }[]
}
const built = new WeakMap<Figure, Built>()

/** Bones by id, and in an order in which each comes after its parent. */
function buildOf(f: Figure): Built {
  const known = built.get(f)
  if (known) return known
  const byId = new Map(f.bones.map(b => [b.id, b]))
  const order: { bone: Bone; parent: string | null }[] = []
  const placed = new Set<string>()
  const place = (bone: Bone): void => {
    if (placed.has(bone.id)) return
    placed.add(bone.id)
    if (bone.parent !== null) place(byId.get(bone.parent)!)
    order.push({ bone, parent: bone.parent })
  }
  f.bones.forEach(place)
  const made = { byId, order }
  built.set(f, made)
  return made
}

export const boneOf = (f: Figure, id: string): Bone => {
  const bone = buildOf(f).byId.get(id)
  if (!bone) throw new RangeError(`${f.name} has no bone ${id}.`)
  return bone
}

/** Length of a bone in the picture, px: stretched on the first bone of a figure that stretches. */
export const boneLength = (f: Figure, bone: Bone, pose: Pose): number =>
  bone.length * pose.size * lengthIn(pose, bone.id) * (f.stretches && bone === f.bones[0] ? pose.stretch : 1)

/** How much longer a bone is in a pose than its figure says. */
export const lengthIn = (pose: Pose, bone: string): number => pose.lengths?.[bone] ?? 1

/** A direction seen in the mirror of a pose, if there is one. */
const seenIn = (pose: Pose, angle: number): number => (pose.mirror ? Math.PI - angle : angle)

/** Forward kinematics: where each bone of a posed figure lies. */
export function layBones(f: Figure, pose: Pose): Map<string, Laid> {
  const laid = new Map<string, Laid>()
  for (const { bone, parent } of buildOf(f).order) {
    const holder = parent === null ? null : laid.get(parent)!
    const start = holder ? holder.tip : pose.place
    const from = bone.hangs || !holder ? pose.turn : holder.angle
    const angle = from + bone.rest + (pose.angles[bone.id] ?? 0)
    laid.set(bone.id, { start, angle, tip: polar(start, boneLength(f, bone, pose), angle) })
  }
  return pose.mirror
    ? new Map(
        [...laid].map(([id, l]) => [
          id,
          { start: mirrored(l.start, pose.place), tip: mirrored(l.tip, pose.place), angle: Math.PI - l.angle },
        ]),
      )
    : laid
}

const mirrored = (p: Vec, about: Vec): Vec => ({ x: 2 * about.x - p.x, y: p.y })

/**
 * The pose with one bone turned so that it lies in a direction of the picture; the stored angle stays nearest to the
 * old one.
 */
export function turnBone(f: Figure, pose: Pose, boneId: string, direction: number): Pose {
  const lying = layBones(f, pose).get(boneOf(f, boneId).id)!
  const old = pose.angles[boneId] ?? 0
  return {
    ...pose,
    angles: { ...pose.angles, [boneId]: nearestTurn(old + seenIn(pose, direction) - seenIn(pose, lying.angle), old) },
  }
}

/** The same with what the bone carries kept in its direction: of an arm whose elbow is raised the hand still hangs. */
export function turnBoneAlone(f: Figure, pose: Pose, boneId: string, direction: number): Pose {
  const turned = turnBone(f, pose, boneId, direction)
  const by = turned.angles[boneId]! - (pose.angles[boneId] ?? 0)
  const carried = f.bones.filter(b => b.parent === boneId && !b.hangs)
  const angles = { ...turned.angles }
  for (const { id } of carried) {
    const old = pose.angles[id] ?? 0
    angles[id] = nearestTurn(old - by, old)
  }
  return { ...turned, angles }
}

/** Where points of a bone's shapes lie, given along the bone and across it: stretched, sized and mirrored with it. */
export function onBone(
  f: Figure,
  pose: Pose,
  bone: Bone,
  { start, angle }: Laid,
): (p: readonly [along: number, across: number]) => Vec {
  const stretch = f.stretches && bone === f.bones[0] ? pose.stretch : 1
  const size = pose.size * lengthIn(pose, bone.id)
  const side = angle + (pose.mirror ? -Math.PI / 2 : Math.PI / 2)
  return ([a, c]) => polar(polar(start, a * size * stretch, angle), (c * size) / stretch, side)
}
