<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ShotInList } from '#core/document'
import AppDialog from '~/ui/AppDialog.vue'
import DialogFoot from './DialogFoot.vue'
import { moveShot, renameShot } from './calls'
import FreeName from './FreeName.vue'
import ProductionField from './ProductionField.vue'
import { useFreeName } from './useFreeName'
import { useTrying } from '~/ui/useTrying'

/** The name of a shot, and the production it is in. */
const { shot, home } = defineProps<{ shot: ShotInList; home: string }>()
const emit = defineEmits<{ close: []; done: [] }>()
const name = ref(shot.name)
const production = ref(home)
const { busy, failed, trying } = useTrying()
const { free, isTaken } = useFreeName(() => ({ name: name.value, production: production.value, shot: shot.id }))
const wrong = computed(() =>
  !name.value.trim() ? 'Give the shot a name.' : !production.value.trim() ? 'Name the production.' : '',
)

function save(): void {
  if (wrong.value || isTaken.value) return
  const [called, there] = [name.value.trim(), production.value.trim()]
  void trying(async () => {
    if (called !== shot.name) await renameShot(shot, called)
    if (there !== home) await moveShot(shot, there)
    emit('done')
  })
}
</script>

<template>
  <AppDialog
    title="Rename or move the shot"
    @close="emit('close')"
  >
    <form
      class="space-y-3"
      @submit.prevent="save"
    >
      <label class="block"
        >Name<input
          v-model="name"
          class="field mt-0.5 w-full"
          maxlength="80"
          @focus.once="($event.target as HTMLInputElement).select()"
      /></label>
      <ProductionField v-model="production" />
      <FreeName
        v-if="isTaken && !wrong"
        v-model="name"
        :free="free"
        :production="production"
      />
      <DialogFoot
        :failed="wrong || failed"
        does="Save"
        :off="!!wrong || isTaken || busy"
        @cancel="emit('close')"
      />
    </form>
  </AppDialog>
</template>
