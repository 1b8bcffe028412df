<script setup lang="ts">
import { subjectsOf } from '#core/document'
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed } from 'vue'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ChartNoAxesColumn, ChevronDown, ChevronUp, Ghost, Pin, Spline, Trash2, Undo2 } from '@lucide/vue'
import type { Figure, Pose } from '#core/figure'
import { library, restPose } from '#core/figure'
import { isPose } from '#core/pass'
import type { PoseRole } from '#core/document'
import { newId } from '~/sync/ids'
import { breakParts, makeBreakdown } from '~/chart/breakdowns'
import { onDrawing, poseOnDrawing, putFigure } from '~/figures/subjects'
import { fixOf } from '~/desk/drafts'
import { lastPose } from '~/poses/new-pose'
import { useDesk } from '~/desk/desk'
import { useFigures } from '~/figures/store'
import { useGhosts } from '~/ghosts/store'
import { useTravel } from '~/travel/store'

const desk = useDesk()
const figures = useFigures()
const ghosts = useGhosts()
const travel = useTravel()
const roles: PoseRole[] = ['key', 'extreme', 'breakdown']
const core = computed(() => !!desk.drawing && isPose(desk.drawing))
const chart = computed(() =>
  desk.drawing && !core.value ? desk.scene!.contents.chartOf(desk.plan!, desk.drawing.id) : null,
)
const content = computed(() =>
  desk.drawing ? desk.scene!.contents.of(desk.scene!, desk.stack!, desk.drawing.id) : null,
)
const absent = computed(() =>
  (desk.stack ? subjectsOf(desk.stack) : []).filter(
    s => !content.value?.poses[s.id] && (s.kind !== 'part' || s.strokes),
  ),
)
const present = computed(() => (desk.stack ? subjectsOf(desk.stack) : []).filter(s => content.value?.poses[s.id]))

function setRole(role: PoseRole): void {
  desk.run({ name: 'drawing.set', args: { stack: desk.stack!.id, drawing: desk.drawing!.id, role } })
}
function renumber(e: Event): void {
  const input = e.target as HTMLInputElement
  const number = input.value.trim()
  if (
    !number ||
    number === desk.drawing!.number ||
    !desk.run({ name: 'drawing.set', args: { stack: desk.stack!.id, drawing: desk.drawing!.id, number } })
  )
    input.value = desk.drawing!.number
}

/** A figure stands on the ground of the picture, in its middle, four fifths as high. */
function standing(figure: Figure): Pose {
  const { width, height } = desk.shot!.picture
  const high = figure.id.startsWith('person') ? 520 : 140
  const size = Math.max(0.02, Math.round((height / 1080) * 100) / 100)
  const ground = height * 0.86
  return restPose(
    { x: width / 2, y: figure.id.startsWith('person') ? ground - 250 * size : ground - high * size },
    size,
  )
}
function place(figure: Figure): void {
  const names = new Set(Object.values(desk.stack!.subjects).map(s => s.name))
  const short = figure.name.split(',')[0]!
  const name = names.has(short) ? `${short} ${names.size + 1}` : short
  const subject = { id: newId(), name, kind: 'figure' as const, figure }
  desk.run(...putFigure(desk.scene!, desk.focus!, subject, standing(figure)))
}
function bring(subject: string): void {
  const from = lastPose(desk.focus!, desk.frame)
  const pose =
    (from && desk.scene!.contents.of(desk.scene!, desk.stack!, from.id).poses[subject]) ??
    Object.values(desk.stack!.drawings)
      .map(d => d.content.poses[subject])
      .find(Boolean) ??
    standing(desk.stack!.subjects[subject]!.figure)
  desk.run(
    ...onDrawing(desk.scene!, desk.focus!, drawing => [
      poseOnDrawing(desk.scene!, desk.focus!, drawing, subject, pose),
    ]),
  )
}
function takeOff(subject: string): void {
  desk.run({
    name: 'drawing.pose',
    args: {
      stack: desk.stack!.id,
      drawing: desk.drawing!.id,
      poses: { [subject]: null },
      ...fixOf(desk.scene!, desk.focus!, desk.drawing!),
    },
  })
}
const own = () =>
  desk.run({
    name: 'drawing.pose',
    args: {
      stack: desk.stack!.id,
      drawing: desk.drawing!.id,
      poses: {},
      ...fixOf(desk.scene!, desk.focus!, desk.drawing!),
    },
  })
const release = () =>
  desk.run({
    name: 'drawing.release',
    args: { plan: desk.plan!.id, chart: chart.value!.id, drawing: desk.drawing!.id },
  })
const remove = () => desk.run({ name: 'drawing.remove', args: { stack: desk.stack!.id, drawing: desk.drawing!.id } })
</script>

