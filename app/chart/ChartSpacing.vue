<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Recipe } from '#core/chart'
import {
  alike,
  BEYOND,
  offered,
  placeName,
  recipeName,
  sameSpacing,
  slowOf,
  spread,
  typedPlaces,
  usualFavour,
} from '#core/chart'
import type { Pass } from '#core/pass'
import { fitsRecipe, passFrames, timesOf } from '#core/pass'
import { againstGravity, fallFrames, jumpHeight, metresOf, swingFrames } from '#core/travel'
import { throwAt } from './spans'
import { asKept, fill, mostIn, space } from './fill'
import { toast } from 'vue-sonner'
import MiniChart from './MiniChart.vue'
import { useDesk } from '~/desk/desk'
import { useCharts } from './store'
import { useTools } from '~/desk/tools'

const { pass } = defineProps<{ pass: Pass }>()
const desk = useDesk()
const charts = useCharts()
const tools = useTools()
const count = computed(() => pass.chart?.ticks.length ?? 0)
const step = computed(() => pass.chart?.step ?? desk.column?.step ?? 2)
const most = computed(() => pass.to.start - pass.from.start - 1)
const usual = computed(() => mostIn(pass, step.value))
/** The recipe as it is seen in this pass. */
const taken = computed(() => (pass.chart && count.value ? asKept(pass, pass.chart.recipe) : null))
const fits = computed(() => fitsRecipe(pass))
const even = computed(() => spread({ family: 'even' }, Math.max(1, count.value)))
const SHOWN = ['slow out of the first', 'slow into the second', 'slow at both ends']

/** Each family with the places it would give here; what the chart was given stays when it is of the family. */
const rows = computed(() =>
  offered.map(o => ({
    ...o,
    options: o.recipes.map((offer, i) => {
      const on = !!taken.value && alike(taken.value, offer)
      const recipe = on ? taken.value! : offer
      const places = seen(recipe)
      return {
        recipe,
        on,
        places,
        name: o.recipes.length > 1 ? `${o.name}, ${SHOWN[i]}` : o.name,
        likeEven: o.family !== 'even' && sameSpacing(places, even.value),
      }
    }),
  })),
)
function seen(recipe: Recipe): number[] {
  const n = Math.max(1, count.value)
  const times = timesOf(pass) ?? undefined
  return spread(recipe, n, { times: pass.backward ? times?.map(t => 1 - t).reverse() : times })
}

const over = ref<string | null>(null)
const words = computed(() => {
  const option = rows.value.flatMap(r => r.options).find(o => o.name === over.value)
  if (option)
    return `${option.name}: ${option.places.map(placeName).join('  ')}${option.likeEven ? ' (same as even)' : ''}`
  if (!taken.value) return 'Nothing between yet. Choosing a spacing fills the span.'
  const places = pass.chart!.ticks.map(t => (pass.backward ? 1 - t.u : t.u))
  if (pass.backward) places.reverse()
  return `${recipeName(taken.value)}: ${places.map(placeName).join('  ')}${taken.value.family !== 'even' && sameSpacing(places, even.value) ? ' (same as even)' : ''}`
})

function show(r: Recipe, name: string): void {
  over.value = name
  const draft = count.value
    ? space(desk.scene!, pass, r)
    : fill(desk.scene!, desk.focus!, pass, usual.value || 1, { recipe: r })
  if (draft) desk.tryOut(draft, `${recipeName(r)}: shown, not taken yet.`)
}
function leave(): void {
  over.value = null
  desk.drop()
}
function select(r: Recipe): void {
  const draft = count.value
    ? space(desk.scene!, pass, r)
    : fill(desk.scene!, desk.focus!, pass, usual.value || 1, { recipe: r })
  if (draft) desk.run(draft)
}
function setCount(n: number): void {
  if (n >= 0 && n <= most.value) desk.run(fill(desk.scene!, desk.focus!, pass, n))
}
function setStep(s: number): void {
  if (count.value) desk.run(fill(desk.scene!, desk.focus!, pass, Math.min(count.value, most.value), { step: s }))
}
function setPath(path: 'arc' | 'straight'): void {
  if (pass.chart) desk.run({ name: 'chart.path', args: { plan: desk.plan!.id, chart: pass.chart.id, path } })
}
function throwIt(): void {
  const made = throwAt(desk.scene!, desk.focus!, pass)
  if (typeof made === 'string') toast(made)
  else desk.run(made)
}

