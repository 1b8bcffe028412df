/**
 * A moment of a step that has a name. `at` is its share of the step, from 0; `stage` is when it is drawn: those of stage
 * 1 first, each further stage between what is there.
 */
export interface StepMoment {
  readonly name: string
  readonly at: number
  readonly stage: number
}

/** A kind of cycle, as it is planned: how long a step (a beat) usually is, how many there are, and what is in one. */
export interface CycleKind {
  readonly id: string
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
      { name: 'contact', at: 0, stage: 1 },
      { name: 'down', at: 3 / 12, stage: 3 },
      { name: 'passing', at: 6 / 12, stage: 2 },
      { name: 'up', at: 9 / 12, stage: 3 },
    ],
  },
  {
    ...{ id: 'two-ups', name: 'Walk, two ups a step', step: 12, steps: 2, exchanged: true },
    moments: [
      { name: 'contact, up', at: 0, stage: 1 },
      { name: 'down', at: 3 / 12, stage: 3 },
      { name: 'passing, up', at: 6 / 12, stage: 2 },
      { name: 'down again', at: 9 / 12, stage: 3 },
    ],
  },
  {
    ...{ id: 'two-downs', name: 'Walk, two downs a step', step: 12, steps: 2, exchanged: true },
    moments: [
      { name: 'contact, down', at: 0, stage: 1 },
      { name: 'up', at: 3 / 12, stage: 3 },
      { name: 'passing, down', at: 6 / 12, stage: 2 },
      { name: 'up again', at: 9 / 12, stage: 3 },
    ],
  },
  {
    ...{ id: 'run', name: 'Run', step: 8, steps: 2, exchanged: true },
    moments: [
      { name: 'contact', at: 0, stage: 1 },
      { name: 'down', at: 2 / 8, stage: 3 },
      { name: 'push', at: 4 / 8, stage: 2 },
      { name: 'in the air', at: 6 / 8, stage: 3 },
    ],
  },
  {
    ...{ id: 'wings', name: 'Wing-beat', step: 8, steps: 1, exchanged: false },
    moments: [
      { name: 'wings up', at: 0, stage: 1 },
      { name: 'down-stroke', at: 2 / 8, stage: 2 },
      { name: 'wings down', at: 4 / 8, stage: 1 },
      { name: 'up-stroke', at: 6 / 8, stage: 2 },
    ],
  },
]

/** A moment of a step on its frame: so many frames after the step begins. */
export interface PlacedMoment {
  readonly name: string
  readonly off: number
  readonly stage: number
}
/** A step of a cycle: how many frames it takes, and its moments in order, the first of them at its beginning. */
export interface CycleStep {
  readonly frames: number
  readonly moments: readonly PlacedMoment[]
}
/** A cycle as it is planned: its steps, which may differ where someone limps. */
export interface CyclePlan {
  readonly steps: readonly CycleStep[]
}

/**
 * The moments of a step of so many frames. Where there are fewer frames than moments, those of later stages are left out:
 * no two stand on one frame, and the one that is drawn first is kept.
 */
export function stepOf(moments: readonly StepMoment[], frames: number): CycleStep {
  const taken = new Set<number>()
  const placed = [...moments]
    .sort((a, b) => a.stage - b.stage || a.at - b.at)
    .flatMap(({ name, at, stage }): PlacedMoment[] => {
      const off = Math.min(frames - 1, Math.round(at * frames))
      if (taken.has(off)) return []
      taken.add(off)
      return [{ name, off, stage }]
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
export interface PlannedPose {
  readonly frame: number
  readonly step: number
  readonly name: string
  readonly stage: number
}

/** The moments of a cycle, in order. */
export function plannedPoses({ steps }: CyclePlan): PlannedPose[] {
  let start = 1
  return steps.flatMap(({ frames, moments }, step) => {
    const here = moments.map(({ name, off, stage }): PlannedPose => ({ frame: start + off, step, name, stage }))
    start += frames
    return here
  })
}

/** The stages in which a cycle is drawn, in order. */
export const stagesOf = ({ steps }: CyclePlan): number[] =>
  [...new Set(steps.flatMap(s => s.moments.map(m => m.stage)))].sort((a, b) => a - b)

/** A pose that is held until the next. */
export interface HeldPose extends PlannedPose {
  readonly frames: number
}

/**
 * The poses that are there at a stage, each held until the next one, the last to the end: whatever the stage, they fill
 * the frames of the cycle, so that it can be judged. Empty before the first stage.
 */
export function atStage(plan: CyclePlan, stage: number): HeldPose[] {
  const poses = plannedPoses(plan).filter(p => p.stage <= stage)
  const end = cycleFrames(plan) + 1
  return poses.map((p, i) => ({ ...p, frames: (poses[i + 1]?.frame ?? end) - p.frame }))
}

/**
 * A frame out of each step where it drags, right after its first moment (the contact): what follows comes a frame
 * earlier. A step whose first moment has one frame only keeps it.
 */
export const shorterByOne = ({ steps }: CyclePlan): CyclePlan => ({
  steps: steps.map(step => {
    const second = step.moments[1]?.off ?? step.frames
    if (second < 2) return step
    return { frames: step.frames - 1, moments: step.moments.map(m => (m.off ? { ...m, off: m.off - 1 } : m)) }
  }),
})
