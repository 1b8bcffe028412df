<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { SHELF_KINDS } from '#core/document'
import type { ShelfKind, ShelfPage, ShelfThing } from '#core/document'
import SidePanel from '~/desk/SidePanel.vue'
import { useDesk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import { useSide } from '~/ui/side'
import { useTrying } from '~/ui/useTrying'
import { changeThing, shelfPage } from './calls'
import ShelfKeep from './ShelfKeep.vue'
import ShelfNewer from './ShelfNewer.vue'
import ShelfThingRow from './ShelfThingRow.vue'
import { useShelf } from './store'
import { useThing } from './use-thing'
import { KINDS } from './words'

/** The shelf of the production: what all its shots can use, each as a copy. */
const [desk, shelf, side] = [useDesk(), useShelf(), useSide()]
/** Looking at the shelf keeps nobody from using what is seen of it already. */
const [looking, doing] = [useTrying(), useTrying()]
const trying = doing.trying
const failed = computed(() => doing.failed.value || looking.failed.value)
const page = ref<ShelfPage | null>(null)
const search = ref('')
const kind = ref<ShelfKind | ''>('')
/** It may be asked for about something while it is open already. */
watch(
  () => side.about,
  about => (kind.value = (SHELF_KINDS as readonly string[]).includes(about) ? (about as ShelfKind) : ''),
  { immediate: true },
)
const shot = desk.session!.id
const locked = computed(() => !!desk.session?.readOnly)
const kinds = [{ value: '', name: 'Everything' }, ...SHELF_KINDS.map(k => ({ value: k, name: KINDS[k].many }))] as {
  value: ShelfKind | ''
  name: string
}[]
const sought = () => ({ search: search.value, kind: kind.value || null })
const copiesOf = ({ id }: ShelfThing): number => shelf.copies.filter(c => c.original.id === id).length

async function fetchFrom(from: number): Promise<void> {
  const asked = sought()
  const found = await shelfPage(shot, asked, from)
  if (JSON.stringify(asked) !== JSON.stringify(sought())) return
  page.value = from && page.value ? { ...found, things: [...page.value.things, ...found.things] } : found
}
const load = () => looking.trying(() => fetchFrom(0))
/** Also what copies in this shot are of. */
const begin = () =>
  looking.trying(async () => {
    doing.failed.value = ''
    await fetchFrom(0)
    await shelf.check()
  })
const more = () => looking.trying(() => fetchFrom(page.value?.things.length ?? 0))
/** What was typed last is looked for, also where something else was under way. */
const look = useDebounceFn(async () => {
  while (looking.busy.value) await new Promise(done => setTimeout(done, 30))
  await load()
}, 150)
watch([search, kind], () => void look())
onMounted(begin)

const use = (thing: ShelfThing) => trying(() => useThing(desk, thing))
const rename = (thing: ShelfThing, name: string) =>
  trying(async () => {
    await changeThing(thing.id, { name })
    await fetchFrom(0)
  })
const remove = (thing: ShelfThing) =>
  trying(async () => {
    await changeThing(thing.id, { deleted: true })
    await fetchFrom(0)
    tell(`“${thing.name}” is not on the shelf any more. Copies in shots stay.`, {
      offers: [{ label: 'Undo', do: () => void takeBack(thing) }],
    })
  })
const takeBack = (thing: ShelfThing) =>
  trying(async () => {
    const { name } = await changeThing(thing.id, { deleted: false })
    await fetchFrom(0)
    tell(`“${name}” is on the shelf again.`)
  })
/** What was put on the shelf is seen there. */
const keeping = (work: () => Promise<void>) =>
  trying(async () => {
    await work()
    await fetchFrom(0)
  })
const none = computed(() => page.value?.total === 0)
</script>

<template>
  <SidePanel
    :title="`Shelf of ${page?.production ?? desk.session?.production ?? ''}`"
    data-tries
  >
    <ShelfNewer
      v-if="!locked"
      @trying="trying"
    />
    <div class="flex gap-1.5">
      <input
        v-model="search"
        type="search"
        class="field h-7 min-w-0 flex-1"
        placeholder="Search the shelf"
        aria-label="Search the shelf"
        maxlength="200"
      /><PickList
        v-model="kind"
        :options="kinds"
        label="Kind of things"
      />
    </div>
    <p
      v-if="failed"
      class="mt-2 text-signal"
      role="alert"
    >
      {{ failed }}
      <button
        type="button"
        class="push-button ml-1"
        @click="begin"
      >
        Look again
      </button>
    </p>
    <p
      v-if="!page && !failed"
      class="mt-2 text-soft"
      role="status"
    >
      Looking at the shelf …
    </p>
    <template v-if="page">
      <ul class="mt-1">
        <ShelfThingRow
          v-for="t in page.things"
          :key="t.id"
          :thing="t"
          :copies="copiesOf(t)"
          :locked="locked"
          @use="use(t)"
          @rename="rename(t, $event)"
          @remove="remove(t)"
        />
      </ul>
      <button
        v-if="page.things.length < page.total"
        type="button"
        class="push-button mt-2"
        :disabled="looking.busy.value"
        @click="more"
      >
        {{ page.total - page.things.length }} more
      </button>
      <p
        v-if="none"
        class="mt-2 text-soft"
      >
        <template v-if="search || kind">Nothing like that is on the shelf.</template
        ><template v-else
          >Nothing is on the shelf yet. What is put here can be used in all shots of the production, each time as a copy
          that knows where it comes from.</template
        >
      </p>
    </template>
    <ShelfKeep
      v-if="!locked"
      :about="side.about"
      :things="page?.things ?? []"
      @trying="keeping"
    />
  </SidePanel>
</template>
