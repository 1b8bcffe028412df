<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { plural } from '#core/basic'
import type { MouthSettings } from '#core/dialogue'
import { perSecond } from '#core/time'
import { useDesk } from '~/desk/desk'
import { withKey } from '~/desk/shortcuts'
import { useSounds } from '~/sound/store'
import FormRow from '~/ui/FormRow.vue'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { mouthActions, whyNoMouths } from './actions'
import { useMouths } from './store'

/** How a reading is exposed in the column, and what comes of it. */
const [desk, mouths, sounds] = [useDesk(), useMouths(), useSounds()]
const rate = computed(() => perSecond(desk.shown!.rate))
const settings = computed(() => mouths.choices.settings)
const set = (change: Partial<MouthSettings>): void => mouths.choose({ settings: { ...settings.value, ...change } })

/** Whose mouth it is: a speaker, everybody, or whoever is loud. */
const speakers = computed(() =>
  [...new Set(Object.values(desk.plan?.lines ?? {}).flatMap(l => l.speaker ?? []))].sort(),
)
const sources = computed(() => [
  { value: 'all', name: 'every line' },
  ...speakers.value.map(s => ({ value: `by ${s}`, name: `what ${s} says` })),
  ...sounds.list.map(s => ({ value: `of ${s.id}`, name: `how loud ${s.name} is` })),
])
const source = computed({
  get: () => {
    const { by, speaker, sound } = mouths.choices
    return by === 'loudness' ? `of ${sound ?? ''}` : speaker === undefined ? 'all' : `by ${speaker}`
  },
  set: to => {
    const [kind, what] = [to.slice(0, 3), to.slice(3)]
    mouths.choose(
      kind === 'of '
        ? { by: 'loudness', sound: what, speaker: undefined }
        : { by: 'reading', sound: undefined, speaker: kind === 'by ' ? what : undefined },
    )
  },
})
const SHOWN = [
  { value: 'stresses' as const, name: 'stresses only' },
  { value: 'vowels' as const, name: 'every vowel' },
  { value: 'all' as const, name: 'every sound' },
]
const shown = computed({ get: () => settings.value.shown, set: to => set({ shown: to }) })
const STEPS = [1, 2, 3].map(value => ({ value, name: ['', 'ones', 'twos', 'threes'][value]! }))
const step = computed({ get: () => settings.value.step, set: to => set({ step: to }) })
const HOW = [
  { value: 'none' as const, name: 'none' },
  { value: 'opening' as const, name: 'opening' },
  { value: 'breath' as const, name: 'a breath' },
]
/** A phrase is anticipated by 16 to 24 frames at 24 (common practice). */
const AHEAD = 16 / 24
const ahead = computed({
  get: () => (settings.value.anticipation.seconds > 0 ? settings.value.anticipation.how : 'none'),
  set: to => {
    const { seconds, how } = settings.value.anticipation
    set({ anticipation: to === 'none' ? { seconds: 0, how } : { seconds: seconds || AHEAD, how: to } })
  },
})
const over = computed({
  get: () => (mouths.choices.whole ? 'whole' : 'selected'),
  set: to => {
    const s = desk.selection
    if (to === 'selected' && !s) tell('Select frames first.')
    else mouths.choose(to === 'whole' ? { whole: true } : { whole: false, first: s!.first, last: s!.last })
  },
})
const OVER = computed(() => [
  { value: 'whole' as const, name: 'whole shot' },
  {
    value: 'selected' as const,
    name: mouths.choices.whole ? 'selected frames' : `frames ${mouths.choices.first}–${mouths.choices.last}`,
  },
])
const inFrames = (seconds: number): number => Math.round(seconds * rate.value * 100) / 100
/** A field of frames at this rate: what it holds, what it takes, and what it sets. */
interface Field {
  readonly name: string
  readonly label: string
  readonly holds: number
  readonly least: number
  readonly most: number
  readonly unit: string
  /** What is kept, where it is a time. */
  readonly seconds?: number
  readonly change: (n: number) => Partial<MouthSettings>
}
const fields = computed<Field[]>(() => {
  const { lead, anticipation, least, pause } = settings.value
  const r = rate.value
  return [
    {
      ...{ name: 'plain sounds', label: 'Frames by which plain sounds lead', holds: inFrames(lead.plain) },
      ...{ least: 0, most: Math.floor(r), unit: 'frames early', seconds: lead.plain },
      change: n => ({ lead: { plain: n / r, broad: Math.max(lead.broad, n / r) } }),
    },
    {
      ...{ name: 'broad ones', label: 'Frames by which broad sounds lead at most', holds: inFrames(lead.broad) },
      ...{ least: 0, most: Math.floor(2 * r), unit: 'at most', seconds: lead.broad },
      change: n => ({ lead: { plain: Math.min(lead.plain, n / r), broad: n / r } }),
    },
    ...(anticipation.seconds > 0
      ? [
          {
            ...{ name: 'before it', label: 'Frames before a phrase', holds: inFrames(anticipation.seconds) },
            ...{ least: 1, most: Math.floor(4 * r), unit: 'frames', seconds: anticipation.seconds },
            change: (n: number) => ({ anticipation: { ...anticipation, seconds: n / r } }),
          },
        ]
      : []),
    {
      ...{ name: 'each lasts', label: 'Frames that a mouth lasts at least', holds: least, least: 1, most: 24 },
      ...{ unit: 'frames at least', change: n => ({ least: Math.round(n) }) },
    },
    {
      ...{ name: 'shut after', label: 'Frames of silence after which it is shut', holds: pause, least: 1, most: 999 },
      ...{ unit: 'frames of silence', change: n => ({ pause: Math.round(n) }) },
    },
  ]
})
function typed(e: Event, f: Field): void {
  const field = e.target as HTMLInputElement
  const n = Number(field.value.replace(',', '.'))
  if (field.value.trim() && n >= f.least && n <= f.most) set(f.change(n))
  else tell(`Type a number from ${f.least} to ${f.most}. Nothing was changed.`)
  field.value = String(f.holds)
}

