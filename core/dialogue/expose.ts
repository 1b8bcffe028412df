import type { Rate } from '../time'
import { frameAt, perSecond } from '../time'
import type { Mouth, MouthSet } from './mouths'
import { broadness, isVowel, meets, mouthFor, mouthOf, MOUTHS, SOUNDS } from './mouths'

/** A sound as it was read: seconds from the start of frame 1. */
export interface Heard {
  readonly sound: string
  readonly start: number
  readonly end: number
  /** Of a vowel: 1 the main stress of its word, 2 a lesser one, 0 none. */
  readonly stress?: 0 | 1 | 2 | undefined
}

/** A spoken line: the frames that it has, and its sounds in order. */
export interface Line {
  readonly first: number
  readonly last: number
  readonly sounds: readonly Heard[]
}

/** How a reading becomes exposures. Times in seconds hold at any rate. */
export interface MouthSettings {
  /** How much earlier than its sound a mouth comes; a broad one up to `broad`, where there is room. */
  readonly lead: { readonly plain: number; readonly broad: number }
  /** So long before a phrase the mouth opens, a little, or as for a breath; 0 for not at all. */
  readonly anticipation: { readonly seconds: number; readonly how: 'opening' | 'breath' }
  /** Which sounds get a mouth of their own, besides those at which lips meet. */
  readonly shown: 'stresses' | 'vowels' | 'all'
  /** A mouth stays for so many frames at least; one at which lips meet for one. */
  readonly least: number
  /** On ones, twos …, counted from the first frame of the line. */
  readonly step: number
  /** In silence of more frames than that the mouth is shut. */
  readonly pause: number
}

/** Leads of two to four frames at 24, anticipation of 16 to 24: common practice. */
export const USUAL_MOUTHS: MouthSettings = {
  lead: { plain: 2 / 24, broad: 8 / 24 },
  anticipation: { seconds: 0, how: 'opening' },
  shown: 'vowels',
  least: 2,
  step: 1,
  pause: 8,
}

/** A mouth on the frames that it is exposed; `sound` is which one of the line it shows, if any. */
export interface MouthExposure {
  readonly frame: number
  readonly frames: number
  readonly mouth: Mouth
  readonly drawing: string
  readonly sound: number | null
}

/** Something that wants to begin between two frames, and how much it matters: the least comes first. */
interface Wish {
  readonly at: number
  readonly mouth: Mouth
  readonly sound: number | null
  readonly earliest: number
  readonly latest: number
  readonly matters: number
}
/** A wish that was granted, from a frame on. */
interface Granted extends Wish {
  readonly frame: number
}

/**
 * The mouths of a line, exposed from its first frame to its last. Where there is no room for all, those at which lips
 * meet come first, then silence, stresses, vowels and the rest. None comes later than its sound less the plain lead,
 * but on the line's own first frame; neighbours that are shown by one drawing become one. Empty for a set without drawings.
 */
export function exposeLine(line: Line, set: MouthSet, settings: MouthSettings, rate: Rate): MouthExposure[] {
  const shapes = new Map(SOUNDS.map(sound => [sound, shapeIn(set, sound)]))
  const wishes = [...soundWishes(line, shapes, settings, rate), ...restWishes(line, settings, rate)].sort(
    (a, b) => a.at - b.at || a.latest - b.latest,
  )
  const frames = granted(wishes, line, settings)
  const fitted = wishes.flatMap((wish, i): Granted[] => (frames[i] === NONE ? [] : [{ ...wish, frame: frames[i]! }]))
  const opened = anticipated(fitted, line, settings, rate)
  return joined(opened, line, set)
}

/** How a sound is shaped: as the set has it by hand, else as the sound is. */
function shapeIn({ mouths, sounds }: MouthSet, sound: string): Mouth {
  const told = sounds?.[sound]
  return mouths.find(m => m.id === told)?.shape ?? mouthOf(sound)
}

/** How long before its sound a mouth begins at the earliest, s. */
const leadOf = (mouth: Mouth, stressed: boolean, { plain, broad }: MouthSettings['lead']): number =>
  plain + Math.max(0, broad - plain) * broadness(mouth) * (stressed ? 1 : 0.5)

const ONLY_WHEN = { stresses: 1, vowels: 3, all: 4 } as const

function soundWishes(
  { sounds }: Line,
  shapes: ReadonlyMap<string, Mouth>,
  { lead, shown }: MouthSettings,
  rate: Rate,
): Wish[] {
  return sounds.flatMap(({ sound, start, stress }, i): Wish[] => {
    const mouth = shapes.get(sound) ?? mouthOf(sound)
    const stressed = stress === 1 || stress === 2
    const matters = meets(sound) ? 0 : isVowel(sound) ? (stressed ? 1 : 3) : 4
    if (matters > ONLY_WHEN[shown]) return []
    const latest = frameAt(start - lead.plain, rate)
    const earliest = Math.min(latest, frameAt(start - leadOf(mouth, stressed, lead), rate))
    return [{ at: start, mouth, sound: i, earliest, latest, matters }]
  })
}

/** The mouth shuts where nothing is said for long enough, also before the first sound and after the last. */
function restWishes({ first, last, sounds }: Line, { pause }: MouthSettings, rate: Rate): Wish[] {
  const after = sounds.flatMap(({ end }, i): Wish[] => {
    const frame = frameAt(end, rate) + (end * perSecond(rate) - (frameAt(end, rate) - 1) > 1e-6 ? 1 : 0)
    const next = sounds[i + 1]
    const until = next ? frameAt(next.start, rate) : last + 1
    const long = next ? until - frame > pause : frame <= last
    return long ? [rest(end, frame, until - 1)] : []
  })
  return [rest(Number.NEGATIVE_INFINITY, first, first), ...after]
}
const rest = (at: number, earliest: number, latest: number): Wish => ({
  ...{ at, mouth: 'shut', sound: null, earliest, latest, matters: 0.5 },
})

