<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed, ref, watch } from 'vue'
import { plural } from '#core/basic'
import { stepName } from '#core/sheet'
import type { Recipe } from '#core/chart'
import { alike, BEYOND, offered, placeName, recipeName, sameSpacing, slowOf, spread, typedPlaces } from '#core/chart'
import type { Pass } from '#core/pass'
import { fitsRecipe, timesOf } from '#core/pass'
import { throwAt } from './spans'
import { asKept, fill, mostIn, space, usualRecipe } from './fill'
import { countOver, holdsWords, spaceOver, spansWith, stepOver } from './over-spans'
import { lackingFor } from './room'
import { tell } from '~/ui/messages'
import ChartGravity from './ChartGravity.vue'
import { knobsOf, turned, type Knob } from './knobs'
import MiniChart from './MiniChart.vue'
import { useDesk } from '~/desk/desk'

const { pass } = defineProps<{ pass: Pass }>()
const desk = useDesk()
const count = computed(() => pass.chart?.ticks.length ?? 0)
/** How many an empty span shall get; as many as fit where nothing was said. */
const wished = ref<number | null>(null)
watch(
  () => pass.from.run.id,
  () => (wished.value = null),
)
const wanted = computed(() => count.value || (wished.value ?? (usual.value || 1)))
/** All spans that the selected frames touch, where this is one of them. */
const spans = computed(() => spansWith(desk.stored!.scene, desk.stored!.focus, pass))
const number = (drawing: string) => desk.stack!.drawings[drawing]?.number ?? ''
const lacking = computed(() =>
  !count.value && wanted.value > usual.value ? lackingFor(pass, wanted.value, step.value) : 0,
)
const step = computed(() => pass.chart?.step ?? desk.column?.step ?? 2)
const most = computed(() => pass.to.start - pass.from.start - 1)
const usual = computed(() => mostIn(pass, step.value))
/** The recipe as it is seen in this pass. */
const taken = computed(() => (pass.chart && count.value ? asKept(pass, pass.chart.recipe) : null))
const fits = computed(() => fitsRecipe(pass))
const even = computed(() => spread({ family: 'even' }, wanted.value))
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
  const n = wanted.value
  const times = timesOf(pass) ?? undefined
  return spread(recipe, n, { times: pass.backward ? times?.map(t => 1 - t).reverse() : times })
}

const over = ref<string | null>(null)
const words = computed(() => {
  const option = rows.value.flatMap(r => r.options).find(o => o.name === over.value)
  if (option)
    return `${option.name}: ${option.places.map(placeName).join('  ')}${option.likeEven ? ' (same as even)' : ''}`
  if (!taken.value)
    return lacking.value
      ? `No room for ${wanted.value} on ${stepName(step.value)}: ` +
          `${number(pass.from.drawing)} will be held ${plural(lacking.value, 'frame')} longer.`
      : 'Nothing between yet. A spacing fills the span.'
  const places = pass.chart!.ticks.map(t => (pass.backward ? 1 - t.u : t.u))
  if (pass.backward) places.reverse()
  const likeEven = taken.value.family !== 'even' && sameSpacing(places, even.value)
  return `${recipeName(taken.value)}: ${places.map(placeName).join('  ')}${likeEven ? ' (same as even)' : ''}`
})

