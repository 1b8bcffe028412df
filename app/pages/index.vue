<script setup lang="ts">
import { plural } from '#core/basic'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { ChevronDown, ChevronRight, Moon, Plus, Sun, Trash2, Upload } from '@lucide/vue'
import MessageLine from '~/ui/MessageLine.vue'
import { tell } from '~/ui/messages'
import type { ProductionInList, ShotInList } from '#core/document'
import { newId } from '~/sync/ids'
import { allShots, bringBack, duplicateShot, ListFault, removeShot } from '~/list/calls'
import BinDialog from '~/list/BinDialog.vue'
import EditShot from '~/list/EditShot.vue'
import ListBar from '~/list/ListBar.vue'
import type { Order } from '~/list/listing'
import { freeName, listed, openedLast } from '~/list/listing'
import { nextName } from '~/list/next-name'
import NewShot from '~/list/NewShot.vue'
import ShotItem from '~/list/ShotItem.vue'
import { useRemembered } from '~/ui/remembered'
import { useTheme } from '~/ui/useTheme'

useHead({ title: 'Shots · Fintro' })
const { name: themeName, toggle } = useTheme()
const productions = ref<ProductionInList[] | null>(null)
const failed = ref('')
const [making, bin] = [ref(false), ref(false)]
const reading = ref<{ name: string; share: number } | null>(null)
const file = ref<HTMLInputElement | null>(null)
const LIMIT = 512 * 1024 * 1024

/** How the list is seen, in this browser. */
const typed = ref('')
const order = useRemembered<Order>('fintro-list-order', 'name')
const as = useRemembered<'cards' | 'rows'>('fintro-list-as', 'cards')
const folded = useRemembered<string[]>('fintro-list-folded', [])
const opened = useRemembered<string[]>('fintro-opened', [])
/** What was opened last is worth a place of its own where there is much. */
const MANY = 12
const count = computed(() => (productions.value ?? []).reduce((n, p) => n + p.shots.length, 0))
const seen = computed(() => listed(productions.value ?? [], { typed: typed.value, order: order.value }))
const recent = computed(() =>
  count.value > MANY && !typed.value.trim() ? openedLast(productions.value ?? [], opened.value).slice(0, 4) : [],
)
const isFolded = (p: ProductionInList): boolean => !typed.value.trim() && folded.value.includes(p.id)
function fold(p: ProductionInList): void {
  folded.value = isFolded(p) ? folded.value.filter(id => id !== p.id) : [...folded.value, p.id]
}

async function load(): Promise<void> {
  try {
    productions.value = await allShots()
    failed.value = ''
  } catch (error) {
    failed.value = (error as Error).message
  }
}
onMounted(load)
const empty = computed(() => productions.value?.length === 0)

/** What is done to a shot; where it fails that is said, and nothing was changed. */
async function trying(work: () => Promise<void>, words: string): Promise<void> {
  try {
    await work()
  } catch (error) {
    if (!(error instanceof ListFault)) throw error
    tell(words, { detail: error.message })
  }
  await load()
}
const away = (shot: ShotInList): Promise<void> =>
  trying(async () => {
    await removeShot(shot.id)
    const undo = (): Promise<void> =>
      trying(async () => void (await bringBack(shot.id)), 'It could not be brought back.')
    tell(`“${shot.name}” was deleted.`, { offers: [{ label: 'Undo', do: () => void undo() }] })
  }, 'The shot could not be deleted.')

const homeOf = (shot: ShotInList): ProductionInList =>
  productions.value!.find(p => p.shots.some(s => s.id === shot.id))!
const duplicate = (shot: ShotInList): Promise<void> =>
  trying(async () => {
    const name = freeName(
      shot.name,
      homeOf(shot).shots.map(s => s.name),
    )
    const id = await duplicateShot(shot, name)
    tell(`“${name}” is a copy of “${shot.name}”.`, {
      offers: [{ label: 'Open it', do: () => void navigateTo(`/shots/${id}`) }],
    })
  }, 'The shot could not be duplicated.')
const edited = shallowRef<ShotInList | null>(null)
function done(): void {
  edited.value = null
  void load()
}

/** Sends an archive with its progress told; the server reads it whole or not at all. */
function read(e: Event): void {
  const input = e.target as HTMLInputElement
  const selected = input.files?.[0]
  input.value = ''
  if (!selected) return
  if (selected.size > LIMIT)
    return void tell('The archive is larger than 512 MB, the most that Fintro reads.', {
      detail: 'Nothing was created.',
    })
  const request = new XMLHttpRequest()
  request.open('POST', `/api/archive?id=${newId()}`)
  request.setRequestHeader('content-type', 'application/zip')
  reading.value = { name: selected.name, share: 0 }
  request.upload.onprogress = p => {
    reading.value = { name: selected.name, share: p.total ? p.loaded / p.total : 0 }
  }
  request.onerror = () => {
    reading.value = null
    tell('The archive did not reach the server.', { detail: 'Nothing was created. Try again.' })
  }
  request.onload = () => {
    reading.value = null
    const body = JSON.parse(request.responseText || '{}') as { id?: string; name?: string; detail?: string }
    if (request.status >= 400)
      return void tell(body.detail ?? 'The archive was refused.', {
        detail: `${selected.name}: nothing was created.`,
      })
    tell(`“${body.name}” was imported.`, {
      offers: [{ label: 'Open it', do: () => void navigateTo(`/shots/${body.id}`) }],
    })
    void load()
  }
  request.send(selected)
}
</script>

