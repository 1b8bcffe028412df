<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import { computed } from 'vue'
import type { Pass, WorkLine } from '#core/pass'
import { workOf } from '#core/pass'
import { useDesk } from '~/desk/desk'
import { useGhosts } from '~/ghosts/store'

const { pass } = defineProps<{ pass: Pass }>()
const desk = useDesk()
const ghosts = useGhosts()
const all = computed(() => (pass.chart ? workOf(desk.focus!.stack!, pass.chart) : []))
const shown = computed(() => new Set(pass.members.map(m => m.drawing)))
const lines = computed(() => all.value.filter(l => shown.value.has(l.drawing.id)))
/** Charted, but exposed nowhere in this span any more. */
const hidden = computed(() => all.value.filter(l => !shown.value.has(l.drawing.id)))
const left = computed(() => lines.value.filter(l => !l.drawn).length)

function goTo(line: WorkLine): void {
  const at = pass.members.find(m => m.drawing === line.drawing.id)
  if (at) desk.goTo(at.start)
  ghosts.on = true
  ghosts.pair = { on: line.drawing.id, first: line.first.id, second: line.second.id }
}
</script>

<template>
  <p
    v-if="!all.length"
    class="text-soft"
  >
    There are no in-betweens in this span yet. Select a spacing first.
  </p>
  <template v-else>
    <p class="text-soft">
      {{
        left
          ? `${left} of ${lines.length} still to draw. ${withKey('Next in-between to draw', 'next-task')}.`
          : 'All are drawn.'
      }}
    </p>
    <ol class="mt-2">
      <li
        v-for="(line, i) in lines"
        :key="line.drawing.id"
      >
        <button
          type="button"
          class="grid w-full grid-cols-[22px_44px_1fr_auto] items-baseline gap-2 rounded px-1 py-[3px] text-left hover:bg-wash"
          :title="`Go to ${line.drawing.number}, with ${line.first.number} and ${line.second.number} as its ghosts`"
          @click="goTo(line)"
        >
          <span class="text-right font-mono text-soft">{{ i + 1 }}</span>
          <span
            class="font-mono font-semibold"
            :class="{ 'text-soft': line.drawn }"
            >{{ line.drawing.number }}</span
          >
          <span
            >between {{ line.first.number }} and {{ line.second.number
            }}<span v-if="line.words">, {{ line.words }}</span></span
          >
          <span class="text-soft">{{ line.drawn ? 'drawn' : '' }}</span>
        </button>
      </li>
    </ol>
    <p
      v-if="hidden.length"
      class="mt-2 text-soft"
    >
      Charted, but not exposed in this span: {{ hidden.map(l => l.drawing.number).join(', ') }}.
    </p>
  </template>
</template>
