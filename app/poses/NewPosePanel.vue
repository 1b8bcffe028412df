<script setup lang="ts">
import { articled } from '#core/basic'
import { useShortcuts, withKey } from '~/desk/shortcuts'
import SidePanel from '~/desk/SidePanel.vue'
import { computed, onMounted, ref } from 'vue'
import { isPose } from '#core/pass'
import { lastRun } from '#core/sheet'
import type { Role } from '#core/document'
import { lastPose, newPose, poseFrame } from './new-pose'
import { usePoses } from './store'
import { useDesk } from '~/desk/desk'

const desk = useDesk()
const poses = usePoses()
const from = ref<'blank' | 'last' | 'other'>(lastPose(desk.focus!) ? 'last' : 'blank')
const other = ref('')
const where = ref<'playhead' | 'after'>(desk.column && lastRun(desk.column.runs) ? 'after' : 'playhead')
const after = ref((desk.column?.step ?? 2) * 4)
const role = ref<Role>(desk.column?.adds ?? 'key')

const drawings = computed(() => Object.values(desk.stack?.drawings ?? {}).filter(d => isPose(d) || d.own))
const last = computed(() => lastPose(desk.focus!))
const frame = computed(() =>
  poseFrame(desk.focus!, where.value === 'playhead' ? 'playhead' : { afterLast: after.value || 1 }),
)

function add(): void {
  const copy =
    from.value === 'last' ? last.value?.id : from.value === 'other' ? other.value || drawings.value[0]?.id : undefined
  const at = frame.value
  const place =
    where.value === 'playhead' ? ('playhead' as const) : { afterLast: Math.max(1, Math.round(after.value || 1)) }
  if (
    desk.run(
      newPose(desk.scene!, desk.focus!, { from: copy ? { copyOf: copy } : 'blank', where: place, role: role.value }),
    )
  )
    desk.goTo(at)
}
/** Entered, it counts, and the keys are given back. */
function setEvery(e: Event): void {
  const field = e.target as HTMLInputElement
  poses.setEvery(Number(field.value))
  field.value = String(poses.every ?? poses.frames)
  field.blur()
}
const form = ref<HTMLFormElement | null>(null)
// Enter adds it at once.
/** The two that put a pose without this panel, by their keys. */
const byKey = computed(() => {
  const keys = [
    ['pose-blank', 'a blank pose'],
    ['pose-copy', 'a copy'],
  ] as const
  const known = keys.filter(([id]) => useShortcuts().caps(id)).map(([id, what]) => withKey(what, id))
  return `Without this panel, ${known.length ? known.join(' and ') : 'a new pose'} comes`
})
onMounted(() => form.value?.querySelector<HTMLElement>('input:checked')?.focus())
</script>

<template>
  <SidePanel title="Add a pose">
    <form
      ref="form"
      @submit.prevent="add"
    >
      <fieldset class="mt-2 space-y-1">
        <legend class="mb-0.5 text-soft">It begins</legend>
        <label class="flex items-center gap-2"
          ><input
            v-model="from"
            type="radio"
            value="blank"
          />blank</label
        >
        <label
          class="flex items-center gap-2"
          :class="{ 'opacity-50': !last }"
          ><input
            v-model="from"
            type="radio"
            value="last"
            :disabled="!last"
          />as a copy of the last<span
            v-if="last"
            class="font-mono"
            >{{ last.number }}</span
          ></label
        >
        <label
          class="flex items-center gap-2"
          :class="{ 'opacity-50': !drawings.length }"
          ><input
            v-model="from"
            type="radio"
            value="other"
            :disabled="!drawings.length"
          />as a copy of
          <select
            v-model="other"
            class="field h-7"
            aria-label="Drawing to copy"
            :disabled="!drawings.length"
            @focus="from = 'other'"
          >
            <option
              v-for="(d, i) in drawings"
              :key="d.id"
              :value="i === 0 ? '' : d.id"
            >
              {{ d.number }} ({{ d.role }})
            </option>
          </select>
        </label>
      </fieldset>
      <fieldset class="mt-3 space-y-1">
        <legend class="mb-0.5 text-soft">It comes</legend>
        <label class="flex items-center gap-2"
          ><input
            v-model="where"
            type="radio"
            value="playhead"
          />at the playhead, frame {{ desk.frame }}</label
        >
        <label class="flex items-center gap-2"
          ><input
            v-model="where"
            type="radio"
            value="after"
            :disabled="!desk.column?.runs.count"
          /><input
            v-model.number="after"
            type="number"
            min="1"
            max="14400"
            class="field h-7 w-16"
            aria-label="Frames after the last exposure"
            :disabled="!desk.column?.runs.count"
            @focus="where = 'after'"
          />frames after the last begins</label
        >
      </fieldset>
      <fieldset class="mt-3 grid grid-cols-2 gap-x-3 gap-y-1">
        <legend class="mb-0.5 text-soft">It is</legend>
        <label
          v-for="r in ['key', 'extreme', 'breakdown', 'in-between'] as const"
          :key="r"
          class="flex items-center gap-1.5"
          ><input
            v-model="role"
            type="radio"
            :value="r"
          />{{ articled(r) }}</label
        >
      </fieldset>
      <button
        type="submit"
        class="push-button push-button-main mt-3 w-full justify-center"
      >
        Add it on frame {{ frame }}
      </button>
    </form>
    <fieldset class="mt-4 space-y-1 border-t border-edge pt-3">
      <legend class="sr-only">Where a new pose is put by key</legend>
      <p class="text-soft">{{ byKey }}</p>
      <label class="flex items-center gap-2"
        ><input
          type="radio"
          name="new-every"
          :checked="poses.every === null"
          @change="poses.setEvery(null)"
        />at the playhead</label
      >
      <label
        class="flex items-center gap-2"
        :title="withKey('Switch between the two', 'new-every')"
        ><input
          type="radio"
          name="new-every"
          :checked="poses.every !== null"
          @change="poses.setEvery(poses.frames)"
        /><input
          type="number"
          min="1"
          max="999"
          class="field h-7 w-14 px-1.5"
          :value="poses.every ?? poses.frames"
          aria-label="Frames from one new pose to the next"
          @change="setEvery"
        />frames after the last begins</label
      >
      <p class="text-soft">Where the playhead was placed by hand, the pose comes there.</p>
    </fieldset>
  </SidePanel>
</template>
