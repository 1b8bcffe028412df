<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { plural } from '#core/basic'
import type { ListPage, ShotInList } from '#core/document'
import AppDialog from '~/ui/AppDialog.vue'
import DialogFoot from './DialogFoot.vue'
import { setShots } from './calls'
import { useTrying } from '~/ui/useTrying'

/** How far some shots are, in words of one's own. */
const { shots, statuses } = defineProps<{ shots: readonly ShotInList[]; statuses: ListPage['statuses'] }>()
const emit = defineEmits<{ close: []; done: [] }>()
const shared = new Set(shots.map(s => s.status ?? ''))
const status = ref(shared.size === 1 ? [...shared][0]! : '')
const known = useId()
const { busy, failed, trying } = useTrying()
/** What people call it at first; then their own are offered. */
const USUAL = ['to do', 'rough', 'timed', 'in-betweened', 'approved']
const offered = computed(() => (statuses.length ? statuses.map(s => s.name) : USUAL).slice(0, 12))
const save = (): Promise<void> =>
  trying(async () => {
    await setShots(
      shots.map(s => s.id),
      { status: status.value.trim() || null },
    )
    emit('done')
  })
</script>

<template>
  <AppDialog
    :title="shots.length === 1 ? `Status of ${shots[0]!.name}` : `Status of ${plural(shots.length, 'shot')}`"
    @close="emit('close')"
  >
    <form
      class="space-y-3"
      @submit.prevent="save"
    >
      <label class="block"
        >Status, in words of your own<input
          v-model="status"
          class="field mt-0.5 w-full"
          maxlength="40"
          :list="known"
          placeholder="no status" /><datalist :id="known">
          <option
            v-for="s in statuses"
            :key="s.name"
            :value="s.name"
          /></datalist
      ></label>
      <div class="flex flex-wrap gap-1.5">
        <button
          v-for="s in offered"
          :key="s"
          type="button"
          class="push-button h-7"
          :aria-pressed="status.trim() === s"
          @click="status = s"
        >
          {{ s }}
        </button>
      </div>
      <DialogFoot
        :failed="failed"
        :does="status.trim() ? 'Set status' : 'Take the status away'"
        :off="busy"
        @cancel="emit('close')"
      />
    </form>
  </AppDialog>
</template>
