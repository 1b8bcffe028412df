<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import { subjectsOf } from '#core/document'
import PickList from '~/ui/PickList.vue'
import ToggleButton from '~/ui/ToggleButton.vue'
import { plural } from '#core/basic'
import { computed, ref } from 'vue'
import { Eye, EyeOff, Focus, PackagePlus, Trash2 } from '@lucide/vue'
import { figureHeight } from '#core/travel'
import type { Drawing, Subject } from '#core/document'
import { fixOf } from '~/desk/drafts'
import { contentHere } from '~/desk/scene'
import { selectedDrawings, isEmpty } from '~/light-table/art'
import { copyPartOn, newPart, shareDraft, unshareDraft } from '~/light-table/parts'
import { bodyParts, copyPose, lengthFromHere, lengthInAll, mirrorHere, sidedHere, swapHere } from './subjects'
import { nextExposure } from '~/desk/steps'
import { letAllGo } from '~/sheet/carry'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import SidePanel from '~/desk/SidePanel.vue'
import BoundParts from './BoundParts.vue'
import { useDesk } from '~/desk/desk'
import { useLightTable } from '~/light-table/store'

/**
 * The figures, pictures and named parts of a column: what belongs to them, which are seen, what is changed on all
 * drawings at once.
 */
const desk = useDesk()
const table = useLightTable()
const subjects = computed(() => (desk.stack ? subjectsOf(desk.stack) : []))
const figures = computed(() => subjects.value.filter(s => s.kind === 'figure'))
const parts = computed(() => subjects.value.filter(s => s.kind === 'part'))
const KIND = { figure: 'figure', part: 'part', image: 'picture' } as const
const onHere = (s: Subject): boolean => {
  const content = contentHere(desk.scene!, desk.focus!)
  return !!content && (!!content.poses[s.id] || content.strokes.some(x => x.part === s.id))
}
const used = (s: Subject): number =>
  Object.values(desk.stack!.drawings).filter(d => d.content.poses[s.id] || d.content.strokes.some(x => x.part === s.id))
    .length
const told = (s: Subject): string =>
  `${s.kind === 'part' && s.strokes ? 'part, drawn once' : KIND[s.kind]}, on ${plural(used(s), 'drawing')}`

function rename(s: Subject, e: Event): void {
  const input = e.target as HTMLInputElement
  const name = input.value.trim()
  if (
    !name ||
    name === s.name ||
    !desk.run({ name: 'subject.set', args: { stack: desk.stack!.id, subject: s.id, name } })
  )
    input.value = s.name
}
/** What rides on it stays where it is. */
function remove(s: Subject): void {
  const args = { stack: desk.stack!.id, subject: s.id }
  desk.run(...letAllGo(desk.scene!, { subject: s.id }), { name: 'subject.remove', args })
}
const solo = (s: Subject): void => {
  table.alone = table.alone === s.id ? null : s.id
}

// — parts —
const penPart = () => (table.part ? desk.stack?.subjects[table.part]?.name : undefined)
/** The pen draws on a part from now on; on none where it did so already. */
function drawOn(part: string | null): void {
  table.partNow = { ...table.partNow, [desk.stack!.id]: part }
}
const partName = ref('')
function addPart(): void {
  const name = partName.value.trim()
  if (!name) return
  const { id, draft } = newPart(desk.scene!, desk.focus!, name)
  if (!desk.run(draft)) return
  partName.value = ''
  tell(`The part ${name} is there. The pen draws on ${penPart() ?? 'no part'} still.`, {
    offers: [{ label: `Draw on ${name}`, do: () => drawOn(id) }],
  })
}
const selectedStrokes = computed(() => (isEmpty(table.selected) ? [] : table.selected!.strokes))
const assign = (part: string | null): void => {
  desk.run({
    name: 'strokes.part',
    args: {
      stack: desk.stack!.id,
      drawing: desk.drawing!.id,
      strokes: [...selectedStrokes.value],
      part,
      ...fixOf(desk.scene!, desk.focus!, desk.drawing!),
    },
  })
}
const next = computed<Drawing | null>(() => {
  const id = nextExposure(desk.focus!)?.run.drawing
  return id && id !== desk.drawing?.id ? (desk.stack!.drawings[id] ?? null) : null
})
function copyOn(s: Subject): void {
  const draft = next.value && copyPartOn(desk.scene!, desk.focus!, s.id, next.value)
  const at = nextExposure(desk.focus!)?.start
  if (draft && desk.run(draft) && at) desk.goTo(at)
}
const share = (s: Subject): void => {
  const draft =
    s.kind === 'part' && s.strokes ? unshareDraft(desk.scene!, desk.focus!, s) : shareDraft(desk.scene!, desk.focus!, s)
  if (draft) desk.run(draft)
}

