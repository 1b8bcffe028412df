<script setup lang="ts">
import { Upload } from '@lucide/vue'
import { ref } from 'vue'
import { newId } from '~/sync/ids'
import { tell } from '~/ui/messages'

/** Sends an archive with its progress told; the server reads it whole or not at all. */
const emit = defineEmits<{ done: [] }>()
const file = ref<HTMLInputElement | null>(null)
const reading = ref<{ name: string; share: number } | null>(null)
const LIMIT = 512 * 1024 * 1024

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
    emit('done')
  }
  request.send(selected)
}
</script>

<template>
  <div
    v-if="reading"
    class="flex items-center gap-2"
    role="status"
  >
    <span class="max-w-60 truncate">Reading {{ reading.name }} …</span
    ><progress
      class="w-24"
      max="1"
      :value="reading.share"
      aria-label="Archive sent"
    />
  </div>
  <button
    v-else
    type="button"
    class="push-button h-8"
    @click="file?.click()"
  >
    <Upload :size="14" />Import archive
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
</template>
