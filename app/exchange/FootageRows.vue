<script setup lang="ts">
import { computed, ref } from 'vue'
import { plural } from '#core/basic'
import type { Draft } from '#core/commands'
import { useDesk } from '~/desk/desk'
import { footageColumn } from '~/footage/footage-in'
import { decodeSound, isUnread } from '~/sound/decode'
import { soundDraft } from '~/sound/drafts'
import { useSounds } from '~/sound/store'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import type { BroughtFootage } from './found'
import FilesNamed from './FilesNamed.vue'
import FromFrame from './FromFrame.vue'
import { oneStep } from '~/desk/one-step'

/** Footage that comes in: each file as a reference column, from a frame on. */
const { films } = defineProps<{ films: readonly BroughtFootage[] }>()
const emit = defineEmits<{ done: [] }>()
const desk = useDesk()
const from = ref(1)
const busy = ref(false)
const withSound = ref(true)
const sounding = computed(() => films.filter(f => f.found.sound))

/** Its sound, where this browser reads it. */
async function soundOfFootage(film: BroughtFootage, file: string, frame: number): Promise<Draft[]> {
  const sound = await decodeSound(film.file)
  if (isUnread(sound)) {
    tell(`The sound of ${film.name} is not read.`, { detail: sound.reason })
    return []
  }
  useSounds().put(file, sound)
  return [soundDraft(desk.plan!.id, { name: film.name, file, samples: sound.samples }, frame).draft]
}

async function take(): Promise<void> {
  const frame = from.value
  const scene = desk.scene!
  const drafts: Draft[] = []
  busy.value = true
  try {
    for (const film of films) {
      const hash = await desk.session!.pictures.keep(film.file)
      drafts.push(footageColumn(scene, film, hash, frame).draft)
      if (film.found.sound && withSound.value) drafts.push(...(await soundOfFootage(film, hash, frame)))
    }
  } catch {
    return void tell('Nothing was changed.', { detail: 'The footage could not be kept in this browser.' })
  } finally {
    busy.value = false
  }
  if (!desk.run(...oneStep(drafts, `Import ${plural(films.length, 'file')} of footage`))) return
  tell(`Footage runs in ${plural(films.length, 'new reference column')} from frame ${frame} on.`)
  emit('done')
  useSide().open = 'footage'
}
</script>

<template>
  <form
    class="space-y-2"
    @submit.prevent="take"
  >
    <h3 class="font-semibold">{{ plural(films.length, 'file') }} of footage, to work by</h3>
    <FilesNamed :files="films" />
    <FromFrame v-model="from" />
    <label
      v-if="sounding.length"
      class="flex items-center gap-1.5"
      ><input
        v-model="withSound"
        type="checkbox"
      />with {{ films.length > 1 ? `the sound of ${sounding.length}` : 'its sound' }}, which is heard and
      exported</label
    >
    <p class="text-soft">
      {{ films.length > 1 ? 'Each gets' : 'It gets' }} a reference column: seen while you work, never exported.
    </p>
    <button
      type="submit"
      class="push-button push-button-main"
      :disabled="busy"
    >
      {{ busy ? 'Keeping …' : `Import ${plural(films.length, 'file')} of footage` }}
    </button>
  </form>
</template>