const typedText = computed(() => {
  const places = pass.chart?.ticks.map(t => (pass.backward ? 1 - t.u : t.u)) ?? []
  return (pass.backward ? places.reverse() : places).map(placeName).join('  ')
})
const typedFault = ref('')
function type(e: Event): void {
  const input = e.target as HTMLInputElement
  if (input.value.trim() === typedText.value.trim() || !pass.chart) return
  const read = typedPlaces(input.value, count.value, BEYOND)
  typedFault.value = read.ok ? '' : read.message
  if (!read.ok) return
  const places = pass.backward ? read.places.map(u => 1 - u).reverse() : read.places
  desk.run({ name: 'chart.ticks', args: { plan: desk.plan!.id, charts: [{ chart: pass.chart.id, places }] } })
}

/** What the family that is taken was given, each with what changing it makes. */
interface Knob {
  name: string
  text: string
  unit: string
  value: number
  least: number
  most: number
  step: number
  set: (v: number) => Recipe
}
const knobs = computed((): Knob[] => {
  const r = taken.value
  if (!r) return []
  const percent = (name: string, value: number, least: number, top: number, set: (v: number) => Recipe): Knob => ({
    name,
    text: String(Math.round(value * 1000) / 10),
    unit: '%',
    value: value * 100,
    least,
    most: top,
    step: 1,
    set: v => set(v / 100),
  })
  const whole = (
    name: string,
    value: number,
    least: number,
    top: number,
    set: (v: number) => Recipe,
    unit = '',
  ): Knob => ({ name, text: String(value), unit, value, least, most: top, step: 1, set })
  switch (r.family) {
    case 'halves':
    case 'thirds':
      return [
        whole('Depth', r.depth ?? count.value, 1, Math.max(1, count.value), v => ({
          ...r,
          depth: v >= count.value ? undefined : v,
        })),
      ]
    case 'favours':
      return [
        percent('Favour within', r.f ?? usualFavour(count.value), 1, 50, v => ({ ...r, f: v })),
        whole('Drawings there', r.m ?? 1, 1, 12, v => ({ ...r, m: v })),
      ]
    case 'settle':
      return [
        whole('Half swings', r.swings, 1, 12, v => ({ ...r, swings: v })),
        percent('Damping', r.damping, 2, 90, v => ({ ...r, damping: v })),
      ]
    case 'wind-up':
      return [percent('Back by', r.back, 1, 50, v => ({ ...r, back: v }))]
    case 'moving-hold':
      return [
        percent('Drift', r.drift, 1, 40, v => ({ ...r, drift: v })),
        whole('Drawings', r.last, 1, 24, v => ({ ...r, last: v })),
      ]
    case 'curve':
      return r.handles.map((h, i): Knob => ({
        name: ['Leave: time', 'place', 'Arrive: time', 'place'][i]!,
        text: h.toFixed(2),
        unit: '',
        value: h,
        least: i % 2 ? -2 : 0,
        most: i % 2 ? 3 : 1,
        step: 0.05,
        set: v => ({ ...r, handles: r.handles.map((x, k) => (k === i ? v : x)) as typeof r.handles }),
      }))
    default:
      return []
  }
})
function turnKnob(k: Knob, e: Event): void {
  const v = Number((e.target as HTMLInputElement).value.replace(',', '.'))
  if (Number.isFinite(v)) select(k.set(Math.max(k.least, Math.min(k.most, k.step >= 1 && !k.unit ? Math.round(v) : v))))
}

