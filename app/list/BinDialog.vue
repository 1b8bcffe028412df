<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { plural } from '#core/basic'
import type { BinnedShot } from '#core/document'
import AppDialog from '~/ui/AppDialog.vue'
import { tell } from '~/ui/messages'
import { binned, emptyBin, setShots } from './calls'
import { useTrying } from '~/ui/useTrying'

/** Shots that were deleted: they are brought back, or go for good. */
const emit = defineEmits<{ close: []; changed: [] }>()
const shots = ref<BinnedShot[] | null>(null)
const chosen = ref<string[]>([])
const { busy, failed, trying: asking } = useTrying()
/** Going for good is asked for twice: there is no way back. */
const sure = ref(false)
const when = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const many = computed(() => plural(chosen.value.length, 'shot'))
const all = computed({
  get: () => !!shots.value?.length && chosen.value.length === shots.value.length,
  set: on => {
    chosen.value = on ? (shots.value ?? []).map(s => s.id) : []
    sure.value = false
  },
})

async function load(): Promise<void> {
  shots.value = await binned()
  const there = new Set(shots.value.map(s => s.id))
  chosen.value = chosen.value.filter(id => there.has(id))
}
const trying = async (work: () => Promise<void>): Promise<void> => {
  await asking(work)
  sure.value = false
}
onMounted(() => trying(load))
const restore = (): Promise<void> =>
  trying(async () => {
    const words = many.value
    await setShots(chosen.value, { deleted: false })
    await load()
    emit('changed')
    tell(`${words} brought back.`)
  })
function remove(): void {
  if (!sure.value) {
    sure.value = true
    return
  }
  void trying(async () => {
    const gone = await emptyBin(chosen.value)
    await load()
    tell(`${plural(gone, 'shot')} deleted for good.`)
  })
}
</script>

<template>
  <AppDialog
    title="Bin"
    @close="emit('close')"
  >
    <p class="text-soft">Deleted shots stay here for 30 days.</p>
    <p
      v-if="failed"
      class="mt-3 text-signal"
      role="alert"
    >
      {{ failed }}
    </p>
    <p
      v-else-if="!shots"
      class="mt-3 text-soft"
      role="status"
    >
      Loading …
    </p>
    <p
      v-else-if="!shots.length"
      class="mt-3"
      role="status"
    >
      The bin is empty.
    </p>
    <template v-if="shots?.length">
      <label class="mt-3 flex items-center gap-2 border-b border-edge pb-1"
        ><input
          v-model="all"
          type="checkbox"
        />all of them</label
      >
      <ul
        class="max-h-80 overflow-y-auto"
        style="scrollbar-width: thin"
      >
        <li
          v-for="s in shots"
          :key="s.id"
        >
          <label class="flex items-center gap-2 border-b border-rule py-1"
            ><input
              v-model="chosen"
              type="checkbox"
              :value="s.id"
              @change="sure = false"
            /><span class="min-w-0 flex-1 truncate"
              ><span class="font-semibold">{{ s.name }}</span> <span class="text-soft">{{ s.production }}</span></span
            ><span class="text-soft">{{ when.format(new Date(s.deletedAt)) }}</span></label
          >
        </li>
      </ul>
      <div class="mt-4 flex flex-wrap justify-end gap-2">
        <button
          type="button"
          class="push-button h-8"
          :disabled="!chosen.length || busy"
          @click="remove"
        >
          {{ sure ? `Yes, delete ${many} for good` : 'Delete for good …' }}
        </button>
        <button
          type="button"
          class="push-button push-button-main h-8"
          :disabled="!chosen.length || busy"
          @click="restore"
        >
          Bring back
        </button>
      </div>
    </template>
  </AppDialog>
</template>
