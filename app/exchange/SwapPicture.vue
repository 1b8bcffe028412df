<script setup lang="ts">
import { computed, ref } from 'vue'
import { byNumber } from '#core/basic'
import { asDrawn } from '#core/stroke'
import { useDesk } from '~/desk/desk'
import { newId } from '~/sync/ids'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import { isDrawing, isRefused, readFile } from './import-files'
import type { SwapTo } from './swap'
import { fileOf, heightOf, partFrom, swapFrom, swappable } from './swap'

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
const shelf = () => {
  const { pictures, strokes } = desk.session!
  return { addImage: pictures.add, addStroke: strokes.add.bind(strokes) }
}
const height = (): number => heightOf(subject.value, desk.scene!.strokeBy)

function swap(was: typeof subject.value, stack: string, to: SwapTo | null): void {
  if (!to) tell('There is nothing on it. Nothing was swapped.')
  else if (desk.run({ name: 'picture.swap', args: { stack, subject: was.id, was: fileOf(was), to } }))
    desk.tellDone(`${was.name} was swapped wherever it is placed.`)
}
async function forFile(e: Event): Promise<void> {
  const field = e.target as HTMLInputElement
  const [file] = field.files ?? []
  field.value = ''
  if (!file) return
  const [was, stack] = [subject.value, desk.stack!.id]
  const item = await readFile(file, desk.shot!.rate)
  if (isDrawing(item)) swap(was, stack, await swapFrom(item, height(), { shelf: shelf(), newId }))
  else tell(`${file.name} was not taken: ${isRefused(item) ? item.reason : 'it is no picture.'}`)
}
async function forDrawing(): Promise<void> {
  const [was, stack] = [subject.value, desk.stack!]
  const refs = stack.drawings[from.value]!.content.strokes
  try {
    const by = await desk.session!.strokes.all(refs.map(r => r.hash))
    const strokes = refs.map(r => asDrawn(by[r.hash]!, r))
    swap(was, stack.id, partFrom(strokes, height(), { shelf: shelf(), newId }))
  } catch (error) {
    tell('What is drawn could not be fetched. Nothing was swapped.', { detail: (error as Error).message })
  }
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
    <div class="flex flex-wrap items-center gap-1.5">
      <button
        type="button"
        class="push-button"
        title="PNG, JPEG, WebP or SVG; it keeps its places and its height"
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
