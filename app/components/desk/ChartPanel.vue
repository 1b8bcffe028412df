<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { onClickOutside } from '@vueuse/core'
import { X } from '@lucide/vue'
import type { Recipe } from '#core/chart'
import { placeName, recipeName, recipes, sameRecipe, sameSpacing, spread } from '#core/chart'
import { fill, mostIn, space } from '~/desk/wishes'

const props = defineProps<{ left: number }>()
const emit = defineEmits<{ close: [] }>()
const desk = useDesk()
const panel = ref<HTMLElement | null>(null)

/** The pass is looked up in the shot itself, so that what is tried out does not move the panel. */
const pass = computed(() => {
  const plan = desk.shot?.plans[desk.plan!.id]
  const column = plan?.columns[desk.column!.id]
  return column ? desk.contents.passes(desk.shot!, plan!, column).find(p => p.from.run.id === desk.chartPanel?.run) ?? null : null
})
const count = computed(() => pass.value?.chart?.ticks.length ?? 0)
const step = computed(() => pass.value?.chart?.step ?? desk.column?.step ?? 2)
const most = computed(() => (pass.value ? pass.value.to.start - pass.value.from.start - 1 : 0))
const usual = computed(() => (pass.value ? mostIn(pass.value, step.value) : 0))
const name = (id: string) => desk.stack?.drawings[id]?.number ?? '?'

const rows = computed(() => recipes.map((r) => {
  const ticks = spread(r, Math.max(1, count.value))
  return { recipe: r, name: recipeName(r), ticks, places: count.value <= 4 ? ticks.map(placeName).join('  ') : '', taken: !!pass.value?.chart && sameRecipe(pass.value.chart.recipe, turned(r)), likeEven: r.family !== 'even' && sameSpacing(ticks, spread({ family: 'even' }, Math.max(1, count.value))) }
}))
const turned = (r: Recipe): Recipe => (pass.value?.backward && r.family === 'halves' && r.slow !== 'both' ? { family: 'halves', slow: r.slow === 'first' ? 'second' : 'first' } : r)

function show(r: Recipe): void {
  const wish = pass.value && space(desk, pass.value, r)
  if (wish) desk.tryOut(wish, `${recipeName(r)}: shown, not taken yet.`)
}
function choose(r: Recipe): void {
  const wish = pass.value && (count.value ? space(desk, pass.value, r) : fill(desk, pass.value, usual.value || 1, { recipe: r }))
  if (wish) desk.run(wish)
}
function setCount(n: number): void {
  if (pass.value && n >= 0 && n <= most.value) desk.run(fill(desk, pass.value, n))
}
function setStep(s: number): void {
  if (pass.value && count.value) desk.run(fill(desk, pass.value, Math.min(count.value, most.value), { step: s }))
}
function setPath(path: 'arc' | 'straight'): void {
  if (pass.value?.chart) desk.run({ name: 'chart.path', args: { plan: desk.plan!.id, chart: pass.value.chart.id, path } })
}
function close(): void {
  desk.drop()
  emit('close')
}
onClickOutside(panel, close)
onMounted(() => panel.value?.focus())
</script>

<template>
  <div ref="panel" role="dialog" :aria-label="pass ? `From ${name(pass.from.drawing)} to ${name(pass.to.drawing)}` : 'Chart'" tabindex="-1" class="absolute top-12 z-20 w-[308px] rounded-md border border-edge bg-panel p-3 shadow-lg outline-none" :style="{ left: `${props.left}px` }" @keydown.esc.stop="close">
    <template v-if="pass">
      <div class="flex items-baseline justify-between">
        <h2 class="font-semibold">From {{ name(pass.from.drawing) }} to {{ name(pass.to.drawing) }}<span v-if="pass.backward" class="font-normal text-soft"> (return)</span></h2>
        <button type="button" class="rounded p-0.5 hover:bg-wash" aria-label="Close" title="Close (Esc)" @click="close"><X :size="14" /></button>
      </div>
      <p class="mt-0.5 text-soft">{{ pass.to.start - pass.from.start }} frames apart, frame {{ pass.from.start }} to {{ pass.to.start }}</p>
      <div class="mt-3 flex items-center gap-2">
        <span class="w-20 shrink-0">In-betweens</span>
        <button type="button" class="push-button px-2" :disabled="count < 1" aria-label="One less" @click="setCount(count - 1)">−</button>
        <output class="w-6 text-center font-mono font-semibold" aria-label="Number of in-betweens">{{ count }}</output>
        <button type="button" class="push-button px-2" :disabled="count >= most" aria-label="One more" @click="setCount(count + 1)">+</button>
        <button v-if="count !== usual && usual > 0" type="button" class="push-button px-2" :title="`As many as fit on a step of ${step}`" @click="setCount(usual)">Fill: {{ usual }}</button>
      </div>
      <div class="mt-2 flex items-center gap-2">
        <span class="w-20 shrink-0">Exposed on</span>
        <div class="flex gap-1" role="group" aria-label="Step of the in-betweens">
          <button v-for="n in 4" :key="n" type="button" class="push-button px-2" :class="{ 'push-button-chosen': step === n }" :aria-pressed="step === n" :disabled="!count" @click="setStep(n)">{{ ['ones', 'twos', 'threes', 'fours'][n - 1] }}</button>
        </div>
      </div>
      <h3 class="mt-3 mb-1 font-semibold">Spacing</h3>
      <div role="listbox" aria-label="Spacing" @pointerleave="desk.drop()">
        <button v-for="r in rows" :key="r.name" type="button" role="option" :aria-selected="r.taken" class="flex w-full items-center gap-2 rounded px-1.5 py-1 text-left hover:bg-wash focus-visible:bg-wash" :class="{ 'bg-wash font-semibold': r.taken }" @pointerenter="show(r.recipe)" @focus="show(r.recipe)" @blur="desk.drop()" @click="choose(r.recipe)">
          <svg width="64" height="18" aria-hidden="true" class="shrink-0">
            <path d="M2 3v12h60V3" fill="none" stroke="currentColor" stroke-width="1.3" />
            <line v-for="(u, i) in r.ticks" :key="i" :x1="2 + 60 * u" :x2="2 + 60 * u" y1="8" y2="15" stroke="currentColor" stroke-width="1.3" />
          </svg>
          <span class="flex-1 leading-tight">{{ r.name }}<span v-if="r.likeEven" class="text-soft"> (same as even)</span><br v-if="r.places"><span v-if="r.places" class="font-mono text-[10.5px] font-normal text-soft">{{ r.places }}</span></span>
        </button>
      </div>
      <p v-if="pass.chart?.recipe.family === 'free'" class="mt-1 text-soft">Now set by hand.</p>
      <div v-if="pass.chart" class="mt-2 flex items-center gap-2">
        <span class="w-20 shrink-0">Moves on</span>
        <div class="flex gap-1" role="group" aria-label="Path">
          <button type="button" class="push-button px-2" :class="{ 'push-button-chosen': pass.chart.path === 'arc' }" :aria-pressed="pass.chart.path === 'arc'" @click="setPath('arc')">an arc</button>
          <button type="button" class="push-button px-2" :class="{ 'push-button-chosen': pass.chart.path === 'straight' }" :aria-pressed="pass.chart.path === 'straight'" @click="setPath('straight')">a straight line</button>
        </div>
      </div>
    </template>
    <p v-else>This pass is not in the sheet any more.</p>
  </div>
</template>
