<script setup lang="ts">
import { computed } from 'vue'
import { Download, SquareTerminal } from '@lucide/vue'
import { safeName } from '#core/formats/naming'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { useHistory } from '~/desk/history'
import { saveFile } from '~/ui/save-file'
import { exportData } from './data'
import { timelineAlone } from './make'
import SheetCsv from './SheetCsv.vue'
import { shotsBeside } from './gather'
import { tell } from '~/ui/messages'

const desk = useDesk()
const history = useHistory()
const name = computed(() => safeName(desk.shot!.name))
const notes = computed(() => Object.values(desk.plan!.notes ?? {}))
const waiting = computed(() => history.saving.state !== 'saved')

const sheet = (): void => void exportData('sheet', `${name.value}-sheet.json`)
const tracks = (): void => void exportData('tracks', `${name.value}-sheet.otio`)
const shot = (): void => void exportData('shot', `${name.value}.json`)
const lines = computed(() => Object.keys(desk.plan!.lines ?? {}).length)
const spoken = (): void => void exportData('lines', `${name.value}-lines.vtt`)
const vtt = (): void => void exportData('notes', `${name.value}-notes.vtt`)
async function timeline(): Promise<void> {
  try {
    const { production } = desk.session!
    const text = timelineAlone(production, await shotsBeside(desk.shot!.id))
    saveFile(`${safeName(production, 'shots')}.otio`, new Blob([text], { type: 'application/json' }))
  } catch (error) {
    tell('The timeline could not be exported.', { detail: (error as Error).message })
  }
}
const rows = computed(() => [
  {
    title: 'Sheet as JSON',
    words: 'Columns, exposures, charts and notes of this plan, by the published schema “sheet.schema.json”.',
    label: 'Export sheet as JSON',
    do: sheet,
    can: true,
  },
  {
    title: 'Sheet as OpenTimelineIO',
    words: 'A track for each column, a clip for each exposure, notes as markers.',
    label: 'Export sheet as OpenTimelineIO',
    do: tracks,
    can: true,
  },
  {
    title: 'Notes as timed text',
    words: notes.value.length
      ? `${plural(notes.value.length, 'note')} as WebVTT, with the times of the shot.`
      : 'There are no action notes in this plan.',
    label: 'Export notes',
    do: vtt,
    can: notes.value.length > 0,
  },
  {
    title: 'Spoken lines as timed text',
    words: lines.value
      ? `${plural(lines.value, 'line')} as WebVTT, with who speaks and when each word begins.`
      : 'No line is read in this plan.',
    label: 'Export lines',
    do: spoken,
    can: lines.value > 0,
  },
  {
    title: 'Timeline of the production',
    words: `All shots of ${desk.session!.production} in their order, as OpenTimelineIO. With their movies or images: export several shots.`,
    label: 'Export timeline',
    do: timeline,
    can: true,
  },
  {
    title: 'Shot as JSON',
    words: 'The document with all plans, by the published schema “shot.schema.json”. Strokes are named, not in it.',
    label: 'Export shot as JSON',
    do: shot,
    can: true,
  },
])
</script>

<template>
  <div class="mt-3"><SheetCsv :name="name" /></div>
  <template
    v-for="r in rows"
    :key="r.title"
  >
    <hr class="my-3 border-edge" />
    <section>
      <h3 class="font-semibold">{{ r.title }}</h3>
      <p class="text-soft">{{ r.words }}</p>
      <button
        type="button"
        class="push-button mt-1"
        :disabled="!r.can"
        @click="r.do"
      >
        <Download :size="14" />{{ r.label }}
      </button>
    </section>
  </template>
  <hr class="my-3 border-edge" />
  <section>
    <h3 class="font-semibold">The whole shot</h3>
    <p class="text-soft">
      An archive with the plan and every stroke. Any Fintro imports it as a new shot, from its list of shots.
    </p>
    <p
      v-if="waiting"
      class="mt-1"
    >
      Not everything is saved yet; the archive holds what the server has.
    </p>
    <a
      class="push-button mt-1"
      :href="`/api/shots/${desk.shot!.id}/archive`"
      download
      ><Download :size="14" />Export archive</a
    >
  </section>
  <hr class="my-3 border-edge" />
  <section>
    <h3 class="font-semibold">For scripts</h3>
    <p class="text-soft">
      Everything that is done here a script can do, too: routes and commands with examples. The id of this shot is
      <span class="font-mono text-[12px] break-all select-all">{{ desk.shot!.id }}</span>.
    </p>
    <a
      class="push-button mt-1"
      href="/api/reference"
      target="_blank"
      ><SquareTerminal :size="14" />Drive Fintro from a script</a
    >
  </section>
</template>
