<script setup lang="ts">
import { computed } from 'vue'
import { hasOtherSide } from '#core/document'
import { useDesk } from '~/desk/desk'
import type { CycleSeen } from './store'
import { useCycles } from './store'

/** The second half with left and right exchanged, and what does not fit: mixed-up limbs, what jumps at the seam. */
const props = defineProps<{ found: CycleSeen }>()
const [desk, cycles] = [useDesk(), useCycles()]
const half = computed(() => props.found.cycle.half)
const ref = computed(() => ({ plan: cycles.planId, column: props.found.column.id, cycle: props.found.id }))
const even = computed(() => props.found.cycle.steps.length % 2 === 0)
const number = (drawing: string): string => desk.stack?.drawings[drawing]?.number ?? '?'
/** Derived drawings that are exposed, with what they are of. */
const rows = computed(() => {
  const { there } = props.found.bracket
  const shown = [...new Set(there.flatMap(r => r.drawing ?? []))]
  return half.value
    ? shown
        .filter(d => Object.hasOwn(half.value!.drawings, d))
        .map(d => ({ id: d, of: half.value!.drawings[d]!, released: half.value!.released.includes(d) }))
    : []
})
const charts = computed(() => half.value?.released.filter(r => Object.hasOwn(half.value!.charts, r)) ?? [])
const plain = computed(() => {
  const stack = desk.stack
  const [first] = props.found.bracket.there.flatMap(r => r.drawing ?? [])
  const content = stack && first ? stack.drawings[first]?.content : undefined
  return (
    !!content && (Object.keys(content.poses).length > 0 || content.strokes.length > 0) && !hasOtherSide(stack!, content)
  )
})
const derive = (derived: boolean): void => void desk.run({ name: 'cycle.half', args: { ...ref.value, derived } })
const follow = (what: string | null, follows: boolean): void =>
  void desk.run({ name: 'cycle.follow', args: { ...ref.value, what, follows } })

const px = (n: number): string => `${Math.round(n)} px`
const seam = computed(() => {
  const s = cycles.seam
  if (!s) return ''
  if (Math.max(s.gap, s.before, s.after) < 0.5) return 'Nothing of it moves yet.'
  const name = `${s.name[0]!.toUpperCase()}${s.name.slice(1)}`
  const step = `${name}: ${px(s.gap)} over the seam, ${px(s.before)} before it and ${px(s.after)} after it.`
  return s.jumps ? `It jumps at the seam. ${step}` : step
})
</script>

<template>
  <section
    aria-label="Halves and seam"
    class="space-y-1.5"
  >
    <template v-if="even">
      <h3 class="font-semibold">Second half</h3>
      <template v-if="half">
        <p>Left and right exchanged. It follows the first half.</p>
        <p
          v-if="plain"
          role="status"
        >
          Nothing here has a left and a right: the second half is the same as the first. Give parts names with near and
          far, or left and right.
        </p>
        <ul
          v-if="rows.length"
          aria-label="Derived drawings"
          class="flex flex-wrap gap-1"
        >
          <li
            v-for="r in rows"
            :key="r.id"
          >
            <button
              type="button"
              class="push-button px-1.5"
              :class="{ 'push-button-on': !r.released }"
              :aria-pressed="!r.released"
              :title="
                r.released
                  ? `Altered by hand. Press to derive it from ${number(r.of)} again`
                  : `${number(r.of)} with left and right exchanged. Press to release it`
              "
              @click="follow(r.id, r.released)"
            >
              <span class="font-mono">{{ number(r.id) }}</span>{{ ' '
              }}<span class="text-[11px]">{{ r.released ? 'by hand' : `of ${number(r.of)}` }}</span>
            </button>
          </li>
        </ul>
        <div class="flex flex-wrap gap-1.5">
          <button
            v-if="half.timed"
            type="button"
            class="push-button px-2"
            title="Its exposures are its own: someone limps"
            @click="follow(null, true)"
          >
            Time it as the first half</button
          ><button
            v-else
            type="button"
            class="push-button px-2"
            title="For one who limps: its exposures stay and follow no more"
            @click="follow(null, false)"
          >
            Time it by itself</button
          ><button
            v-for="c in charts"
            :key="c"
            type="button"
            class="push-button px-2"
            title="A span of the second half was spaced by hand"
            @click="follow(c, true)"
          >
            Space it as the first half</button
          ><button
            type="button"
            class="push-button px-2"
            title="Nothing moves; it follows no more"
            @click="derive(false)"
          >
            All by hand
          </button>
        </div>
      </template>
      <button
        v-else
        type="button"
        class="push-button px-2"
        title="The drawings of the second half are made from the first, and follow it until they are altered"
        @click="derive(true)"
      >
        Derive it: left and right exchanged
      </button>
    </template>
    <p
      v-for="m in cycles.mixed"
      :key="m.drawing + m.kind"
      role="status"
    >
      <button
        type="button"
        class="underline underline-offset-2"
        @click="
          desk.goTo(
            found.bracket.start +
              found.bracket.there
                .slice(
                  0,
                  found.bracket.there.findIndex(r => r.drawing === m.drawing),
                )
                .reduce((s, r) => s + r.frames, 0),
          )
        "
      >
        {{ number(m.drawing) }}</button>:
      {{
        m.kind === 'drawing'
          ? `the limbs of ${m.name} look mixed up, near is where far was.`
          : `${m.name} has the same limbs in front as in the first half.`
      }}
    </p>
    <h3 class="pt-1 font-semibold">Seam</h3>
    <p v-if="seam">{{ seam }}</p>
    <p
      v-else
      class="text-soft"
    >
      The last drawing meets the first, which is not exposed twice.
    </p>
  </section>
</template>
