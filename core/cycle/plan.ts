/** What the pose of a moment is. */
export type MomentRole = 'key' | 'extreme' | 'breakdown'

/** What a moment of a step is, wherever it lies: those of stage 1 are drawn first, each further stage between them. */
export interface NamedMoment {
  readonly name: string
  readonly stage: number
  readonly role: MomentRole
  /** No foot is on the ground from here on, to the next contact. */
  readonly air?: boolean | undefined
}

/** A moment of a kind: `at` is its share of the step, from 0. */
export interface StepMoment extends NamedMoment {
  readonly at: number
}

/** The kinds of cycles that are known, by what is kept of them. */
export const CYCLE_KIND_IDS = ['walk', 'two-ups', 'two-downs', 'run', 'wings', 'flicker', 'wave', 'own'] as const
export type CycleKindId = (typeof CYCLE_KIND_IDS)[number]

/** A kind of cycle, as it is planned: how long a step (a beat) usually is, how many there are, and what is in one. */
export interface CycleKind {
  readonly id: CycleKindId
  readonly name: string
  /** Frames. */
  readonly step: number
  readonly steps: number
  readonly moments: readonly StepMoment[]
  /** The second half is the first one with left and right exchanged. */
  readonly exchanged: boolean
}

/**
 * Kinds to begin with. The frames of a walk are common practice: contact on 1, down on 4, passing on 7, up on 10 for a
 * step of 12; two ups or two downs a step by the same frames; a run leaves the ground between its contacts.
 */
export const CYCLE_KINDS: readonly CycleKind[] = [
  {
    ...{ id: 'walk', name: 'Walk', step: 12, steps: 2, exchanged: true },
    moments: [
      { name: 'contact', at: 0, stage: 1, role: 'key' },
      { name: 'down', at: 3 / 12, stage: 3, role: 'extreme' },
      { name: 'passing', at: 6 / 12, stage: 2, role: 'breakdown' },
      { name: 'up', at: 9 / 12, stage: 3, role: 'extreme' },
    ],
  },
  {
    ...{ id: 'two-ups', name: 'Walk, two ups a step', step: 12, steps: 2, exchanged: true },
    moments: [
      { name: 'contact, up', at: 0, stage: 1, role: 'key' },
      { name: 'down', at: 3 / 12, stage: 3, role: 'extreme' },
      { name: 'passing, up', at: 6 / 12, stage: 2, role: 'breakdown' },
      { name: 'down again', at: 9 / 12, stage: 3, role: 'extreme' },
    ],
  },
  {
    ...{ id: 'two-downs', name: 'Walk, two downs a step', step: 12, steps: 2, exchanged: true },
    moments: [
      { name: 'contact, down', at: 0, stage: 1, role: 'key' },
      { name: 'up', at: 3 / 12, stage: 3, role: 'extreme' },
      { name: 'passing, down', at: 6 / 12, stage: 2, role: 'breakdown' },
      { name: 'up again', at: 9 / 12, stage: 3, role: 'extreme' },
    ],
  },
  {
    ...{ id: 'run', name: 'Run', step: 8, steps: 2, exchanged: true },
    moments: [
      { name: 'contact', at: 0, stage: 1, role: 'key' },
      { name: 'down', at: 2 / 8, stage: 3, role: 'extreme' },
      { name: 'push', at: 4 / 8, stage: 2, role: 'breakdown' },
      { name: 'in the air', at: 6 / 8, stage: 3, role: 'extreme', air: true },
    ],
  },
  {
    ...{ id: 'wings', name: 'Wing-beat', step: 8, steps: 1, exchanged: false },
    moments: [
      { name: 'wings up', at: 0, stage: 1, role: 'key' },
      { name: 'down-stroke', at: 2 / 8, stage: 2, role: 'breakdown' },
      { name: 'wings down', at: 4 / 8, stage: 1, role: 'key' },
      { name: 'up-stroke', at: 6 / 8, stage: 2, role: 'breakdown' },
    ],
  },
  {
    ...{ id: 'flicker', name: 'Flicker', step: 6, steps: 1, exchanged: false },
    moments: [
      { name: 'high', at: 0, stage: 1, role: 'key' },
      { name: 'leaning', at: 2 / 6, stage: 1, role: 'key' },
      { name: 'low', at: 4 / 6, stage: 1, role: 'key' },
    ],
  },
  {
    ...{ id: 'own', name: 'Of one’s own', step: 8, steps: 1, exchanged: false },
    moments: [
      { name: 'first', at: 0, stage: 1, role: 'key' },
      { name: 'second', at: 4 / 8, stage: 1, role: 'key' },
    ],
  },
]

