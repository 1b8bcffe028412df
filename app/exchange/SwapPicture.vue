<script setup lang="ts">
import { computed, ref } from 'vue'
import { byNumber } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { newId } from '~/sync/ids'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import { isDrawing, isLayered, isRefused } from './found'
import { readFile } from './import-files'
import type { SwapTo } from './swap'
import { fileOf, heightOf, partFrom, strokesOf, swapFrom, swappable } from './swap'

/** A picture that is placed swapped for another file, or for a drawing: it stays wherever it is placed. */
const desk = useDesk()
const all = computed(() => (desk.stack ? swappable(desk.stack) : []))
const picked = ref('')
const subject = computed(() => all.value.find(s => s.id === picked.value) ?? all.value[0]!)
const choices = computed(() => all.value.map(s => ({ value: s.id, name: s.name })))
const shown = computed({ get: () => subject.value.id, set: id => (picked.value = id) })
const drawings = computed(() =>
  Object.values(desk.stack!.drawings)
    .filter(d => d.content.strokes.length)
    .sort(byNumber)
    .map(d => ({ value: d.id, name: d.number })),
)
const drawing = ref('')
const from = computed({
  get: () => (drawings.value.some(d => d.value === drawing.value) ? drawing.value : (drawings.value[0]?.value ?? '')),
  set: id => (drawing.value = id),
})
const input = ref<HTMLInputElement | null>(null)
const keeper = () => {
  const { pictures, strokes } = desk.session!
  return { addImage: pictures.add, addStroke: strokes.add.bind(strokes) }
}
const shut = computed(() =>
  desk.column?.locked || desk.column?.drawingsLocked
    ? `The drawings of the column ${desk.column.name} are locked.`
    : '',
)

/** Swaps what is chosen now, whatever is gone to meanwhile, for what is made as high as it is. */
async function swap(made: (height: number) => Promise<SwapTo | null>): Promise<void> {
  const [was, stack, session] = [subject.value, desk.stack!.id, desk.session!]
  try {
    const by = was.kind === 'part' ? await session.strokes.all(was.strokes.map(r => r.hash)) : {}
    const to = await made(heightOf(was, by))
    if (!to) tell('There is nothing on it. Nothing was swapped.')
    else if (desk.run({ name: 'picture.swap', args: { stack, subject: was.id, was: fileOf(was), to } }))
      desk.tellDone(`${was.name} was swapped wherever it is placed.`)
  } catch (error) {
    tell((error as Error).message, { detail: 'Nothing was swapped.' })
  }
}
async function forFile(e: Event): Promise<void> {
  const field = e.target as HTMLInputElement
  const [file] = field.files ?? []
  field.value = ''
  if (!file) return
  const { rate } = desk.shot!
  await swap(async height => {
    const found = await readFile(file, rate)
    const item = isLayered(found) ? found.flat : found
    if (isDrawing(item)) return swapFrom(item, height, { keeper: keeper(), newId })
    throw new Error(`${file.name} was not taken: ${isRefused(item) ? item.reason : 'it is no picture.'}`)
  })
}
function forDrawing(): Promise<void> {
  const refs = desk.stack!.drawings[from.value]!.content.strokes
  const { strokes } = desk.session!
  return swap(async height => {
    const by = await strokes.all(refs.map(r => r.hash))
    return partFrom(strokesOf(refs, by), height, { keeper: keeper(), newId })
  })
}
</script>

<template>
  <section
    v-if="all.length"
    class="mt-4 space-y-2 border-t border-edge pt-3"
  >
    <h3 class="font-semibold">Swap a picture that is placed</h3>
    <PickList
      v-model="shown"
      class="w-full"
      :options="choices"
      label="Picture that is swapped"
    />
    <p
      v-if="shut"
      class="text-signal"
    >
      {{ shut }}
    </p>
    <div class="flex flex-wrap items-center gap-1.5">
      <button
        type="button"
        class="push-button"
        title="PNG, JPEG, WebP or SVG; it keeps its places and its height"
        :disabled="!!shut"
        @click="input?.click()"
      >
        For a file …</button
      ><input
        ref="input"
        type="file"
        class="sr-only"
        accept="image/png,image/jpeg,image/webp,image/svg+xml,.svg"
        aria-label="File that it is swapped for"
        @change="forFile"
      /><template v-if="drawings.length"
        ><button
          type="button"
          class="push-button"
          title="Its lines are drawn once and placed wherever the picture was"
          :disabled="!!shut"
          @click="forDrawing"
        >
          For the drawing</button
        ><PickList
          v-model="from"
          :options="drawings"
          label="Drawing that it is swapped for"
      /></template>
    </div>
  </section>
</template>
