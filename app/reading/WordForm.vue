<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { ChevronLeft, ChevronRight, Trash2, Volume2 } from '@lucide/vue'
import type { Word } from '#core/document'
import { soundsIn } from '#core/dialogue'
import type { Spoken } from '#core/dialogue'
import { frameOfSample, SOUND_CLOCK } from '#core/time'
import { useDesk } from '~/desk/desk'
import { withKey } from '~/desk/shortcuts'
import { tell } from '~/ui/messages'
import SwitchRow from '~/ui/SwitchRow.vue'
import { readingActions } from './actions'
import { dictionary, writtenSounds } from './dictionary'
import type { LaidLine } from './lines'
import { withSounds, wordDrafts } from './lines'
import { useOwnWays } from './own'
import { useReading } from './store'

/** The word that is selected: how it is written and said, its stress, and when. */
const { line } = defineProps<{ line: LaidLine }>()
const [desk, reading, own] = [useDesk(), useReading(), useOwnWays()]
void own.ensure()
const here = computed(() => (reading.word?.line.id === line.line.id ? reading.word : null))
const word = computed(() => here.value?.word ?? null)
const rate = computed(() => desk.shown!.rate)
const bare = (text: string): string => text.toLowerCase().replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}']+$/gu, '')
const said = computed(() => word.value?.said ?? bare(word.value?.text ?? ''))
const sounds = computed(() => writtenSounds(word.value?.sounds ?? []))

const ways = shallowRef<readonly { sounds: Spoken['sounds']; guess: boolean }[]>([])
watch(
  [said, () => own.ways],
  async ([text]) => {
    ways.value = text ? await dictionary().ways(text, { ...own.ways }) : []
  },
  { immediate: true },
)

function set(change: Partial<Word>, label: string): void {
  const { line: l, at, word: w } = here.value!
  const { said: s, guess, stressed, ...rest } = { ...w, ...change }
  const now = {
    ...rest,
    ...(s ? { said: s } : {}),
    ...(guess ? { guess } : {}),
    ...(stressed === undefined ? {} : { stressed }),
  }
  if (desk.run(wordDrafts.set(desk.plan!.id, l, at, now, label))) reading.hearWord()
}
/** Says the word another way: its sounds share its time by their usual lengths. */
function say(spoken: Spoken['sounds'], more: { guess: boolean; said?: string }): void {
  const w = word.value!
  const list = soundsIn({ sounds: spoken, guess: more.guess }, 0, 1).map(({ sound, stress, end }) => ({
    ...{ sound, to: end },
    ...(stress === undefined ? {} : { stress }),
  }))
  const { guess: _g, ...fresh } = withSounds(w, list)
  set(
    {
      ...fresh,
      ...(more.guess ? { guess: true } : { guess: undefined }),
      ...(more.said ? { said: more.said } : {}),
    } as Word,
    `Say “${w.text}”`,
  )
}
async function typedSaid(e: Event): Promise<void> {
  const text = (e.target as HTMLInputElement).value.trim().slice(0, 200)
  if (!text || text === said.value) return
  const [first] = await dictionary().ways(text, { ...own.ways })
  if (first && word.value) say(first.sounds, { guess: first.guess, said: text })
}
async function typedSounds(e: Event): Promise<void> {
  const field = e.target as HTMLInputElement
  const text = field.value.trim().toUpperCase()
  if (!text || text === sounds.value) return
  const out = await dictionary().written(text)
  if (typeof out !== 'string') return say(out, { guess: false })
  tell(`${out} The sounds are those of the CMU dictionary: OW1 V ER0.`)
  field.value = sounds.value
}
function typedText(e: Event): void {
  const text = (e.target as HTMLInputElement).value.trim()
  if (text && text !== word.value!.text) set({ text: text.slice(0, 80) }, `Write “${text.slice(0, 40)}”`)
}

/** The end of one of its sounds is moved by a quarter of a frame. */
function nudge(k: number, by: 1 | -1): void {
  const { line: l, at, word: w } = here.value!
  const quarter = Math.round((SOUND_CLOCK * rate.value.den) / rate.value.num / 4)
  const draft = wordDrafts.sound(desk.plan!.id, l, at, k, w.sounds[k]!.to + by * quarter)
  if (!draft) tell('There is no room for that.')
  else if (desk.run(draft)) reading.hearWord()
}
const ending = computed(() => {
  const { word: w, later } = here.value!
  return w.sounds.map((s, k) => ({
    k,
    sound: s.sound,
    frame: frameOfSample(s.to + later - 1, rate.value),
    last: k === w.sounds.length - 1,
  }))
})

const STRESS = [
  { value: 'itself' as const, name: 'by itself' },
  { value: 'yes' as const, name: 'stressed' },
  { value: 'no' as const, name: 'not' },
]
const stress = computed({
  get: () => (word.value?.stressed === undefined ? 'itself' : word.value.stressed ? 'yes' : 'no'),
  set: to =>
    set({ stressed: to === 'itself' ? undefined : to === 'yes' } as Partial<Word>, `Stress of “${word.value!.text}”`),
})
const frames = computed(() => {
  const { word: w, later } = here.value!
  return `frames ${frameOfSample(w.from + later, rate.value)} to ${frameOfSample(w.to + later - 1, rate.value)}`
})
const kept = computed(() => own.ways[said.value] !== undefined)
const sayId = ref('')
watch(sounds, now => (sayId.value = now), { immediate: true })
const act = (id: string): void => readingActions.find(a => a.id === id)!.do(desk, null)
const TIMES = [
  ['word-start-earlier', 'begins', '−1'],
  ['word-start-later', 'begins', '+1'],
  ['word-end-earlier', 'ends', '−1'],
  ['word-end-later', 'ends', '+1'],
] as const
const nameOf = (id: string): string => readingActions.find(a => a.id === id)!.name
</script>

