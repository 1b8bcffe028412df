<script setup lang="ts">
import { computed } from 'vue'
import { Plus, Trash2 } from '@lucide/vue'
import type { Mouth } from '#core/dialogue'
import { mouthFor, mouthOf, MOUTHS, soundsShown, SOUNDS } from '#core/dialogue'
import type { Mouths } from '#core/document'
import { LEAST_MOUTHS, MOST_MOUTHS, plainSet } from '#core/document'
import { useDesk } from '~/desk/desk'
import { newId } from '~/sync/ids'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import { useMouths } from './store'

/** The mouths of a set: what each is called, its shape, its drawing, and the sounds that it shows. */
const [desk, mouths] = [useDesk(), useMouths()]
const set = computed(() => mouths.written!.mouths!)
const drawings = computed(() =>
  Object.values(desk.stack?.drawings ?? {})
    .filter(d => d.own || d.finished)
    .map(d => ({ value: d.id, name: d.number }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true })),
)
const SHAPES = MOUTHS.map(value => ({ value, name: value }))
const rows = computed(() =>
  set.value.mouths.map(m => ({
    ...m,
    sounds: soundsShown(mouths.set!, m.id).join(' '),
    there: drawings.value.some(d => d.value === m.drawing),
  })),
)
const put = (next: Mouths): boolean => mouths.put(plainSet(next))
const change = (id: string, to: Partial<Mouths['mouths'][number]>): boolean =>
  put({ ...set.value, mouths: set.value.mouths.map(m => (m.id === id ? { ...m, ...to } : m)) })
function reshape(id: string, shape: Mouth): void {
  const m = set.value.mouths.find(x => x.id === id)!
  // A mouth that is called by its shape keeps being.
  change(id, { shape, ...(m.name === m.shape ? { name: shape } : {}) })
}
function rename(e: Event, id: string): void {
  const field = e.target as HTMLInputElement
  const name = field.value.trim().slice(0, 80)
  if (name) change(id, { name })
  else field.value = set.value.mouths.find(m => m.id === id)!.name
}
/** The sounds that it shows as they are typed: those come to it, those that were left out go to others. */
function typed(e: Event, id: string): void {
  const field = e.target as HTMLInputElement
  const wanted = field.value
    .toUpperCase()
    .split(/[\s,]+/)
    .filter(Boolean)
  const strange = wanted.find(s => !SOUNDS.includes(s))
  if (strange) tell(`${strange} is no sound of the dictionary: M B P F V L TH …`)
  else {
    const before = soundsShown(mouths.set!, id)
    const sounds: Record<string, string> = { ...set.value.sounds }
    for (const sound of wanted) if (!before.includes(sound)) sounds[sound] = id
    // What is left out goes to the mouth that is shaped most like it among the others.
    const others = { mouths: set.value.mouths.filter(m => m.id !== id) }
    for (const sound of before) if (!wanted.includes(sound)) sounds[sound] = mouthFor(others, mouthOf(sound))!.id
    put({ ...set.value, sounds })
  }
  field.value = rows.value.find(r => r.id === id)?.sounds ?? ''
}
const free = computed(() => drawings.value.find(d => !set.value.mouths.some(m => m.drawing === d.value)))
function add(): void {
  const shape = MOUTHS.find(s => !set.value.mouths.some(m => m.shape === s)) ?? 'a little open'
  const drawing = free.value?.value ?? drawings.value[0]?.value
  if (drawing) put({ ...set.value, mouths: [...set.value.mouths, { id: newId(), name: shape, shape, drawing }] })
}
const remove = (id: string): boolean => put({ ...set.value, mouths: set.value.mouths.filter(m => m.id !== id) })
const usual = (): boolean =>
  put({ mouths: set.value.mouths, ...(set.value.original ? { original: set.value.original } : {}) })
</script>

<template>
  <section
    aria-label="Mouth set"
    class="space-y-2"
  >
    <h3 class="font-semibold">{{ rows.length }} mouths</h3>
    <ol class="space-y-2">
      <li
        v-for="m in rows"
        :key="m.id"
        class="space-y-1"
      >
        <div class="flex items-center gap-1.5">
          <input
            class="field h-7 min-w-0 flex-1"
            :value="m.name"
            maxlength="80"
            :aria-label="`Name of the mouth ${m.name}`"
            @change="rename($event, m.id)"
          /><PickList
            class="w-20"
            :model-value="m.drawing"
            :options="m.there ? drawings : [{ value: m.drawing, name: 'gone' }, ...drawings]"
            :label="`Drawing of the mouth ${m.name}`"
            @update:model-value="change(m.id, { drawing: $event })"
          /><button
            type="button"
            class="push-button px-2"
            :disabled="rows.length <= LEAST_MOUTHS"
            :aria-label="`Take the mouth ${m.name} out of the set`"
            title="Take it out of the set; its drawing stays"
            @click="remove(m.id)"
          >
            <Trash2 :size="14" />
          </button>
        </div>
        <div class="flex items-center gap-1.5">
          <PickList
            class="w-28"
            :model-value="m.shape"
            :options="SHAPES"
            :label="`Shape of the mouth ${m.name}`"
            @update:model-value="reshape(m.id, $event)"
          /><input
            class="field h-7 min-w-0 flex-1 font-mono text-[12px]"
            :value="m.sounds"
            :aria-label="`Sounds of the mouth ${m.name}`"
            :title="m.sounds"
            @change="typed($event, m.id)"
          />
        </div>
      </li>
    </ol>
    <div class="flex flex-wrap gap-1.5">
      <button
        v-if="rows.length < MOST_MOUTHS"
        type="button"
        class="push-button px-2"
        @click="add"
      >
        <Plus :size="14" />One more mouth</button
      ><button
        v-if="set.sounds"
        type="button"
        class="push-button px-2"
        title="Each sound by the mouth of its shape"
        @click="usual"
      >
        Sounds as usual</button
      ><button
        type="button"
        class="push-button px-2"
        title="The drawings and their exposures stay"
        @click="mouths.put(null)"
      >
        No mouths any more
      </button>
    </div>
  </section>
</template>
