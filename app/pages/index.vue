<script setup lang="ts">
import { plural } from '#core/basic'
import { computed, onMounted, ref } from 'vue'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisVertical, Moon, Plus, Sun, Upload } from '@lucide/vue'
import MessageLine from '~/ui/MessageLine.vue'
import { tell } from '~/ui/messages'
import type { ProductionInList, ShotInList } from '#core/document'
import { feetOfLength, rateLabel } from '#core/time'
import { newId } from '~/sync/ids'
import { nextName } from '~/list/next-name'
import NewShot from '~/list/NewShot.vue'
import { useTheme } from '~/ui/useTheme'

useHead({ title: 'Shots · Fintro' })
const { name: themeName, toggle } = useTheme()
const productions = ref<ProductionInList[] | null>(null)
const failed = ref('')
const making = ref(false)
const reading = ref<{ name: string; share: number } | null>(null)
const file = ref<HTMLInputElement | null>(null)
const LIMIT = 512 * 1024 * 1024

async function load(): Promise<void> {
  try {
    const response = await fetch('/api/shots')
    const body = (await response.json()) as { productions?: ProductionInList[]; detail?: string }
    if (!response.ok) throw new Error(body.detail)
    productions.value = body.productions ?? []
    failed.value = ''
  } catch (error) {
    failed.value = (error as Error).message || 'The server does not answer.'
  }
}
onMounted(load)
const empty = computed(() => productions.value?.length === 0)
const seconds = (s: ShotInList) => `${((s.length * s.rate.den) / s.rate.num).toFixed(1)} s`
const when = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

async function away(shot: ShotInList): Promise<void> {
  const response = await fetch(`/api/shots/${shot.id}`, { method: 'DELETE' })
  if (!response.ok) return void tell('The shot could not be deleted.')
  await load()
  tell(`“${shot.name}” was deleted.`, {
    offers: [{ label: 'Undo', do: () => void back(shot.id) }],
  })
}
async function back(id: string): Promise<void> {
  await fetch(`/api/shots/${id}/restore`, { method: 'POST' })
  await load()
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
  <div class="flex min-h-full flex-col">
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
      <section
        v-for="p in productions ?? []"
        :key="p.id"
        class="mt-8"
        :aria-label="p.name"
      >
        <h2 class="border-b border-edge pb-1 text-[15px] font-semibold">
          {{ p.name }}
          <span class="font-normal text-soft">{{ plural(p.shots.length, 'shot') }}</span>
        </h2>
        <ul class="mt-4 grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-5">
          <li
            v-for="s in p.shots"
            :key="s.id"
            class="group relative rounded-md border border-edge bg-sheet transition-shadow hover:shadow-md"
          >
            <NuxtLink
              :to="`/shots/${s.id}`"
              class="block rounded-md"
            >
              <span class="block aspect-video overflow-hidden rounded-t-md border-b border-rule bg-board"
                ><img
                  :src="`/api/shots/${s.id}/poster?r=${s.revision}`"
                  alt=""
                  class="size-full object-contain"
                  loading="lazy"
              /></span>
              <span class="block px-3 py-2">
                <span class="block truncate pr-6 text-[14px] font-semibold">{{ s.name }}</span>
                <span class="block text-soft"
                  >{{ s.length }} frames · {{ seconds(s) }} · {{ feetOfLength(s.length) }} ·
                  {{ rateLabel(s.rate) }} fps</span
                >
                <span class="block text-soft">Changed {{ when.format(new Date(s.updatedAt)) }}</span>
              </span>
            </NuxtLink>
            <Menu
              as="div"
              class="absolute right-1.5 bottom-11"
            >
              <MenuButton
                class="rounded p-1 hover:bg-wash"
                :aria-label="`More for ${s.name}`"
                ><EllipsisVertical :size="15"
              /></MenuButton>
              <MenuItems
                class="absolute right-0 z-10 w-48 rounded-md border border-edge bg-panel p-1 shadow-lg outline-none"
              >
                <MenuItem v-slot="{ active }"
                  ><a
                    class="block rounded px-2 py-1"
                    :class="{ 'bg-wash': active }"
                    :href="`/api/shots/${s.id}/archive`"
                    download
                    >Export archive</a
                  ></MenuItem
                >
                <MenuItem v-slot="{ active }"
                  ><button
                    type="button"
                    class="block w-full rounded px-2 py-1 text-left"
                    :class="{ 'bg-wash': active }"
                    @click="away(s)"
                  >
                    Put the shot away
                  </button></MenuItem
                >
              </MenuItems>
            </Menu>
          </li>
        </ul>
      </section>
    </main>
    <NewShot
      v-if="making"
      :productions="(productions ?? []).map(p => p.name)"
      :named="nextName((productions ?? []).flatMap(p => p.shots.map(s => s.name)))"
      @close="making = false"
    />
    <footer class="sticky bottom-0 mt-auto flex border-t border-edge bg-panel px-2"><MessageLine /></footer>
  </div>
</template>
