<script setup lang="ts">
import { computed } from 'vue'
import { Trash2, Volume2, VolumeX } from '@lucide/vue'
import { plural } from '#core/basic'
import { LEAST_GAIN, MOST_GAIN } from '#core/document'
import type { Sound } from '#core/document'
import { frameOfSample, MAX_FRAMES, SOUND_CLOCK, sampleAt, sampleOf } from '#core/time'
import { useDesk } from '~/desk/desk'
import { drawingsOn } from '~/desk/drawings-on'
import { oneStep } from '~/desk/one-step'
import { withKey } from '~/desk/shortcuts'
import SidePanel from '~/desk/SidePanel.vue'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import { useSide } from '~/ui/side'
import BeatList from './BeatList.vue'
import { beatFramesOf, begunLater, endedLater, setDraft } from './drafts'
import HearingForm from './HearingForm.vue'
import { useSounds } from './store'
import { soundActions } from './actions'

/** The sounds of the shot: where they are heard, how much of them, how loud, and their beats. */
const [desk, side, sounds] = [useDesk(), useSide(), useSounds()]
const sound = computed(() => sounds.here!)
const rate = computed(() => desk.shown!.rate)
const choices = computed(() => sounds.list.map(s => ({ value: s.id, name: s.name })))
const shownSound = computed({ get: () => sound.value.id, set: id => (sounds.hereId = id) })
const laid = computed(() => sounds.laid.find(l => l.sound.id === sound.value.id)!)
const set = (change: Partial<Sound>): void => void desk.run(setDraft(desk.plan!.id, sound.value, change))
const act = (id: string): void => soundActions.find(a => a.id === id)!.do(desk, null)

const state = computed(() => {
  void sounds.arrivals
  const file = sounds.file(sound.value.file)
  if (file?.state === 'away') return `It cannot be heard: ${file.reason}`
  return file?.state === 'there' ? '' : 'On its way …'
})
const seconds = (samples: number): number => Math.round((samples / SOUND_CLOCK) * 1000) / 1000

/** What a field of the panel sets: what it holds, and the least and most that it takes. */
interface Field {
  holds: () => number
  least: number
  most: () => number
  change: (n: number) => Partial<Sound>
}
/** A field that was typed in: what it means is set, or it goes back to what holds. */
function typed(e: Event, { holds, least, most, change }: Field): void {
  const field = e.target as HTMLInputElement
  const n = Number(field.value.replace(',', '.').replace('−', '-'))
  if (field.value.trim() && n >= least && n <= most()) set(change(n))
  else tell(`Type a number from ${least} to ${most()}. Nothing was changed.`)
  field.value = String(holds())
}
/** Into a frame one goes by its samples less one. */
const within = computed(() => sampleOf(sound.value.frame + 1, rate.value) - sampleOf(sound.value.frame, rate.value) - 1)
const fields = {
  frame: {
    holds: () => sound.value.frame,
    least: 1,
    most: () => MAX_FRAMES,
    change: n => ({ frame: Math.round(n) }),
  },
  offset: {
    holds: () => sound.value.offset,
    least: 0,
    most: () => within.value,
    change: n => ({ offset: Math.round(n) }),
  },
  from: {
    holds: () => seconds(sound.value.from),
    least: 0,
    most: () => seconds(sound.value.to),
    change: n => begunLater(sound.value, Math.round(n * SOUND_CLOCK) - sound.value.from, rate.value),
  },
  to: {
    holds: () => seconds(sound.value.to),
    least: 0,
    most: () => seconds(sound.value.samples),
    change: n => endedLater(sound.value, Math.round(n * SOUND_CLOCK) - sound.value.to),
  },
  gain: { holds: () => sound.value.gain, least: LEAST_GAIN, most: () => MOST_GAIN, change: n => ({ gain: n }) },
} satisfies Record<string, Field>

const beats = computed(() => beatFramesOf(sound.value, rate.value))
function newDrawings(): void {
  const drafts = drawingsOn(desk.scene!, desk.focus!, beats.value)
  if (typeof drafts === 'string') tell(drafts)
  else desk.run(...oneStep(drafts, 'New drawings on the beats'))
}
const inFrames = computed(() => {
  const start = sampleAt(sound.value, rate.value)
  const end = start + sound.value.to - sound.value.from
  return `heard on frames ${laid.value.first} to ${frameOfSample(end - 1, rate.value)}`
})
</script>

