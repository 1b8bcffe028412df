import { defineStore } from 'pinia'
import type { Ref } from 'vue'
import { computed, ref, watch } from 'vue'
import type { Heard } from '#core/dialogue'
import { byHand, heardAloud, USUAL_MOUTHS } from '#core/dialogue'
import type { Column, Mouths, Plan, Shot } from '#core/document'
import { linesOf, soundsHeard } from '#core/document'
import type { Frames } from '#core/sheet'
import { peakOver } from '#core/sound'
import { sampleAt, SOUND_CLOCK } from '#core/time'
import { useDesk } from '~/desk/desk'
import { useReading } from '~/reading/store'
import { laidSounds } from '~/sound/lanes'
import { loudnessIn, useSounds } from '~/sound/store'
import type { ExposeChoices } from './drafts'
import { exposeDraft, followDrafts, isOther, mayExpose, setHere } from './drafts'

/** Commands after which mouths may have to be exposed anew. */
const CONCERNED = /^(line|sound)\.|^mouths\.set$|^shot\.(rate|set)$/

/** Mouths: which drawings of a column show which sounds, and what is exposed in it from a reading. */
export const useMouths = defineStore('mouths', () => {
  const desk = useDesk()
  const heardBy = useHeardBy()
  /** As it is stored: what is tried out is made from it. */
  const stored = computed(() => desk.stored?.scene.shot.plans[desk.stored.scene.plan.id] ?? null)
  const written = computed<Column | null>(() => stored.value?.columns[desk.column?.id ?? ''] ?? null)
  const set = computed(() =>
    written.value && desk.shot ? setHere(written.value, desk.shot.stacks[written.value.stack]!) : null,
  )
  const { chosen, choices } = useChoices(stored, written)
  const heard = computed(() => (stored.value && desk.shot ? heardBy(choices.value, stored.value, desk.shot) : []))
  const hand = computed(() => {
    const { runs, spoken } = written.value ?? {}
    return runs && spoken ? byHand(runs, spoken) : []
  })
  /** What exposing it would do; what the hand changed stays, but on the frames that are taken anew. */
  function made(anew?: Frames) {
    const [shot, plan, column] = [desk.shot, stored.value, written.value]
    if (!shot || !plan || !column || !mayExpose(column)) return null
    return exposeDraft({ shot, plan }, column, heard.value ?? [], { choices: choices.value, anew })
  }
  const draft = computed(() => made())
  /** The reading, the set or the settings are others than those that are exposed. */
  const changed = computed(() => {
    const { spoken } = written.value ?? {}
    return !!spoken && !!draft.value && isOther(draft.value.args.spoken, spoken, hand.value)
  })

  function expose(anew?: Frames): boolean {
    const now = made(anew)
    if (!now || !desk.run(now)) return false
    chosen.value = {}
    return true
  }
  /** Chooses how it is exposed: at once where it follows, or begins or ceases to; else with the next exposing. */
  function choose(change: typeof chosen.value): void {
    chosen.value = { ...chosen.value, ...change }
    const { spoken } = written.value ?? {}
    if (spoken && (spoken.follows || change.follows !== undefined)) expose()
  }
  const put = (mouths: Mouths | null): boolean =>
    desk.run({ name: 'mouths.set', args: { plan: desk.plan!.id, column: desk.column!.id, mouths } })

  // What follows its reading goes along with every change of that.
  desk.alongWith({
    when: name => CONCERNED.test(name),
    made: shot => {
      const plan = shot.plans[desk.plan?.id ?? '']
      return plan ? followDrafts({ shot, plan }, heardBy) : []
    },
  })
  function reset(): void {
    chosen.value = {}
  }
  return { set, written, choices, heard, hand, draft, changed, expose, choose, put, reset }
})

/** How a column is exposed: as it was last, or as it is chosen now. */
function useChoices(stored: Readonly<Ref<Plan | null>>, written: Readonly<Ref<Column | null>>) {
  const [desk, sounds] = [useDesk(), useSounds()]
  const chosen = ref<{ [K in keyof ExposeChoices]?: ExposeChoices[K] | undefined }>({})
  const choices = computed<ExposeChoices>(() => {
    const usual: ExposeChoices = {
      by: Object.keys(stored.value?.lines ?? {}).length || !sounds.here ? 'reading' : 'loudness',
      settings: USUAL_MOUTHS,
      ...{ follows: true, whole: true, first: 1, last: desk.shot?.length ?? 1 },
    }
    const { drawings: _d, put: _p, ...own } = written.value?.spoken ?? { drawings: [], put: [] }
    const { speaker, sound, ...now } = { ...usual, ...own, ...chosen.value }
    if (now.by === 'reading') return { ...now, ...(speaker === undefined ? {} : { speaker }) }
    const loud = sound ?? sounds.here?.id
    return { ...now, ...(loud === undefined ? {} : { sound: loud }) }
  })
  watch(
    () => written.value?.id,
    () => (chosen.value = {}),
  )
  return { chosen, choices }
}

/** What is heard by a choice; null while the sounds that it goes by are on their way. */
function useHeardBy() {
  const [reading, sounds] = [useReading(), useSounds()]
  return (choices: ExposeChoices, plan: Plan, shot: Shot): readonly Heard[] | null => {
    void sounds.arrivals
    if (choices.by === 'reading') {
      const lines = linesOf(plan, choices.speaker)
      return lines.every(reading.isHeard) ? soundsHeard(lines, plan, shot.rate, reading.stressesIn) : null
    }
    const sound = choices.sound === undefined ? undefined : plan.sounds?.[choices.sound]
    const file = sound && sounds.file(sound.file)
    if (file?.state === 'coming') return null
    if (!sound || file?.state !== 'there') return []
    const [laid] = laidSounds([sound], shot.rate)
    const sample = (seconds: number): number => seconds * SOUND_CLOCK - sampleAt(sound, shot.rate) + sound.from
    return heardAloud(
      loudnessIn(laid!, file.peaks, shot.rate),
      laid!.first,
      shot.rate,
      (a, b) => peakOver(file.peaks, sample(a), sample(b)).power,
    )
  }
}
