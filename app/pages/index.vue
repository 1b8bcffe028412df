<script setup lang="ts">
import { plural } from '#core/basic'
import { computed, ref, shallowRef, watch } from 'vue'
import { Moon, Plus, Sun, Trash2 } from '@lucide/vue'
import MessageLine from '~/ui/MessageLine.vue'
import { tell } from '~/ui/messages'
import type { ProductionInList, ShotInList } from '#core/document'
import type { ManyAsk, ShotAsk } from '~/list/asks'
import ArchiveIn from '~/list/ArchiveIn.vue'
import BinDialog from '~/list/BinDialog.vue'
import { duplicateShot, setShots, shotsOf } from '~/list/calls'
import { AskFault } from '~/sync/ask'
import EditShot from '~/list/EditShot.vue'
import ListBar from '~/list/ListBar.vue'
import MoveShots from '~/list/MoveShots.vue'
import NewShot from '~/list/NewShot.vue'
import type { Order } from '~/list/order'
import SelectedBar from '~/list/SelectedBar.vue'
import SetStatus from '~/list/SetStatus.vue'
import ShotItem from '~/list/ShotItem.vue'
import ShotList from '~/list/ShotList.vue'
import { useSelected } from '~/list/useSelected'
import { useShots } from '~/list/useShots'
import SkipLinks from '~/ui/SkipLinks.vue'
import { useRemembered } from '~/ui/remembered'
import { useTheme } from '~/ui/useTheme'

useHead({ title: 'Shots · Fintro' })
const { name: themeName, toggle: toggleTheme } = useTheme()
const [making, bin] = [ref(false), ref(false)]

/** How the list is seen, in this browser. */
const typed = ref('')
const status = ref<string | null>(null)
const order = useRemembered<Order>('fintro-list-order', 'name')
const as = useRemembered<'cards' | 'rows'>('fintro-list-as', 'cards')
const folded = useRemembered<string[]>('fintro-list-folded', [])
const opened = useRemembered<string[]>('fintro-opened', [])
const wanted = computed(() => ({ search: typed.value.trim(), order: order.value, status: status.value }))
const isSearched = computed(() => !!wanted.value.search || status.value !== null)
const { found, shots, failed, see, all, again, total } = useShots(() => wanted.value)
const { selected, count, toggle, selectAll, clear } = useSelected(
  shots,
  all,
  place => !shut.value.includes(homeAt(place)?.id ?? ''),
)

/** What was opened last is worth a place of its own where there is much. */
const MANY = 12
const recent = shallowRef<ShotInList[]>([])
watch(found, async () => {
  const isOf = total.value > MANY && !isSearched.value
  recent.value = isOf ? await shotsOf(opened.value).catch(() => []) : []
})
/** What is found is seen, also where its production is folded away. */
const shut = computed(() => (isSearched.value ? [] : folded.value))
function fold(id: string): void {
  if (isSearched.value) return
  folded.value = folded.value.includes(id) ? folded.value.filter(f => f !== id) : [...folded.value, id]
}

/** What is done to shots; where it fails that is said. */
const busy = ref('')
async function trying(work: () => Promise<void>, words: string): Promise<void> {
  try {
    await work()
  } catch (error) {
    if (!(error instanceof AskFault)) throw error
    tell(words, { detail: error.message })
  }
  busy.value = ''
  await again()
}
/** Something else was looked for meanwhile, or it cannot be fetched: what is selected stays. */
const selecting = (work: Promise<void>): Promise<void> =>
  work.catch((error: Error) => {
    if (error.name === 'AbortError') return
    if (!(error instanceof AskFault)) throw error
    tell('Not all shots could be selected.', { detail: error.message })
  })
const wordsOf = (of: readonly ShotInList[]): string =>
  of.length === 1 ? `“${of[0]!.name}”` : plural(of.length, 'shot')
const remove = (of: readonly ShotInList[]): Promise<void> =>
  trying(
    async () => {
      const gone = of.map(s => s.id)
      await setShots(gone, { deleted: true })
      clear()
      const undo = (): Promise<void> =>
        trying(() => setShots(gone, { deleted: false }), 'It could not be brought back.')
      tell(`${wordsOf(of)} ${of.length === 1 ? 'was' : 'were'} deleted.`, {
        offers: [{ label: 'Undo', do: () => void undo() }],
      })
    },
    of.length === 1 ? 'The shot could not be deleted.' : 'The shots could not be deleted.',
  )
const duplicate = (of: readonly ShotInList[]): Promise<void> =>
  trying(
    async () => {
      for (const [i, shot] of of.entries()) {
        if (of.length > 1) busy.value = `Duplicating ${i + 1} of ${of.length} …`
        const { id, name } = await duplicateShot(shot)
        if (of.length === 1)
          tell(`“${name}” is a copy of “${shot.name}”.`, {
            offers: [{ label: 'Open it', do: () => void navigateTo(`/shots/${id}`) }],
          })
      }
      if (of.length > 1) tell(`${plural(of.length, 'shot')} duplicated.`)
      clear()
    },
    of.length === 1 ? 'The shot could not be duplicated.' : 'Not all shots could be duplicated.',
  )

/** The dialog that is open, and what it is about. */
type Asked =
  | { readonly what: 'edit'; readonly shot: ShotInList; readonly home: string }
  | { readonly what: 'status' | 'move'; readonly of: readonly ShotInList[] }
const asked = shallowRef<Asked | null>(null)
const homeOf = (shot: ShotInList): string =>
  found.value?.productions.find(p => p.shots.some(s => s.id === shot.id))?.name ??
  [...shots].flatMap(([place, s]) => (s.id === shot.id ? (homeAt(place)?.name ?? []) : []))[0] ??
  ''
