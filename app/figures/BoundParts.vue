<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { Trash2, Unlink } from '@lucide/vue'
import { withKey } from '~/desk/shortcuts'
import { useDesk } from '~/desk/desk'
import { useLightTable } from '~/light-table/store'
import PickList from '~/ui/PickList.vue'
import { tell } from '~/ui/messages'
import ToggleButton from '~/ui/ToggleButton.vue'
import type { Bound, Subject } from '#core/document'
import { bindable, bindDraft, boundHere, bonesName, boundWords, releaseDraft, rowsHere } from './bind'

/** What is drawn along a chain or a limb and bends with it: bound, set, released. */
const desk = useDesk()
const table = useLightTable()
const art = computed(() => (desk.scene ? bindable(desk.scene, desk.focus!, table.selected) : null))
const rows = computed(() => (art.value ? rowsHere(desk.scene!, desk.focus!, art.value) : []))
const picked = ref(0)
watch(art, () => {
  picked.value = 0
})
const count = computed(() => (art.value ? art.value.strokes.length + art.value.subjects.length : 0))
const several = computed(() => new Set(rows.value.map(r => r.subject.id)).size > 1)
const choices = computed(() =>
  rows.value.map((r, i) => ({ value: i, name: several.value ? `${r.subject.name}: ${r.name}` : r.name })),
)
function bind(): void {
  const row = rows.value[picked.value]
  const draft = row && bindDraft(desk.scene!, desk.focus!, art.value!, row)
  if (draft && desk.run(draft)) table.selected = null
}

const list = computed(() => (desk.focus ? boundHere(desk.focus) : []))
const named = (subject: Subject, bound: Bound) => ({ stack: desk.stack!.id, subject: subject.id, bound: bound.id })
function release(subject: Subject, bound: Bound): void {
  const draft = releaseDraft(desk.scene!, desk.focus!, subject, bound)
  if (typeof draft === 'string') tell(draft)
  else desk.run(draft)
}
function setRound(subject: Subject, bound: Bound, e: Event): void {
  const round = Number((e.target as HTMLInputElement).value) / 100
  desk.run({ name: 'bound.set', args: { ...named(subject, bound), round } })
}
</script>

<template>
  <section class="mt-3 border-t border-edge pt-2">
    <h3 class="font-semibold">Bent along a chain or limb</h3>
    <div
      v-if="art && rows.length"
      class="mt-1.5 flex flex-wrap items-center gap-1.5"
    >
      <span>{{ count }} selected, along</span>
      <PickList
        v-model="picked"
        class="max-w-40"
        :options="choices"
        label="Bones to bend along"
      /><button
        type="button"
        class="push-button"
        :title="withKey('They bend with it on all drawings that it is on', 'art-bind')"
        @click="bind"
      >
        Bind
      </button>
    </div>
    <p
      v-else-if="art"
      class="mt-1 text-soft"
    >
      No figure stands on this drawing. Place a chain by “Figure”, along what is drawn.
    </p>
    <p
      v-else-if="!list.length"
      class="mt-1 text-soft"
    >
      Draw over a chain or a limb, select what you drew, and bind it here: drawn once, it bends with the joints.
    </p>
    <ul>
      <li
        v-for="{ subject, bound } in list"
        :key="bound.id"
        class="mt-1.5 flex flex-wrap items-center gap-1.5"
      >
        <span class="min-w-0 flex-1"
          >{{ boundWords(bound)
          }}<span class="text-soft"> along {{ subject.name }}, {{ bonesName(subject.figure, bound.bones) }}</span></span
        ><button
          type="button"
          class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
          :aria-label="`Release what is bound to ${subject.name}`"
          title="Release: it becomes strokes of every drawing made by hand, as it is bent there"
          @click="release(subject, bound)"
        >
          <Unlink :size="13" /></button
        ><button
          type="button"
          class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
          :aria-label="`Delete what is bound to ${subject.name}`"
          title="Delete it from all drawings"
          @click="desk.run({ name: 'bound.remove', args: named(subject, bound) })"
        >
          <Trash2 :size="13" />
        </button>
        <span class="flex w-full items-center gap-1.5">
          <span class="text-soft">sharp</span>
          <input
            type="range"
            class="min-w-0 flex-1"
            min="5"
            max="100"
            step="5"
            :value="Math.round(bound.round * 100)"
            :aria-label="`How round ${subject.name} bends`"
            title="Over how much of the bones that meet it bends"
            @change="setRound(subject, bound, $event)"
          /><span class="text-soft">round</span>
          <ToggleButton
            class="h-7 px-1.5"
            :on="bound.shapes === true"
            title="The figure’s own shapes are seen, too"
            @click="desk.run({ name: 'bound.set', args: { ...named(subject, bound), shapes: !bound.shapes } })"
          >
            bones
          </ToggleButton>
        </span>
      </li>
    </ul>
  </section>
</template>
