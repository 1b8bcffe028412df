<script setup lang="ts">
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { tell } from '~/ui/messages'
import { plural } from '#core/basic'
import { FileImage, TriangleAlert } from '@lucide/vue'
import { matchByNumber } from '#core/formats/by-number'
import { gapsIn } from '#core/formats/sequence'
import { bringIn } from './bring-in'
import type { Found } from './found'
import { isDrawing, isFootage, isLayered, isRefused, isLines, isSheet, isSound } from './found'
import { inOrder, MOST_FILES, READABLE, readFile } from './import-files'
import { useDesk } from '~/desk/desk'
import SidePanel from '~/desk/SidePanel.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import ByNumber from './ByNumber.vue'
import FootageRows from './FootageRows.vue'
import LayerRows from './LayerRows.vue'
import SheetRows from './SheetRows.vue'
import LinesRows from './LinesRows.vue'
import SoundRows from './SoundRows.vue'
import StopRow from './StopRow.vue'
import SwapPicture from './SwapPicture.vue'
import { numberedIn, patternFor } from './finish'
import { oneStep } from '~/desk/one-step'
import { useExchange } from './store'
import { useSide } from '~/ui/side'

/** Files that are brought in: as new drawings, placed and exposed as is asked once for all, or for those there are. */
const desk = useDesk()
const exchange = useExchange()
const side = useSide()
const items = shallowRef<readonly Found[]>([])
const reading = ref(0)
const total = ref(0)
const placing = ref(-1)
let stopped = false
const good = computed(() => items.value.filter(isDrawing))
const films = computed(() => items.value.filter(isFootage))
const spoken = computed(() => items.value.filter(isLines))
const heard = computed(() => items.value.filter(isSound))
const layered = computed(() => items.value.filter(isLayered))
const sheets = computed(() => items.value.filter(isSheet))
/** What came together, where that is of several kinds. */
const kinds = computed(() =>
  [
    good.value.length ? plural(good.value.length, 'drawing') : '',
    layered.value.length ? `${layered.value.length} with layers` : '',
    films.value.length ? `${films.value.length} of footage` : '',
    heard.value.length ? plural(heard.value.length, 'sound') : '',
    spoken.value.length ? `${spoken.value.length} of timed text` : '',
    sheets.value.length ? plural(sheets.value.length, 'sheet') : '',
  ].filter(Boolean),
)
const title = computed(() =>
  good.value.length ||
  !(films.value.length + sheets.value.length + layered.value.length + heard.value.length + spoken.value.length)
    ? `Import drawings into ${desk.column?.name ?? ''}`
    : 'Import',
)
const bad = computed(() => items.value.filter(isRefused))
const gaps = computed(() => gapsIn(good.value.map(g => g.name)))
const input = ref<HTMLInputElement | null>(null)

/** Finished drawings can come back where there are drawings. */
const numbered = computed(() => !!desk.stack && Object.keys(desk.stack.drawings).length > 0 && good.value.length > 0)
const WAYS = [
  { value: 'new' as const, name: 'New drawings' },
  { value: 'finished' as const, name: 'Finished, by number' },
]
/** They are taken to be finished drawings where most names have the numbers of drawings. */
const as = ref<'new' | 'finished'>('new')
watch(
  () => total.value === 0 && good.value,
  files => {
    if (!files || !desk.stack) return
    const drawings = numberedIn(desk.stack)
    const pattern = patternFor(files, drawings)
    const matched = pattern ? matchByNumber(files, drawings, pattern).pairs.length : 0
    as.value = files.length && matched * 2 > files.length ? 'finished' : 'new'
  },
)

/** So many files are looked into at the same time. */
const AT_ONCE = 4

async function read(files: readonly File[]): Promise<void> {
  stopped = false
  const room = Math.max(0, MOST_FILES - items.value.length)
  const all = inOrder(files)
  const sorted = all.slice(0, room)
  total.value = sorted.length
  reading.value = 0
  const found: Found[] = [...items.value]
  for (let i = 0; i < sorted.length && !stopped; i += AT_ONCE) {
    found.push(...(await Promise.all(sorted.slice(i, i + AT_ONCE).map(f => readFile(f, desk.shot!.rate)))))
    reading.value = Math.min(i + AT_ONCE, sorted.length)
  }
  if (!stopped)
    found.push(
      ...all
        .slice(room)
        .map(f => ({ name: f.name, reason: `More than ${MOST_FILES} files at once. Import it with another lot.` })),
    )
  items.value = fewLayered(found)
  total.value = 0
}
/** More files with layers than these come in as drawings: they are a sequence. */
const FEW_LAYERED = 3
const fewLayered = (all: readonly Found[]): readonly Found[] =>
  all.filter(isLayered).length > FEW_LAYERED ? all.map(x => (isLayered(x) ? x.flat : x)) : all