/** What gravity says of this pass, where the shot has a scale. */
const gravity = computed(() => {
  const { scale, rate } = desk.shot!
  const poses = [pass.from.drawing, pass.to.drawing].map(
    d => Object.values(desk.scene!.contents.of(desk.scene!, desk.stack!, d).poses)[0],
  )
  const subject = Object.values(desk.stack!.subjects)[0]
  if (!scale || !poses[0] || !poses[1] || !subject) return null
  const height = poses[1].place.y - poses[0].place.y
  const hangs = subject.figure.bones.find(b => b.hangs) ?? subject.figure.bones[0]!
  const length = hangs.length * poses[0].size
  const now = passFrames(pass)
  const m = (px: number) => `${metresOf(scale, Math.abs(px)).toFixed(2)} m`
  const fall = fallFrames(scale, rate, height)
  const swing = swingFrames(scale, rate, length)
  return {
    now,
    fall:
      Math.abs(height) > 1
        ? {
            words: `${height > 0 ? 'Falls' : 'Rises'} ${m(height)}: ${againstGravity(fall, now)}.`,
            frames: Math.max(1, Math.round(fall)),
          }
        : null,
    swing: {
      words: `${hangs.name}, ${m(length)} long, swings over in ${againstGravity(swing, now)}.`,
      frames: Math.max(1, Math.round(swing)),
    },
    jump: `A jump of ${now} frames is ${jumpHeight(rate, now).toFixed(2)} m high.`,
  }
})
function takeFrames(frames: number): void {
  const delta = frames - gravity.value!.now
  if (delta)
    desk.run({
      name: 'pose.move',
      args: {
        plan: desk.plan!.id,
        column: desk.column!.id,
        run: { run: pass.to.run.id, at: pass.to.start },
        delta,
        recut: true,
        push: true,
      },
    })
}
function setScale(): void {
  tools.tool = 'scale'
  charts.panel = null
}
</script>

