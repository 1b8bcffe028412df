<script setup lang="ts">
import { ref } from 'vue'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'

/** The scale of the shot: a length that was dragged over in the picture, and how long it is. */
const { measure } = defineProps<{ measure: { a: Vec; b: Vec; done: boolean } | null }>()
const emit = defineEmits<{ again: [] }>()
const desk = useDesk()
const tools = useTools()
const metres = ref('1.7')
const fault = ref('')
function set(): void {
  const m = Number(metres.value.replace(',', '.'))
  if (!measure || !(m > 0)) {
    fault.value = 'Write the height in metres, such as 1.7.'
    return
  }
  fault.value = ''
  desk.run({
    name: 'shot.scale',
    args: { scale: { metres: m, px: Math.round(distance(measure.a, measure.b) * 100) / 100 } },
  })
  emit('again')
  tools.tool = 'pose'
}
</script>

<template>
  <form
    class="flex min-w-0 items-center gap-2"
    aria-label="Scale of the shot"
    @submit.prevent="set"
  >
    <p
      v-if="!measure?.done"
      class="min-w-0 truncate text-soft"
      title="Drag along something of known height in the picture."
    >
      Drag along something of known height in the picture.
    </p>
    <template v-else>
      <label class="flex items-center gap-1.5"
        >It is<input
          v-model="metres"
          class="field h-7 w-16 text-right font-mono"
          inputmode="decimal"
          aria-label="Height in metres"
        />m high</label
      >
      <button
        type="submit"
        class="push-button push-button-main"
      >
        Set the scale</button
      ><button
        type="button"
        class="push-button"
        @click="emit('again')"
      >
        Measure again
      </button>
      <p
        v-if="fault"
        class="min-w-0 truncate text-signal"
        role="alert"
        :title="fault"
      >
        {{ fault }}
      </p>
    </template>
    <template v-if="desk.shot?.scale && !measure?.done">
      <span class="whitespace-nowrap">{{ desk.shot.scale.metres }} m are {{ Math.round(desk.shot.scale.px) }} px</span
      ><button
        type="button"
        class="push-button"
        @click="desk.run({ name: 'shot.scale', args: { scale: null } })"
      >
        Delete the scale
      </button>
    </template>
  </form>
</template>