watch(
  () => exchange.waiting,
  files => {
    if (!files.length) return
    exchange.waiting = []
    void read(files)
  },
  { immediate: true },
)
const select = (e: Event): void => void read([...((e.target as HTMLInputElement).files ?? [])])

const fit = ref(true)
const percent = ref(100)
const x = ref(Math.round(desk.shot!.picture.width / 2))
const y = ref(Math.round(desk.shot!.picture.height / 2))
const exposed = ref(true)
const frames = ref(desk.column?.step ?? 2)
const theirNumbers = ref(true)
const wrong = computed(() =>
  !(percent.value > 0 && percent.value <= 2000) ||
  ![x.value, y.value].every(Number.isFinite) ||
  !(Number.isInteger(frames.value) && frames.value >= 1 && frames.value <= 240)
    ? 'The size is a percentage above 0, the place two numbers, an exposure a whole number of frames from 1.'
    : '',
)
const shut = computed(() =>
  desk.column?.locked
    ? `The column ${desk.column.name} is locked.`
    : desk.column?.leader && exposed.value
      ? `The column ${desk.column.name} is lined up with another: its timing follows. Import them as spares.`
      : '',
)

/** So many pictures are decoded at once; of more, each when it is drawn. */
const FEW = 12

async function take(): Promise<void> {
  stopped = false
  placing.value = 0
  const options = {
    fit: fit.value,
    percent: percent.value,
    x: x.value,
    y: y.value,
    frames: exposed.value ? frames.value : null,
    theirNumbers: theirNumbers.value,
  }
  const { pictures, strokes } = desk.session!
  const keeper = {
    addImage: good.value.length > FEW ? pictures.keep : pictures.add,
    addStroke: strokes.add.bind(strokes),
  }
  const progress = (n: number): boolean => {
    placing.value = n
    return !stopped
  }
  const drafts = await bringIn(desk.scene!, desk.focus!, good.value, options, { keeper, progress })
  placing.value = -1
  if (!drafts) tell('Stopped. Nothing was imported.')
  else if (desk.run(...oneStep(drafts, `Import ${plural(good.value.length, 'drawing')}`))) {
    tell(`${plural(good.value.length, 'drawing')} imported into ${desk.column!.name}.`)
    side.open = 'tray'
  }
}
const stop = (): void => void (stopped = true)
onScopeDispose(stop)
</script>

