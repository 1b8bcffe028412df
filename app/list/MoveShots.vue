<script setup lang="ts">
import { ref } from 'vue'
import { plural } from '#core/basic'
import type { ShotInList } from '#core/document'
import AppDialog from '~/ui/AppDialog.vue'
import DialogFoot from './DialogFoot.vue'
import { setShots } from './calls'
import ProductionField from './ProductionField.vue'
import { useTrying } from '~/ui/useTrying'

/** Puts several shots into one production. */
const { shots } = defineProps<{ shots: readonly ShotInList[] }>()
const emit = defineEmits<{ close: []; done: [] }>()
const production = ref('')
const { busy, failed, trying } = useTrying()
const save = (): Promise<void> =>
  trying(async () => {
    await setShots(
      shots.map(s => s.id),
      { production: production.value.trim() },
    )
    emit('done')
  })
</script>

<template>
  <AppDialog
    :title="`Move ${plural(shots.length, 'shot')}`"
    @close="emit('close')"
  >
    <form
      class="space-y-3"
      @submit.prevent="save"
    >
      <ProductionField v-model="production" />
      <DialogFoot
        :failed="failed"
        does="Move"
        :off="!production.trim() || busy"
        @cancel="emit('close')"
      />
    </form>
  </AppDialog>
</template>
