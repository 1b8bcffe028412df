<script setup lang="ts">
import { computed } from 'vue'
import { ChevronLeft, ChevronRight, Film, Trash2 } from '@lucide/vue'
import { footageAt, footageFrom, lastOfFootage, markedFrames } from '#core/time'
import type { Footage } from '#core/document'
import { useDesk } from '~/desk/desk'
import { oneStep } from '~/desk/one-step'
import { withKey } from '~/desk/shortcuts'
import SidePanel from '~/desk/SidePanel.vue'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import { useSide } from '~/ui/side'
import { shareOf, sized } from './footage-in'
import FootageFileRow from './FootageFileRow.vue'
import type { MarkSeen } from './marks'
import { marksOf, moveMarksDraft, unmarkDraft } from './marks'
import { drawingsOn } from './on-marks'
import { useFilmed } from './store'

/** Footage that the shot is timed by: how it runs, and what is marked on it. */
const desk = useDesk()
const side = useSide()
const filmed = useFilmed()
const column = computed(() => filmed.here!)
const footage = computed(() => column.value.footage)
const rate = computed(() => desk.shown!.rate)
const picture = computed(() => desk.shown!.picture)
const where = computed(() => ({ plan: desk.plan!.id, column: column.value.id }))
const choices = computed(() => filmed.columns.map(c => ({ value: c.id, name: c.name })))
/** Its column is the one that is worked on from then on. */
const shownColumn = computed({
  get: () => column.value.id,
  set: id => (desk.columnId = id),
})
const last = computed(() => lastOfFootage(footage.value, rate.value))
const seen = computed(() =>
  last.value < footage.value.from ? 'nothing of it is seen' : `seen on frames ${footage.value.from} to ${last.value}`,
)

const set = (change: Partial<Footage>): void =>
  void desk.run({ name: 'footage.set', args: { ...where.value, footage: change } })

/** A field that was typed in: what it means is set, or it goes back to what holds. */
function typed(e: Event, change: (n: number) => Partial<Footage>, holds: number): void {
  const field = e.target as HTMLInputElement
  const n = Number(field.value.replace(',', '.'))
  if (field.value.trim() && Number.isFinite(n)) set(change(n))
  else tell('Type a number. Nothing was changed.')
  field.value = String(round(holds))
}
const round = (n: number): number => Math.round(n * 1000) / 1000
const size = computed(() => round(shareOf(picture.value, footage.value) * 100))
const strength = computed(() => Math.round((column.value.strength ?? 1) * 100))
const placedAt = (x: number, y: number): Partial<Footage> => {
  const [a, b, c, d] = footage.value.at
  return { at: [a, b, c, d, x, y] }
}
/** What is seen of it at the playhead; null where it is not seen. */
const now = computed(() => footageAt(footage.value, desk.workFrame, rate.value))
/** It begins with what is seen at the playhead. */
function beginHere(): void {
  set({ inPoint: footageFrom(footage.value, desk.workFrame, rate.value) })
}

// — marks —

const marks = computed(() => marksOf(column.value, rate.value))
const here = computed(() => marks.value.some(m => m.frame === desk.workFrame))
function shift(list: readonly MarkSeen[], by: number): void {
  const draft = moveMarksDraft(where.value.plan, column.value, list, { by, rate: rate.value })
  if (draft) desk.run(draft)
  else tell('There is no footage there. Nothing was moved.')
}
const takeOff = (list: readonly MarkSeen[]): void => void desk.run(unmarkDraft(where.value.plan, column.value, list))
function newDrawings(): void {
  const drafts = drawingsOn(desk.scene!, desk.focus!, markedFrames(footage.value, rate.value))
  if (typeof drafts === 'string') tell(drafts)
  else desk.run(...oneStep(drafts, 'New drawings on the marks'))
}
</script>

