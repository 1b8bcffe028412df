<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import NumberField from '~/ui/NumberField.vue'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useDesk } from '~/desk/desk'
import { perSecond } from '#core/time'
import BurntForm from './BurntForm.vue'
import { CODECS, evened } from './choices'
import type { Codec, Container } from './choices'
import { useFramesOut } from './frames'
import { sizeAt } from './given'
import { scales } from './scales'
import { useSoundFile } from './sound-file'
import { useChoices } from './remembered'
import { useSounds } from '~/sound/store'
import { ask } from './workers'

const emit = defineEmits<{ can: [boolean] }>()
const desk = useDesk()
const choices = useChoices()
const frames = useFramesOut()
const sound = useSoundFile()
const sounds = useSounds()
/** The shot's own sounds go along. */
const own = computed(() => sounds.list.filter(s => !s.muted))
const input = ref<HTMLInputElement | null>(null)
const codecs = shallowRef<readonly Codec[] | null>(null)
const size = computed(() => evened(sizeAt(desk.shot!.picture, choices.movie.scale)))
const padded = computed(() => {
  const plain = sizeAt(desk.shot!.picture, choices.movie.scale)
  return plain.width !== size.value.width || plain.height !== size.value.height
})

async function lookFor(): Promise<void> {
  const wanted = { quality: choices.movie.quality, size: size.value, fps: perSecond(desk.shot!.rate) }
  codecs.value = await ask('movie', w => w.encodable(wanted)).catch(() => [])
}
onMounted(lookFor)
watch([size, () => choices.movie.quality], lookFor)

const named = (container: Container, codec: Codec) => ({
  value: `${container}-${codec}`,
  name: `${container === 'mp4' ? 'MP4' : 'WebM'}, ${CODECS[codec].name}`,
})
/** Until the browser has told what it encodes it is what was selected last. */
const formats = computed(() =>
  codecs.value
    ? codecs.value.flatMap(codec => CODECS[codec].containers.map(container => named(container, codec)))
    : [named(choices.movie.container, choices.movie.codec)],
)
const format = computed({
  get: () => `${choices.movie.container}-${choices.movie.codec}`,
  set: value => {
    const [container, codec] = value.split('-') as [Container, Codec]
    choices.movie = { ...choices.movie, container, codec }
  },
})
// What was selected last may not be encoded at this size, or not by this browser.
watch(formats, list => {
  if (list.length && !list.some(f => f.value === format.value)) format.value = list[0]!.value
  emit('can', list.length > 0)
})
const qualities = [
  { value: 'small' as const, name: 'Small' },
  { value: 'good' as const, name: 'Good' },
  { value: 'best' as const, name: 'Best' },
]
const picked = (e: Event): void => {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (file) void sound.open(file)
  ;(e.target as HTMLInputElement).value = ''
}
</script>

<template>
  <div class="space-y-2">
    <p
      v-if="codecs && !codecs.length"
      class="text-signal"
      role="alert"
    >
      This browser encodes no movies of {{ size.width }} × {{ size.height }} px here. Select a smaller size, or export a
      GIF or images.
    </p>
    <div class="flex flex-wrap items-center gap-2">
      <PickList
        v-if="formats.length"
        v-model="format"
        class="flex-1"
        :options="formats"
        label="Format of the movie"
      />
      <PickList
        v-model="choices.movie.scale"
        class="flex-1"
        :options="scales(desk.shot!.picture)"
        label="Size of the movie"
      />
    </div>
    <p
      v-if="padded"
      class="text-soft"
    >
      Padded to {{ size.width }} × {{ size.height }} px: movies have even sizes.
    </p>
    <div class="flex flex-wrap items-center gap-2">
      <SwitchRow
        v-model="choices.movie.quality"
        :options="qualities"
        label="Quality of the movie"
      />
      <label class="flex items-center gap-2"
        ><input
          v-model="choices.movie.background"
          type="checkbox"
        />with the background</label
      >
    </div>
    <div
      v-if="!frames.several"
      class="flex flex-wrap items-center gap-2"
    >
      <span>Shown</span>
      <NumberField
        v-model="choices.movie.loops"
        class="w-14!"
        label="How often the frames are shown"
        unit="times"
        min="1"
        max="100"
      />
    </div>
    <label
      v-else
      class="flex items-center gap-2"
      ><input
        v-model="choices.apart"
        type="checkbox"
      />A movie for each shot, with a timeline</label
    >
    <div class="flex items-center gap-2">
      <span>Slate before</span>
      <NumberField
        v-model="choices.movie.slate"
        class="w-14!"
        label="Seconds of a slate before the first frame"
        unit="s"
        min="0"
        max="10"
        step="0.5"
      />
    </div>
    <BurntForm v-model="choices.movie.burnt" />
    <label
      v-if="frames.several || own.length"
      class="flex items-center gap-2"
      ><input
        v-model="choices.movie.sound"
        type="checkbox"
      />{{
        frames.several ? 'with the sounds of the shots' : `with the sound: ${own.map(s => s.name).join(', ')}`
      }}</label
    >
    <div
      v-if="!frames.several && !(own.length && choices.movie.sound)"
      class="flex items-center gap-2"
    >
      <template v-if="sound.name">
        <span class="min-w-0 flex-1 truncate">Sound: {{ sound.name }}</span>
        <button
          type="button"
          class="push-button"
          @click="sound.forget()"
        >
          Without sound
        </button>
      </template>
      <button
        v-else
        type="button"
        class="push-button"
        :disabled="sound.reading"
        @click="input?.click()"
      >
        {{ sound.reading ? 'Reading the sound …' : 'Add a sound file …' }}
      </button>
      <input
        ref="input"
        type="file"
        accept="audio/*"
        class="hidden"
        aria-label="Sound file"
        @change="picked"
      />
    </div>
    <p
      v-if="sound.failed"
      class="text-signal"
      role="alert"
    >
      {{ sound.failed }}
    </p>
    <p
      v-else-if="sound.name && !frames.several && !(own.length && choices.movie.sound)"
      class="text-soft"
    >
      From the first exported frame on. It is not kept in the shot.
    </p>
  </div>
</template>