/** What a cycle of a kind is called in a sentence: “walk”, “wing-beat”; “cycle” for one of one's own. */
export function cycleWord(id: CycleKindId): string {
  if (id === 'own' || id === 'wave') return id === 'own' ? 'cycle' : 'wave'
  return CYCLE_KINDS.find(k => k.id === id)!
    .name.split(',')[0]!
    .toLowerCase()
}

/** A moment of a step on its frame: so many frames after the step begins. */
export interface PlacedMoment extends NamedMoment {
  readonly off: number
}
/** A step of a cycle: how many frames it takes, and its moments in order, the first of them at its beginning. */
export interface CycleStep<M extends PlacedMoment = PlacedMoment> {
  readonly frames: number
  readonly moments: readonly M[]
}
/** A cycle as it is planned: its steps, which may differ where someone limps. */
export interface CyclePlan<M extends PlacedMoment = PlacedMoment> {
  readonly steps: readonly CycleStep<M>[]
}

/**
 * The moments of a step of so many frames. Where there are fewer frames than moments, those of later stages are left out:
 * no two stand on one frame, and the one that is drawn first is kept.
 */
export function stepOf(moments: readonly StepMoment[], frames: number): CycleStep {
  const taken = new Set<number>()
  const placed = [...moments]
    .sort((a, b) => a.stage - b.stage || a.at - b.at)
    .flatMap(({ at, ...moment }): PlacedMoment[] => {
      const off = Math.min(frames - 1, Math.round(at * frames))
      if (taken.has(off)) return []
      taken.add(off)
      return [{ ...moment, off }]
    })
  return { frames, moments: placed.sort((a, b) => a.off - b.off) }
}

/** A cycle of a kind, with steps as long as they usually are, or as they are told. */
export const planOfKind = (
  { step, steps, moments }: CycleKind,
  lengths: readonly number[] = Array.from({ length: steps }, () => step),
): CyclePlan => ({ steps: lengths.map(frames => stepOf(moments, frames)) })

/** How many frames a cycle has. */
export const cycleFrames = ({ steps }: CyclePlan): number => steps.reduce((sum, s) => sum + s.frames, 0)

/** A moment of a cycle on its frame; frame 1 is that of its first one. */
export type PlannedPose<M extends PlacedMoment = PlacedMoment> = M & { readonly frame: number; readonly step: number }

/** The moments of a cycle, in order. */
export function plannedPoses<M extends PlacedMoment>({ steps }: CyclePlan<M>): PlannedPose<M>[] {
  let start = 1
  return steps.flatMap(({ frames, moments }, step) => {
    const here = moments.map((moment): PlannedPose<M> => ({ ...moment, frame: start + moment.off, step }))
    start += frames
    return here
  })
}

/** The stages in which a cycle is drawn, in order. */
export const stagesOf = ({ steps }: CyclePlan): number[] =>
  [...new Set(steps.flatMap(s => s.moments.map(m => m.stage)))].sort((a, b) => a - b)

/** A pose that is held until the next. */
export type HeldPose<M extends PlacedMoment = PlacedMoment> = PlannedPose<M> & { readonly frames: number }

/**
 * The poses that are there at a stage, each held until the next one, the last to the end: whatever the stage, they fill
 * the frames of the cycle, so that it can be judged. Where two fall on one frame, the one that is drawn first is there.
 * Empty before the first stage.
 */
export function atStage<M extends PlacedMoment>(plan: CyclePlan<M>, stage: number): HeldPose<M>[] {
  const there = plannedPoses(plan).filter(p => p.stage <= stage)
  const first = new Map<number, PlannedPose<M>>()
  for (const p of there) if (!(first.get(p.frame)! && first.get(p.frame)!.stage <= p.stage)) first.set(p.frame, p)
  const poses = there.filter(p => first.get(p.frame) === p)
  const end = cycleFrames(plan) + 1
  return poses.map((p, i) => ({ ...p, frames: (poses[i + 1]?.frame ?? end) - p.frame }))
}

/**
 * A frame out of each step where it drags, right after its first moment (the contact): what follows comes a frame
 * earlier. A step whose first moment has one frame only keeps it.
 */
export const shorterByOne = <M extends PlacedMoment>({ steps }: CyclePlan<M>): CyclePlan<M> => ({
  steps: steps.map(step => {
    const second = step.moments[1]?.off ?? step.frames
    if (second < 2) return step
    return { frames: step.frames - 1, moments: step.moments.map(m => (m.off ? { ...m, off: m.off - 1 } : m)) }
  }),
})