<template>
  <div class="flex min-h-screen flex-col">
    <header class="on-dark flex h-12 items-center gap-3 bg-bottle px-4 text-on-bottle">
      <img
        src="/fintro.svg"
        alt=""
        class="size-6"
      /><span class="font-semibold">Fintro</span>
      <button
        type="button"
        class="ml-auto rounded p-1.5 hover:bg-white/10"
        :aria-label="themeName === 'day' ? 'Night colours' : 'Day colours'"
        :title="themeName === 'day' ? 'Night colours' : 'Day colours'"
        @click="toggle"
      >
        <component
          :is="themeName === 'day' ? Moon : Sun"
          :size="16"
        />
      </button>
    </header>
    <main class="mx-auto w-full max-w-5xl px-6 py-8">
      <div class="flex items-center gap-3">
        <h1 class="text-[22px] font-semibold">Shots</h1>
        <div class="ml-auto flex items-center gap-2">
          <button
            type="button"
            class="push-button h-8"
            @click="bin = true"
          >
            <Trash2 :size="14" />Bin
          </button>
          <button
            type="button"
            class="push-button h-8"
            :disabled="!!reading"
            @click="file?.click()"
          >
            <Upload :size="14" />Import archive
          </button>
          <button
            type="button"
            class="push-button push-button-main h-8"
            @click="making = true"
          >
            <Plus :size="14" />New shot
          </button>
          <input
            ref="file"
            type="file"
            accept=".zip,application/zip"
            class="sr-only"
            tabindex="-1"
            aria-label="Archive to import"
            @change="read"
          />
        </div>
      </div>
      <div
        v-if="reading"
        class="mt-4 flex items-center gap-3"
        role="status"
      >
        <span>Reading {{ reading.name }} …</span
        ><progress
          class="flex-1"
          max="1"
          :value="reading.share"
          aria-label="Archive sent"
        />
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
          @click="load"
        >
          Try again
        </button>
      </div>
      <p
        v-else-if="!productions"
        class="mt-8 text-soft"
        role="status"
      >
        Loading …
      </p>
      <div
        v-else-if="empty"
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
      <template v-if="!empty && productions">
        <ListBar
          v-model:typed="typed"
          v-model:order="order"
          v-model:as="as"
        />
        <p
          v-if="!seen.length"
          class="mt-8 text-soft"
          role="status"
        >
          No shot has “{{ typed.trim() }}” in its name or its production’s.
        </p>
        <section
          v-for="p in recent.length ? [{ id: '', name: 'Opened last', shots: recent }, ...seen] : seen"
          :key="p.id"
          class="mt-6"
          :aria-label="p.name"
        >
          <h2 class="border-b border-edge pb-1 text-[15px] font-semibold">
            <span v-if="!p.id">{{ p.name }}</span><button
              v-else
              type="button"
              class="inline-flex items-center gap-1 rounded hover:underline"
              :aria-expanded="!isFolded(p)"
              @click="fold(p)"
            >
              <component
                :is="isFolded(p) ? ChevronRight : ChevronDown"
                :size="15"
              />{{ p.name }}
              <span class="font-normal text-soft">{{ plural(p.shots.length, 'shot') }}</span>
            </button>
          </h2>
          <ul
            v-if="!isFolded(p)"
            :class="as === 'cards' ? 'mt-4 grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-5' : ''"
          >
            <ShotItem
              v-for="s in p.shots"
              :key="s.id"
              :shot="s"
              :as="as"
              @edit="edited = s"
              @duplicate="duplicate(s)"
              @remove="away(s)"
            />
          </ul>
        </section>
      </template>
    </main>
    <NewShot
      v-if="making"
      :productions="productions ?? []"
      :named="nextName((productions ?? []).flatMap(p => p.shots.map(s => s.name)))"
      @close="making = false"
    />
    <BinDialog
      v-if="bin"
      @close="bin = false"
      @changed="load"
    />
    <EditShot
      v-if="edited"
      :shot="edited"
      :home="homeOf(edited)"
      :productions="productions ?? []"
      @close="edited = null"
      @done="done"
    />
    <footer class="sticky bottom-0 mt-auto flex border-t border-edge bg-panel px-2"><MessageLine /></footer>
  </div>
</template>