<template>
  <SidePanel
    title="Sound"
    :words="sounds.here ? sound.name : undefined"
  >
    <template v-if="!sounds.here">
      <p>
        A sound is heard while the shot plays, frame by frame while you scrub, and in the movie: WAV, MP3, OGG, FLAC or
        M4A, up to 20 minutes and 64 MB. Drop it on the sheet. The sound of footage comes along with it.
      </p>
      <button
        type="button"
        class="push-button push-button-main mt-2"
        @click="side.open = 'import'"
      >
        <Volume2 :size="14" />Import a sound …
      </button>
    </template>
    <div
      v-else
      class="space-y-2"
    >
      <PickList
        v-if="choices.length > 1"
        v-model="shownSound"
        class="w-full"
        :options="choices"
        label="Sound"
      />
      <p class="text-soft">{{ seconds(sound.samples).toFixed(2) }} s; {{ inFrames }}.</p>
      <p
        v-if="state"
        role="status"
      >
        {{ state }}
      </p>
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button"
          :aria-pressed="!!sounds.hearing"
          :title="withKey('The selected frames, or all of the sound, again and again', 'sound-hear')"
          @click="act('sound-hear')"
        >
          <Volume2 :size="14" />{{ sounds.hearing ? 'Stop hearing' : 'Hear it' }}</button
        ><button
          type="button"
          class="push-button"
          :class="{ 'push-button-on': sound.muted }"
          :aria-pressed="!!sound.muted"
          @click="act('sound-mute')"
        >
          <VolumeX :size="14" />Mute</button
        ><button
          type="button"
          class="push-button ml-auto px-2"
          aria-label="Delete the sound"
          title="Delete the sound"
          @click="act('sound-delete')"
        >
          <Trash2 :size="14" />
        </button>
      </div>
      <div class="flex flex-wrap items-center gap-1.5">
        <label class="flex items-center gap-1.5"
          >begins on frame<input
            class="field h-7 w-14 text-right font-mono"
            inputmode="numeric"
            :value="sound.frame"
            aria-label="Frame on which the sound begins"
            @change="typed($event, fields.frame)" /></label
        ><label class="flex items-center gap-1.5"
          >+<input
            class="field h-7 w-14 text-right font-mono"
            inputmode="numeric"
            :value="sound.offset"
            aria-label="Samples after the beginning of the frame"
            @change="typed($event, fields.offset)"
          />samples</label
        >
      </div>
      <div class="flex flex-wrap items-center gap-1.5">
        <label class="flex items-center gap-1.5"
          >heard from<input
            class="field h-7 w-18 text-right font-mono"
            inputmode="decimal"
            :value="seconds(sound.from)"
            aria-label="Heard from, seconds of the file"
            @change="typed($event, fields.from)" /></label
        ><label class="flex items-center gap-1.5"
          >to<input
            class="field h-7 w-18 text-right font-mono"
            inputmode="decimal"
            :value="seconds(sound.to)"
            aria-label="Heard to, seconds of the file"
            @change="typed($event, fields.to)"
          />s</label
        >
      </div>
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button px-2"
          title="It begins at the playhead"
          @click="act('sound-here')"
        >
          Begin here</button
        ><button
          type="button"
          class="push-button px-2"
          title="Nothing of the file is lost: the fields above bring it back"
          @click="act('sound-trim-start')"
        >
          Trim before</button
        ><button
          type="button"
          class="push-button px-2"
          title="Nothing of the file is lost: the fields above bring it back"
          @click="act('sound-trim-end')"
        >
          Trim behind
        </button>
      </div>
      <label class="flex items-center gap-2"
        >gain<input
          type="range"
          class="min-w-0 flex-1"
          min="-24"
          max="12"
          step="0.5"
          :value="sound.gain"
          aria-label="Gain of the sound, dB"
          @change="set({ gain: Number(($event.target as HTMLInputElement).value) })"
        /><input
          class="field h-7 w-14 text-right font-mono"
          inputmode="decimal"
          :value="sound.gain"
          aria-label="Gain, dB, typed"
          @change="typed($event, fields.gain)"
        />dB</label
      >

      <h3 class="pt-2 font-semibold">Beats</h3>
      <p class="text-soft">
        {{ withKey('Tap them', 'beat-tap') }} while it plays, or find them. Poses that are dragged near one go onto it.
      </p>
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button"
          @click="act('beat-tap')"
        >
          Mark a beat here</button
        ><button
          type="button"
          class="push-button"
          title="Where it becomes loud all of a sudden"
          @click="act('beats-find')"
        >
          Find them
        </button>
      </div>
      <template v-if="beats.length">
        <BeatList :sound="sound" />
        <div class="flex flex-wrap gap-1.5">
          <button
            type="button"
            class="push-button"
            title="The poses that are there are put on the beats; shown first"
            @click="side.open = 'poses'"
          >
            Poses onto them …</button
          ><button
            type="button"
            class="push-button px-2"
            :title="`A new blank drawing of ${desk.column?.name ?? 'the column'} on each beat, held until the next`"
            @click="newDrawings"
          >
            New drawings</button
          ><button
            type="button"
            class="push-button px-2"
            :title="`Take ${plural(beats.length, 'beat')} off`"
            @click="act('beats-off')"
          >
            All off
          </button>
        </div>
      </template>
    </div>
    <HearingForm class="mt-4 border-t border-edge pt-2" />
  </SidePanel>
</template>
