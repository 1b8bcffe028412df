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

/** Sounds that come in, each from a frame on. */
const { files } = defineProps<{ files: readonly BroughtSound[] }>()
const emit = defineEmits<{ done: [] }>()
const desk = useDesk()
const sounds = useSounds()
const from = ref<'first' | 'playhead'>('first')
const busy = ref(false)

async function take(): Promise<void> {
  const frame = from.value === 'first' ? 1 : desk.workFrame
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
    <ul>
      <li
        v-for="f in files"
        :key="f.name"
        class="py-0.5"
      >
        <span class="font-mono text-[12px] break-all">{{ f.name }}</span>
        <span class="block text-[12px] text-soft">{{ f.told }}</span>
      </li>
    </ul>
    <template v-if="desk.workFrame > 1">
      <label class="flex items-center gap-1.5"
        ><input
          v-model="from"
          type="radio"
          value="first"
        />from frame 1 on</label
      >
      <label class="flex items-center gap-1.5"
        ><input
          v-model="from"
          type="radio"
          value="playhead"
        />from frame {{ desk.workFrame }} on, where the playhead is</label
      >
    </template>
    <button
      type="submit"
      class="push-button push-button-main"
      :disabled="busy"
    >
      {{ busy ? 'Keeping …' : `Import ${plural(files.length, 'sound')}` }}
    </button>
  </form>
</template>
