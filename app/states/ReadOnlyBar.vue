<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { newId } from '~/sync/ids'
import { server } from '~/sync/server'
import { nameOf, timeOf } from './words'

/** Says why a shot can only be looked at, and what can be done. */
const emit = defineEmits<{ restored: []; back: [] }>()
const desk = useDesk()
const id = computed(() => desk.session!.id)
const readOnly = computed(() => desk.session!.readOnly!)
const looking = computed(() => readOnly.value.kind === 'state')
const fault = ref('')
const busy = ref(false)

async function restore(): Promise<void> {
  const { state } = readOnly.value
  busy.value = true
  fault.value = ''
  try {
    if (looking.value) {
      const shot = id.value
      desk.close()
      await desk.open(shot)
      await desk.session!.restore(state!, nameOf(state!))
    } else await server.replace(id.value, state!, newId())
    emit('restored')
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div
    class="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b-2 border-signal bg-panel px-3 py-2"
    role="alert"
  >
    <p
      class="min-w-60 flex-1"
      :title="readOnly.detail"
    >
      <strong>{{ looking ? `Looking at ${nameOf(readOnly.state!)}` : 'This shot can only be looked at' }}.</strong>
      {{ readOnly.reason }}
      <span
        v-if="fault"
        class="text-signal"
        >{{ fault }}</span
      >
    </p>
    <div class="flex gap-2">
      <button
        v-if="readOnly.state"
        type="button"
        class="push-button push-button-main"
        :disabled="busy"
        :title="
          looking ? 'The shot becomes this; can be undone' : 'What is stored now is kept among the earlier states'
        "
        @click="restore"
      >
        {{ looking ? 'Restore it' : `Restore the state of ${timeOf(readOnly.state)}` }}
      </button>
      <button
        v-if="looking"
        type="button"
        class="push-button"
        @click="emit('back')"
      >
        Back to the shot
      </button>
      <a
        v-else
        class="push-button"
        :href="`/api/shots/${id}/archive`"
        download
        >Export as it is stored</a
      >
    </div>
  </div>
</template>
