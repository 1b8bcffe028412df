import { beatsIn } from '#core/sound'
import { plural } from '#core/basic'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { withKey } from '~/desk/shortcuts'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { beatsDraft, begunLater, endedLater, moved, sampleIn, setDraft } from './drafts'
import { useSounds } from './store'
import type { Sound } from '#core/document'
import { sampleAt, sampleOf } from '#core/time'

const hasSound = (): boolean => !!useSounds().here
const NONE = 'there is no sound yet. Drop a WAV, MP3, OGG, FLAC or M4A on the sheet.'
/** Something that is done to the sound that is worked with. */
const toSound = (
  id: string,
  name: string,
  more: Partial<Action> & { change: (sound: Sound, d: Desk) => Partial<Sound> | null },
): Action => {
  const { change, ...rest } = more
  return {
    ...{ id, name, group: 'Shot', keys: [], can: hasSound, why: NONE },
    ...rest,
    do: d => {
      const sound = useSounds().here!
      const set = change(sound, d)
      if (set) d.run(setDraft(d.plan!.id, sound, set))
    },
  }
}
const frameOf = (d: Desk): number => sampleOf(2, d.shot!.rate) - sampleOf(1, d.shot!.rate)
/** How far the playhead is behind what is heard first of a sound, samples. */
const behind = (sound: Sound, d: Desk): number => sampleOf(d.workFrame, d.shot!.rate) - sampleAt(sound, d.shot!.rate)

/** Marks what is heard at the playhead as a beat; standing on one while nothing plays takes it off. */
function tap(d: Desk): void {
  const sound = useSounds().here!
  const { rate } = d.shot!
  const at = sampleIn(sound, d.frame, rate)
  if (at === null) return tell(`${sound.name} is not heard on frame ${d.frame}.`)
  const there = (sound.beats ?? []).filter(b => b >= at && b < at + frameOf(d))
  if (there.length && d.playing) return
  d.run(beatsDraft(d.plan!.id, sound, there.length ? [] : [at], there))
}

/** Finds beats by the loudness of what is heard of a sound. */
function find(d: Desk): void {
  const sound = useSounds().here!
  const file = useSounds().file(sound.file)
  if (file?.state !== 'there') return tell(`${sound.name} is still on its way.`)
  const known = new Set(sound.beats ?? [])
  const found = beatsIn(file.peaks, sound.from, sound.to).filter(b => !known.has(b))
  if (!found.length) return tell(`Nothing in ${sound.name} becomes loud all of a sudden that is not marked.`)
  if (d.run(beatsDraft(d.plan!.id, sound, found.slice(0, 2000), [])))
    d.tellDone(`${plural(found.length, 'beat')} found. ${withKey('Poses onto them', 'side-poses')}.`)
}

/** Sounds what is selected, again and again; once more, and it stops. */
function hearSelected(d: Desk): void {
  const sounds = useSounds()
  if (sounds.hearing) return void (sounds.hearing = null)
  d.playing = false
  const s = d.selection
  const all = sounds.here && sounds.laid.find(l => l.sound.id === sounds.here!.id)
  sounds.hearing = s ? { first: s.first, last: s.last } : all ? { first: all.first, last: all.last } : null
}

/** What is heard with the shot. */
export const soundActions: readonly Action[] = [
  {
    id: 'side-sound',
    after: 'side-footage',
    name: 'Sound',
    hint: 'what is heard: placed, trimmed, louder or softer, beats',
    group: 'Look',
    keys: ['Alt+KeyV'],
    on: () => useSide().open === 'sound',
    do: () => useSide().toggle('sound'),
  },
  {
    id: 'sound-hear',
    after: 'side-sound',
    name: 'Hear the selected frames',
    hint: 'again and again, without the picture; once more to stop',
    group: 'Look',
    keys: ['Alt+Enter'],
    can: hasSound,
    why: NONE,
    on: () => !!useSounds().hearing,
    do: hearSelected,
  },
  {
    id: 'sound-off',
    after: 'sound-hear',
    name: 'Sound off',
    hint: 'nothing is heard in this browser',
    group: 'Look',
    keys: [],
    on: () => useSounds().how.off,
    do: () => useSounds().hearAs({ off: !useSounds().how.off }),
  },
  {
    id: 'sound-scrub',
    after: 'sound-off',
    name: 'Hear frames while scrubbing',
    hint: 'and stepping',
    group: 'Look',
    keys: [],
    on: () => useSounds().how.scrub,
    do: () => useSounds().hearAs({ scrub: !useSounds().how.scrub }),
  },
  {
    id: 'sound-pitch',
    after: 'sound-scrub',
    name: 'Keep the pitch at a trial rate',
    group: 'Look',
    keys: [],
    on: () => useSounds().how.pitch,
    do: () => useSounds().hearAs({ pitch: !useSounds().how.pitch }),
  },
  {
    id: 'beat-tap',
    name: 'Mark a beat here',
    hint: 'by a single key while the panel of the sound is open, also while it plays',
    group: 'Poses',
    keys: ['t'],
    first: true,
    when: () => useSide().open === 'sound',
    can: hasSound,
    why: NONE,
    do: tap,
  },
  {
    id: 'beats-find',
    name: 'Find the beats of the sound',
    hint: 'where it becomes loud all of a sudden',
    group: 'Poses',
    keys: [],
    can: hasSound,
    why: NONE,
    do: find,
  },
  {
    id: 'beats-off',
    name: 'Take all beats off the sound',
    group: 'Poses',
    keys: [],
    can: () => !!useSounds().here?.beats?.length,
    why: 'no beat is marked.',
    do: d => {
      const sound = useSounds().here!
      d.run(beatsDraft(d.plan!.id, sound, [], [...sound.beats!]))
    },
  },
  toSound('sound-here', 'Sound begins at the playhead', {
    change: (s, d) => moved(s, behind(s, d), d.shot!.rate),
  }),
  toSound('sound-earlier', 'Sound a frame earlier', { change: (s, d) => moved(s, -frameOf(d), d.shot!.rate) }),
  toSound('sound-later', 'Sound a frame later', { change: (s, d) => moved(s, frameOf(d), d.shot!.rate) }),
  toSound('sound-trim-start', 'Trim the sound before the playhead', {
    hint: 'nothing of the file is lost',
    change: (s, d) => begunLater(s, behind(s, d), d.shot!.rate),
  }),
  toSound('sound-trim-end', 'Trim the sound behind the playhead', {
    hint: 'nothing of the file is lost',
    change: (s, d) => endedLater(s, behind(s, d) + frameOf(d) - (s.to - s.from)),
  }),
  toSound('sound-mute', 'Mute the sound', {
    on: () => !!useSounds().here?.muted,
    change: s => ({ muted: !s.muted }),
  }),
  {
    id: 'sound-delete',
    name: 'Delete the sound',
    group: 'Shot',
    keys: [],
    can: hasSound,
    why: NONE,
    do: d => {
      const { id, name } = useSounds().here!
      if (d.run({ name: 'sound.remove', args: { plan: d.plan!.id, sound: id } })) d.tellDone(`${name} was deleted.`)
    },
  },
]
