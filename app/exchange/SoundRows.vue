<script setup lang="ts">
import { ref } from 'vue'
import { plural } from '#core/basic'
import type { Draft } from '#core/commands'
import { useDesk } from '~/desk/desk'
import { oneStep } from '~/desk/one-step'
import { soundDraft } from '~/sound/drafts'
import { useSounds } from '~/sound/store'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import type { BroughtSound } from './found'
import FilesNamed from './FilesNamed.vue'
import FromFrame from './FromFrame.vue'

/** Sounds that come in, each from a frame on. */
const { files } = defineProps<{ files: readonly BroughtSound[] }>()
const emit = defineEmits<{ done: [] }>()
const desk = useDesk()
const sounds = useSounds()
const from = ref(1)
const busy = ref(false)

async function take(): Promise<void> {
  const frame = from.value
  const plan = desk.plan!.id
  const drafts: Draft[] = []
  let last = ''
  busy.value = true
  try {
    for (const { name, file, sound } of files) {
      const hash = await desk.session!.pictures.keep(file)
      sounds.put(hash, sound)
      const made = soundDraft(plan, { name, file: hash, samples: sound.samples }, frame)
      drafts.push(made.draft)
      last = made.id
    }
  } catch {
    return void tell('Nothing was changed.', { detail: 'The sound could not be kept in this browser.' })
  } finally {
    busy.value = false
  }
  if (!desk.run(...oneStep(drafts, `Import ${plural(files.length, 'sound')}`))) return
  tell(`${plural(files.length, 'sound')} imported; heard from frame ${frame} on.`)
  sounds.hereId = last
  emit('done')
  useSide().open = 'sound'
}
</script>

<template>
  <form
    class="space-y-2"
    @submit.prevent="take"
  >
    <h3 class="font-semibold">{{ plural(files.length, 'sound') }}, heard with the shot</h3>
    <FilesNamed :files="files" />
    <FromFrame v-model="from" />
    <button
      type="submit"
      class="push-button push-button-main"
      :disabled="busy"
    >
      {{ busy ? 'Keeping …' : `Import ${plural(files.length, 'sound')}` }}
    </button>
  </form>
</template>
