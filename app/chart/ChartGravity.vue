<script setup lang="ts">
import { computed } from 'vue'
import type { Pass } from '#core/pass'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { gravityOf } from './gravity'

/** What gravity says of a pass; `swings` where its spacing is slow at both ends. */
const { pass, swings } = defineProps<{ pass: Pass; swings: boolean }>()
const [desk, tools] = [useDesk(), useTools()]
const gravity = computed(() => gravityOf(desk.stored!.scene, desk.stored!.focus.stack!, pass))

function takeFrames(frames: number): void {
  const delta = frames - gravity.value!.now
  if (!delta) return
  const run = { run: pass.to.run.id, at: pass.to.start }
  const args = { plan: desk.plan!.id, column: desk.column!.id, run, delta, recut: true, push: true }
  desk.run({ name: 'pose.move', args })
}
function setScale(): void {
  tools.tool = 'scale'
}
</script>

<template>
  <div class="mt-3 border-t border-edge pt-2">
    <template v-if="gravity">
      <p
        v-if="gravity.fall"
        class="flex items-center gap-2"
      >
        <span class="flex-1">{{ gravity.fall.words }}</span><button
          v-if="gravity.fall.frames !== gravity.now"
          type="button"
          class="push-button shrink-0"
          title="Stretches the passage; what follows moves"
          @click="takeFrames(gravity.fall.frames)"
        >
          Take {{ gravity.fall.frames }}
        </button>
      </p>
      <p class="mt-1 flex items-center gap-2">
        <span class="flex-1">{{ gravity.swing.words }}</span><button
          v-if="gravity.swing.frames !== gravity.now && swings"
          type="button"
          class="push-button shrink-0"
          @click="takeFrames(gravity.swing.frames)"
        >
          Take {{ gravity.swing.frames }}
        </button>
      </p>
      <p class="mt-1 text-soft">{{ gravity.jump }}</p>
    </template>
    <p
      v-else
      class="flex items-center gap-2 text-soft"
    >
      <span class="flex-1">With a scale, gravity tells how long a fall or a swing takes.</span
      ><button
        type="button"
        class="push-button shrink-0"
        @click="setScale"
      >
        Set a scale
      </button>
    </p>
  </div>
</template>
