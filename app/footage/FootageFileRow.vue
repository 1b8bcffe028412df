<script setup lang="ts">
import { ref } from 'vue'
import { Trash2 } from '@lucide/vue'
import { useDesk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import { footageOf, placedIn } from './footage-in'
import { footageIn, isNotRead } from './open'
import type { Filmed } from './marks'

/** Another file in the place of this one, as large as fits; or none. */
const { column } = defineProps<{ column: Filmed }>()
const desk = useDesk()
const input = ref<HTMLInputElement | null>(null)
const reading = ref(false)
const where = () => ({ plan: desk.plan!.id, column: column.id })

async function swap(e: Event): Promise<void> {
  const field = e.target as HTMLInputElement
  const [file] = field.files ?? []
  field.value = ''
  if (!file) return
  const { width, height } = column.footage
  const at = where()
  reading.value = true
  try {
    const found = await footageIn(file)
    if (isNotRead(found)) return tell(`${file.name} was not taken: ${found.reason}`)
    const fresh = footageOf({ name: file.name, found }, await desk.session!.pictures.keep(file))
    const same = found.width === width && found.height === height
    const place = same ? {} : { at: placedIn(desk.shown!.picture, found) }
    desk.run({ name: 'footage.set', args: { ...at, footage: { ...fresh, ...place } } })
  } catch {
    tell('Nothing was changed.', { detail: 'The footage could not be kept in this browser.' })
  } finally {
    reading.value = false
  }
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5">
    <button
      type="button"
      class="push-button"
      :disabled="reading"
      @click="input?.click()"
    >
      {{ reading ? 'Reading …' : 'Another file …' }}</button><input
      ref="input"
      type="file"
      class="sr-only"
      accept="video/*,image/gif,.mkv"
      aria-label="Another file of footage"
      @change="swap"
    /><button
      type="button"
      class="push-button"
      @click="desk.run({ name: 'footage.set', args: { ...where(), footage: null } })"
    >
      <Trash2 :size="13" />Take it off
    </button>
  </div>
</template>
