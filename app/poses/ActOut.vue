<script setup lang="ts">
import { computed } from 'vue'
import { Trash2 } from '@lucide/vue'
import { useDesk } from '~/desk/desk'
import { useActOut } from './useActOut'

/** Acting a shot out: beats that are tapped, several tries of them, and what they would be as frames. */
const { framesFor } = defineProps<{ framesFor: (beats: readonly number[]) => readonly number[] }>()
defineEmits<{ use: [beats: readonly number[]]; length: [beats: readonly number[]] }>()
const desk = useDesk()
const act = useActOut(desk.shot!.id)
const WIDE = 300
const longest = computed(() => Math.max(1, ...act.tries.value.map(t => t.beats.at(-1) ?? 0)))
const x = (seconds: number) => 8 + (seconds / longest.value) * (WIDE - 16)
let held: { i: number; beat: number } | null = null
function grab(e: PointerEvent, i: number, beat: number): void {
  ;(e.target as Element).setPointerCapture(e.pointerId)
  held = { i, beat }
}
function drag(e: PointerEvent): void {
  if (!held) return
  const box = (e.currentTarget as SVGElement).getBoundingClientRect()
  act.move(held.i, held.beat, ((e.clientX - box.left - 8) / (WIDE - 16)) * longest.value)
}
const meanBeats = computed(() => act.mean.value?.beats.map(b => b.seconds) ?? [])
</script>

<template>
  <section>
    <h3 class="mt-4 font-semibold">Act it out</h3>
    <p class="text-soft">Tap on every beat while acting; the first tap starts.</p>
    <div class="mt-2 flex items-center gap-2">
      <button
        type="button"
        class="push-button push-button-main h-11 flex-1 justify-center text-[14px]"
        @pointerdown.prevent="act.tap()"
        @keydown.enter.prevent="act.tap()"
        @keydown.space.prevent="act.tap()"
      >
        {{ act.running.value ? `Beat ${act.beats.value.length + 1} · ${act.now.value.toFixed(2)} s` : 'Start (tap)' }}
      </button>
      <button
        type="button"
        class="push-button h-11"
        :disabled="!act.running.value"
        @click="act.stop()"
      >
        Stop
      </button>
    </div>
    <label class="mt-1.5 flex items-center gap-2"
      ><input
        v-model="act.click.value"
        type="checkbox"
      />An audible click every second</label
    >
    <div
      v-for="(t, i) in act.tries.value"
      :key="i"
      class="mt-2 border-t border-rule pt-1.5"
    >
      <div class="flex items-center gap-2">
        <span class="flex-1 font-mono text-[11.5px]"
          >{{
            act
              .kept(t)
              .map(b => (b - act.kept(t)[0]!).toFixed(2))
              .join('  ')
          }}
          s</span
        >
        <button
          type="button"
          class="push-button px-2"
          title="Put the poses on these beats; shown first"
          @click="$emit('use', act.kept(t))"
        >
          Use
        </button>
        <button
          type="button"
          class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
          :aria-label="`Delete try ${i + 1}`"
          @click="act.drop(i)"
        >
          <Trash2 :size="13" />
        </button>
      </div>
      <svg
        :width="WIDE"
        height="24"
        class="touch-none"
        role="img"
        :aria-label="`Try ${i + 1}: ${t.beats.length} beats`"
        @pointermove="drag"
        @pointerup="held = null"
      >
        <line
          :x1="8"
          :x2="WIDE - 8"
          y1="12"
          y2="12"
          stroke="var(--edge)"
        />
        <g
          v-for="(b, k) in t.beats"
          :key="k"
        >
          <circle
            :cx="x(b)"
            cy="12"
            r="6"
            :fill="t.out.includes(k) ? 'var(--sheet)' : 'var(--ledger)'"
            stroke="var(--ledger)"
            stroke-width="1.4"
            class="cursor-ew-resize"
            @pointerdown="grab($event, i, k)"
            @dblclick="act.strike(i, k)"
          >
            <title>Beat {{ k + 1 }}, {{ b.toFixed(2) }} s: drag to move, double click to strike it out</title>
          </circle>
          <line
            v-if="t.out.includes(k)"
            :x1="x(b) - 5"
            :x2="x(b) + 5"
            y1="17"
            y2="7"
            stroke="var(--graphite)"
            stroke-width="1.4"
            pointer-events="none"
          />
        </g>
      </svg>
      <p class="font-mono text-[11.5px] text-soft">frames {{ framesFor(act.kept(t)).join(' ') }}</p>
    </div>
    <div
      v-if="act.mean.value && act.mean.value.of > 1"
      class="mt-2 border-t border-edge pt-2"
    >
      <p>
        <strong>Mean of {{ act.mean.value.of }}</strong> with {{ meanBeats.length }} beats:
        <span class="font-mono text-[11.5px]"
          >{{ act.mean.value.beats.map(b => `${b.seconds.toFixed(2)} ±${b.scatter.toFixed(2)}`).join('  ') }} s</span
        >
      </p>
      <p class="font-mono text-[11.5px] text-soft">frames {{ framesFor(meanBeats).join(' ') }}</p>
      <div class="mt-1.5 flex gap-1.5">
        <button
          type="button"
          class="push-button"
          @click="$emit('use', meanBeats)"
        >
          Use for the poses</button
        ><button
          type="button"
          class="push-button"
          @click="$emit('length', meanBeats)"
        >
          Only for the shot's length
        </button>
      </div>
    </div>
    <p
      v-else-if="act.tries.value.length === 1"
      class="mt-1 flex items-center gap-2 text-soft"
    >
      <span class="flex-1">A second try with as many beats gives a mean.</span
      ><button
        type="button"
        class="push-button"
        @click="$emit('length', act.kept(act.tries.value[0]!))"
      >
        Only for the shot's length
      </button>
    </p>
  </section>
</template>