function show(r: Recipe, name: string): void {
  over.value = name
  const { scene, focus } = desk.stored!
  const drafts = spaceOver(scene, focus, spans.value, r, spans.value.length > 1 ? undefined : wanted.value)
  if (drafts.length) desk.tryOut(drafts, `${recipeName(r)}: shown, not taken yet.`)
}
function leave(): void {
  over.value = null
  desk.drop()
}
function select(r: Recipe): void {
  const { scene, focus } = desk.stored!
  const drafts = spaceOver(scene, focus, spans.value, r, spans.value.length > 1 ? undefined : wanted.value)
  desk.drop()
  if (drafts.length) desk.run(...drafts)
}
function setCount(n: number): void {
  if (n >= 0 && n <= most.value) desk.run(fill(desk.scene!, desk.focus!, pass, n))
}
function changeCount(by: 1 | -1): void {
  if (!count.value) wished.value = Math.max(1, Math.min(200, wanted.value + by))
  else if (spans.value.length > 1) {
    const drafts = countOver(desk.scene!, desk.focus!, spans.value, by)
    if (drafts.length) desk.run(...drafts)
  } else setCount(count.value + by)
}
/** Another step is shown before it is taken: it changes what is held. */
function showStep(s: number): void {
  const { scene, focus } = desk.stored!
  const drafts = stepOver(scene, focus, spans.value, s)
  const holds = holdsWords(focus, spans.value, s)
  if (drafts.length)
    desk.tryOut(drafts, `In-betweens on ${stepName(s)}${holds ? `; ${holds}` : ''}: shown, not taken yet.`)
}
function setStep(s: number): void {
  const { scene, focus } = desk.stored!
  const drafts = stepOver(scene, focus, spans.value, s)
  desk.drop()
  if (drafts.length) desk.run(...drafts)
}
/** The spacing that an empty span begins with where none is chosen. */
const usualHere = computed(() => usualRecipe(wanted.value))
function setPath(path: 'arc' | 'straight'): void {
  if (pass.chart) desk.run({ name: 'chart.path', args: { plan: desk.plan!.id, chart: pass.chart.id, path } })
}
function throwIt(): void {
  const made = throwAt(desk.scene!, desk.focus!, pass)
  if (typeof made === 'string') tell(made)
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

const knobs = computed(() => (taken.value ? knobsOf(taken.value, count.value) : []))
function turnKnob(k: Knob, e: Event): void {
  const v = Number((e.target as HTMLInputElement).value.replace(',', '.'))
  if (Number.isFinite(v)) select(turned(k, v))
}
</script>

<template>
  <div class="flex items-center gap-2">
    <span class="w-20 shrink-0">In-betweens</span>
    <button
      type="button"
      class="push-button px-2"
      :disabled="!count && wanted < 2"
      aria-label="One less"
      :title="withKey('One less', 'tick-fewer')"
      @click="changeCount(-1)"
    >
      −
    </button>
    <output
      class="w-6 text-center font-mono font-semibold"
      aria-label="Number of in-betweens"
      :class="{ 'text-soft': !count }"
      >{{ wanted }}</output
    >
    <button
      type="button"
      class="push-button px-2"
      :disabled="count > 0 && count >= most && spans.length < 2"
      aria-label="One more"
      :title="withKey('One more', 'tick-more')"
      @click="changeCount(1)"
    >
      +
    </button>
    <button
      v-if="!count"
      type="button"
      class="push-button push-button-main px-2"
      :title="`${recipeName(usualHere)}, exposed on ${stepName(step)}`"
      @pointerenter="show(usualHere, '')"
      @pointerleave="leave"
      @focus="show(usualHere, '')"
      @blur="leave"
      @click="select(usualHere)"
    >
      Add {{ wanted }}
    </button>
    <button
      v-else-if="count !== usual && usual > 0"
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
      <ToggleButton
        v-for="n in 4"
        :key="n"
        class="px-2"
        :on="step === n"
        :disabled="!count"
        @pointerenter="showStep(n)"
        @pointerleave="desk.drop()"
        @focus="showStep(n)"
        @blur="desk.drop()"
        @click="setStep(n)"
      >
        {{ stepName(n) }}
      </ToggleButton>
    </div>
  </div>
  <p
    v-if="spans.length > 1"
    class="mt-2 rounded bg-wash px-2 py-1"
  >
    For all {{ spans.length }} spans that the selected frames touch.
  </p>
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
    class="mt-3 flex gap-0.5 text-[11px] text-soft"
    aria-hidden="true"
  >
    <span class="w-[98px] shrink-0">Slow</span
    ><span
      v-for="w in ['out', 'in', 'both']"
      :key="w"
      class="w-[62px] pl-1"
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
      class="flex items-center gap-0.5 border-t border-rule py-[3px] first:border-t-0"
    >
      <span
        class="w-[98px] shrink-0"
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
        class="rounded border px-[3px] py-0.5 hover:bg-wash focus-visible:bg-wash"
        :class="o.on ? 'border-graphite bg-wash' : 'border-transparent'"
        @pointerenter="show(o.recipe, o.name)"
        @focus="show(o.recipe, o.name)"
        @blur="leave"
        @click="select(o.recipe)"
      >
        <MiniChart
          :places="o.places"
          :same="o.likeEven"
        />
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
      <ToggleButton
        class="px-2"
        :on="pass.chart.path === 'arc'"
        @click="setPath('arc')"
      >
        an arc
      </ToggleButton>
      <ToggleButton
        class="px-2"
        :on="pass.chart.path === 'straight'"
        @click="setPath('straight')"
      >
        a line
      </ToggleButton>
      <ToggleButton
        class="px-2"
        :on="pass.chart.path.startsWith('throw')"
        :disabled="!count"
        title="Up and down by gravity, sideways by equal steps. Takes in the chart on the other side of the top."
        @click="throwIt"
      >
        a throw
      </ToggleButton>
    </div>
  </div>
  <ChartGravity
    v-if="count"
    :pass
    :swings="slowOf(taken!) === 'both'"
  />
</template>