<template>
  <section aria-label="Word">
    <p
      v-if="!here"
      class="text-soft"
    >
      Click a word in the reading column to time it: its ends are dragged, or moved by keys.
    </p>
    <div
      v-else
      class="space-y-2"
    >
      <h3 class="font-semibold">Word {{ here.at + 1 }} of {{ here.line.words.length }}</h3>
      <div class="flex items-center gap-1.5">
        <input
          class="field h-7 min-w-0 flex-1"
          :value="here.word.text"
          aria-label="The word as it is written"
          maxlength="80"
          @change="typedText"
        /><button
          type="button"
          class="push-button px-2"
          :title="withKey('Hear the word', 'word-hear')"
          aria-label="Hear the word"
          @click="act('word-hear')"
        >
          <Volume2 :size="14" /></button
        ><button
          type="button"
          class="push-button px-2"
          aria-label="Delete the word"
          :title="withKey('Delete the word', 'word-delete')"
          @click="act('word-delete')"
        >
          <Trash2 :size="14" />
        </button>
      </div>
      <label class="flex items-center gap-2"
        >said<input
          class="field h-7 min-w-0 flex-1"
          :value="said"
          maxlength="200"
          aria-label="What is said for it, in words"
          @change="typedSaid"
      /></label>
      <label class="flex items-center gap-2"
        >sounds<input
          class="field h-7 min-w-0 flex-1 font-mono text-[12px]"
          :value="sounds"
          aria-label="Its sounds"
          @change="typedSounds"
      /></label>
      <p
        v-if="here.word.guess"
        class="text-soft"
      >
        A guess by its spelling: the dictionary has it not.
      </p>
      <fieldset
        v-if="ways.length > 1"
        class="max-h-28 overflow-y-auto"
        style="scrollbar-width: thin"
      >
        <legend class="text-soft">It can be said in {{ ways.length }} ways:</legend>
        <label
          v-for="(w, i) in ways"
          :key="i"
          class="flex items-center gap-1.5 font-mono text-[12px]"
          ><input
            type="radio"
            :checked="writtenSounds(w.sounds) === sayId"
            @change="say(w.sounds, { guess: w.guess })"
          />{{ writtenSounds(w.sounds) }}</label
        >
      </fieldset>
      <button
        v-if="said && !said.includes(' ')"
        type="button"
        class="push-button px-2"
        :title="kept ? 'It is said as in the dictionary again' : 'Every shot of this production reads it so'"
        @click="own.keep(said, kept ? null : sounds)"
      >
        {{ kept ? 'No longer so in the production' : 'So in all of the production' }}
      </button>
      <div class="flex items-center gap-2">
        <span>stress</span
        ><SwitchRow
          v-model="stress"
          :options="STRESS"
          label="Stress of the word"
        />
      </div>
      <p class="text-soft">{{ frames }}</p>
      <div class="flex flex-wrap gap-1.5">
        <button
          v-for="[id, what, by] in TIMES"
          :key="id"
          type="button"
          class="push-button px-2"
          :aria-label="`${what} ${by}: ${nameOf(id)}`"
          :title="nameOf(id)"
          @click="act(id)"
        >
          {{ what }} {{ by }}
        </button>
      </div>
      <ol
        v-if="ending.length > 1"
        class="flex flex-wrap gap-x-2"
        aria-label="Where each of these ends"
      >
        <li
          v-for="s in ending"
          :key="s.k"
          class="flex items-center font-mono text-[12px]"
        >
          {{ s.sound }}
          <template v-if="!s.last">
            <button
              v-for="by in [-1, 1] as const"
              :key="by"
              type="button"
              class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
              :aria-label="`${s.sound}, up to frame ${s.frame}: ends a quarter of a frame ${by < 0 ? 'earlier' : 'later'}`"
              :title="`Ends a quarter of a frame ${by < 0 ? 'earlier' : 'later'}`"
              @click="nudge(s.k, by)"
            >
              <component
                :is="by < 0 ? ChevronLeft : ChevronRight"
                :size="13"
              />
            </button>
          </template>
        </li>
      </ol>
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button px-2"
          :title="withKey('At the playhead', 'word-split')"
          @click="act('word-split')"
        >
          Split</button
        ><button
          type="button"
          class="push-button px-2"
          :title="withKey('With the next word', 'word-join')"
          @click="act('word-join')"
        >
          Join</button
        ><button
          type="button"
          class="push-button px-2"
          :title="withKey('The word and what follows a frame earlier', 'words-earlier')"
          @click="act('words-earlier')"
        >
          All from here −1</button
        ><button
          type="button"
          class="push-button px-2"
          :title="withKey('The word and what follows a frame later', 'words-later')"
          @click="act('words-later')"
        >
          +1
        </button>
      </div>
    </div>
  </section>
</template>
