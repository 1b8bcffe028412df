<script setup lang="ts">
import { computed } from 'vue'
import { plural } from '#core/basic'
import { SAME } from '#core/motion'
import { useDesk } from '~/desk/desk'
import { withKey } from '~/desk/shortcuts'
import SidePanel from '~/desk/SidePanel.vue'
import { useTools } from '~/desk/tools'
import CameraForm from './CameraForm.vue'
import DepthForm from './DepthForm.vue'
import MoveRow from './MoveRow.vue'
import { placeDraft } from './movers'
import MoverSwitch from './MoverSwitch.vue'
import { useMoves } from './store'

/** Where a column, or the camera, lies from frame to frame. */
const [desk, moves, tools] = [useDesk(), useMoves(), useTools()]
const locked = computed(() => !moves.ofCamera && !!desk.column?.locked)
const words = computed(() => {
  const n = moves.moves.length
  if (!n) return moves.ofCamera ? 'No camera: the picture is seen as it stands.' : 'It lies as it is drawn.'
  const what = plural(n, moves.ofCamera ? 'field' : 'placement')
  return moves.movers.length > 1 ? `${what}. ${moves.movers.length} selected columns are placed as one.` : `${what}.`
})
const here = computed(() => moves.moves.some(m => m.frame === desk.workFrame))
function place(): void {
  const draft = placeDraft(desk.scene!, moves.movers, desk.workFrame, SAME)
  if (desk.run(draft))
    desk.tellDone(`Placed on frame ${desk.workFrame}. Drag it on the picture, or type where it lies.`)
}
function removeAll(): void {
  if (moves.ofCamera) desk.run({ name: 'camera.remove', args: { plan: desk.plan!.id } })
  else
    desk.run({
      name: 'move.remove',
      args: { plan: desk.plan!.id, column: moves.mover!, frames: moves.moves.map(m => m.frame) },
    })
}
</script>

<template>
  <SidePanel
    title="Moves and camera"
    :words="moves.name ? `of ${moves.name}` : undefined"
    data-tries
  >
    <div class="space-y-2">
      <MoverSwitch label="What is placed" />
      <p role="status">{{ words }}</p>
      <p
        v-if="locked"
        class="text-soft"
      >
        The column is locked.
      </p>
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button push-button-main"
          :disabled="locked || here || moves.mover === undefined"
          :title="
            here ? `It is placed on frame ${desk.workFrame} already` : 'As it lies now; what held before goes there'
          "
          @click="place"
        >
          Place it on frame {{ desk.workFrame }}</button
        ><button
          type="button"
          class="push-button"
          :class="{ 'push-button-on': tools.tool === 'move' }"
          :aria-pressed="tools.tool === 'move'"
          :title="withKey('Move, turn and size it on the picture', 'tool-move')"
          @click="tools.tool = 'move'"
        >
          By hand
        </button>
      </div>
      <template v-if="moves.moves.length">
        <div
          class="flex gap-1 text-[11px] text-soft"
          aria-hidden="true"
        >
          <span class="w-12 text-right">frame</span
          ><span
            v-for="word in ['across', 'down', '°', '%']"
            :key="word"
            class="min-w-0 flex-1 text-right"
            >{{ word }}</span
          ><span class="w-7" />
        </div>
        <ol
          aria-label="Placements"
          class="space-y-1.5"
        >
          <MoveRow
            v-for="(m, i) in moves.moves.slice(0, 200)"
            :key="m.frame"
            :move="m"
            :mover="moves.mover!"
            :more="i < moves.moves.length - 1"
          />
        </ol>
        <p
          v-if="moves.moves.length > 200"
          class="text-soft"
        >
          {{ plural(moves.moves.length - 200, 'more placement') }}, frame by frame. “Simplify” in the column’s settings
          makes fewer of them.
        </p>
        <button
          type="button"
          class="push-button px-2"
          :disabled="locked"
          @click="removeAll"
        >
          {{ moves.ofCamera ? 'No camera' : 'As it is drawn' }}
        </button>
      </template>
    </div>
    <CameraForm
      v-if="moves.ofCamera && moves.camera"
      class="mt-3 border-t border-edge pt-2"
    />
    <DepthForm
      v-if="!moves.ofCamera && desk.column"
      class="mt-3 border-t border-edge pt-2"
    />
  </SidePanel>
</template>