// — figures —
const figureId = ref('')
const figure = computed(
  () => figures.value.find(f => f.id === figureId.value) ?? figures.value.find(onHere) ?? figures.value[0] ?? null,
)
const groups = computed(() => (figure.value ? bodyParts(figure.value.figure) : []))
const groupAt = ref(0)
const group = computed(() => groups.value[Math.min(groupAt.value, groups.value.length - 1)] ?? null)
const limb = ref('')
const bones = computed(() =>
  limb.value && group.value?.bones.includes(limb.value) ? [limb.value] : (group.value?.bones ?? []),
)
const percent = ref(110)
const proportions = (all: boolean): void => {
  const by = percent.value / 100
  if (figure.value && by > 0.04 && by < 20)
    desk.run(...(all ? lengthInAll : lengthFromHere)(desk.scene!, desk.focus!, figure.value, bones.value, by))
}
const limbs = computed(() => [
  { value: '', name: 'all of it' },
  ...(group.value?.bones ?? []).map(b => ({ value: b, name: boneName(b) })),
])
const boneName = (id: string): string => figure.value?.figure.bones.find(b => b.id === id)?.name ?? id
const pose = computed(() => (figure.value ? contentHere(desk.scene!, desk.focus!)?.poses[figure.value.id] : undefined))
const targets = computed(() => selectedDrawings(desk.focus!).filter(d => d.own && d.id !== desk.drawing?.id))
const copyTo = (some: boolean): void => {
  desk.run(...copyPose(desk.scene!, desk.focus!, figure.value!, some ? bones.value : null, targets.value))
}
</script>

