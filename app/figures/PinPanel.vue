<script setup lang="ts">
import { subjectsOf } from '#core/document'
import SidePanel from '~/desk/SidePanel.vue'
import PickList from '~/ui/PickList.vue'
import { computed, onMounted, ref, watch } from 'vue'
import { Trash2 } from '@lucide/vue'
import { layBones } from '#core/figure'
import { isPose, pinnedPoint } from '#core/pass'
import { eachRun, exposedDrawings } from '#core/sheet'
import type { Pin } from '#core/document'
import { passHere } from '~/chart/spans'
import { newId } from '~/sync/ids'
import { useDesk } from '~/desk/desk'

const desk = useDesk()

interface Choice {
  value: string
  name: string
}
const content = computed(() =>
  desk.drawing ? desk.scene!.contents.of(desk.scene!, desk.stack!, desk.drawing.id) : null,
)
const posed = computed(() => (desk.stack ? subjectsOf(desk.stack) : []).filter(s => content.value?.poses[s.id]))
const parts = computed<Choice[]>(() =>
  posed.value.flatMap(s => [
    ...s.figure.chains.map(c => ({ value: `${s.id}/${c.id}`, name: `${s.name}: ${c.name}` })),
    { value: `${s.id}/place`, name: `${s.name}: the whole figure` },
  ]),
)
/** Parts of other subjects, of this column and of the others, that a part can be pinned to. */
const holders = computed<Choice[]>(() =>
  desk.columns.flatMap(c =>
    subjectsOf(desk.shot!.stacks[c.stack]!)
      .filter(s => s.id !== part.value.split('/')[0])
      .flatMap(s => [
        { value: `${c.stack}/${s.id}/place`, name: `${s.name} (${c.name})` },
        ...s.figure.bones.map(b => ({ value: `${c.stack}/${s.id}/${b.id}`, name: `${s.name}: ${b.name} (${c.name})` })),
      ]),
  ),
)
/** The poses in the order in which they are first shown. */
const poses = computed(() =>
  [...exposedDrawings(desk.column!.runs).keys()].map(id => desk.stack!.drawings[id]!).filter(isPose),
)
const poseChoices = computed<Choice[]>(() => poses.value.map(d => ({ value: d.id, name: d.number })))

const part = ref('')
const GROUND: Choice = { value: 'ground', name: 'the place where it is now' }
const to = ref(GROUND.value)
const first = ref('')
const last = ref('')
watch(
  parts,
  list => {
    if (!list.some(p => p.value === part.value)) part.value = list[0]?.value ?? ''
  },
  { immediate: true },
)
onMounted(() => {
  const pass = passHere(desk.scene!, desk.focus!)
  const here = desk.drawing && isPose(desk.drawing) ? desk.drawing.id : pass?.from.drawing
  first.value = here ?? poses.value[0]?.id ?? ''
  last.value = pass?.to.drawing ?? first.value
})

const run = computed(() => {
  const [a, b] = [poses.value.findIndex(d => d.id === first.value), poses.value.findIndex(d => d.id === last.value)]
  return a < 0 || b < 0 ? [] : poses.value.slice(Math.min(a, b), Math.max(a, b) + 1).map(d => d.id)
})
function pin(): void {
  const [subject, id] = part.value.split('/') as [string, string]
  const at = content.value && pinnedPoint(desk.stack!, content.value, { subject, part: id })
  if (!at || !run.value.length) return
  const base = { id: newId(), stack: desk.stack!.id, subject, part: id, drawings: run.value }
  if (to.value === GROUND.value) {
    desk.run({ name: 'pin.set', args: { plan: desk.plan!.id, pin: { ...base, to: { kind: 'point', at } } } })
    return
  }
  const [stack, other, bone] = to.value.split('/') as [string, string, string]
  const column = desk.columns.find(c => c.stack === stack)!
  const drawing =
    stack === desk.stack!.id
      ? desk.drawing!.id
      : [...eachRun(column.runs)].findLast(r => r.start <= desk.workFrame)?.run.drawing
  const pose = drawing
    ? desk.scene!.contents.of(desk.scene!, desk.shot!.stacks[stack]!, drawing).poses[other]
    : undefined
  if (!pose) return
  const tip =
    bone === 'place' ? pose.place : layBones(desk.shot!.stacks[stack]!.subjects[other]!.figure, pose).get(bone)!.tip
  desk.run({
    name: 'pin.set',
    args: {
      plan: desk.plan!.id,
      pin: { ...base, to: { kind: 'part', stack, subject: other, bone, off: { x: at.x - tip.x, y: at.y - tip.y } } },
    },
  })
}

