import { defineStore } from 'pinia'
import type { Ref } from 'vue'
import { computed, ref } from 'vue'
import { heardIn, readText, stressesOf } from '#core/dialogue'
import type { Stretch } from '#core/dialogue'
import type { Plan, SpokenLine, Word } from '#core/document'
import { laterInShot } from '#core/document'
import { peakOver } from '#core/sound'
import { frameStart, MAX_FRAMES } from '#core/time'
import { useDesk } from '~/desk/desk'
import { useSounds } from '~/sound/store'
import { newId } from '~/sync/ids'
import { tell } from '~/ui/messages'
import { dictionary } from './dictionary'
import type { LaidLine } from './lines'
import { laidLines, settled, spanOf } from './lines'
import { useOwnWays } from './own'

/** Where a word is: its line, and its place in it. */
interface WordHere {
  readonly line: SpokenLine
  readonly at: number
  readonly word: Word
  /** How many samples later it is in the shot. */
  readonly later: number
}

/** What is spoken in the shot: its lines, and which word is worked with. */
export const useReading = defineStore('reading', () => {
  const [desk, sounds, own] = [useDesk(), useSounds(), useOwnWays()]
  // As with sounds: other changes of the shot leave these as they are.
  const lines = computed(() => desk.plan?.lines)
  const kept = computed(() => desk.plan?.sounds)
  const rate = computed(() => desk.shown?.rate)
  const laid = computed(() => (rate.value ? laidLines({ lines: lines.value, sounds: kept.value }, rate.value) : []))
  const lineId = ref('')
  const wordId = ref('')
  /** The line that is worked with: that which was selected, else the one at the playhead, else the first. */
  const here = computed(
    () =>
      laid.value.find(l => l.line.id === lineId.value) ??
      laid.value.find(l => l.first <= desk.workFrame && desk.workFrame <= l.last) ??
      laid.value[0] ??
      null,
  )
  const word = computed<WordHere | null>(() => {
    const at = here.value?.line.words.findIndex(w => w.id === wordId.value) ?? -1
    return at < 0 ? null : { line: here.value!.line, at, word: here.value!.line.words[at]!, later: here.value!.later }
  })
  const stressed = useStresses(laid, kept)

  /** Selects a word, and lets it be heard. */
  function select(line: string, id: string): void {
    lineId.value = line
    wordId.value = id
    hearWord()
  }
  function hearWord(): void {
    const w = word.value
    if (w && w.line.sound !== undefined) sounds.hearOnce(w.word.from + w.later, w.word.to - w.word.from)
  }
  /** The word some places further in its line. */
  function beside(by: 1 | -1): void {
    const l = here.value
    if (!l) return
    const at = word.value ? word.value.at + by : by > 0 ? 0 : l.line.words.length - 1
    const next = l.line.words[at]
    if (next) select(l.line.id, next.id)
  }

  const { read, reading } = useTextRead({ own: own.all })
  function reset(): void {
    lineId.value = wordId.value = ''
  }
  return { laid, lineId, wordId, here, word, ...stressed, select, hearWord, beside, read, reading, reset }
})

/** Which words are stressed, as far as the sounds of their lines are there. */
function useStresses(laid: Readonly<Ref<readonly LaidLine[]>>, kept: Readonly<Ref<Plan['sounds']>>) {
  const sounds = useSounds()
  const fileOf = ({ sound }: SpokenLine) => (sound === undefined ? null : sounds.file(kept.value?.[sound]?.file ?? ''))
  /** The stresses of any line, also one that is tried out. */
  function stressesIn(line: SpokenLine): boolean[] {
    const file = fileOf(line)
    return stressesOf(
      line.words,
      file?.state === 'there' ? (from, to) => peakOver(file.peaks, from, to).power : () => 1,
    )
  }
  /** The stresses of the lines of the shot, by their ids. */
  const stresses = computed<ReadonlyMap<string, readonly boolean[]>>(() => {
    void sounds.arrivals
    return new Map(laid.value.map(({ line }) => [line.id, stressesIn(line)]))
  })
  /** The sound of a line is there, or will never be: its stresses are what they will be. */
  const isHeard = (line: SpokenLine): boolean => fileOf(line)?.state !== 'coming'
  return { stresses, stressesIn, isHeard }
}

/** Reading a text against what is heard. */
function useTextRead({ own }: { own: () => Promise<Record<string, string>> }) {
  const [desk, sounds] = [useDesk(), useSounds()]
  const reading = ref(false)

  /** The frames that are selected (more than one), else those of the sound, else from the playhead to the end. */
  function within(): Stretch {
    const { selection: s, workFrame } = desk
    const { rate, length } = desk.shot!
    if (s && s.last > s.first) return { start: frameStart(s.first, rate), end: frameStart(s.last + 1, rate) }
    const sound = sounds.here
    return sound
      ? spanOf(sound, rate)
      : { start: frameStart(workFrame, rate), end: frameStart(Math.max(length, workFrame + 1) + 1, rate) }
  }
  function heard({ start, end }: Stretch): Stretch[] {
    const { rate } = desk.shot!
    const sound = sounds.here
    const laid = sound && sounds.laid.find(l => l.sound.id === sound.id)
    const loudness = laid && sounds.loudness.get(laid.sound.id)
    if (!loudness) return []
    return heardIn(loudness, laid.first, rate)
      .map(h => ({ start: Math.max(start, h.start), end: Math.min(end, h.end) }))
      .filter(h => h.end - h.start > 0.01)
  }

  /** Reads a text as a line, new or in the place of one; false where it cannot be. */
  async function read(text: string, { speaker, line }: { speaker: string; line: string | null }): Promise<boolean> {
    reading.value = true
    try {
      const words = await dictionary().read(text, await own())
      if (!words.length) {
        tell('There is no word in it.')
        return false
      }
      const { plan, shot } = desk
      const sound = sounds.here?.id
      const range = within()
      const later = laterInShot(sound === undefined ? {} : { sound }, plan!, shot!.rate)
      const made = settled(readText(words, heard(range), range), later)
      if (!made || range.end > MAX_FRAMES * (shot!.rate.den / shot!.rate.num)) {
        tell(
          `There is no room for ${words.length} words in ${(range.end - range.start).toFixed(1)} s. Select more frames.`,
        )
        return false
      }
      const id = line ?? newId()
      const fresh: SpokenLine = {
        ...{ id, text, words: made },
        ...(speaker ? { speaker } : {}),
        ...(sound === undefined ? {} : { sound }),
      }
      if (!desk.run({ name: 'line.put', args: { plan: plan!.id, line: fresh } })) return false
      useReading().lineId = id
      return true
    } finally {
      reading.value = false
    }
  }
  return { read, reading }
}
