<script setup lang="ts">
import { computed, ref } from 'vue'
import { ChevronLeft, ChevronRight, Film, Trash2 } from '@lucide/vue'
import { footageAt, footageFrom, lastOfFootage, markedFrames, MAX_FRAMES, SOUND_CLOCK } from '#core/time'
import type { Footage } from '#core/document'
import { useDesk } from '~/desk/desk'
import { oneStep } from '~/desk/one-step'
import { withKey } from '~/desk/shortcuts'
import SidePanel from '~/desk/SidePanel.vue'
import { decodeSound, isUnread } from '~/sound/decode'
import { soundDraft } from '~/sound/drafts'
import { useSounds } from '~/sound/store'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import { useSide } from '~/ui/side'
import { shareOf, sized } from './footage-in'
import FootageFileRow from './FootageFileRow.vue'
import type { MarkSeen } from './marks'
import { marksOf, moveMarksDraft, unmarkDraft } from './marks'
import { drawingsOn } from '~/desk/drawings-on'
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

/** What a field of the panel sets: what it holds, and the least and most that it takes. */
interface Field {
  holds: () => number
  least: number
  most: number
  change: (n: number) => Partial<Footage>
}
/** A field that was typed in: what it means is set, or it goes back to what holds. */
function typed(e: Event, { holds, least, most, change }: Field): void {
  const field = e.target as HTMLInputElement
  const n = Number(field.value.replace(',', '.'))
  if (field.value.trim() && n >= least && n <= most) set(change(n))
  else tell(`Type a number from ${round(least)} to ${round(most)}. Nothing was changed.`)
  field.value = String(round(holds()))
}
const round = (n: number): number => Math.round(n * 1000) / 1000
const size = computed(() => round(shareOf(picture.value, footage.value) * 100))
const strength = computed(() => Math.round((column.value.strength ?? 1) * 100))
const placedAt = (x: number, y: number): Partial<Footage> => {
  const [a, b, c, d] = footage.value.at
  return { at: [a, b, c, d, x, y] }
}
/** The middle of the footage may lie this far outside the picture, px. */
const FAR = 100_000
const fields = {
  from: {
    holds: () => footage.value.from,
    least: 1,
    most: MAX_FRAMES,
    change: n => ({ from: Math.round(n) }),
  },
  inPoint: {
    holds: () => footage.value.inPoint,
    least: 0,
    // Some of it is always seen.
    get most() {
      return Math.floor(footage.value.seconds * 1000 - 1) / 1000
    },
    change: n => ({ inPoint: n }),
  },
  speed: { holds: () => footage.value.speed * 100, least: 5, most: 2000, change: n => ({ speed: n / 100 }) },
  size: {
    holds: () => size.value,
    least: 1,
    most: 2000,
    change: n => ({ at: sized(picture.value, footage.value, n / 100) }),
  },
  x: { holds: () => footage.value.at[4], least: -FAR, most: FAR, change: n => placedAt(n, footage.value.at[5]) },
  y: { holds: () => footage.value.at[5], least: -FAR, most: FAR, change: n => placedAt(footage.value.at[4], n) },
} satisfies Record<string, Field>
/** What is seen of it at the playhead; null where it is not seen. */
const now = computed(() => footageAt(footage.value, desk.workFrame, rate.value))
/** It begins with what is seen at the playhead. */
function beginHere(): void {
  set({ inPoint: footageFrom(footage.value, desk.workFrame, rate.value) })
}

// — marks —

const marks = computed(() => marksOf(column.value, rate.value))
const here = computed(() => marks.value.some(m => m.frame === desk.workFrame))
/** Marks that are not seen stay where they are. */
function shift(list: readonly MarkSeen[], by: number): void {
  const seenOnes = list.filter(m => m.seen)
  const draft = seenOnes.length && moveMarksDraft(where.value.plan, column.value, seenOnes, { by, rate: rate.value })
  if (draft) desk.run(draft)
  else tell('There is no footage there. Nothing was moved.')
}
const takeOff = (list: readonly MarkSeen[]): void => void desk.run(unmarkDraft(where.value.plan, column.value, list))
// — its sound —

const sounds = useSounds()
const sounding = computed(() => sounds.list.some(s => s.file === footage.value.file))
const fetching = ref(false)
async function addSound(): Promise<void> {
  const { file, name, from, inPoint } = footage.value
  const plan = where.value.plan
  fetching.value = true
  try {
    const out = await decodeSound(await desk.session!.pictures.bytes(file))
    if (isUnread(out)) return tell(`${name} has no sound that is read here.`, { detail: out.reason })
    sounds.put(file, out)
    const begin = Math.min(out.samples - 1, Math.round(inPoint * SOUND_CLOCK))
    desk.run(soundDraft(plan, { name, file, samples: out.samples }, from, begin).draft)
  } catch {
    tell(`The sound of ${name} could not be fetched. Try again.`)
  } finally {
    fetching.value = false
  }
}
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
          @change="typed($event, fields.from)"
      /></label>
      <div class="flex items-center gap-1.5">
        <label class="flex items-center gap-1.5"
          >with its second<input
            class="field h-7 w-20 text-right font-mono"
            inputmode="decimal"
            :value="round(footage.inPoint)"
            aria-label="In-point, seconds"
            @change="typed($event, fields.inPoint)" /></label
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
          @change="typed($event, fields.speed)"
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
            @change="typed($event, fields.size)"
          />%</label
        >at<input
          class="field h-7 w-16 text-right font-mono"
          inputmode="decimal"
          :value="round(footage.at[4])"
          aria-label="Its middle from the left, px"
          @change="typed($event, fields.x)"
        />→<input
          class="field h-7 w-16 text-right font-mono"
          inputmode="decimal"
          :value="round(footage.at[5])"
          aria-label="Its middle from the top, px"
          @change="typed($event, fields.y)"
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
          <template v-if="m.seen"
            ><button
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
          ></template>
          <span
            v-else
            class="flex-1 py-1 font-mono text-[12px] text-soft"
            title="The footage begins after it, or it shows before the shot does"
            >not seen · {{ m.second.toFixed(2) }} s</span
          ><button
            type="button"
            class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
            :aria-label="
              m.seen ? `Take the mark on frame ${m.frame} off` : `Take the mark at ${m.second.toFixed(2)} s off`
            "
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

      <button
        v-if="!sounding"
        type="button"
        class="push-button"
        :disabled="fetching"
        title="It is heard where the footage begins, at its own speed, and exported"
        @click="addSound"
      >
        {{ fetching ? 'Reading …' : 'Add its sound' }}
      </button>
      <FootageFileRow
        :column="column"
        class="border-t border-edge pt-2"
      />
    </fieldset>
  </SidePanel>
</template>