const pins = computed(() => Object.values(desk.plan?.pins ?? {}).filter(p => p.stack === desk.stack?.id))
const number = (d: string | undefined) => (d && desk.stack!.drawings[d]?.number) ?? '?'
function told(p: Pin): string {
  const s = desk.stack!.subjects[p.subject]
  const named = s?.figure.chains.find(c => c.id === p.part)?.name ?? 'the whole figure'
  const runs =
    p.drawings.length > 1 ? `${number(p.drawings[0])} to ${number(p.drawings.at(-1))}` : number(p.drawings[0])
  const other =
    p.to.kind === 'part' ? `, to ${desk.shot!.stacks[p.to.stack]?.subjects[p.to.subject]?.name ?? 'what is gone'}` : ''
  return `${s?.name ?? '?'}: ${named}, ${runs}${other}`
}
const held = computed(() => (desk.drawing ? desk.scene!.contents.hold(desk.scene!, desk.stack!, desk.drawing.id) : []))
const off = (p: Pin) => held.value.find(h => h.pin.id === p.id)?.off ?? 0
</script>

<template>
  <SidePanel title="Pins">
    <form @submit.prevent="pin">
      <template v-if="parts.length">
        <label class="mt-2 flex items-center gap-2"
          ><span class="w-14 shrink-0">Hold</span
          ><PickList
            v-model="part"
            class="min-w-0 flex-1"
            :options="parts"
            label="Part that is pinned"
        /></label>
        <label class="mt-1.5 flex items-center gap-2"
          ><span class="w-14 shrink-0">to</span
          ><PickList
            v-model="to"
            class="min-w-0 flex-1"
            :options="[GROUND, ...holders]"
            label="What it is pinned to"
        /></label>
        <div class="mt-1.5 flex items-center gap-2">
          <span class="w-14 shrink-0">from</span
          ><PickList
            v-model="first"
            :options="poseChoices"
            label="First pose of the run"
          />to<PickList
            v-model="last"
            :options="poseChoices"
            label="Last pose of the run"
          /><span class="text-soft">and all between</span>
        </div>
        <button
          type="submit"
          class="push-button push-button-main mt-3 w-full justify-center"
          :disabled="!run.length"
        >
          Pin it
        </button>
      </template>
      <p
        v-else
        class="mt-2 text-soft"
      >
        There is no figure on this drawing. Place one, or go to a drawing that has one.
      </p>
      <ul
        v-if="pins.length"
        class="mt-3 border-t border-edge pt-2"
      >
        <li
          v-for="p in pins"
          :key="p.id"
          class="flex items-center gap-2 py-0.5"
        >
          <span class="min-w-0 flex-1"
            >{{ told(p)
            }}<span
              v-if="off(p) > 0.1"
              class="text-signal"
            >
              (here out of reach by {{ Math.round(off(p)) }} px)</span
            ></span
          >
          <button
            type="button"
            class="rounded p-1 text-soft hover:bg-wash hover:text-graphite"
            :aria-label="`Delete the pin: ${told(p)}`"
            title="Delete the pin"
            @click="desk.run({ name: 'pin.remove', args: { plan: desk.plan!.id, pin: p.id } })"
          >
            <Trash2 :size="13" />
          </button>
        </li>
      </ul>
    </form>
  </SidePanel>
</template>