/** On the step, counted from the first frame of the line; never later. */
const onGrid = (frame: number, first: number, step: number): number => first + Math.floor((frame - first) / step) * step

/** A wish without a frame was not granted. */
const NONE = 0

/** On which frame each wish begins: lips that meet, then all others, those that matter most first. */
function granted(wishes: readonly Wish[], line: Line, settings: MouthSettings): Int32Array {
  const frames = new Int32Array(wishes.length).fill(NONE)
  fitMeeting(frames, wishes, line.first, settings)
  const classes = [...new Set(wishes.map(w => w.matters))].filter(m => m > 0).sort((a, b) => a - b)
  for (const matters of classes) fitClass(frames, wishes, matters, line, settings)
  return frames
}

/** Lips meet for every sound for which they do: pulled earlier where two come close, off the step where they must. */
function fitMeeting(frames: Int32Array, wishes: readonly Wish[], first: number, { step }: MouthSettings): void {
  let following = -1
  for (let i = wishes.length - 1; i >= 0; i--) {
    const wish = wishes[i]!
    if (wish.matters !== 0) continue
    const next = following < 0 ? Number.POSITIVE_INFINITY : frames[following]!
    const stepped = onGrid(wish.latest, first, step)
    const frame = Math.max(first, Math.min(stepped < next ? stepped : wish.latest, next - 1))
    // At the very beginning there may be no frame left: shut lips are seen before any others.
    if (frame === next) {
      if (wishes[following]!.mouth === 'shut' || wish.mouth !== 'shut') continue
      frames[following] = NONE
    }
    frames[i] = frame
    following = i
  }
}

/** Those that matter so much, where there is room for them between what is there already. */
function fitClass(
  frames: Int32Array,
  wishes: readonly Wish[],
  matters: number,
  { first, last }: Line,
  settings: MouthSettings,
): void {
  let [before, after] = [-1, 0]
  for (let i = 0; i < wishes.length; i++) {
    const wish = wishes[i]!
    if (frames[i] !== NONE) before = i
    else if (wish.matters === matters) {
      after = Math.max(after, i + 1)
      while (after < wishes.length && frames[after] === NONE) after += 1
      const from = before < 0 ? first : frames[before]! + leastOf(wishes[before]!, settings)
      const until = (after < wishes.length ? frames[after]! : last + 1) - leastOf(wish, settings)
      const soonest = wish.sound === null ? wish.earliest : onGrid(wish.earliest, first, settings.step)
      const frame = stepUp(Math.max(soonest, from), first, settings.step)
      const latest = wish.sound === null ? wish.latest : Math.max(first, wish.latest)
      if (frame > Math.min(latest, until)) continue
      frames[i] = frame
      before = i
    }
  }
}

const leastOf = ({ matters }: Wish, { least }: MouthSettings): number => (matters === 0 ? 1 : least)
/** The next frame on the step. */
const stepUp = (frame: number, first: number, step: number): number => first + Math.ceil((frame - first) / step) * step

/** The share of a breath in which it is drawn; then it is held. */
const DRAWN = 0.6

/** Where a phrase begins after rest the mouth opens before it, as long before as there is room for. */
function anticipated(fitted: readonly Granted[], { first }: Line, settings: MouthSettings, rate: Rate): Granted[] {
  const { seconds, how } = settings.anticipation
  const ahead = Math.round(seconds * perSecond(rate))
  if (ahead <= 0) return [...fitted]
  return fitted.flatMap((g, i) => {
    const before = fitted[i - 1]
    if (!before || before.sound !== null || g.sound === null) return [g]
    const frame = stepUp(Math.max(g.frame - ahead, before.frame + settings.least), first, settings.step)
    const room = g.frame - frame
    if (room < settings.least) return [g]
    const slight = { ...before, mouth: 'a little open' as const, frame }
    if (how === 'opening' || room < 2 * settings.least) return [slight, g]
    // A breath is drawn by an open mouth, and held by one that is nearly shut.
    const held = stepUp(frame + Math.max(settings.least, Math.round(room * DRAWN)), first, settings.step)
    const breath = { ...before, mouth: 'open' as const, frame }
    return g.frame - held >= settings.least ? [breath, { ...slight, frame: held }, g] : [breath, g]
  })
}

/** From each to the next, to the end of the line; neighbours alike are one. */
function joined(fitted: readonly Granted[], { first, last, sounds }: Line, set: MouthSet): MouthExposure[] {
  const out: MouthExposure[] = []
  const shown = new Map(MOUTHS.map(m => [m, mouthFor(set, m)]))
  const told = new Map(set.mouths.map(m => [m.id, m]))
  for (const { frame, mouth, sound } of fitted) {
    const own = sound === null ? undefined : set.sounds?.[sounds[sound]!.sound]
    const drawing = (told.get(own ?? '') ?? shown.get(mouth))?.drawing
    if (drawing === undefined || frame > last) continue
    const before = out.at(-1)
    if (before?.drawing === drawing) continue
    if (before) out[out.length - 1] = { ...before, frames: frame - before.frame }
    out.push({ frame: before ? frame : first, frames: 0, mouth, drawing, sound })
  }
  const end = out.at(-1)
  if (end) out[out.length - 1] = { ...end, frames: last + 1 - end.frame }
  return out
}
