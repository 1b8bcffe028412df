<script setup lang="ts">
import { computed } from 'vue'
import { plural } from '#core/basic'
import { meetOn, roundsTo } from '#core/cycle'
import { eachRun } from '#core/sheet'
import { useDesk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import { cycleActions } from './actions'
import { timesDraft } from './drafts'
import type { CycleSeen } from './store'
import { useCycles } from './store'

/** All cycles of the shot side by side: how long they are, how often they are shown, when they meet. */
const [desk, cycles] = [useDesk(), useCycles()]
const length = computed(() => desk.shown?.length ?? 0)
const rows = computed(() =>
  cycles.all.map(c => {
    const { bracket } = c
    const there = new Set(bracket.there.flatMap(r => r.drawing ?? []))
    const { rounds, over } = roundsTo({ from: bracket.start, frames: bracket.frames }, length.value)
    return {
      ...{ key: `${c.column.id} ${c.id}`, cycle: c, name: c.column.name, frames: bracket.frames },
      ...{ drawings: there.size, from: bracket.start, rounds, over },
      shown: bracket.repeat.times === null ? 'end' : `${bracket.repeat.times}×`,
      lead: leadFrames(c),
    }
  }),
)
/** So many frames stand before its first whole round. */
function leadFrames({ cycle, column }: CycleSeen): number {
  const lead = new Set(cycle.lead)
  let sum = 0
  for (const { run } of eachRun(column.runs)) if (lead.has(run.id)) sum += run.frames
  return sum
}
/** Where two of them begin together, and after how many frames again. */
const meets = computed(() => {
  const [a, b] = [rows.value[0], rows.value[1]]
  if (rows.value.length < 2 || !a || !b) return ''
  const all = cycles.meet
  if (rows.value.length > 2)
    return `Begun together, all ${rows.value.length} begin together again after ${plural(all, 'frame')}${
      all > length.value ? ', which is later than the shot ends' : ''
    }.`
  const on = meetOn({ from: a.from, frames: a.frames }, { from: b.from, frames: b.frames })
  if (on === null) return `${a.name} and ${b.name} never begin a round on one frame.`
  const later = on > length.value ? ', behind the end of the shot' : ''
  return `${a.name} and ${b.name} begin a round together on frame ${on}${later}, and every ${plural(all, 'frame')} from there.`
})
const fill = (): void => cycleActions.find(a => a.id === 'cycle-fill')!.do(desk, null)
function goTo(c: CycleSeen): void {
  desk.columnId = c.column.id
  desk.goTo(c.bracket.start)
}
const whole = (e: Event, most: number): number | null => {
  const text = (e.target as HTMLInputElement).value.trim()
  const n = Number(text)
  if (text && Number.isInteger(n) && n >= 0 && n <= most) return n
  tell(`Type a whole number up to ${most}. Nothing was changed.`)
  return null
}
function offset(e: Event, row: (typeof rows.value)[number]): void {
  const n = whole(e, row.frames - 1)
  const { column, id } = row.cycle
  if (n !== null)
    desk.run({ name: 'cycle.offset', args: { plan: cycles.planId, column: column.id, cycle: id, frames: n } })
  ;(e.target as HTMLInputElement).value = String(rows.value.find(r => r.key === row.key)?.lead ?? 0)
}
function often(e: Event, row: (typeof rows.value)[number]): void {
  const field = e.target as HTMLInputElement
  const text = field.value.trim().toLowerCase()
  if (text === 'end' || text === '') desk.run(timesDraft(desk.scene!, row.cycle.column, row.cycle, null))
  else {
    const n = Number(text.replace(/[×x]$/, ''))
    if (Number.isInteger(n) && n >= 1 && n <= 999) desk.run(timesDraft(desk.scene!, row.cycle.column, row.cycle, n))
    else tell('Type how often it is shown, or “end”. Nothing was changed.')
  }
  field.value = rows.value.find(r => r.key === row.key)?.shown ?? ''
}
/** So many frames apart that they begin evenly over a round. */
function apart(): void {
  const drafts = rows.value.flatMap((r, i) => {
    const frames = Math.round((r.frames * i) / rows.value.length)
    const args = { plan: cycles.planId, column: r.cycle.column.id, cycle: r.cycle.id, frames }
    return r.lead === frames ? [] : [{ name: 'cycle.offset' as const, args }]
  })
  if (drafts.length) desk.run(...drafts)
  else tell('They begin apart already.')
}
</script>

<template>
  <section
    aria-label="Cycles of the shot"
    class="space-y-1.5"
  >
    <h3 class="font-semibold">{{ plural(rows.length, 'cycle') }} in this shot</h3>
    <table class="w-full">
      <thead class="text-left text-[11px] text-soft">
        <tr>
          <th class="font-normal">column</th>
          <th class="text-right font-normal">frames</th>
          <th class="text-right font-normal">drawn</th>
          <th
            class="text-right font-normal"
            title="Whole rounds to the end of the shot"
          >
            rounds
          </th>
          <th class="pl-1 text-right font-normal">shown</th>
          <th
            class="pl-1 text-right font-normal"
            title="So many frames before a round ends it begins"
          >
            offset
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="r in rows"
          :key="r.key"
        >
          <td class="max-w-24 truncate">
            <button
              type="button"
              class="underline underline-offset-2"
              @click="goTo(r.cycle)"
            >
              {{ r.name }}
            </button>
          </td>
          <td class="text-right font-mono">{{ r.frames }}</td>
          <td class="text-right font-mono">{{ r.drawings }}</td>
          <td
            class="text-right font-mono whitespace-nowrap"
            :title="r.over ? `and ${plural(r.over, 'frame')} of one more` : undefined"
          >
            {{ r.rounds }}{{ r.over ? ` +${r.over}` : '' }}
          </td>
          <td class="pl-1">
            <input
              class="field h-7 w-11 text-right font-mono"
              :value="r.shown"
              :aria-label="`How often ${r.name} is shown`"
              @change="often($event, r)"
            />
          </td>
          <td class="pl-1">
            <input
              class="field h-7 w-10 text-right font-mono"
              inputmode="numeric"
              :value="r.lead"
              :aria-label="`Offset of ${r.name}`"
              @change="offset($event, r)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p
      v-if="meets"
      role="status"
    >
      {{ meets }}
    </p>
    <div class="flex flex-wrap gap-1.5">
      <button
        type="button"
        class="push-button px-2"
        @click="fill"
      >
        Fill all to the end</button
      ><button
        v-if="rows.length > 1"
        type="button"
        class="push-button px-2"
        title="They begin apart, evenly over a round"
        @click="apart"
      >
        Begin apart
      </button>
    </div>
  </section>
</template>
