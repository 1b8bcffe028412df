<script setup lang="ts">
import { computed } from 'vue'
import { Plus, Trash2 } from '@lucide/vue'
import type { Shake } from '#core/document'
import { shakeSchema } from '#core/document'
import { useDesk } from '~/desk/desk'
import { withKey } from '~/desk/shortcuts'
import { tell } from '~/ui/messages'
import { beyondPaper, edgesInView, stretchWords } from './checks'
import { useMoves } from './store'

/** What the camera sees: looking through it, its shakes, and where it sees too much. */
const [desk, moves] = [useDesk(), useMoves()]
const camera = computed(() => moves.camera!)
const shakes = computed(() => camera.value.shakes ?? [])
const beyond = computed(() => beyondPaper(desk.scene!, camera.value))
const edges = computed(() =>
  edgesInView(desk.scene!).map(e => `${desk.plan!.columns[e.column]!.name} on ${stretchWords(e.frames)}`),
)
const plan = computed(() => desk.plan!.id)
const put = (was: number | null, shake: Shake | null): boolean =>
  desk.run({ name: 'camera.shake', args: { plan: plan.value, was, shake } })
/** A blow that dies away in half a second. */
function add(): void {
  const frame = desk.workFrame
  if (shakes.value.some(s => s.frame === frame)) return tell(`A shake begins on frame ${frame} already.`)
  put(null, { frame, frames: 12, px: 12, rate: 12, fades: true, seed: shakes.value.length })
}
const FIELDS = [
  { key: 'frame', label: 'from frame' },
  { key: 'frames', label: 'frames' },
  { key: 'px', label: 'px' },
  { key: 'rate', label: 'times a second' },
] as const
function typed(e: Event, shake: Shake, key: (typeof FIELDS)[number]['key']): void {
  const field = e.target as HTMLInputElement
  const to = { ...shake, [key]: Number(field.value.trim().replace(',', '.') || NaN) }
  const read = shakeSchema.safeParse(to)
  if (read.success) put(shake.frame, read.data)
  else {
    const words = read.error.issues[0]!.message
    tell(/^[A-Z].*\.$/.test(words) ? words : 'Type a number that fits. Nothing was changed.')
  }
  field.value = String(shake[key])
}
</script>

<template>
  <section
    aria-label="What the camera sees"
    class="space-y-1.5"
  >
    <label
      class="flex items-center gap-1.5"
      :title="withKey('The picture as the camera sees it', 'camera-look')"
      ><input
        v-model="moves.looks"
        type="checkbox"
      />look through the camera</label
    >
    <p
      v-if="beyond.length"
      role="status"
    >
      It sees beyond the paper on {{ stretchWords(beyond) }}.
    </p>
    <p
      v-for="e in edges"
      :key="e"
      role="status"
    >
      The edge of a background comes into view: {{ e }}.
    </p>
    <h3 class="font-semibold">Shakes</h3>
    <ul
      v-if="shakes.length"
      aria-label="Shakes of the camera"
      class="space-y-1.5"
    >
      <li
        v-for="s in shakes"
        :key="s.frame"
        class="flex flex-wrap items-center gap-1"
      >
        <label
          v-for="f in FIELDS"
          :key="f.key"
          class="flex w-14 flex-col text-[11px] text-soft"
          >{{ f.label
          }}<input
            class="field h-7 w-14 text-right font-mono text-graphite"
            inputmode="decimal"
            :value="s[f.key]"
            :aria-label="`${f.label}, shake on ${s.frame}`"
            @change="typed($event, s, f.key)" /></label
        ><button
          type="button"
          class="push-button self-end px-1"
          :aria-label="`Take the shake on ${s.frame} away`"
          @click="put(s.frame, null)"
        >
          <Trash2 :size="14" />
        </button>
        <span class="flex w-full items-center gap-2"
          ><label class="flex items-center gap-1"
            ><input
              type="checkbox"
              :checked="s.fades"
              :aria-label="`The shake on ${s.frame} dies away`"
              @change="put(s.frame, { ...s, fades: !s.fades })"
            />dies away</label
          ><button
            type="button"
            class="push-button px-2"
            title="The same shake on another way"
            :aria-label="`Another way for the shake on ${s.frame}`"
            @click="put(s.frame, { ...s, seed: (s.seed + 1) % 65536 })"
          >
            Another way
          </button></span
        >
      </li>
    </ul>
    <button
      type="button"
      class="push-button px-2"
      @click="add"
    >
      <Plus :size="14" />Shake from frame {{ desk.workFrame }} on
    </button>
  </section>
</template>
