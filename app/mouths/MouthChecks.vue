<script setup lang="ts">
import { computed, ref } from 'vue'
import { plural } from '#core/basic'
import type { MouthFinding } from '#core/findings'
import { mouthFindings } from '#core/findings'
import type { FindingRow } from '~/findings/FindingRows.vue'
import FindingRows from '~/findings/FindingRows.vue'
import { plainSet } from '#core/document'
import { useDesk } from '~/desk/desk'
import { useMouths } from './store'

/** What is to be looked at again in the mouths of the column, each with what mends it. */
const [desk, mouths] = [useDesk(), useMouths()]
/** So many are listed, until all are asked for. */
const FEW = 6
const all = ref(false)
const findings = computed<MouthFinding[]>(() => {
  const { set, written, heard, choices } = mouths
  const shot = desk.shot
  if (!set || !written || !shot || !heard?.length) return []
  const { settings } = choices
  return mouthFindings({ runs: written.runs, set, settings, heard, rate: shot.rate, length: shot.length })
})

/** The frames of a finding, with all that the hand changed as one with them. */
function around({ first, last }: MouthFinding): { first: number; last: number } {
  const touching = mouths.hand.filter(h => h.first <= last + 1 && h.last >= first - 1)
  return {
    first: Math.min(first, ...touching.map(h => h.first)),
    last: Math.max(last, ...touching.map(h => h.last)),
  }
}
const isByHand = (f: MouthFinding): boolean => mouths.hand.some(h => h.first <= f.last && h.last >= f.first)
const settle = (change: Partial<typeof mouths.choices.settings>): void => {
  mouths.choose({ settings: { ...mouths.choices.settings, ...change } })
  if (!mouths.choices.follows || !mouths.written?.spoken) mouths.expose()
}
/** What mends a finding: its name, and doing it. */
function remedyOf(f: MouthFinding): Pick<FindingRow, 'remedy' | 'mend'> {
  const { remedy } = f
  if (remedy.do === 'sound')
    return {
      remedy: `Show ${remedy.sound} by a mouth that shuts`,
      mend: () => {
        const set = mouths.written!.mouths!
        const { [remedy.sound]: _told, ...sounds } = set.sounds ?? {}
        mouths.put(plainSet({ ...set, sounds }))
      },
    }
  if (remedy.do === 'anticipate')
    return {
      remedy: 'Open before phrases',
      mend: () => settle({ anticipation: { seconds: 16 / 24, how: mouths.choices.settings.anticipation.how } }),
    }
  if (remedy.do === 'least' && !isByHand(f) && mouths.choices.settings.least < 2)
    return { remedy: 'Two frames at least', mend: () => settle({ least: 2 }) }
  return { remedy: 'By the reading again', mend: () => void mouths.expose(around(f)) }
}
const rows = computed(() =>
  findings.value.slice(0, all.value ? undefined : FEW).map((f): FindingRow => {
    const { kind, first, last, words } = f
    return { key: `${kind} ${first} ${words}`, first, last, words, ...remedyOf(f) }
  }),
)
</script>

<template>
  <section aria-label="What to look at again">
    <h3 class="mb-1 font-semibold">
      {{ findings.length ? `${plural(findings.length, 'thing')} to look at` : 'Nothing to look at again' }}
    </h3>
    <p
      v-if="!findings.length"
      class="text-soft"
    >
      No mouth is late, lips meet where they must, none flashes by, and none moves in silence.
    </p>
    <FindingRows
      v-else
      :rows="rows"
      label="Findings in the mouths"
    />
    <button
      v-if="findings.length > FEW"
      type="button"
      class="push-button mt-1.5 px-2"
      @click="all = !all"
    >
      {{ all ? 'Fewer' : `All ${findings.length}` }}
    </button>
  </section>
</template>
