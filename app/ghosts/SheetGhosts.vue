<script setup lang="ts">
import { computed } from 'vue'
import { runAt, shownAt } from '#core/sheet'
import { HEAD, MARGIN } from '~/sheet/layout'
import { useDesk } from '~/desk/desk'
import { useGhosts } from './store'
import { useSheet } from '~/sheet/sheet'

/**
 * Beside the frames on which the ghosts of the active column are exposed: a mark with the line they are drawn with. A
 * click pins one, or takes its pin off.
 */
const { scroll } = defineProps<{ scroll: number }>()
const desk = useDesk()
const ghosts = useGhosts()
const sheet = useSheet()
const LINES = { before: 'dashed', after: 'solid', pinned: 'dotted' } as const
const marks = computed(() => {
  const column = desk.column
  if (!column || ghosts.hidden) return []
  return ghosts.here
    .filter(g => g.column.id === column.id)
    .flatMap(g => {
      const place = runAt(column.runs, g.frame) ?? shownAt(column.runs, g.frame)
      // A pinned drawing stands beside its own first exposure, if it has one.
      const at = g.side === 'pinned' ? firstOf(g.drawing) : place && { start: place.start, frames: place.run.frames }
      if (!at) return []
      const number = desk.stack!.drawings[g.drawing]?.number ?? ''
      const pinned = g.side === 'pinned'
      return [
        {
          id: g.drawing,
          side: g.side,
          strength: g.strength,
          top: (at.start - 1) * sheet.rowHeight,
          height: at.frames * sheet.rowHeight,
          words: `Ghost ${number}, ${pinned ? 'pinned: take the pin off' : `${g.side}, ${Math.round(g.strength * 100)} %: pin it`}`,
        },
      ]
    })
})
const firstOf = (drawing: string): { start: number; frames: number } | null => {
  let start = 1
  for (const chunk of desk.column!.runs.chunks) {
    for (const run of chunk.runs) {
      if (run.drawing === drawing) return { start, frames: run.frames }
      start += run.frames
    }
  }
  return null
}
</script>

<template>
  <div
    class="pointer-events-none absolute bottom-0 left-0 z-10 overflow-hidden"
    :style="{ top: `${HEAD}px`, width: `${MARGIN}px` }"
  >
    <button
      v-for="m in marks"
      :key="m.id"
      type="button"
      class="pointer-events-auto absolute w-[7px]"
      :style="{ left: `${MARGIN - 8}px`, top: `${m.top - scroll + 1}px`, height: `${Math.max(4, m.height - 2)}px` }"
      :aria-label="m.words"
      :title="m.words"
      tabindex="-1"
      @click="ghosts.togglePinned(desk.stack!.id, m.id)"
    >
      <span
        class="ml-[2px] block h-full border-l-[3px]"
        :style="{
          borderLeftStyle: LINES[m.side],
          borderColor: ghosts.rule.tints[m.side],
          opacity: 0.35 + 0.65 * m.strength,
        }"
      />
    </button>
  </div>
</template>