<template>
  <div class="flex items-center gap-2">
    <span class="w-20 shrink-0">In-betweens</span>
    <button
      type="button"
      class="push-button px-2"
      :disabled="count < 1"
      aria-label="One less"
      title="One less ([)"
      @click="setCount(count - 1)"
    >
      −
    </button>
    <output
      class="w-6 text-center font-mono font-semibold"
      aria-label="Number of in-betweens"
      >{{ count }}</output
    >
    <button
      type="button"
      class="push-button px-2"
      :disabled="count >= most"
      aria-label="One more"
      title="One more (])"
      @click="setCount(count + 1)"
    >
      +
    </button>
    <button
      v-if="count !== usual && usual > 0"
      type="button"
      class="push-button px-2"
      :title="`As many as fit on a step of ${step}`"
      @click="setCount(usual)"
    >
      Fill: {{ usual }}
    </button>
  </div>
  <div class="mt-2 flex items-center gap-2">
    <span class="w-20 shrink-0">Exposed on</span>
    <div
      class="flex gap-1"
      role="group"
      aria-label="Step of the in-betweens"
    >
      <button
        v-for="n in 4"
        :key="n"
        type="button"
        class="push-button px-2"
        :class="{ 'push-button-chosen': step === n }"
        :aria-pressed="step === n"
        :disabled="!count"
        @click="setStep(n)"
      >
        {{ ['ones', 'twos', 'threes', 'fours'][n - 1] }}
      </button>
    </div>
  </div>
  <div
    v-if="!fits"
    class="mt-2 flex items-center gap-2 rounded border border-dashed border-signal px-2 py-1.5"
  >
    <span class="flex-1"
      >The timing has changed since this was spaced: it no longer is {{ recipeName(taken!).toLowerCase() }}.</span
    >
    <button
      type="button"
      class="push-button"
      @pointerenter="desk.tryOut(space(desk.scene!, pass, taken!)!)"
      @pointerleave="desk.drop()"
      @click="select(taken!)"
    >
      Refit
    </button>
  </div>
  <div
    class="mt-3 flex gap-1 text-[11px] text-soft"
    aria-hidden="true"
  >
    <span class="w-[104px] shrink-0">Slow</span
    ><span
      v-for="w in ['out', 'in', 'both']"
      :key="w"
      class="w-[64px] pl-1.5"
      >{{ w }}</span
    >
  </div>
  <div
    role="listbox"
    aria-label="Spacing"
    @pointerleave="leave"
  >
    <div
      v-for="row in rows"
      :key="row.family"
      class="flex items-center gap-1 border-t border-rule py-[3px] first:border-t-0"
    >
      <span
        class="w-[104px] shrink-0"
        :class="{ 'font-semibold': row.options.some(o => o.on) }"
        >{{ row.name }}</span
      >
      <button
        v-for="o in row.options"
        :key="o.name"
        type="button"
        role="option"
        :aria-selected="o.on"
        :aria-label="o.name"
        :title="`${o.name}${o.likeEven ? ' (same as even here)' : ''}`"
        class="rounded border px-1 py-0.5 hover:bg-wash focus-visible:bg-wash"
        :class="o.on ? 'border-graphite bg-wash' : 'border-transparent'"
        @pointerenter="show(o.recipe, o.name)"
        @focus="show(o.recipe, o.name)"
        @blur="leave"
        @click="select(o.recipe)"
      >
        <MiniChart :places="o.places" />
      </button>
    </div>
  </div>
  <p
    class="mt-1 min-h-[30px] font-mono text-[11px] leading-[15px] text-soft"
    aria-live="polite"
  >
    {{ words }}
  </p>
  <div
    v-if="knobs.length"
    class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1.5"
  >
    <label
      v-for="k in knobs"
      :key="k.name + k.least + k.text"
      class="flex items-center gap-1.5"
      >{{ k.name
      }}<input
        class="field h-7 w-14 text-right font-mono"
        :value="k.text"
        inputmode="decimal"
        :aria-label="k.name"
        @change="turnKnob(k, $event)"
        @keydown.enter="($event.target as HTMLElement).blur()"
      /><span
        v-if="k.unit"
        class="text-soft"
        >{{ k.unit }}</span
      ></label
    >
  </div>
  <label
    v-if="count"
    class="mt-2 flex items-center gap-2"
    ><span class="w-20 shrink-0">Places</span
    ><input
      class="field h-7 min-w-0 flex-1 font-mono text-[12px]"
      :value="typedText"
      :aria-invalid="!!typedFault"
      title="Type the places from the first pose to the second: 1/8 1/4 1/2, or 12 %"
      @change="type"
      @keydown.enter="($event.target as HTMLElement).blur()"
  /></label>
  <p
    v-if="typedFault"
    class="mt-1 text-signal"
    role="alert"
  >
    {{ typedFault }} Nothing was changed.
  </p>
  <div
    v-if="pass.chart"
    class="mt-2 flex items-center gap-2"
  >
    <span class="w-20 shrink-0">Moves on</span>
    <div
      class="flex gap-1"
      role="group"
      aria-label="Path"
    >
      <button
        type="button"
        class="push-button px-2"
        :class="{ 'push-button-chosen': pass.chart.path === 'arc' }"
        :aria-pressed="pass.chart.path === 'arc'"
        @click="setPath('arc')"
      >
        an arc
      </button>
      <button
        type="button"
        class="push-button px-2"
        :class="{ 'push-button-chosen': pass.chart.path === 'straight' }"
        :aria-pressed="pass.chart.path === 'straight'"
        @click="setPath('straight')"
      >
        a line
      </button>
      <button
        type="button"
        class="push-button px-2"
        :class="{ 'push-button-chosen': pass.chart.path.startsWith('throw') }"
        :aria-pressed="pass.chart.path.startsWith('throw')"
        :disabled="!count"
        title="Up to the top and down from it: sideways by equal steps, up and down by gravity. Takes in the chart on the other side of the top."
        @click="throwIt"
      >
        a throw
      </button>
    </div>
  </div>
  <div
    v-if="count"
    class="mt-3 border-t border-edge pt-2"
  >
    <template v-if="gravity">
      <p
        v-if="gravity.fall"
        class="flex items-center gap-2"
      >
        <span class="flex-1">{{ gravity.fall.words }}</span><button
          v-if="gravity.fall.frames !== gravity.now"
          type="button"
          class="push-button shrink-0"
          title="Stretches the passage; what follows moves"
          @click="takeFrames(gravity.fall.frames)"
        >
          Take {{ gravity.fall.frames }}
        </button>
      </p>
      <p class="mt-1 flex items-center gap-2">
        <span class="flex-1">{{ gravity.swing.words }}</span><button
          v-if="gravity.swing.frames !== gravity.now && slowOf(taken!) === 'both'"
          type="button"
          class="push-button shrink-0"
          @click="takeFrames(gravity.swing.frames)"
        >
          Take {{ gravity.swing.frames }}
        </button>
      </p>
      <p class="mt-1 text-soft">{{ gravity.jump }}</p>
    </template>
    <p
      v-else
      class="flex items-center gap-2 text-soft"
    >
      <span class="flex-1">With a scale, gravity tells how long a fall or a swing takes.</span
      ><button
        type="button"
        class="push-button shrink-0"
        @click="setScale"
      >
        Set a scale
      </button>
    </p>
  </div>
</template>
