<script setup lang="ts">
import ToggleButton from '~/ui/ToggleButton.vue'
import { computed, ref } from 'vue'
import { tell } from '~/ui/messages'
import { framesAtRate, keepSeconds, listOf } from '#core/sheet'
import { USUAL_ROOM } from '#core/picture'
import { feetOfLength, MAX_FRAMES, parseLength, parseRate, rateLabel, typedFrame } from '#core/time'
import { exposedEnd } from '~/desk/scene'
import type { Draft } from '#core/commands'
import SidePanel from '~/desk/SidePanel.vue'
import { useDesk } from '~/desk/desk'
import { usePlayer } from '~/desk/player'

const desk = useDesk()
const player = usePlayer()
const shot = computed(() => desk.shot!)
const goText = ref('')
const goFault = ref('')
function go(): void {
  const frame = typedFrame(goText.value, shot.value.rate)
  goFault.value = typeof frame === 'string' ? frame : frame > desk.rows ? `The sheet ends on ${desk.rows}.` : ''
  if (typeof frame === 'number' && !goFault.value) desk.goTo(frame)
}
const lengthFault = ref('')
function setLength(e: Event): void {
  const length = parseLength((e.target as HTMLInputElement).value, shot.value.rate)
  lengthFault.value = typeof length === 'string' ? length : ''
  if (typeof length === 'number' && length !== shot.value.length) desk.run({ name: 'shot.set', args: { length } })
}
/** The room around the picture, % of its sides. */
const room = computed(() => Math.round((shot.value.room ?? USUAL_ROOM) * 100))
const roomFault = ref('')
function setRoom(e: Event): void {
  const field = e.target as HTMLInputElement
  const percent = field.value.trim() === '' ? NaN : Number(field.value)
  roomFault.value = percent >= 0 && percent <= 100 ? '' : 'The room is 0 to 100 %. Nothing was changed.'
  if (roomFault.value) field.value = String(room.value)
  else if (percent !== room.value) desk.run({ name: 'shot.set', args: { room: percent / 100 } })
}
const end = computed(() => exposedEnd(desk.columns))

const RATES = ['8', '10', '12', '15', '23.976', '24', '25', '29.97', '30', '48', '50', '59.94', '60']
const rateText = ref(rateLabel(shot.value.rate))
const wanted = computed(() => parseRate(rateText.value))
const changes = computed(
  () => !!wanted.value && (wanted.value.num !== shot.value.rate.num || wanted.value.den !== shot.value.rate.den),
)

/** What keeping the seconds makes of each column, before it is done. */
const kept = computed(() => {
  const to = wanted.value
  if (!to || !changes.value) return null
  const from = shot.value.rate
  const columns = Object.values(shot.value.plans).flatMap(plan =>
    plan.order
      .map(id => plan.columns[id]!)
      .filter(c => c.leader === undefined)
      .map(column => {
        const lengths = listOf(column.runs).map(r => r.frames)
        const out = keepSeconds(lengths, from, to)
        const numbers = out.squeezed
          .map(i => listOf(column.runs)[i]!.drawing)
          .map(d => (d ? shot.value.stacks[column.stack]!.drawings[d]!.number : 'X'))
        return {
          plan: plan.id,
          column,
          out,
          frames: column.runs.frames,
          after: out.lengths.reduce((a, b) => a + b, 0),
          numbers,
        }
      }),
  )
  return { columns, length: Math.max(1, Math.round(framesAtRate(shot.value.length, from, to))) }
})
const draft = (seconds: boolean): Draft => {
  const lengths: Record<string, Record<string, number[]>> = {}
  for (const c of kept.value!.columns)
    if (c.out.lengths.length) (lengths[c.plan] ??= {})[c.column.id] = [...c.out.lengths]
  return {
    name: 'shot.rate',
    args: {
      rate: wanted.value!,
      length: seconds ? kept.value!.length : shot.value.length,
      ...(seconds ? { lengths } : {}),
    },
  }
}
function take(seconds: boolean): void {
  if (desk.run(draft(seconds))) player.trialRate = null
}
function tryRate(): void {
  if (wanted.value) player.trialRate = changes.value ? wanted.value : null
  if (player.trialRate)
    tell(`Playback tries ${rateLabel(player.trialRate)} frames a second. The shot keeps ${rateLabel(shot.value.rate)}.`)
}
</script>

