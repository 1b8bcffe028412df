<script setup lang="ts">
import { useElementSize, useEventListener, useResizeObserver } from '@vueuse/core'
import { useWindowVirtualizer } from '@tanstack/vue-virtual'
import { ChevronDown, ChevronRight } from '@lucide/vue'
import { computed, onMounted, ref, watch } from 'vue'
import { plural } from '#core/basic'
import type { ProductionInList, ShotInList } from '#core/document'
import type { ShotAsk } from './asks'
import { PAGE } from './calls'
import type { Line } from './lines'
import { CARD_GAP, lineOf, linesOf, pagesOf, placeBeside, sizesOf } from './lines'
import ShotItem from './ShotItem.vue'

/** The shots that were found, under their productions. Only what is seen is there; pages come as they are scrolled to. */
const { productions, shots, as, folded, selected } = defineProps<{
  productions: readonly ProductionInList[]
  shots: ReadonlyMap<number, ShotInList>
  as: 'cards' | 'rows'
  folded: readonly string[]
  selected: ReadonlyMap<string, ShotInList>
}>()
const emit = defineEmits<{
  see: [pages: number[]]
  fold: [id: string]
  toggle: [place: number, range: boolean]
  ask: [what: ShotAsk, shot: ShotInList]
}>()

const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box, { width: 976, height: 0 })
const sizes = computed(() => sizesOf(as, width.value))
const lines = computed(() => linesOf(productions, id => folded.includes(id), sizes.value.across))
const height = (i: number): number => (lines.value[i]?.kind === 'head' ? sizes.value.head : sizes.value.shot)
/** Where the list begins on the page: what stands above it comes and goes. */
const top = ref(0)
const measure = (): void => {
  if (box.value) top.value = box.value.getBoundingClientRect().top + window.scrollY
}
const rows = useWindowVirtualizer(
  computed(() => ({
    count: lines.value.length,
    estimateSize: height,
    overscan: 4,
    // The name of the production stays at the top.
    scrollPaddingStart: sizes.value.head,
    scrollMargin: top.value,
  })),
)
onMounted(measure)
useEventListener('resize', measure)
useResizeObserver(() => (import.meta.client ? document.body : null), measure)
watch(
  () => [sizes.value, lines.value],
  () => rows.value.measure(),
)

/** What is seen, under the productions it belongs to. */
interface Seen {
  readonly line: Line
  readonly start: number
}
const sections = computed(() => {
  const by = new Map<number, Seen[]>()
  for (const { index, start } of rows.value.getVirtualItems()) {
    const line = lines.value[index]
    if (!line) continue
    by.set(line.home, [...(by.get(line.home) ?? []), { line, start: start - top.value }])
  }
  return [...by].map(([home, seen]) => {
    const [first, last] = [seen[0]!, seen.at(-1)!]
    const end = last.start + (last.line.kind === 'head' ? sizes.value.head : sizes.value.shot)
    return { production: productions[home]!, top: first.start, height: end - first.start, items: itemsOf(seen) }
  })
})
/** The shots that are seen, each with its place in its section. */
function itemsOf(seen: readonly Seen[]) {
  const one = 100 / sizes.value.across
  return seen.flatMap(({ line, start }) =>
    line.kind === 'head'
      ? []
      : Array.from({ length: line.many }, (_, i) => ({
          place: line.first + i,
          style: {
            ...{
              top: `${start - seen[0]!.start}px`,
              height: `${sizes.value.shot}px`,
              width: `${one}%`,
              left: `${i * one}%`,
            },
            // Half the gap on either side: the list itself is as much wider.
            ...(as === 'cards' ? { padding: `0 ${CARD_GAP / 2}px ${CARD_GAP}px` } : {}),
          },
        })),
  )
}
const seenPages = computed(() =>
  pagesOf(
    sections.value.flatMap(s => s.items.map(i => i.place)),
    PAGE,
  ),
)
watch(
  () => seenPages.value.join(),
  () => emit('see', seenPages.value),
  { immediate: true },
)
const isOpen = ({ id }: ProductionInList): boolean => !folded.includes(id)

/** Arrow keys go from shot to shot, also to those that are not there yet: those get the focus when they are. */
let aim: number | null = null
function reach(): void {
  const there = aim === null ? null : box.value?.querySelector<HTMLElement>(`a[data-place="${aim}"]`)
  there?.focus({ preventScroll: true })
}
watch([sections, () => shots.size], () => requestAnimationFrame(reach), { flush: 'post' })
const WAYS = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const
function onKey(e: KeyboardEvent): void {
  const way = Object.hasOwn(WAYS, e.key) ? WAYS[e.key as keyof typeof WAYS] : null
  const at = (e.target as HTMLElement).closest<HTMLElement>('a[data-place]')
  if (!way || !at || e.ctrlKey || e.metaKey || e.altKey || e.shiftKey) return
  e.preventDefault()
  aim = placeBeside(lines.value, aim ?? Number(at.dataset.place), way)
  rows.value.scrollToIndex(lineOf(lines.value, aim))
  reach()
}
</script>

<template>
  <div
    ref="box"
    class="mt-2"
    @keydown="onKey"
    @focusin="aim = null"
  >
    <div
      class="relative"
      :class="{ '-mx-2.5': as === 'cards' }"
      :style="{ height: `${rows.getTotalSize()}px` }"
    >
      <section
        v-for="{ production: p, top: from, height: high, items } in sections"
        :key="p.id"
        class="absolute inset-x-0"
        :style="{ top: `${from}px`, height: `${high}px` }"
        :aria-label="p.name"
      >
        <h2
          class="sticky top-0 z-[5] flex items-end bg-panel pt-4 text-[15px] font-semibold"
          :class="as === 'cards' ? 'mx-2.5 pb-2' : ''"
          :style="{ height: `${sizes.head}px` }"
        >
          <span class="flex w-full border-b border-edge pb-1"
            ><button
              type="button"
              class="flex min-h-6 min-w-0 items-center gap-1 rounded text-left hover:underline"
              :aria-expanded="isOpen(p)"
              @click="emit('fold', p.id)"
            >
              <component
                :is="isOpen(p) ? ChevronDown : ChevronRight"
                :size="15"
                class="shrink-0"
              /><span class="min-w-0 truncate">{{ p.name }}</span
              ><span class="shrink-0 pl-1 font-normal text-soft">{{ plural(p.count, 'shot') }}</span>
            </button></span
          >
        </h2>
        <ul v-if="items.length">
          <ShotItem
            v-for="{ place, style } in items"
            :key="place"
            class="absolute!"
            :style="style"
            :shot="shots.get(place)"
            :place="place"
            :as="as"
            :position="{ at: place - p.from + 1, of: p.count }"
            :selected="selected.has(shots.get(place)?.id ?? '')"
            :selecting="selected.size > 0"
            @toggle="emit('toggle', place, $event)"
            @ask="emit('ask', $event, shots.get(place)!)"
          />
        </ul>
      </section>
    </div>
  </div>
</template>
