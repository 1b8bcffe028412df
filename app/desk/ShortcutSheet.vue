<script setup lang="ts">
import { computed } from 'vue'
import type { Action } from './action'
import { keyCaps } from './key-caps'
import AppDialog from '~/ui/AppDialog.vue'

const props = defineProps<{ actions: readonly Action[] }>()
const emit = defineEmits<{ close: [] }>()
const groups = computed(() => {
  const by = new Map<string, Action[]>()
  for (const a of props.actions) if (a.keys.length) by.set(a.group, [...(by.get(a.group) ?? []), a])
  return [...by]
})
const pointer = [
  ['Drag a bar of the rail sideways', 'spacing: where the drawing sits between its poses'],
  ['Drag a bar up or down', 'timing: trade with the neighbours, the total stays'],
  ['Drag the end of a bar', 'exposure: what follows moves (Alt: trade with the next)'],
  ['Pull a bar on past its beginning', 'reduce it to nothing; it stays in the tray'],
  ['Drag in the frame margin', 'scrub'],
  ['Drag along the left edge of the margin', 'the play range'],
  ['Drag the double line in the margin', 'the end of the shot'],
  ['Drag in the action column', 'write a note over these frames'],
  ['Drag in a column', 'select frames'],
  ['Drag the edge of what is selected', 'carry it elsewhere (Alt: between, Ctrl: a copy)'],
  ['Drag the head of a column', 'put it in another place'],
  ['Drag a pose in the pose row', 'move it in time; what lies between goes along'],
  ['Shift while moving a figure', 'take its feet along'],
  ['Esc during a drag', 'leave everything as it was'],
] as const
</script>

<template>
  <AppDialog
    title="Shortcuts"
    wide
    @close="emit('close')"
  >
    <div class="columns-2 gap-8">
      <section
        v-for="[group, list] in groups"
        :key="group"
        class="mb-4 break-inside-avoid"
      >
        <h3 class="mb-1 font-semibold text-ledger">{{ group }}</h3>
        <dl>
          <div
            v-for="a in list"
            :key="a.id"
            class="flex items-baseline justify-between gap-3 border-b border-rule py-[3px]"
          >
            <dt>
              {{ a.name.replace(' …', '')
              }}<span
                v-if="a.hint"
                class="text-soft"
                >, {{ a.hint }}</span
              >
            </dt>
            <dd class="shrink-0 space-x-1">
              <kbd
                v-for="cap in keyCaps(a.keys[0]!)"
                :key="cap"
                class="key-cap"
                >{{ cap }}</kbd
              >
            </dd>
          </div>
        </dl>
      </section>
      <section class="break-inside-avoid">
        <h3 class="mb-1 font-semibold text-ledger">Pointer and pen</h3>
        <dl>
          <div
            v-for="[what, does] in pointer"
            :key="what"
            class="border-b border-rule py-[3px]"
          >
            <dt class="inline font-medium">{{ what }}:</dt>
            {{ ' ' }}
            <dd class="inline">{{ does }}</dd>
          </div>
        </dl>
      </section>
    </div>
  </AppDialog>
</template>