<template>
  <SidePanel :title="title">
    <StopRow
      v-if="total"
      words="Reading"
      :done="reading"
      :of="total"
      @stop="stop"
    />
    <p
      v-else-if="!items.length"
      class="flex items-center gap-3"
    >
      <span
        >Drawings: PNG, JPEG, WebP, SVG or OpenRaster, one or a numbered sequence; layers as columns or parts. Footage
        to work by: MP4, MOV, WebM, MKV or GIF. Sounds: WAV, MP3, OGG, FLAC or M4A. Spoken lines: WebVTT. Sheets: JSON
        or OpenTimelineIO. Drop the files on a column, or select them here.</span
      >
    </p>
    <p class="mt-1">
      <button
        type="button"
        class="push-button"
        @click="input?.click()"
      >
        <FileImage :size="14" />{{ items.length ? 'More files …' : 'Select files …' }}</button
      ><input
        ref="input"
        type="file"
        class="sr-only"
        multiple
        :accept="READABLE"
        aria-label="Files to import"
        @change="select"
      />
    </p>
    <div
      v-if="items.length"
      class="mt-3 space-y-4"
    >
      <p v-if="kinds.length > 1">{{ kinds.join(', ') }}: each kind comes in by itself.</p>
      <FootageRows
        v-if="films.length"
        :films="films"
        @done="items = items.filter(x => !isFootage(x))"
      />
      <SoundRows
        v-if="heard.length"
        :files="heard"
        @done="items = items.filter(x => !isSound(x))"
      />
      <LinesRows
        v-for="l in spoken"
        :key="l.name"
        :file="l"
        @done="items = items.filter(x => x !== l)"
      />
      <LayerRows
        v-for="l in layered"
        :key="l.name"
        :file="l"
        @done="items = items.filter(x => x !== l)"
        @flat="items = items.map(x => (x === l ? l.flat : x))"
      />
      <SheetRows
        v-for="s in sheets"
        :key="s.name"
        :file="s"
        @done="items = items.filter(x => x !== s)"
      />
      <section>
        <template v-if="good.length && (as === 'new' || !numbered)">
          <h3 class="font-semibold">{{ plural(good.length, 'good file') }}, in this order</h3>
          <ul
            class="mt-1 max-h-56 overflow-y-auto rounded border border-edge bg-sheet px-2 py-1"
            style="scrollbar-width: thin"
          >
            <li
              v-for="g in good"
              :key="g.name"
              class="flex justify-between gap-3 py-0.5"
            >
              <span
                class="truncate font-mono text-[12px]"
                :title="g.name"
                >{{ g.name }}</span><span class="text-right text-[12px] text-soft">{{ g.told }}</span>
            </li>
          </ul>
          <p
            v-if="gaps.length"
            class="mt-1.5 flex gap-1.5"
          >
            <TriangleAlert
              :size="14"
              class="mt-0.5 shrink-0"
            />Numbers are missing: {{ gaps.slice(0, 6).join('; ') }}{{ gaps.length > 6 ? ' …' : '' }}
          </p>
        </template>
        <template v-if="bad.length"
          ><h3 class="mt-3 font-semibold">{{ bad.length }} left out</h3>
          <ul
            class="mt-1 max-h-40 overflow-y-auto"
            style="scrollbar-width: thin"
          >
            <li
              v-for="b in bad"
              :key="b.name"
              class="py-0.5"
            >
              <span class="font-mono text-[12px]">{{ b.name }}</span>: {{ b.reason }}
            </li>
          </ul></template
        >
      </section>
      <SwitchRow
        v-if="numbered"
        v-model="as"
        :options="WAYS"
        label="They come in as"
      />
      <ByNumber
        v-if="as === 'finished' && numbered"
        :files="good"
        @done="items = []"
      />
      <form
        v-else-if="good.length"
        class="space-y-2"
        @submit.prevent="take"
      >
        <h3 class="font-semibold">For all of them</h3>
        <label class="flex items-center gap-1.5"
          ><input
            v-model="fit"
            type="radio"
            :value="true"
          />as large as fits the picture</label
        >
        <label class="flex items-center gap-1.5"
          ><input
            v-model="fit"
            type="radio"
            :value="false"
          />as large as they are, px for px</label
        >
        <label class="flex items-center gap-1.5"
          >of that<input
            v-model.number="percent"
            type="number"
            min="1"
            max="2000"
            class="field h-7 w-20 text-right font-mono"
            aria-label="Size, percent"
          />%</label
        >
        <div class="flex items-center gap-1.5">
          their middle at<input
            v-model.number="x"
            type="number"
            class="field h-7 w-20 text-right font-mono"
            aria-label="Middle from the left, px"
          />→<input
            v-model.number="y"
            type="number"
            class="field h-7 w-20 text-right font-mono"
            aria-label="Middle from the top, px"
          />↓ px
        </div>
        <label class="flex items-center gap-1.5 border-t border-edge pt-2"
          ><input
            v-model="exposed"
            type="radio"
            :value="true"
          />exposed from frame {{ desk.frame }} on, for<input
            v-model.number="frames"
            type="number"
            min="1"
            max="240"
            class="field h-7 w-16 text-right font-mono"
            aria-label="Frames each"
          />frame{{ frames === 1 ? '' : 's' }} each</label
        >
        <label class="flex items-center gap-1.5"
          ><input
            v-model="exposed"
            type="radio"
            :value="false"
          />as spares in the tray</label
        >
        <label class="flex items-center gap-1.5"
          ><input
            v-model="theirNumbers"
            type="checkbox"
          />numbered as the files are, where they are</label
        >
        <p
          v-if="wrong || shut"
          class="text-signal"
          role="alert"
        >
          {{ shut || wrong }}
        </p>
        <StopRow
          v-if="placing >= 0"
          words="Importing"
          :done="placing"
          :of="good.length"
          @stop="stop"
        />
        <button
          v-else
          type="submit"
          class="push-button push-button-main"
          :disabled="!good.length || !!wrong || !!shut || total > 0"
        >
          Import {{ good.length }}
        </button>
      </form>
    </div>
    <SwapPicture v-if="!total && placing < 0" />
  </SidePanel>
</template>
