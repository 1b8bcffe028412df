<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { ShelfOriginal, ShelfThing } from '#core/document'
import type { Draft } from '#core/commands'
import { passHere } from '~/chart/spans'
import { useDesk } from '~/desk/desk'
import { useHistory } from '~/desk/history'
import { useLightTable } from '~/light-table/store'
import { AskFault } from '~/sync/ask'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import { changeThing, keepThing, shelfPage } from './calls'
import { spacingDrafts } from './copies'
import type { Keepable } from './keepable'
import { keepableHere, needsFiles } from './keepable'
import { useShelf } from './store'
import { KINDS } from './words'

/** Puts something of this shot on the shelf, by a new name or as the next version of what has this name. */
const { about, things } = defineProps<{
  /** What was asked to be put there: the key of something here, or a kind. */
  about: string
  /** What is seen of the shelf: what has this name is looked for again when that changes. */
  things: readonly ShelfThing[]
}>()
const emit = defineEmits<{ trying: [work: () => Promise<void>] }>()
const [desk, table, history, shelf] = [useDesk(), useLightTable(), useHistory(), useShelf()]

/** What is only tried out does not go on the shelf. */
const all = computed(() => {
  if (!desk.stored) return []
  const { scene, focus } = desk.stored
  return keepableHere(scene, focus, focus.column ? passHere(scene, focus) : null, table.pencil)
})
const picked = ref('')
const chosen = computed((): Keepable | null => all.value.find(k => k.key === picked.value) ?? all.value[0] ?? null)
const key = computed({ get: () => chosen.value?.key ?? '', set: k => (picked.value = k) })
const name = ref('')
/** The thing that has this name already: what is kept becomes its next version. */
const same = ref<ShelfThing | null>(null)
watch(
  () => about,
  () => {
    const meant = all.value.find(k => k.key === about || k.kind === about)
    if (meant) picked.value = meant.key
  },
  { immediate: true },
)
watch(
  () => chosen.value?.key,
  () => {
    const c = chosen.value
    name.value = (c?.original && shelf.known.get(c.original.id)?.name) || (c?.name ?? '')
  },
  { immediate: true },
)

async function lookUp(): Promise<void> {
  const [wanted, kind, id] = [name.value.trim(), chosen.value?.kind, desk.session?.id]
  const page = wanted && kind && id ? await shelfPage(id, { search: wanted, kind }).catch(() => null) : null
  if (wanted === name.value.trim() && kind === chosen.value?.kind)
    same.value = page?.things.find(t => t.name === wanted) ?? null
}
const soon = useDebounceFn(lookUp, 200)
watch([name, () => chosen.value?.kind], () => {
  same.value = null
  void soon()
})
watch(
  () => things,
  () => void lookUp(),
  { immediate: true },
)

const saved = computed(() => history.saving.state === 'saved')
/** What came to the shelf after this copy was taken from it. */
const missed = computed(() => {
  const [from, there] = [chosen.value?.original, same.value]
  return from && there && from.id === there.id && from.version < there.version ? there.version : null
})

/** What is here is a copy of what is on the shelf now. */
function linked(c: Keepable, { stack, plan }: { stack: string; plan: string }, thing: ShelfOriginal): Draft[] {
  const original = { id: thing.id, version: thing.version }
  if (c.subject) return [{ name: 'subject.set', args: { stack, subject: c.subject, original } }]
  if (c.column) return [{ name: 'column.set', args: { plan, column: c.column, original } }]
  const set = c.mouths ? desk.shot!.plans[plan]?.columns[c.mouths]?.mouths : undefined
  if (set) return [{ name: 'mouths.set', args: { plan, column: c.mouths!, mouths: { ...set, original } } }]
  return c.kind === 'spacing' ? spacingDrafts(desk.shot!, thing) : []
}

async function keep(): Promise<void> {
  const [c, called] = [chosen.value, name.value.trim()]
  if (!c || !called) return
  const content = c.content()
  if (!content) throw new AskFault(`Nothing of ${c.name} is on this drawing. Go to a drawing on which it is.`)
  if (needsFiles(content) && !saved.value)
    throw new AskFault('Not all of it is saved yet. It is put on the shelf when that is done: try again then.')
  // One may go on to another column, or leave the shot, before the server has answered.
  const { session } = desk
  const at = { stack: desk.stack?.id ?? '', plan: desk.plan!.id }
  const there = same.value
  const put = there
    ? { id: there.id, ...(await changeThing(there.id, { content, was: there.version })) }
    : await keepThing(session!.id, called, content)
  if (desk.session !== session) return
  const thing: ShelfOriginal = {
    ...{ id: put.id, version: put.version, kind: c.kind, name: called, of: put.version, content },
    ...{ changedAt: new Date().toISOString(), production: session!.production },
  }
  shelf.learn(thing)
  const drafts = linked(c, at, thing)
  if (drafts.length) desk.run(...drafts)
  const [own] = c.kind === 'pencil' ? [c.key.split(' ')[1]] : []
  if (own)
    table.pencils = table.pencils.map(p =>
      p.id === own ? { ...p, original: { id: put.id, version: put.version } } : p,
    )
  tell(there ? `“${called}” is version ${put.version} on the shelf now.` : `“${called}” is on the shelf.`)
}
</script>

<template>
  <section class="mt-3 border-t border-edge pt-2">
    <h3 class="font-semibold">Put on the shelf</h3>
    <form
      class="mt-1.5 space-y-1.5"
      @submit.prevent="emit('trying', keep)"
    >
      <PickList
        v-model="key"
        class="w-full"
        :options="all.map(k => ({ value: k.key, name: `${k.name} (${KINDS[k.kind].one})` }))"
        label="What is put on the shelf"
      />
      <div class="flex gap-1.5">
        <input
          v-model="name"
          class="field h-7 min-w-0 flex-1"
          maxlength="80"
          aria-label="Name on the shelf"
          placeholder="Name on the shelf"
        /><button
          type="submit"
          class="push-button"
          :disabled="!chosen || !name.trim()"
        >
          {{ same ? `Keep as version ${same.version + 1}` : 'Keep' }}
        </button>
      </div>
      <p
        v-if="missed"
        class="text-signal"
      >
        The shelf has version {{ missed }}, this is a copy of an older one. What changed there would be replaced.
      </p>
      <p
        v-else-if="same"
        class="text-soft"
      >
        “{{ same.name }}” is on the shelf. This becomes its next version; shots that have copies of it are offered it.
      </p>
      <p
        v-else-if="chosen && chosen.kind === 'part' && !chosen.subject"
        class="text-soft"
      >
        It is kept as it is drawn here.
      </p>
    </form>
  </section>
</template>
