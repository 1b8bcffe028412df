<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { onClickOutside } from '@vueuse/core'
import { Trash2 } from '@lucide/vue'
import { INKS } from '#core/shot'

const props = defineProps<{ column: string, left: number }>()
const emit = defineEmits<{ close: [] }>()
const desk = useDesk()
const panel = ref<HTMLElement | null>(null)
const column = computed(() => desk.plan?.columns[props.column] ?? null)
const drawings = computed(() => (column.value ? Object.keys(desk.shown!.stacks[column.value.stack]!.drawings).length : 0))

type Settings = { name?: string, ink?: string, step?: number, background?: boolean, locked?: boolean, hidden?: boolean }
const set = (values: Settings) => desk.run({ name: 'column.set', args: { plan: desk.plan!.id, column: props.column, ...values } })
function rename(e: Event): void {
  const name = (e.target as HTMLInputElement).value.trim()
  if (name && name !== column.value?.name) set({ name })
}
function remove(): void {
  if (desk.run({ name: 'column.remove', args: { plan: desk.plan!.id, column: props.column } })) {
    desk.columnId = desk.columns[0]?.id ?? ''
    emit('close')
  }
}
onClickOutside(panel, () => emit('close'))
onMounted(() => panel.value?.querySelector('input')?.focus())
</script>

<template>
  <div v-if="column" ref="panel" role="dialog" aria-label="Column" class="absolute top-11 z-20 w-64 rounded-md border border-edge bg-panel p-3 shadow-lg" :style="{ left: `${props.left}px` }" @keydown.esc.stop="emit('close')">
    <label class="block">Name<input class="field mt-0.5 w-full" :value="column.name" maxlength="80" @change="rename" @keydown.enter="emit('close')"></label>
    <div class="mt-2">New drawings on
      <div class="mt-0.5 flex gap-1" role="group" aria-label="Exposure step">
        <button v-for="n in 4" :key="n" type="button" class="push-button px-2" :class="{ 'push-button-chosen': column.step === n }" :aria-pressed="column.step === n" @click="set({ step: n })">{{ ['ones', 'twos', 'threes', 'fours'][n - 1] }}</button>
      </div>
    </div>
    <div class="mt-2">Ink
      <div class="mt-0.5 flex gap-1.5" role="group" aria-label="Ink">
        <button v-for="(ink, i) in INKS" :key="ink" type="button" class="size-6 rounded-full border-2" :class="column.ink === ink ? 'border-signal' : 'border-edge'" :style="{ background: ink }" :aria-pressed="column.ink === ink" :aria-label="['Graphite', 'Brown', 'Blue grey', 'Plum', 'Moss'][i]" :title="['Graphite', 'Brown', 'Blue grey', 'Plum', 'Moss'][i]" @click="set({ ink })" />
      </div>
    </div>
    <div class="mt-3 space-y-1">
      <label class="flex items-center gap-2"><input type="checkbox" :checked="column.background" @change="set({ background: !column.background })">Background, stands behind</label>
      <label class="flex items-center gap-2"><input type="checkbox" :checked="column.locked" @change="set({ locked: !column.locked })">Locked</label>
      <label class="flex items-center gap-2"><input type="checkbox" :checked="column.hidden" @change="set({ hidden: !column.hidden })">Hidden, also from what goes out</label>
    </div>
    <button type="button" class="push-button mt-3 w-full justify-center" :disabled="desk.columns.length < 2 || column.locked" :title="desk.columns.length < 2 ? 'A shot keeps at least one column.' : ''" @click="remove"><Trash2 :size="14" />Delete the column and its {{ drawings }} drawing{{ drawings === 1 ? '' : 's' }}</button>
  </div>
</template>