<template>
  <div class="@container flex h-10 min-w-0 items-center border-t border-edge bg-panel px-3">
    <div class="flex min-w-0 flex-1 items-center gap-2 @max-[640px]:gap-1">
      <span class="flex">
        <ToggleButton
          class="rounded-r-none"
          :on="ghosts.on"
          aria-label="Ghosts"
          title="Ghosts on or off (G), off while ` is held: before is dashed, after is whole"
          @click="ghosts.on = !ghosts.on"
        >
          <Ghost :size="14" /><span class="@max-[640px]:hidden">Ghosts</span>
          <svg
            width="16"
            height="12"
            aria-hidden="true"
            class="rounded-sm bg-sheet @max-[640px]:hidden"
          >
            <path
              d="M1 3.5h14"
              :stroke="ghosts.rule.tints.before"
              stroke-width="2.2"
              stroke-dasharray="4 2.5"
            />
            <path
              d="M1 8.5h14"
              :stroke="ghosts.rule.tints.after"
              stroke-width="2.2"
            />
          </svg>
        </ToggleButton>
        <button
          type="button"
          class="push-button rounded-l-none border-l-0 px-1"
          :aria-expanded="ghosts.rowOpen"
          aria-label="Which ghosts"
          title="Which ghosts are seen, and how (Alt G)"
          @click="ghosts.rowOpen = !ghosts.rowOpen"
        >
          <component
            :is="ghosts.rowOpen ? ChevronDown : ChevronUp"
            :size="14"
          />
        </button>
      </span>
      <ToggleButton
        class="px-2"
        :on="travel.arcs"
        aria-label="Arcs"
        title="Arcs on or off (I)"
        @click="travel.arcs = !travel.arcs"
      >
        <Spline :size="14" />
      </ToggleButton>
      <ToggleButton
        class="px-2"
        :on="travel.plot"
        aria-label="Travel plot"
        title="Travel plot on or off (Z)"
        @click="travel.plot = !travel.plot"
      >
        <ChartNoAxesColumn :size="14" />
      </ToggleButton>
      <button
        type="button"
        class="push-button px-2"
        :disabled="!desk.drawing"
        aria-label="Pins"
        title="Pin a part to its place … (Shift I)"
        @click="figures.pinning = true"
      >
        <Pin :size="14" />
      </button>
      <span class="mx-0.5 h-5 w-px bg-edge" />
      <Menu
        v-slot="{ open }"
        as="div"
        class="relative"
      >
        <MenuButton
          class="push-button"
          :disabled="!desk.column || desk.column.locked"
          >Figure</MenuButton
        >
        <MenuItems
          v-if="open"
          static
          class="absolute bottom-9 left-0 z-20 w-60 rounded-md border border-edge bg-panel p-1 shadow-lg outline-none"
        >
          <template v-if="absent.length">
            <p class="px-2 pt-1 text-[11.5px] text-soft">Of this column, not on this drawing</p>
            <MenuItem
              v-for="s in absent"
              :key="s.id"
              v-slot="{ active }"
              ><button
                type="button"
                class="block w-full rounded px-2 py-1 text-left"
                :class="{ 'bg-wash': active }"
                @click="bring(s.id)"
              >
                {{ s.name }}
              </button></MenuItem
            >
          </template>
          <template v-if="present.length">
            <p class="px-2 pt-1 text-[11.5px] text-soft">On this drawing</p>
            <MenuItem
              v-for="s in present"
              :key="s.id"
              v-slot="{ active }"
              ><button
                type="button"
                class="block w-full rounded px-2 py-1 text-left"
                :class="{ 'bg-wash': active }"
                @click="takeOff(s.id)"
              >
                Take {{ s.name }} off this drawing
              </button></MenuItem
            >
          </template>
          <p class="px-2 pt-1 text-[11.5px] text-soft">A new one</p>
          <MenuItem
            v-for="f in library"
            :key="f.id"
            v-slot="{ active }"
            ><button
              type="button"
              class="block w-full rounded px-2 py-1 text-left"
              :class="{ 'bg-wash': active }"
              @click="place(f)"
            >
              {{ f.name }}
            </button></MenuItem
          >
        </MenuItems>
      </Menu>
      <template v-if="desk.drawing">
        <label class="ml-1 flex items-center gap-1.5"
          ><span class="hidden min-[1400px]:inline">Drawing</span
          ><input
            class="field h-7 w-14 text-center font-mono"
            :value="desk.drawing.number"
            maxlength="12"
            aria-label="Number of the drawing"
            @change="renumber"
            @keydown.enter="($event.target as HTMLElement).blur()"
        /></label>
        <div
          v-if="core || !chart"
          class="flex rounded border border-edge"
          role="radiogroup"
          aria-label="Role of the drawing"
        >
          <button
            v-for="(r, i) in roles"
            :key="r"
            type="button"
            role="radio"
            :aria-checked="desk.drawing.role === r"
            class="h-[26px] px-2"
            :class="[
              desk.drawing.role === r ? 'bg-bottle text-on-bottle' : 'bg-sheet hover:bg-wash',
              i === 0 ? 'rounded-l' : '',
              i === 2 ? 'rounded-r' : '',
            ]"
            :title="`Make it ${r === 'extreme' ? 'an' : 'a'} ${r} (${['K', 'X', 'J'][i]})`"
            @click="setRole(r)"
          >
            {{ r }}
          </button>
        </div>
        <template v-else>
          <button
            type="button"
            class="push-button px-2"
            title="Make it a breakdown: its span is cut here (J)"
            @click="makeBreakdown(desk)"
          >
            Breakdown
          </button>
          <ToggleButton
            v-if="!desk.drawing.own"
            class="px-2"
            :on="!!desk.drawing.fixed"
            title="Break down only the parts that are posed on it; the rest follows the chart (M)"
            @click="breakParts(desk)"
          >
            Parts
          </ToggleButton>
          <button
            v-if="desk.drawing.own"
            type="button"
            class="push-button"
            title="Give it back to its chart: its content is worked out again (B)"
            @click="release"
          >
            <Undo2 :size="14" />Give back
          </button>
          <button
            v-else
            type="button"
            class="push-button"
            title="Keep it as its own, whatever its chart does (O)"
            @click="own"
          >
            Keep
          </button>
        </template>
        <button
          type="button"
          class="push-button ml-auto px-2"
          title="Delete the drawing, its exposures and what is charted from it (Del)"
          aria-label="Delete the drawing"
          @click="remove"
        >
          <Trash2 :size="14" />
        </button>
      </template>
    </div>
  </div>
</template>
