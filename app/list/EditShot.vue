<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ProductionInList, ShotInList } from '#core/document'
import AppDialog from '~/ui/AppDialog.vue'
import { ListFault, moveShot, renameShot } from './calls'
import FreeName from './FreeName.vue'
import ProductionField from './ProductionField.vue'
import { freeIn } from './listing'

/** The name of a shot, and the production it is in. */
const { shot, home, productions } = defineProps<{
  shot: ShotInList
  home: ProductionInList
  productions: readonly ProductionInList[]
}>()
const emit = defineEmits<{ close: []; done: [] }>()
const name = ref(shot.name)
const production = ref(home.name)
const busy = ref(false)
const failed = ref('')
/** The name, if it is free where the shot will be; else one that is. */
const free = computed(() => freeIn(productions, production.value, name.value, shot.id))
const isTaken = computed(() => free.value !== name.value.trim())
const wrong = computed(() =>
  !name.value.trim() ? 'Give the shot a name.' : !production.value.trim() ? 'Name the production.' : '',
)

async function save(): Promise<void> {
  if (wrong.value || isTaken.value || busy.value) return
  busy.value = true
  failed.value = ''
  const [called, there] = [name.value.trim(), production.value.trim()]
  try {
    if (called !== shot.name) await renameShot(shot, called)
    if (there !== home.name) await moveShot(shot, there)
    emit('done')
  } catch (error) {
    if (!(error instanceof ListFault)) throw error
    failed.value = error.message
  } finally {
    busy.value = false
  }
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
      <ProductionField
        v-model="production"
        :productions="productions"
      />
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
