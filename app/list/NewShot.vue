<script setup lang="ts">
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed, nextTick, onMounted, ref } from 'vue'
import { parseLength, parseRate, feetOfLength, rateLabel } from '#core/time'
import { newId } from '~/sync/ids'
import AppDialog from '~/ui/AppDialog.vue'
import DialogFoot from './DialogFoot.vue'
import { useRemembered } from '~/ui/remembered'
import FreeName from './FreeName.vue'
import ProductionField from './ProductionField.vue'
import { freeNames } from './calls'
import { useFreeName } from './useFreeName'

const emit = defineEmits<{ close: [] }>()
/** The next number of the production, until another name is typed. */
const name = ref('')
const nameField = ref<HTMLInputElement | null>(null)
/** Where the last one was made in this browser. */
const last = useRemembered<string>('fintro-production', 'My shots')
const production = ref(last.value)
onMounted(async () => {
  const next = await freeNames({ production: production.value }).catch(() => null)
  if (name.value || !next) return
  name.value = next.next
  await nextTick()
  // What is typed takes its place.
  nameField.value?.select()
})
const width = ref(1920)
const height = ref(1080)
const rateText = ref('24')
const lengthText = ref('2.5 s')
const paper = ref('#fffdf6')
const busy = ref(false)
const failed = ref('')

const SIZES = [
  [1920, 1080],
  [1280, 720],
  [1080, 1080],
  [960, 540],
] as const
const RATES = ['24', '25', '30', '12', '10']
const PAPERS = [
  ['#fffdf6', 'Warm white'],
  ['#f3f1e8', 'Cream'],
  ['#e6ece8', 'Pale green'],
  ['#dfe3e8', 'Pale blue'],
] as const

const rate = computed(() => parseRate(rateText.value))
const length = computed(() => (rate.value ? parseLength(lengthText.value, rate.value) : 'Give the rate first.'))
const { free, isTaken } = useFreeName(() => ({ name: name.value, production: production.value }))
const problem = computed(() => {
  if (!name.value.trim()) return 'Give the shot a name.'
  if (!production.value.trim()) return 'Name the production.'
  if (![width.value, height.value].every(n => Number.isInteger(n) && n >= 16 && n <= 8192))
    return 'The picture has whole px from 16 to 8192.'
  if (!rate.value) return 'The rate is a number of frames a second from 1 to 240, such as 24, 12.5 or 24000/1001.'
  return typeof length.value === 'string' ? length.value : ''
})

async function make(): Promise<void> {
  if (problem.value || isTaken.value || busy.value) return
  busy.value = true
  failed.value = ''
  const id = newId()
  try {
    const body = {
      id,
      production: production.value.trim(),
      name: name.value.trim(),
      picture: { width: width.value, height: height.value },
      rate: rate.value,
      paper: paper.value,
      length: length.value,
    }
    const response = await fetch('/api/shots', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    if (!response.ok) throw new Error(((await response.json()) as { detail?: string }).detail)
    last.value = body.production
    await navigateTo(`/shots/${id}`)
  } catch (error) {
    failed.value = (error as Error).message || 'The server does not answer. No shot was created.'
    busy.value = false
  }
}
function setSize(w: number, h: number): void {
  width.value = w
  height.value = h
}
</script>

<template>
  <AppDialog
    title="New shot"
    @close="emit('close')"
  >
    <form
      class="space-y-4"
      @submit.prevent="make"
    >
      <div class="grid grid-cols-2 gap-3">
        <label class="block"
          >Name<input
            ref="nameField"
            v-model="name"
            class="field mt-0.5 w-full"
            maxlength="80"
            autofocus
            placeholder="030 Stair"
        /></label>
        <ProductionField v-model="production" />
      </div>
      <FreeName
        v-if="isTaken && name.trim()"
        v-model="name"
        :free="free"
        :production="production"
      />
      <fieldset>
        <legend>Picture size</legend>
        <div class="mt-0.5 flex flex-wrap items-center gap-1.5">
          <ToggleButton
            v-for="[w, h] in SIZES"
            :key="`${w}${h}`"
            class="h-8"
            :on="width === w && height === h"
            @click="setSize(w, h)"
          >
            {{ w }} × {{ h }}
          </ToggleButton>
        </div>
        <div class="mt-1.5 flex items-center gap-1.5">
          <input
            v-model.number="width"
            type="number"
            class="field w-24"
            aria-label="Width in px"
          />
          ×
          <input
            v-model.number="height"
            type="number"
            class="field w-24"
            aria-label="Height in px"
          />
          px
        </div>
      </fieldset>
      <div class="grid grid-cols-2 gap-3">
        <fieldset>
          <legend>Rate</legend>
          <div class="mt-0.5 flex flex-wrap items-center gap-1">
            <ToggleButton
              v-for="r in RATES"
              :key="r"
              class="h-8 px-2"
              :on="rateText === r"
              @click="rateText = r"
            >
              {{ r }}
            </ToggleButton>
          </div>
          <div class="mt-1.5 flex items-center gap-1.5">
            <input
              v-model="rateText"
              class="field w-24"
              aria-label="Rate in frames a second"
            />
            fps
          </div>
        </fieldset>
        <label class="block"
          >Length
          <input
            v-model="lengthText"
            class="field mt-0.5 w-full"
            aria-describedby="length-told"
          />
          <span
            id="length-told"
            class="mt-1 block text-soft"
            >{{
              typeof length === 'number' && rate
                ? `${length} frames at ${rateLabel(rate)}, ${feetOfLength(length)} feet+frames`
                : 'Frames “61”, seconds “2.5 s” or feet+frames “3+13”'
            }}</span
          >
        </label>
      </div>
      <fieldset>
        <legend>Paper</legend>
        <div class="mt-1 flex gap-2">
          <button
            v-for="[hex, label] in PAPERS"
            :key="hex"
            type="button"
            class="size-8 rounded border-2"
            :class="paper === hex ? 'border-ledger' : 'border-edge'"
            :style="{ background: hex }"
            :aria-label="label"
            :title="label"
            :aria-pressed="paper === hex"
            @click="paper = hex"
          />
          <label class="flex items-center gap-1.5"
            >or
            <input
              v-model="paper"
              type="color"
              class="h-8 w-10"
              aria-label="Another colour of paper"
          /></label>
        </div>
      </fieldset>
      <DialogFoot
        :failed="failed"
        does="Create shot"
        :off="!!problem || isTaken || busy"
        @cancel="emit('close')"
      >
        <span
          v-if="name && problem"
          class="text-soft"
          >{{ problem }}</span
        >
      </DialogFoot>
    </form>
  </AppDialog>
</template>