<template>
  <SidePanel title="The shot">
    <form
      class="flex items-center gap-2"
      @submit.prevent="go"
    >
      <label class="flex flex-1 items-center gap-2"
        ><span class="w-16">Go to</span
        ><input
          v-model="goText"
          class="field h-7 min-w-0 flex-1 font-mono"
          placeholder="37, 1:12 or 2+05"
          aria-label="Frame, timecode or feet+frames to go to" /></label
      ><button
        type="submit"
        class="push-button"
      >
        Go
      </button>
    </form>
    <p
      v-if="goFault"
      class="mt-1 text-signal"
      role="alert"
    >
      {{ goFault }}
    </p>
    <label class="mt-2 flex items-center gap-2"
      ><span class="w-16">Length</span
      ><input
        class="field h-7 w-28 font-mono"
        :value="shot.length"
        aria-label="Length: frames, seconds or feet+frames"
        @change="setLength"
      /><span class="text-soft"
        >{{ ((shot.length * shot.rate.den) / shot.rate.num).toFixed(2) }} s · {{ feetOfLength(shot.length) }}</span
      ></label
    >
    <p
      v-if="lengthFault"
      class="mt-1 text-signal"
      role="alert"
    >
      {{ lengthFault }} Nothing was changed.
    </p>
    <p
      v-if="end > 0 && end !== shot.length"
      class="mt-1.5 flex items-center gap-2"
    >
      <span class="flex-1">The last exposure ends on {{ end }}.</span
      ><button
        type="button"
        class="push-button"
        @click="desk.run({ name: 'shot.set', args: { length: Math.min(end, MAX_FRAMES) } })"
      >
        {{ end < shot.length ? 'Trim to it' : 'Make room for it' }}
      </button>
    </p>
    <h3 class="mt-4 font-semibold">Room around the picture</h3>
    <label class="mt-1 flex items-center gap-2"
      ><input
        class="field h-7 w-20 text-right font-mono"
        type="number"
        min="0"
        max="100"
        step="5"
        :value="room"
        aria-label="Room around the picture, % of its width and height on each side"
        @change="setRoom"
      /><span class="text-soft">% of its width and height, on each side</span></label
    >
    <p
      v-if="roomFault"
      class="mt-1 text-signal"
      role="alert"
    >
      {{ roomFault }}
    </p>
    <p class="mt-1 text-soft">Paper to draw on and to park things on. It is not exported.</p>
    <h3 class="mt-4 font-semibold">Rate</h3>
    <div class="mt-1 flex flex-wrap gap-1">
      <ToggleButton
        v-for="r in RATES"
        :key="r"
        class="px-2"
        :on="rateText === r"
        @click="rateText = r"
      >
        {{ r }}
      </ToggleButton>
      <input
        v-model="rateText"
        class="field h-[28px] w-24 font-mono"
        aria-label="Rate in frames a second"
      />
    </div>
    <p
      v-if="!wanted"
      class="mt-1 text-signal"
      role="alert"
    >
      A rate is a number from 1 to 240, such as 24, 12.5 or 24000/1001.
    </p>
    <template v-else-if="kept">
      <p class="mt-2">From {{ rateLabel(shot.rate) }} to {{ rateLabel(wanted) }} frames a second. What stays?</p>
      <table class="mt-1.5 w-full text-[12px]">
        <thead class="text-soft">
          <tr>
            <th class="text-left font-normal">With the seconds kept</th>
            <th class="text-right font-normal">frames</th>
            <th class="text-right font-normal">rounded</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>The shot</td>
            <td class="text-right font-mono">{{ shot.length }} → {{ kept.length }}</td>
            <td />
          </tr>
          <template
            v-for="c in kept.columns"
            :key="c.column.id"
          >
            <tr>
              <td class="max-w-40 truncate">{{ c.column.name }}</td>
              <td class="text-right font-mono">{{ c.frames }} → {{ c.after }}</td>
              <td class="text-right font-mono">{{ c.out.rounded }}</td>
            </tr>
            <tr v-if="c.numbers.length">
              <td
                colspan="3"
                class="pb-1 text-signal"
              >
                {{ c.numbers.slice(0, 12).join(', ') }}{{ c.numbers.length > 12 ? ' …' : '' }} would have no frame left;
                each keeps one, and what follows comes later.
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <div class="mt-2 flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button push-button-main"
          @click="take(true)"
        >
          Keep the seconds
        </button>
        <button
          type="button"
          class="push-button"
          :title="`Nothing moves; the shot lasts ${((shot.length * wanted.den) / wanted.num).toFixed(2)} s`"
          @click="take(false)"
        >
          Keep the frame numbers
        </button>
        <button
          type="button"
          class="push-button"
          title="Only in playback; the shot keeps its rate"
          @click="tryRate"
        >
          Only try it
        </button>
      </div>
    </template>
    <p
      v-else
      class="mt-2 text-soft"
    >
      The shot runs at this rate.
    </p>
    <p
      v-if="player.trialRate"
      class="mt-2 flex items-center gap-2"
    >
      <span class="flex-1">Playback tries {{ rateLabel(player.trialRate) }}.</span
      ><button
        type="button"
        class="push-button"
        @click="player.trialRate = null"
      >
        Back to {{ rateLabel(shot.rate) }}
      </button>
    </p>
  </SidePanel>
</template>
