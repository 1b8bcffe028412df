<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ShotInList } from '#core/document'
import AppDialog from '~/ui/AppDialog.vue'
import { moveShot, renameShot } from './calls'
import FreeName from './FreeName.vue'
import ProductionField from './ProductionField.vue'
import { useFreeName } from './useFreeName'
import { useTrying } from './useTrying'

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
      <p
        v-if="wrong || failed"
        class="text-signal"
        role="alert"
      >
        {{ wrong || failed }}
      </p>
      <div class="flex justify-end gap-2">
        <button
          type="button"
          class="push-button h-8"
          @click="emit('close')"
        >
          Cancel
        </button>
        <button
          type="submit"
          class="push-button push-button-main h-8"
          :disabled="!!wrong || isTaken || busy"
        >
          Save
        </button>
      </div>
    </form>
  </AppDialog>
</template>
