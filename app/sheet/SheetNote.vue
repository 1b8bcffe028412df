<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { MAX_FRAMES } from '#core/time'
import { HEAD, MARGIN, NOTES } from './layout'
import { newId } from '~/sync/ids'
import { useDesk } from '~/desk/desk'
import { useSheet } from './sheet'

/** Writing an action note over frames; the one that is there already is changed. */
const { at, scroll } = defineProps<{ at: { frame: number; frames: number }; scroll: number }>()
const emit = defineEmits<{ done: [] }>()
const desk = useDesk()
const sheet = useSheet()
const area = ref<HTMLTextAreaElement | null>(null)
const here = computed(
  () => Object.values(desk.plan?.notes ?? {}).find(n => at.frame >= n.frame && at.frame < n.frame + n.frames) ?? null,
)
const frame = here.value?.frame ?? at.frame
const frames = ref(at.frames > 1 ? at.frames : (here.value?.frames ?? 1))
const text = ref(here.value?.text ?? '')
let left = false

function done(): void {
  if (left) return
  left = true
  const plan = desk.plan!.id
  const words = text.value.trim()
  if (!words && here.value) desk.run({ name: 'note.remove', args: { plan, note: here.value.id } })
  else if (words && (words !== here.value?.text || frames.value !== here.value.frames))
    desk.run({
      name: 'note.set',
      args: {
        plan,
        note: {
          id: here.value?.id ?? newId(),
          frame,
          frames: Math.max(1, Math.min(MAX_FRAMES, Math.round(frames.value) || 1)),
          text: words,
        },
      },
    })
  emit('done')
}
function leave(e: FocusEvent): void {
  if (!(e.currentTarget as HTMLElement).contains(e.relatedTarget as Node | null)) done()
}
function cancel(): void {
  left = true
  emit('done')
}
onMounted(() => area.value?.focus())
</script>

<template>
  <div
    class="absolute z-10 rounded border border-edge bg-panel p-1.5 shadow-lg"
    role="dialog"
    data-own-keys
    aria-label="Action note"
    :style="{
      left: `${MARGIN + 2}px`,
      top: `${Math.max(HEAD, HEAD + (frame - 1) * sheet.rowHeight - scroll)}px`,
      width: `${NOTES + 100}px`,
    }"
    @focusout="leave"
    @keydown.esc.stop="cancel"
  >
    <textarea
      ref="area"
      v-model="text"
      rows="2"
      maxlength="400"
      class="field w-full resize-none px-1 py-0.5 leading-[15px]"
      aria-label="What happens here"
      :placeholder="`What happens on frame ${frame}`"
      @keydown.enter.exact.prevent="done"
    />
    <div class="mt-1 flex items-center gap-1.5 text-soft">
      for<input
        v-model.number="frames"
        type="number"
        min="1"
        :max="MAX_FRAMES"
        class="field h-6 w-14"
        aria-label="For how many frames"
        @keydown.enter.prevent="done"
      />frames<button
        type="button"
        class="push-button ml-auto h-6 px-2"
        @click="done"
      >
        {{ !text.trim() && here ? 'Delete' : 'Keep' }}
      </button>
    </div>
  </div>
</template>