const homeAt = (place: number): ProductionInList | undefined =>
  found.value?.productions.find(p => p.from <= place && place < p.from + p.count)
function ask(what: ShotAsk | ManyAsk, of: readonly ShotInList[]): void {
  if (what === 'remove') void remove(of)
  else if (what === 'duplicate') void duplicate(of)
  else if (what === 'edit') asked.value = { what, shot: of[0]!, home: homeOf(of[0]!) }
  else asked.value = { what, of }
}
function done(): void {
  asked.value = null
  clear()
  void again()
}
const chosen = computed(() => [...selected.value.values()])
</script>

<template>
  <div class="flex min-h-screen flex-col">
    <SkipLinks :links="[{ to: '#shots', name: 'Skip to the shots' }]" />
    <header class="on-dark flex h-12 items-center gap-3 bg-bottle px-4 text-on-bottle">
      <img
        src="/fintro.svg"
        alt=""
        class="size-6"
      /><span class="font-semibold">Fintro</span>
      <NuxtLink
        to="/guide"
        class="ml-auto rounded px-2 py-1 hover:bg-white/10"
        >Guide</NuxtLink
      >
      <button
        type="button"
        class="rounded p-1.5 hover:bg-white/10"
        :aria-label="themeName === 'day' ? 'Night colours' : 'Day colours'"
        :title="themeName === 'day' ? 'Night colours' : 'Day colours'"
        @click="toggleTheme"
      >
        <component
          :is="themeName === 'day' ? Moon : Sun"
          :size="16"
        />
      </button>
    </header>
    <main class="mx-auto w-full max-w-5xl px-6 py-8 max-sm:px-3">
      <div class="flex flex-wrap items-center gap-x-3 gap-y-2">
        <h1 class="text-[22px] font-semibold">Shots</h1>
        <div class="ml-auto flex flex-wrap items-center gap-2">
          <button
            type="button"
            class="push-button h-8"
            @click="bin = true"
          >
            <Trash2 :size="14" />Bin
          </button>
          <ArchiveIn @done="again" />
          <button
            type="button"
            class="push-button push-button-main h-8"
            @click="making = true"
          >
            <Plus :size="14" />New shot
          </button>
        </div>
      </div>
      <div
        v-if="failed"
        class="mt-8 rounded border border-edge bg-sheet p-4"
        role="alert"
      >
        <strong>The list could not be loaded.</strong> {{ failed }}
        <button
          type="button"
          class="push-button ml-2"
          @click="again"
        >
          Try again
        </button>
      </div>
      <p
        v-else-if="!found"
        class="mt-8 text-soft"
        role="status"
      >
        Loading …
      </p>
      <div
        v-else-if="!total && !isSearched"
        class="mt-16 text-center"
      >
        <p class="text-[15px]">No shots yet.</p>
        <p class="mt-1 text-soft">Create the first one, pose a figure twice, and watch it move.</p>
        <button
          type="button"
          class="push-button push-button-main mt-4 h-8"
          @click="making = true"
        >
          <Plus :size="14" />New shot
        </button>
      </div>
      <template v-if="found && (total || isSearched)">
        <ListBar
          v-model:typed="typed"
          v-model:order="order"
          v-model:status="status"
          v-model:as="as"
          :statuses="found.statuses"
        />
        <p
          class="mt-3 text-soft"
          :class="{ 'sr-only': total || !isSearched }"
          role="status"
        >
          {{
            total
              ? isSearched
                ? `${plural(total, 'shot')} found`
                : ''
              : typed.trim()
                ? `No shot has “${typed.trim()}” in its name or its production’s.`
                : 'No shot has this status.'
          }}
        </p>
        <section
          v-if="recent.length"
          class="mt-6"
          aria-label="Opened last"
        >
          <h2 class="border-b border-edge pb-1 text-[15px] font-semibold">Opened last</h2>
          <ul :class="as === 'cards' ? 'mt-2 grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-5' : ''">
            <ShotItem
              v-for="(s, i) in recent.slice(0, 4)"
              :key="s.id"
              :class="as === 'rows' ? 'h-[46px]' : ''"
              :shot="s"
              :as="as"
              :position="{ at: i + 1, of: Math.min(4, recent.length) }"
              @ask="ask($event, [s])"
            />
          </ul>
        </section>
        <ShotList
          id="shots"
          :productions="found.productions"
          :shots="shots"
          :as="as"
          :folded="shut"
          :selected="selected"
          @see="see"
          @fold="fold"
          @toggle="(place, range) => selecting(toggle(place, range))"
          @ask="(what, shot) => ask(what, [shot])"
        />
      </template>
    </main>
    <NewShot
      v-if="making"
      @close="making = false"
    />
    <BinDialog
      v-if="bin"
      @close="bin = false"
      @changed="again"
    />
    <EditShot
      v-if="asked?.what === 'edit'"
      :shot="asked.shot"
      :home="asked.home"
      @close="asked = null"
      @done="done"
    />
    <SetStatus
      v-if="asked?.what === 'status'"
      :shots="asked.of"
      :statuses="found?.statuses ?? []"
      @close="asked = null"
      @done="done"
    />
    <MoveShots
      v-if="asked?.what === 'move'"
      :shots="asked.of"
      @close="asked = null"
      @done="done"
    />
    <footer class="sticky bottom-0 z-20 mt-auto border-t border-edge bg-panel px-2">
      <SelectedBar
        v-if="count"
        :count="count"
        :total="total"
        :busy="busy"
        @all="selecting(selectAll())"
        @clear="clear"
        @ask="ask($event, chosen)"
      />
      <span class="flex"><MessageLine /></span>
    </footer>
  </div>
</template>
