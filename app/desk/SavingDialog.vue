<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import type { SetAside } from '~/sync/browser-store'
import AppDialog from '~/ui/AppDialog.vue'
import { saveFile } from '~/ui/save-file'
import { useDesk } from './desk'
import { useHistory } from './history'

/** The state of saving in full, and the changes that were set aside. */
defineProps<{ sentence: string }>()
const emit = defineEmits<{ close: [] }>()
const desk = useDesk()
const history = useHistory()
const asides = shallowRef<readonly SetAside[]>([])
async function read(): Promise<void> {
  asides.value = (await desk.session?.asides.all().catch(() => [])) ?? []
}
onMounted(read)

/** Commands as JSON, each with what it is called and why it was not taken. */
function exportAll(): void {
  const changes = asides.value.map(({ label, reason, at, command }) => ({ label, reason, at, command }))
  const text = JSON.stringify({ format: 'fintro-changes', shot: desk.session!.id, changes }, null, 2)
  saveFile(`${desk.shot!.name}-set-aside.json`, new Blob([text], { type: 'application/json' }))
}
async function discard(aside: SetAside): Promise<void> {
  await desk.session!.asides.discard(aside)
  await read()
}
</script>

<template>
  <AppDialog
    title="Saving"
    @close="emit('close')"
  >
    <p>{{ sentence }}</p>
    <p
      v-if="history.saving.onlyHere"
      class="mt-2 text-signal"
    >
      {{ history.saving.onlyHere === 1 ? 'One change is' : `${history.saving.onlyHere} changes are` }} in this open
      window only. Leave it open until all is saved.
    </p>
    <template v-if="asides.length">
      <h3 class="mt-4 font-semibold">Set aside</h3>
      <p class="text-soft">The server does not take these changes. They are not in the shot any more.</p>
      <ul class="mt-2 divide-y divide-edge border-y border-edge">
        <li
          v-for="a in asides"
          :key="a.id"
          class="flex items-start gap-3 py-1.5"
        >
          <span class="min-w-0 flex-1"
            >{{ a.label }}<span class="block text-[12px] text-soft">{{ a.reason }}</span></span
          ><button
            type="button"
            class="push-button"
            :aria-label="`Discard: ${a.label}`"
            @click="discard(a)"
          >
            Discard
          </button>
        </li>
      </ul>
      <button
        type="button"
        class="push-button push-button-main mt-3"
        @click="exportAll"
      >
        Export as a file
      </button>
    </template>
  </AppDialog>
</template>
