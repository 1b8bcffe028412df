<script setup lang="ts">
import { computed } from 'vue'
import { Download } from '@lucide/vue'
import { useUnderWay } from '~/ui/under-way'
import { plural } from '#core/basic'
import { useOrders } from './orders'
import { useHandOff } from './store'

/** What is pressed to export, what is under way, and what became of it. */
defineProps<{ label: string; can: boolean }>()
defineEmits<{ go: [] }>()
const handOff = useHandOff()
const orders = useOrders()
const underWay = useUnderWay()
const left = computed(() => {
  const s = handOff.left
  if (s === null) return ''
  return s < 90 ? `${plural(Math.max(1, Math.round(s)), 'second')} left` : `${Math.round(s / 60)} minutes left`
})
const unfinished = computed(() => {
  const begun = orders.interrupted
  if (!begun || handOff.busy) return null
  return { done: begun.done.filter(Boolean).length, all: begun.order.shots.length, kind: begun.order.kind }
})
</script>

<template>
  <div class="sticky -bottom-3 -mx-3 mt-3 -mb-3 border-t border-edge bg-panel px-3 pt-2.5 pb-3">
    <div
      v-if="unfinished"
      class="mb-3 rounded border border-dashed border-brink p-2"
    >
      <p>
        An export of {{ plural(unfinished.all, 'shot') }} was interrupted; {{ unfinished.done }} of them
        {{ unfinished.done === 1 ? 'is' : 'are' }} done.
      </p>
      <div class="mt-1 flex gap-2">
        <button
          type="button"
          class="push-button"
          @click="orders.goOn()"
        >
          Go on with it
        </button>
        <button
          type="button"
          class="push-button"
          @click="orders.forget()"
        >
          Discard it
        </button>
      </div>
    </div>
    <template v-if="handOff.busy">
      <progress
        class="block w-full"
        max="1"
        :value="underWay.share ?? 0"
        aria-label="Export"
      />
      <div class="mt-1 flex items-center gap-2">
        <p class="min-w-0 flex-1">
          <span class="block truncate font-mono text-[11.5px]">{{ underWay.words }}</span>
          <span class="block h-4 text-soft">{{ left }}</span>
        </p>
        <button
          type="button"
          class="push-button"
          :disabled="handOff.stopping"
          @click="handOff.stop()"
        >
          Stop
        </button>
      </div>
      <p class="text-soft">One can go on working meanwhile; what is exported is the shot as it was.</p>
    </template>
    <template v-else>
      <button
        type="button"
        class="push-button push-button-main"
        :disabled="!can"
        @click="$emit('go')"
      >
        <Download :size="14" />{{ label }}
      </button>
      <p
        v-if="handOff.failed"
        class="mt-2 text-signal"
        role="alert"
      >
        {{ handOff.failed }}
      </p>
      <p
        v-else-if="handOff.made"
        class="mt-2 break-all text-soft"
      >
        Exported: {{ handOff.made }}
      </p>
    </template>
  </div>
</template>