<template>
  <SidePanel :title="`Figures and parts of ${desk.column?.name ?? ''}`">
    <ul v-if="subjects.length">
      <li
        v-for="s in subjects"
        :key="s.id"
        class="flex items-center gap-1.5 border-b border-edge/60 py-1"
      >
        <button
          type="button"
          class="rounded p-1 hover:bg-wash"
          :aria-pressed="!table.hiddenParts.has(s.id)"
          :aria-label="`Show ${s.name}`"
          :title="
            table.hiddenParts.has(s.id) ? 'Hidden here: show it' : 'Shown: hide it (only here, nothing is changed)'
          "
          @click="table.showPart(s.id, table.hiddenParts.has(s.id))"
        >
          <component
            :is="table.hiddenParts.has(s.id) ? EyeOff : Eye"
            :size="14"
          />
        </button>
        <button
          type="button"
          class="rounded p-1 hover:bg-wash"
          :class="{ 'tool-button-on': table.alone === s.id }"
          :aria-pressed="table.alone === s.id"
          :aria-label="`Work on ${s.name} alone`"
          title="Alone: nothing else of this column is seen"
          @click="solo(s)"
        >
          <Focus :size="14" />
        </button>
        <span class="min-w-0 flex-1"
          ><input
            class="field h-6 w-full"
            :value="s.name"
            maxlength="80"
            :aria-label="`Name of ${s.name}`"
            @change="rename(s, $event)"
            @keydown.enter="($event.target as HTMLElement).blur()"
          /><span class="text-[11px] text-soft"
            >{{ told(s) }}<template v-if="!onHere(s)">, not on this one</template></span
          ></span
        >
        <template v-if="s.kind === 'part'">
          <ToggleButton
            class="h-7 px-1.5"
            :on="table.part === s.id"
            title="New strokes belong to it"
            @click="drawOn(table.part === s.id ? null : s.id)"
          >
            pen
          </ToggleButton>
          <button
            type="button"
            class="push-button h-7 px-1.5"
            :disabled="!desk.drawing || (!s.strokes && !onHere(s))"
            :title="
              s.strokes
                ? 'Draw it anew on each drawing: it becomes strokes of their own'
                : 'Draw it once for all drawings: as it is here, placed where it was'
            "
            @click="share(s)"
          >
            {{ s.strokes ? 'unshare' : 'share' }}
          </button>
        </template>
        <button
          type="button"
          class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
          :aria-label="`Put ${s.name} on the shelf`"
          title="Put it on the shelf of the production, for all its shots"
          @click="useSide().show('shelf', `${s.kind} ${s.id}`)"
        >
          <PackagePlus :size="13" />
        </button>
        <button
          type="button"
          class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
          :aria-label="`Delete ${s.name}`"
          :title="
            s.kind === 'part' && !s.strokes ? 'Delete the part; what is drawn stays' : 'Delete it from all drawings'
          "
          @click="remove(s)"
        >
          <Trash2 :size="13" />
        </button>
      </li>
    </ul>
    <p
      v-else
      class="text-soft"
    >
      Nothing is named yet. A figure comes by “Figure” under the picture; a part (a head, a rope’s end) by its name
      here.
    </p>

    <section class="mt-3 border-t border-edge pt-2">
      <h3 class="font-semibold">Named parts</h3>
      <form
        class="mt-1 flex gap-1.5"
        @submit.prevent="addPart"
      >
        <input
          v-model="partName"
          class="field h-7 min-w-0 flex-1"
          maxlength="80"
          placeholder="head, left arm, rope’s end …"
          aria-label="Name of a new part"
        /><button
          type="submit"
          class="push-button"
          :disabled="!partName.trim() || !desk.stack"
        >
          New part
        </button>
      </form>
      <p
        v-if="selectedStrokes.length"
        class="mt-1.5 flex flex-wrap items-center gap-1"
      >
        {{ plural(selectedStrokes.length, 'selected stroke') }}:<button
          v-for="s in parts"
          :key="s.id"
          type="button"
          class="push-button h-7"
          @click="assign(s.id)"
        >
          to {{ s.name }}</button
        ><button
          type="button"
          class="push-button h-7"
          @click="assign(null)"
        >
          to none
        </button>
      </p>
      <p
        v-for="s in parts.filter(x => !(x.kind === 'part' && x.strokes) && onHere(x))"
        :key="s.id"
        class="mt-1"
      >
        <button
          type="button"
          class="push-button"
          :disabled="!next"
          :title="next ? `Copies its strokes to drawing ${next.number} and goes there` : 'There is no next drawing'"
          @click="copyOn(s)"
        >
          Copy {{ s.name }} to the next drawing
        </button>
      </p>
    </section>

    <BoundParts v-if="figures.length" />

    <section
      v-if="figure"
      class="mt-3 border-t border-edge pt-2"
    >
      <div class="flex items-center justify-between">
        <h3 class="font-semibold">Figure</h3>
        <PickList
          v-if="figures.length > 1"
          :model-value="figure.id"
          :options="figures.map(f => ({ value: f.id, name: f.name }))"
          label="Figure"
          @update:model-value="figureId = $event"
        />
      </div>
      <div class="mt-1.5 flex gap-1.5">
        <button
          type="button"
          class="push-button"
          :disabled="!sidedHere(desk.scene!, desk.focus!).length"
          :title="withKey('Near and far limbs exchanged', 'swap-sides')"
          @click="desk.run(...swapHere(desk.scene!, desk.focus!))"
        >
          Swap left and right</button
        ><button
          type="button"
          class="push-button"
          :disabled="!pose"
          :title="withKey('Mirrored where it stands', 'mirror-figures')"
          @click="desk.run(...mirrorHere(desk.scene!, desk.focus!))"
        >
          Mirror
        </button>
      </div>
      <p
        v-if="pose"
        class="mt-1.5 text-soft"
      >
        {{ figure.name }} is {{ Math.round(figureHeight(figure.figure, pose)) }} px high here.
      </p>
      <div class="mt-2 flex flex-wrap items-center gap-1.5">
        <PickList
          v-model="groupAt"
          :options="groups.map((g, i) => ({ value: i, name: g.name }))"
          label="Part of the body"
        />
        <PickList
          v-if="(group?.bones.length ?? 0) > 1"
          v-model="limb"
          :options="limbs"
          label="Limb"
        />
      </div>
      <div class="mt-1.5 flex flex-wrap items-center gap-1.5">
        <label class="flex items-center gap-1"
          >length<input
            v-model.number="percent"
            type="number"
            min="5"
            max="1900"
            class="field h-7 w-16 text-right font-mono"
            aria-label="Length, percent of what it is"
          />%</label
        ><button
          type="button"
          class="push-button"
          title="The figure itself changes"
          @click="proportions(true)"
        >
          in all drawings</button
        ><button
          type="button"
          class="push-button"
          :disabled="!pose"
          title="This drawing and those exposed after it"
          @click="proportions(false)"
        >
          from here on
        </button>
      </div>
      <div class="mt-1.5 flex flex-wrap items-center gap-1.5">
        <span class="text-soft">{{
          targets.length
            ? `Copy to the ${plural(targets.length, 'other drawing')} of the selected frames:`
            : 'Copy to other drawings (select their frames first):'
        }}</span><button
          type="button"
          class="push-button"
          :disabled="!pose || !targets.length"
          @click="copyTo(false)"
        >
          the pose</button
        ><button
          type="button"
          class="push-button"
          :disabled="!pose || !targets.length"
          @click="copyTo(true)"
        >
          this part of it
        </button>
      </div>
    </section>
  </SidePanel>
</template>