const why = computed(() => whyNoMouths())
/** What would be exposed, in words, with what the hand keeps. */
const counts = computed(() => {
  const all = mouths.draft?.args.spoken.put ?? []
  const names = new Map(mouths.set?.mouths.map(m => [m.drawing, m.name]))
  const { drawings = [] } = mouths.draft?.args.spoken ?? {}
  const of = new Map<string, number>()
  for (const [, , k] of all) {
    const name = names.get(drawings[k]!) ?? '?'
    of.set(name, (of.get(name) ?? 0) + 1)
  }
  const each = [...of].sort((a, b) => b[1] - a[1]).map(([name, n]) => `${n} ${name}`)
  return `${plural(all.length, 'mouth')}: ${each.join(', ')}.`
})
const hand = computed(() => mouths.hand.reduce((n, h) => n + h.last - h.first + 1, 0))
const follows = computed({ get: () => mouths.choices.follows, set: to => void mouths.choose({ follows: to }) })

/** What is tried out is seen in the sheet and can be played; it goes when something else is done. */
const trying = ref(false)
function show(): void {
  if (!mouths.draft) return desk.drop()
  const refused = desk.tryOut(mouths.draft, 'The reading as it would be exposed: play it, then take it.')
  if (refused) tell(refused)
}
function toggle(): void {
  trying.value = !trying.value
  if (trying.value) show()
  else desk.drop()
}
watch(
  () => mouths.choices,
  () => {
    if (trying.value) show()
  },
)
watch(
  () => desk.preview,
  now => {
    if (!now) trying.value = false
  },
)
const act = (id: string): void => {
  trying.value = false
  desk.drop()
  mouthActions.find(a => a.id === id)!.do(desk, null)
}
const release = (): void =>
  void desk.run({ name: 'mouths.release', args: { plan: desk.plan!.id, column: desk.column!.id } })
</script>

<template>
  <section
    aria-label="Exposing a reading"
    class="space-y-1.5"
  >
    <FormRow name="mouths for"
      ><PickList
        v-model="source"
        class="min-w-0 flex-1"
        :options="sources"
        label="What the mouths are for"
    /></FormRow>
    <FormRow name="shows"
      ><PickList
        v-model="shown"
        class="min-w-0 flex-1"
        :options="SHOWN"
        label="How many mouths there are"
    /></FormRow>
    <FormRow
      name="on"
      choices
      ><SwitchRow
        v-model="step"
        :options="STEPS"
        label="Exposure step of the mouths"
      />
    </FormRow>
    <FormRow
      name="a phrase"
      choices
      ><SwitchRow
        v-model="ahead"
        :options="HOW"
        label="What comes before a phrase"
      />
    </FormRow>
    <FormRow
      v-for="f in fields"
      :key="f.name"
      :name="f.name"
      :unit="f.unit"
      ><input
        class="field h-7 w-14 text-right font-mono"
        inputmode="decimal"
        :value="f.holds"
        :aria-label="f.label"
        :title="f.seconds === undefined ? undefined : `${f.seconds.toFixed(3)} s, at any rate`"
        @change="typed($event, f)"
    /></FormRow>
    <FormRow
      name="over"
      choices
      ><SwitchRow
        v-model="over"
        :options="OVER"
        label="Frames that are exposed"
      />
    </FormRow>
    <p
      v-if="why"
      class="text-soft"
    >
      Nothing to expose: {{ why }}
    </p>
    <template v-else>
      <p role="status">{{ counts }}</p>
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button push-button-main"
          :title="withKey('Expose the reading', 'mouths-expose')"
          @click="act('mouths-expose')"
        >
          {{ mouths.written?.spoken ? 'Expose it anew' : 'Expose it' }}</button><button
          type="button"
          class="push-button"
          :class="{ 'push-button-on': trying }"
          :aria-pressed="trying"
          title="Seen in the sheet and in the picture before it is taken"
          @click="toggle"
        >
          Look first
        </button>
      </div>
      <label class="flex items-center gap-1.5"
        ><input
          v-model="follows"
          type="checkbox"
        />follow the reading as it changes</label
      >
      <p v-if="mouths.changed">The reading, the mouths or how it is exposed changed since.</p>
      <div
        v-if="hand"
        class="flex flex-wrap items-center gap-1.5"
      >
        <span>{{ plural(hand, 'frame') }} by hand stay.</span
        ><button
          type="button"
          class="push-button px-2"
          title="On the selected frames, or on this one, the reading decides again"
          @click="act('mouths-anew')"
        >
          Give these back
        </button>
      </div>
      <button
        v-if="mouths.written?.spoken"
        type="button"
        class="push-button px-2"
        title="The exposures stay as they are; nothing follows the reading any more"
        @click="release"
      >
        All by hand from now on
      </button>
    </template>
  </section>
</template>
