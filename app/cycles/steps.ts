import type { CycleKind, CycleKindId } from '#core/cycle'
import { CYCLE_KINDS, cycleFrames, planOfKind } from '#core/cycle'
import type { Cycle, CycleMoment } from '#core/document'
import { LONGEST_STEP, MOST_MOMENTS, MOST_STEPS } from '#core/document'

/** The steps of a cycle, as they are planned. */
export type Steps = Cycle['steps']

export const kindOf = (id: CycleKindId): CycleKind => CYCLE_KINDS.find(k => k.id === id) ?? CYCLE_KINDS.at(-1)!

/** The steps of a kind, with nothing drawn yet. */
export const stepsOfKind = (id: CycleKindId, lengths?: readonly number[]): Steps =>
  planOfKind(kindOf(id), lengths).steps.map(s => ({
    frames: s.frames,
    moments: s.moments.map(({ air, ...m }) => ({ ...m, ...(air ? { air: true as const } : {}), drawing: null })),
  }))

const inRange = (n: number, least: number, most: number): number => Math.max(least, Math.min(most, Math.round(n)))

/** Steps with a moment on another frame: between those beside it, the first at the beginning. */
export function movedMoment(steps: Steps, step: number, moment: number, off: number): Steps {
  const { frames, moments } = steps[step]!
  if (moment === 0) return steps
  const [before, after] = [moments[moment - 1]!.off, moments[moment + 1]?.off ?? frames]
  if (after - before < 2) return steps
  const to = inRange(off, before + 1, after - 1)
  return changed(steps, step, { moments: moments.map((m, i) => (i === moment ? { ...m, off: to } : m)) })
}

/** Steps of which one has another length; its moments lie where they did, as shares of it. */
export function longerStep(steps: Steps, step: number, frames: number): Steps {
  const old = steps[step]!
  const now = inRange(frames, 1, LONGEST_STEP)
  let least = 0
  const moments = old.moments.map((m, i) => {
    const off = i === 0 ? 0 : Math.min(now - 1, Math.max(least, Math.round((m.off * now) / old.frames)))
    least = Math.min(now - 1, off + 1)
    return { ...m, off }
  })
  return changed(steps, step, { frames: now, moments })
}

/** Steps whose moments lie on every so many frames, as far as there is room; the first stays, and their order. */
export function onEvery(steps: Steps, every: number): Steps {
  if (every <= 1) return steps
  return steps.map(s => {
    let least = 0
    const moments = s.moments.map((m, i) => {
      const to = Math.max(least, Math.round(m.off / every) * every)
      const room = s.frames - (s.moments.length - i)
      const off = i === 0 ? 0 : to <= room ? to : Math.max(m.off, Math.min(least, room))
      least = off + 1
      return { ...m, off }
    })
    return { ...s, moments }
  })
}

/** As many steps as are wanted: like the first ones, without drawings. */
export function withSteps(steps: Steps, count: number): Steps {
  const n = inRange(count, 1, MOST_STEPS)
  return Array.from({ length: n }, (_, i) => steps[i] ?? bare(steps[i % steps.length]!))
}

const bare = (step: Steps[number]): Steps[number] => ({
  ...step,
  moments: step.moments.map(m => ({ ...m, drawing: null })),
})

/** A moment more in a step, in its widest gap; the same steps where there is no room. */
export function withMoment(steps: Steps, step: number, name: string): Steps {
  const { frames, moments } = steps[step]!
  const gaps = moments.map((m, i) => (moments[i + 1]?.off ?? frames) - m.off)
  const widest = gaps.indexOf(Math.max(...gaps))
  if (gaps[widest]! < 2 || moments.length >= MOST_MOMENTS) return steps
  const off = moments[widest]!.off + Math.floor(gaps[widest]! / 2)
  const stage = Math.min(8, Math.max(...moments.map(m => m.stage)))
  const made: CycleMoment = { name, off, stage, role: 'breakdown', drawing: null }
  return changed(steps, step, { moments: [...moments.slice(0, widest + 1), made, ...moments.slice(widest + 1)] })
}

/** Steps without a moment; the first of a step stays. */
export const withoutMoment = (steps: Steps, step: number, moment: number): Steps =>
  moment === 0 ? steps : changed(steps, step, { moments: steps[step]!.moments.filter((_, i) => i !== moment) })

/** Steps of which a moment is otherwise: its name, or when it is drawn. */
export const changedMoment = (
  steps: Steps,
  step: number,
  moment: number,
  to: Partial<Pick<CycleMoment, 'name' | 'stage'>>,
): Steps => changed(steps, step, { moments: steps[step]!.moments.map((m, i) => (i === moment ? { ...m, ...to } : m)) })

const changed = (steps: Steps, step: number, to: Partial<Steps[number]>): Steps =>
  steps.map((s, i) => (i === step ? { ...s, ...to } : s))

/** The second half of steps as long as the first, with the same moments; drawings stay where they are. */
export function likeFirstHalf(steps: Steps): Steps {
  const n = steps.length / 2
  return steps.map((s, i) => {
    const first = i < n ? null : steps[i - n]
    if (!first) return s
    return { ...first, moments: first.moments.map((m, k) => ({ ...m, drawing: s.moments[k]?.drawing ?? null })) }
  })
}

/** Where a step begins, in frames after the cycle does. */
export const stepStart = (steps: Steps, step: number): number => cycleFrames({ steps: steps.slice(0, step) })
