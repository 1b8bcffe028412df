<script setup lang="ts">
import { ArrowRight } from '@lucide/vue'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { pictureOf } from './calls'
import { previewNewer, takeNewer } from './renew'
import type { Newer } from './store'
import { useShelf } from './store'

/** Newer versions of what was taken from the shelf: looked at, then taken. */
const emit = defineEmits<{ trying: [work: () => Promise<void>] }>()
const [desk, shelf] = [useDesk(), useShelf()]
const oldest = ({ copies, pencils }: Newer): number =>
  Math.min(...[...copies, ...pencils].map(c => c.original!.version))
const where = ({ copies, pencils }: Newer): string =>
  [
    copies.length ? plural(copies.length, 'copy', 'copies') + ' in this shot' : '',
    pencils.length ? 'your box of pencils' : '',
  ]
    .filter(Boolean)
    .join(', ')
const inShot = ({ copies }: Newer): boolean => copies.length > 0

function takeAll(): void {
  emit('trying', async () => {
    for (const newer of shelf.newer) await takeNewer(desk, newer)
  })
}
</script>

<template>
  <section
    v-if="shelf.newer.length"
    aria-label="Newer on the shelf"
    class="mb-2 rounded-md border border-edge bg-sheet p-2"
  >
    <div class="flex items-center justify-between">
      <h3 class="font-semibold">Newer on the shelf</h3>
      <button
        v-if="shelf.newer.length > 1"
        type="button"
        class="push-button"
        @click="takeAll"
      >
        Take all {{ shelf.newer.length }}
      </button>
    </div>
    <ul>
      <li
        v-for="n in shelf.newer"
        :key="n.thing.id"
        class="mt-2"
      >
        <p class="truncate">
          {{ n.thing.name }} <span class="text-soft">· {{ where(n) }}</span>
        </p>
        <div class="mt-1 flex items-center gap-1.5">
          <img
            :src="pictureOf({ id: n.thing.id, version: oldest(n) })"
            :alt="`Version ${oldest(n)}`"
            :title="`Version ${oldest(n)}: what is here`"
            class="h-12 w-16 rounded-sm border border-edge bg-board object-contain"
          /><ArrowRight
            :size="13"
            class="text-soft"
            aria-hidden="true"
          /><img
            :src="pictureOf(n.thing)"
            :alt="`Version ${n.thing.version}`"
            :title="`Version ${n.thing.version}`"
            class="h-12 w-16 rounded-sm border border-edge bg-board object-contain"
          />
          <span class="ml-auto flex flex-col gap-1"
            ><button
              type="button"
              class="push-button h-6"
              :disabled="!inShot(n)"
              :aria-label="`Preview version ${n.thing.version} of ${n.thing.name}`"
              :title="inShot(n) ? 'Shows the shot with it; nothing is changed' : 'Only your pencils have it'"
              @click="emit('trying', () => previewNewer(desk, n))"
            >
              Preview</button
            ><button
              type="button"
              class="push-button h-6"
              :aria-label="`Take version ${n.thing.version} of ${n.thing.name}`"
              title="All copies become as this version is; where they are and what they are called stays"
              @click="emit('trying', () => takeNewer(desk, n))"
            >
              Take
            </button></span
          >
        </div>
      </li>
    </ul>
    <p
      v-if="desk.preview"
      role="status"
      class="mt-1.5 flex items-center gap-2 text-signal"
    >
      <span class="min-w-0 flex-1">{{ desk.preview.words }}</span><button
        type="button"
        class="push-button h-6"
        @click="desk.drop()"
      >
        Back
      </button>
    </p>
  </section>
</template>
