<script setup lang="ts">
import CloseButton from '~/ui/CloseButton.vue'
import { computed, onMounted, ref } from 'vue'
import { onClickOutside } from '@vueuse/core'
import { isPose } from '#core/pass'
import { lastRun } from '#core/sheet'
import type { PoseRole } from '#core/document'
import { lastPose, newPose, poseFrame } from './new-pose'
import { useDesk } from '~/desk/desk'

const emit = defineEmits<{ close: [] }>()
const desk = useDesk()
const panel = ref<HTMLElement | null>(null)
const from = ref<'blank' | 'last' | 'other'>(lastPose(desk.focus!) ? 'last' : 'blank')
const other = ref('')
const where = ref<'playhead' | 'after'>(desk.column && lastRun(desk.column.runs) ? 'after' : 'playhead')
const after = ref((desk.column?.step ?? 2) * 4)
const role = ref<PoseRole>('key')

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
  ) {
    desk.goTo(at)
    emit('close')
  }
}
onClickOutside(panel, () => emit('close'))
onMounted(() => panel.value?.querySelector<HTMLElement>('input:checked')?.focus())
</script>

<template>
  <div
    ref="panel"
    role="dialog"
    tabindex="-1"
    aria-label="Add a pose"
    class="floating-panel absolute right-3 bottom-[135px] w-80 p-3"
    @keydown.esc.stop="emit('close')"
  >
    <form @submit.prevent="add">
      <div class="flex items-baseline justify-between">
        <h2 class="font-semibold">Add a pose</h2>
        <CloseButton @click="emit('close')" />
      </div>
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
      <fieldset class="mt-3 flex gap-3">
        <legend class="mb-0.5 text-soft">It is</legend>
        <label
          v-for="r in ['key', 'extreme', 'breakdown'] as const"
          :key="r"
          class="flex items-center gap-1.5"
          ><input
            v-model="role"
            type="radio"
            :value="r"
          />{{ r === 'extreme' ? 'an' : 'a' }} {{ r }}</label
        >
      </fieldset>
      <button
        type="submit"
        class="push-button push-button-main mt-3 w-full justify-center"
      >
        Add it on frame {{ frame }}
      </button>
    </form>
  </div>
</template>
