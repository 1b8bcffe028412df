<script setup lang="ts">
import { computed, ref } from 'vue'
import { perSecond } from '#core/time'
import { useDesk } from '~/desk/desk'
import FormRow from '~/ui/FormRow.vue'
import PickList from '~/ui/PickList.vue'
import { tell } from '~/ui/messages'
import FeetRows from './FeetRows.vue'
import { acrossDraft, alongDraft, alongSeen, settleDrafts, stayDraft, strideInPicture } from './ground'
import type { CycleSeen } from './store'
import { useCycles } from './store'

/** How a cycle goes over the ground: its stride, and what moves by it. */
const props = defineProps<{ found: CycleSeen }>()
const [desk, cycles] = [useDesk(), useCycles()]
const gait = computed(() => cycles.gait)
const stride = computed(() => gait.value?.stride ?? null)
const length = (v: { x: number; y: number } | null | undefined): number => (v ? Math.hypot(v.x, v.y) : 0)
const far = (n: number): string => String(Math.round(n * 10) / 10)
const steps = computed(() => props.found.cycle.steps.length)
const words = computed(() => {
  const [g, s] = [gait.value, stride.value]
  if (!g || !s) return 'No foot stands in this cycle: say how far it goes in a round.'
  const n = length(s)
  const rate = desk.shown ? perSecond(desk.shown.rate) : 24
  if (n < 0.05) return 'Its feet stay where they are: it goes nowhere.'
  return `${far(n)} px a round, ${far(n / steps.value)} a step, ${far((n * rate) / g.frames)} a second.`
})
const meant = computed(() => props.found.cycle.stride)
const where = computed(() => ({ plan: cycles.planId, column: props.found.column.id, cycle: props.found.id }))
/** A stride that is typed goes the way its feet go; to the right where they say nothing. */
function typed(e: Event): void {
  const field = e.target as HTMLInputElement
  const text = field.value.trim().replace(',', '.')
  const n = Number(text)
  if (!text) return void desk.run({ name: 'cycle.feet', args: { ...where.value, stride: null } })
  if (!Number.isFinite(n) || Math.abs(n) > 100_000) {
    tell('Type how many px it goes in a round. Nothing was changed.')
    field.value = meant.value ? far(length(meant.value)) : ''
    return
  }
  const way = gait.value?.measured
  const long = length(way)
  const to = way && long > 0.5 ? { x: (way.x / long) * n, y: (way.y / long) * n } : { x: n, y: 0 }
  desk.run({ name: 'cycle.feet', args: { ...where.value, stride: to } })
}

const slide = computed(() => Math.max(0, ...(gait.value?.plants.map(p => p.most) ?? [])))
function settle(): void {
  const drafts = settleDrafts(desk.scene!, desk.stack!, props.found, gait.value!)
  if (!drafts.length) tell('These feet are drawn: they cannot be set down by joints.')
  else if (desk.run(...drafts))
    desk.tellDone('The planted feet were set where they do not slide, as far as the legs reach.')
}

const goes = computed(() => (stride.value ? alongSeen(desk.scene!, props.found.column, props.found, stride.value) : []))
const own = computed(() => goes.value.find(a => a.column.id === props.found.column.id))
function across(): void {
  desk.run(acrossDraft(desk.scene!, props.found.column, props.found, stride.value!))
}
const stay = (column: string): boolean =>
  desk.run(stayDraft(desk.scene!, desk.scene!.shot.plans[cycles.planId]!.columns[column]!, props.found))
const others = computed(() =>
  desk.columns.filter(c => c.id !== props.found.column.id).map(c => ({ value: c.id, name: c.name })),
)
const picked = ref('')
const other = computed({
  get: () => (others.value.some(o => o.value === picked.value) ? picked.value : (others.value[0]?.value ?? '')),
  set: to => (picked.value = to),
})
const share = ref(100)
function along(way: 1 | -1): void {
  const column = desk.scene!.shot.plans[cycles.planId]!.columns[other.value]
  const n = Number(share.value)
  if (!column || !(n > 0 && n <= 1000)) tell('Say how much of the stride, from 1 to 1000 %.')
  else
    desk.run(
      alongDraft(desk.scene!, props.found.column, props.found, stride.value!, { column, share: (way * n) / 100 }),
    )
}
const alongWords = ({ share: s, off }: (typeof goes.value)[number]): string => {
  const part = `${Math.abs(Math.round(s * 100))} % of the stride`
  const way = s < 0 ? `passes by at ${part}` : `goes along at ${part}`
  return off > 0.5 ? `${way}, ${far(off)} px off in a round` : way
}
const speed = computed(() =>
  stride.value
    ? length(strideInPicture(props.found.column, props.found.bracket.start, stride.value, props.found.bracket.frames))
    : 0,
)
</script>

<template>
  <section
    aria-label="Stride"
    class="space-y-1.5"
  >
    <h3 class="font-semibold">Stride</h3>
    <p role="status">{{ words }}</p>
    <FormRow
      name="is to go"
      unit="px a round"
      ><input
        class="field h-7 w-20 text-right font-mono"
        inputmode="decimal"
        :value="meant ? far(length(meant)) : ''"
        :placeholder="gait?.measured ? far(length(gait.measured)) : ''"
        aria-label="Px that it is to go in a round"
        title="Empty: as its feet say"
        @change="typed"
    /></FormRow>
    <FeetRows :found />
    <button
      v-if="slide > 0.5"
      type="button"
      class="push-button px-2"
      title="Legs are bent so that each planted foot goes by the stride"
      @click="settle"
    >
      Set the planted feet down
    </button>
    <template v-if="stride && speed > 0.001">
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button px-2"
          :title="`${found.column.name} moves by the stride with its drawings, as long as the cycle is seen`"
          @click="across"
        >
          Go across by the stride
        </button>
      </div>
      <div
        v-if="others.length"
        class="flex flex-wrap items-center gap-1.5"
      >
        <PickList
          v-model="other"
          class="min-w-0 flex-1"
          :options="others"
          label="Column that moves by the stride"
        /><label class="flex items-center gap-1"
          ><input
            v-model.number="share"
            class="field h-7 w-14 text-right font-mono"
            inputmode="numeric"
            aria-label="Per cent of the stride"
          />%</label
        ><button
          type="button"
          class="push-button px-2"
          title="A background, a wall: it goes by under who walks on the spot"
          @click="along(-1)"
        >
          Pass by</button
        ><button
          type="button"
          class="push-button px-2"
          title="Somebody else, a cart: it goes as fast"
          @click="along(1)"
        >
          Keep pace
        </button>
      </div>
      <ul
        v-if="goes.length"
        aria-label="What moves by the stride"
        class="space-y-1"
      >
        <li
          v-for="a in goes"
          :key="a.column.id"
          class="flex items-center gap-1.5"
        >
          <span class="min-w-0 flex-1">{{ a.column.name }} {{ alongWords(a) }}.</span
          ><button
            type="button"
            class="push-button px-2"
            :aria-label="`${a.column.name} stays`"
            title="It stays where it is when the cycle begins"
            @click="stay(a.column.id)"
          >
            Stays
          </button>
        </li>
      </ul>
      <p
        v-if="own && goes.some(a => a.column.id !== own!.column.id && a.share < 0)"
        class="text-soft"
      >
        {{ found.column.name }} goes across and something passes by, too: one of them is enough.
      </p>
    </template>
    <p
      v-else-if="stride"
      class="text-soft"
    >
      {{ `${gait?.plants.length ?? 0} planted feet` }}.
    </p>
  </section>
</template>
