<script setup lang="ts">
import { computed, ref } from 'vue'
import { Trash2 } from '@lucide/vue'
import { byName } from '#core/basic'
import { recipeName } from '#core/chart'
import type { Pass } from '#core/pass'
import type { KeptSpacing } from '#core/document'
import { giveSpacing, spacingOf } from './spans'
import { newId } from '~/sync/ids'
import MiniChart from './MiniChart.vue'
import { useDesk } from '~/desk/desk'
import { useSide } from '~/ui/side'

const { pass } = defineProps<{ pass: Pass }>()
const desk = useDesk()
const name = ref('')
const kept = computed(() => Object.values(desk.shot?.spacings ?? {}).sort(byName))
const own = computed(() => spacingOf(pass))

function keep(): void {
  const spacing = own.value
  const wanted = name.value.trim()
  if (!spacing || !wanted) return
  // The same name again is the same spacing, changed.
  const id = kept.value.find(k => k.name === wanted)?.id ?? newId()
  if (
    desk.run({
      name: 'spacing.keep',
      args: { spacing: { id, name: wanted, recipe: spacing.recipe, places: [...spacing.places] } },
    })
  )
    name.value = ''
}
function show(k: KeptSpacing): void {
  const draft = giveSpacing(desk.scene!, pass, k)
  if (draft) desk.tryOut(draft, `“${k.name}”: shown, not taken yet.`)
}
function use(k: KeptSpacing): void {
  const draft = giveSpacing(desk.scene!, pass, k)
  if (draft) desk.run(draft)
}
</script>

<template>
  <form
    class="flex items-center gap-2"
    @submit.prevent="keep"
  >
    <input
      v-model="name"
      class="field h-7 min-w-0 flex-1"
      maxlength="80"
      placeholder="Name for this spacing"
      aria-label="Name for this spacing"
      :disabled="!own"
    />
    <button
      type="submit"
      class="push-button"
      :disabled="!own || !name.trim()"
    >
      Save
    </button>
  </form>
  <button
    type="button"
    class="push-button mt-1.5"
    title="Spacings that the production keeps for all its shots"
    @click="useSide().show('shelf', 'spacing')"
  >
    Shelf …
  </button>
  <p
    v-if="!own"
    class="mt-1 text-soft"
  >
    There is nothing to save: this span has no in-betweens.
  </p>
  <ul
    class="mt-2"
    @pointerleave="desk.drop()"
  >
    <li
      v-for="k in kept"
      :key="k.id"
      class="flex items-center gap-1"
    >
      <button
        type="button"
        class="flex min-w-0 flex-1 items-center gap-2 rounded px-1 py-1 text-left hover:bg-wash"
        :disabled="!own"
        :title="`Use “${k.name}” here`"
        @pointerenter="show(k)"
        @focus="show(k)"
        @blur="desk.drop()"
        @click="use(k)"
      >
        <MiniChart :places="k.places" /><span class="min-w-0 flex-1 truncate">{{ k.name }}</span
        ><span class="text-[11.5px] text-soft">{{ recipeName(k.recipe) }}</span>
      </button>
      <button
        type="button"
        class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
        :aria-label="`Delete ${k.name}`"
        :title="`Delete “${k.name}”`"
        @click="desk.run({ name: 'spacing.forget', args: { spacing: k.id } })"
      >
        <Trash2 :size="13" />
      </button>
    </li>
  </ul>
  <p
    v-if="!kept.length"
    class="mt-2 text-soft"
  >
    No spacing is saved in this shot yet. Give this one a name to use it again.
  </p>
</template>
