<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import { plural } from '#core/basic'
import { computed, ref } from 'vue'
import { Ellipsis } from '@lucide/vue'
import { tryRange } from './trying'
import type { RangeChange } from './range'
import { overRange, rangeWords } from './range'
import { useDesk } from '~/desk/desk'
import { overhangOf } from '~/desk/scene'
import { useSide } from '~/ui/side'

const desk = useDesk()
const side = useSide()
const by = ref<'push' | 'thin'>('push')
const words = computed(() => (desk.column ? rangeWords(desk.scene!, desk.focus!) : ''))

const overhang = computed(() => (desk.shown ? overhangOf(desk.shown, desk.columns) : 0))
/** Resting on a button shows what it gives; pressing it takes it. */
const show = (draft: RangeChange): void => tryRange(draft)
function take(draft: RangeChange): void {
  desk.drop()
  const made = overRange(desk.scene!, desk.focus!, draft)
  if (made.length) desk.run(...made)
}
const steps = (n: number): RangeChange => ({ kind: 'expose', step: n, by: by.value })
function flipBy(to: 'push' | 'thin'): void {
  by.value = to
  const last = desk.preview?.drafts[0]
  if (last?.name === 'range.expose') tryRange({ kind: 'expose', step: last.args.step, by: to })
}
</script>

<template>
  <div
    class="@container w-0 min-w-full shrink-0 border-t border-edge bg-panel px-2.5 py-2"
    data-tries
    @pointerleave="desk.preview?.asked && desk.drop()"
  >
    <p
      class="h-[34px] overflow-hidden leading-[17px]"
      :title="desk.preview?.words ?? words"
      aria-live="polite"
    >
      <template v-if="desk.preview"
        ><span class="text-signal">{{ desk.preview.words }}</span
        >{{ ' '
        }}<span
          v-if="desk.preview.asked"
          class="text-soft"
          >Enter or a click does it, Esc drops it.</span
        ></template
      >
      <template v-else
        >{{ words
        }}<template v-if="overhang > 0"
          ><br /><strong>{{ plural(overhang, 'frame') }}</strong> overhang the end of the shot.
          <button
            type="button"
            class="font-medium text-ledger underline"
            :title="withKey('Lengthen the shot to what is exposed', 'fit')"
            @click="desk.run({ name: 'shot.set', args: { length: desk.shot!.length + overhang } })"
          >
            Lengthen to {{ desk.shot!.length + overhang }}
          </button></template
        ></template
      >
    </p>
    <div class="mt-1 flex flex-wrap items-center gap-1">
      <button
        v-for="n in 4"
        :key="n"
        type="button"
        class="push-button px-2"
        :class="{ hidden: n === 4, '@min-[600px]:inline-flex': n === 4 }"
        :disabled="!desk.place"
        :title="
          withKey(
            `${['Ones', 'Twos', 'Threes', 'Fours'][n - 1]} over this range`,
            by === 'push' ? `push-${n}` : `thin-${n}`,
          )
        "
        @pointerenter="show(steps(n))"
        @focus="show(steps(n))"
        @blur="desk.drop()"
        @click="take(steps(n))"
      >
        {{ ['Ones', 'Twos', 'Threes', 'Fours'][n - 1] }}
      </button>
      <button
        type="button"
        class="push-button px-2 @max-[240px]:hidden"
        :disabled="!desk.place"
        :title="withKey('Hold the first drawing over these frames', 'hold')"
        @pointerenter="show({ kind: 'hold' })"
        @focus="show({ kind: 'hold' })"
        @blur="desk.drop()"
        @click="take({ kind: 'hold' })"
      >
        Hold
      </button>
      <button
        type="button"
        class="push-button px-2 @max-[240px]:hidden"
        :disabled="!desk.place"
        :title="withKey('Blank these exposures; the drawings stay', 'clear')"
        @pointerenter="show({ kind: 'clear' })"
        @focus="show({ kind: 'clear' })"
        @blur="desk.drop()"
        @click="take({ kind: 'clear' })"
      >
        Blank
      </button>
      <button
        type="button"
        class="push-button px-2"
        :disabled="!desk.place"
        :class="{ 'push-button-on': side.open === 'frames' }"
        aria-label="More for these frames"
        :title="withKey('More to do with these frames …', 'more')"
        @click="side.toggle('frames')"
      >
        <Ellipsis :size="14" />
      </button>
      <div
        class="flex rounded border border-edge @max-[240px]:hidden"
        role="radiogroup"
        aria-label="How the step is made"
      >
        <button
          type="button"
          role="radio"
          :aria-checked="by === 'push'"
          class="switch rounded-l"
          :class="{ 'switch-on': by === 'push' }"
          title="Every drawing kept, the length changes"
          @click="flipBy('push')"
        >
          keep drawings
        </button>
        <button
          type="button"
          role="radio"
          :aria-checked="by === 'thin'"
          class="switch rounded-r"
          :class="{ 'switch-on': by === 'thin' }"
          title="The length stays, fewer drawings are shown"
          @click="flipBy('thin')"
        >
          keep length
        </button>
      </div>
    </div>
  </div>
</template>