<template>
  <SidePanel
    title="Footage"
    :words="filmed.here ? footage.name : undefined"
  >
    <PickList
      v-if="choices.length > 1"
      v-model="shownColumn"
      class="mb-2 w-full"
      :options="choices"
      label="Column of the footage"
    />
    <template v-if="!filmed.here">
      <p>
        Footage to work by runs beside the shot and is never exported: a movie (MP4, MOV, WebM, MKV) or a GIF, up to 64
        MB. Drop it on the sheet or on the picture.
      </p>
      <button
        type="button"
        class="push-button push-button-main mt-2"
        @click="side.open = 'import'"
      >
        <Film :size="14" />Import footage …
      </button>
    </template>
    <fieldset
      v-else
      class="space-y-2"
      :disabled="column.locked"
    >
      <p
        v-if="column.locked"
        class="text-signal"
      >
        The column {{ column.name }} is locked.
      </p>
      <p class="text-soft">
        {{ footage.width }} × {{ footage.height }} px, {{ footage.seconds.toFixed(2) }} s; {{ seen }}.
      </p>
      <label class="flex items-center gap-1.5"
        >begins on frame<input
          class="field h-7 w-16 text-right font-mono"
          inputmode="numeric"
          :value="footage.from"
          aria-label="Frame on which the footage begins"
          @change="typed($event, n => ({ from: Math.max(1, Math.round(n)) }), footage.from)"
      /></label>
      <div class="flex items-center gap-1.5">
        <label class="flex items-center gap-1.5"
          >with its second<input
            class="field h-7 w-20 text-right font-mono"
            inputmode="decimal"
            :value="round(footage.inPoint)"
            aria-label="In-point, seconds"
            @change="typed($event, n => ({ inPoint: n }), footage.inPoint)" /></label
        ><button
          type="button"
          class="push-button"
          :disabled="now === null"
          title="What is seen at the playhead is what it begins with"
          @click="beginHere"
        >
          Begin with this
        </button>
      </div>
      <label class="flex items-center gap-1.5"
        >at speed<input
          class="field h-7 w-20 text-right font-mono"
          inputmode="decimal"
          :value="round(footage.speed * 100)"
          aria-label="Speed, percent"
          @change="typed($event, n => ({ speed: n / 100 }), footage.speed * 100)"
        />%</label
      >
      <label class="flex items-center gap-2"
        >strength<input
          type="range"
          class="min-w-0 flex-1"
          min="0"
          max="100"
          step="5"
          :value="strength"
          aria-label="Strength of the footage, percent"
          @change="
            desk.run({
              name: 'column.set',
              args: { ...where, strength: Number(($event.target as HTMLInputElement).value) / 100 },
            })
          "
        /><span class="w-12 text-right font-mono">{{ strength }} %</span></label
      >
      <div class="flex items-center gap-1.5">
        <label class="flex items-center gap-1.5"
          >size<input
            class="field h-7 w-14 text-right font-mono"
            inputmode="decimal"
            :value="size"
            aria-label="Size, percent of what fits the picture"
            @change="typed($event, n => ({ at: sized(picture, footage, Math.max(1, Math.min(2000, n)) / 100) }), size)"
          />%</label
        >at<input
          class="field h-7 w-16 text-right font-mono"
          inputmode="decimal"
          :value="round(footage.at[4])"
          aria-label="Its middle from the left, px"
          @change="typed($event, n => placedAt(n, footage.at[5]), footage.at[4])"
        />→<input
          class="field h-7 w-16 text-right font-mono"
          inputmode="decimal"
          :value="round(footage.at[5])"
          aria-label="Its middle from the top, px"
          @change="typed($event, n => placedAt(footage.at[4], n), footage.at[5])"
        />↓
      </div>

      <h3 class="pt-2 font-semibold">Marks</h3>
      <p class="text-soft">{{ withKey('Mark it', 'footage-tap') }} while it plays, or frame by frame.</p>
      <button
        type="button"
        class="push-button push-button-main"
        :aria-pressed="here"
        @click="filmed.mark()"
      >
        {{ here && !desk.playing ? 'Take this mark off' : 'Mark this frame' }}
      </button>
      <ol
        v-if="marks.length"
        class="max-h-48 overflow-y-auto rounded border border-edge bg-sheet"
        style="scrollbar-width: thin"
      >
        <li
          v-for="m in marks"
          :key="m.second"
          class="flex items-center gap-1 px-1.5"
          :class="{ 'bg-wash': m.frame === desk.workFrame }"
        >
          <button
            type="button"
            class="flex-1 py-1 text-left font-mono text-[12px] hover:underline"
            :aria-label="`Go to the mark on frame ${m.frame}`"
            @click="desk.goTo(m.frame)"
          >
            frame {{ m.frame
            }}<span class="text-soft"> · {{ footageFrom(footage, m.frame, rate).toFixed(2) }} s</span></button
          ><button
            v-for="by in [-1, 1]"
            :key="by"
            type="button"
            class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
            :aria-label="`The mark on frame ${m.frame} a frame ${by < 0 ? 'earlier' : 'later'}`"
            @click="shift([m], by)"
          >
            <component
              :is="by < 0 ? ChevronLeft : ChevronRight"
              :size="13"
            /></button
          ><button
            type="button"
            class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
            :aria-label="`Take the mark on frame ${m.frame} off`"
            @click="takeOff([m])"
          >
            <Trash2 :size="13" />
          </button>
        </li>
      </ol>
      <div
        v-if="marks.length"
        class="flex flex-wrap gap-1.5"
      >
        <button
          type="button"
          class="push-button px-2"
          @click="shift(marks, -1)"
        >
          All earlier</button
        ><button
          type="button"
          class="push-button px-2"
          @click="shift(marks, 1)"
        >
          All later</button
        ><button
          type="button"
          class="push-button px-2"
          @click="takeOff(marks)"
        >
          All off
        </button>
      </div>
      <div
        v-if="marks.length"
        class="flex flex-wrap gap-1.5"
      >
        <button
          type="button"
          class="push-button"
          title="The poses that are there are put on the marks; shown first"
          @click="side.open = 'poses'"
        >
          Poses onto them …</button
        ><button
          type="button"
          class="push-button"
          :title="`A new blank drawing of ${desk.column?.name ?? 'the column'} on each mark, held until the next`"
          @click="newDrawings"
        >
          New drawings
        </button>
      </div>

      <FootageFileRow
        :column="column"
        class="border-t border-edge pt-2"
      />
    </fieldset>
  </SidePanel>
</template>
