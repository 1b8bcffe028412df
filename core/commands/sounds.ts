import { z } from 'zod'
import { hashSchema, idSchema, plural } from '../basic'
import type { Plan, Shot, Sound, SpokenLine, Word } from '../document/document'
import { MOST_BEATS, MOST_SOUNDS, sampleSchema, soundSchema, soundSettings } from '../document/document'
import type { Rate } from '../time'
import { momentOf, sampleAt, sampleOf } from '../time'
import { command } from './kind'
import { planOf, withPlan, without } from './parts'
import { refuse } from './refusal'

const where = { plan: idSchema, sound: idSchema }
const soundName = (shot: Shot, plan: string, id: string): string => shot.plans[plan]?.sounds?.[id]?.name ?? 'the sound'
const soundOf = (plan: Plan, id: string): Sound =>
  plan.sounds?.[id] ?? refuse('gone', 'The sound is not there any more.')
const withSound = (shot: Shot, plan: Plan, sound: Sound): Shot =>
  withPlan(shot, { ...plan, sounds: { ...plan.sounds, [sound.id]: sound } })

export const addSound = command(
  'sound.add',
  z.object({ plan: idSchema, sound: soundSchema }),
  ({ sound }) => `Sound ${sound.name} from frame ${sound.frame} on`,
  (shot, { plan: id, sound }) => {
    const plan = planOf(shot, id)
    if (plan.sounds?.[sound.id]) refuse('invalid', 'A sound with this id is there already.')
    if (Object.keys(plan.sounds ?? {}).length >= MOST_SOUNDS)
      refuse('invalid', `A plan holds at most ${MOST_SOUNDS} sounds.`)
    return withSound(shot, plan, sound)
  },
)

export const setSound = command(
  'sound.set',
  z.object({ ...where, set: soundSettings.partial() }),
  ({ plan, sound, set }, shot) => {
    const name = soundName(shot, plan, sound)
    if (set.name !== undefined) return `Name the sound ${set.name}`
    if (set.muted !== undefined) return set.muted ? `Mute ${name}` : `Unmute ${name}`
    if (set.gain !== undefined) return `${name} at ${set.gain > 0 ? '+' : ''}${set.gain} dB`
    if (set.from !== undefined || set.to !== undefined) return `Trim ${name}`
    return `${name} from frame ${set.frame ?? shot.plans[plan]?.sounds?.[sound]?.frame ?? 1} on`
  },
  (shot, { plan: id, sound, set }) => {
    const plan = planOf(shot, id)
    const { muted, ...now } = { ...soundOf(plan, sound), ...set }
    return withSound(shot, plan, { ...now, ...(muted ? { muted } : {}) })
  },
)

export const removeSound = command(
  'sound.remove',
  z.object(where),
  ({ plan, sound }, shot) => `Delete the sound ${soundName(shot, plan, sound)}`,
  (shot, { plan: id, sound }) => {
    const { sounds, ...plan } = planOf(shot, id)
    if (!sounds?.[sound]) return refuse('gone', 'The sound is not there any more.')
    const kept = without(sounds, [sound])
    const { lines, ...bare } = plan
    const alone =
      lines && mapped(lines, line => (line.sound === sound ? ofShot(line, sounds[sound]!, shot.rate) : line))
    return withPlan(shot, {
      ...bare,
      ...(alone ? { lines: alone } : {}),
      ...(Object.keys(kept).length ? { sounds: kept } : {}),
    })
  },
)

const mapped = <T>(record: Record<string, T>, f: (value: T) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(record).map(([id, v]) => [id, f(v)]))

/** A line whose sound goes: its words stay where they were heard, as moments of the shot. What was before it is left out. */
function ofShot({ sound: _s, ...line }: SpokenLine, sound: Sound, rate: Rate): SpokenLine {
  const by = sampleAt(sound, rate) - sound.from
  const later = (word: Word): Word => ({
    ...word,
    from: word.from + by,
    to: word.to + by,
    sounds: word.sounds.map(s => ({ ...s, to: s.to + by })),
  })
  const words = line.words.map(later).filter(w => w.from >= 0)
  return { ...line, words: words.length ? words : line.words }
}

export const beatSound = command(
  'sound.beats',
  z.object({
    ...where,
    /** The file that the beats are of. */
    file: hashSchema,
    /** Samples of it: those that are marked, and those that are marked no more. */
    put: z.array(sampleSchema).max(MOST_BEATS),
    taken: z.array(sampleSchema).max(MOST_BEATS),
  }),
  ({ put, taken, plan, sound }, shot) => {
    const name = soundName(shot, plan, sound)
    if (!put.length) return `Take ${plural(taken.length, 'beat')} off ${name}`
    return taken.length ? `Move ${plural(put.length, 'beat')} of ${name}` : `${plural(put.length, 'beat')} on ${name}`
  },
  (shot, { plan: id, sound, file, put, taken }) => {
    const plan = planOf(shot, id)
    const { beats = [], ...rest } = soundOf(plan, sound)
    if (rest.file !== file) refuse('changed', `${rest.name} has another file now.`)
    const gone = new Set(taken)
    const now = [...new Set([...beats.filter(b => !gone.has(b)), ...put])].sort((a, b) => a - b)
    if (now.some(b => b >= rest.samples)) refuse('invalid', 'A beat lies within its sound.')
    return withSound(shot, plan, { ...rest, ...(now.length ? { beats: now } : {}) })
  },
)

/** Sounds at another rate: each begins at the same time, or on the same frame (and as far into it as it goes). */
export function soundsAtRate(plan: Plan, from: Rate, to: Rate, keep: 'seconds' | 'frames'): Plan {
  if (!plan.sounds) return plan
  const moved = (s: Sound): Sound => {
    if (keep === 'seconds') return { ...s, ...momentOf(sampleAt(s, from), to) }
    return { ...s, offset: Math.min(s.offset, sampleOf(s.frame + 1, to) - sampleOf(s.frame, to) - 1) }
  }
  return { ...plan, sounds: mapped(plan.sounds, moved) }
}
