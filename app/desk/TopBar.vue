<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import { computed } from 'vue'
import { CircleHelp, Keyboard, Moon, Redo2, Repeat, Search, SkipBack, Sun, Undo2 } from '@lucide/vue'
import { feetFrames, parseLength, rateLabel, timecodeOf } from '#core/time'
import { plural } from '#core/basic'
import { tell } from '~/ui/messages'
import type { Action } from './action'
import SavingDialog from './SavingDialog.vue'
import { useDesk } from './desk'
import { useDialogs } from './dialogs'
import { renameShot } from './rename'
import { useTheme } from '~/ui/useTheme'
import { useHistory } from './history'
import PlayButton from './PlayButton.vue'
import PlayMenu from './PlayMenu.vue'
import { usePlayer } from './player'
import { useSide } from '~/ui/side'
import { useUnderWay } from '~/ui/under-way'

defineProps<{ production: string; actions: readonly Action[] }>()
const desk = useDesk()
const dialogs = useDialogs()
const history = useHistory()
const player = usePlayer()
const side = useSide()
const underWay = useUnderWay()
const { name: themeName, toggle } = useTheme()
const looped = computed(() => `${player.played.first}–${player.played.last}`)
const saving = computed(() => {
  const { onlyHere, aside } = history.saving
  if (desk.session?.readOnly) return { words: 'Read-only', title: desk.session.readOnly.refusal }
  const words = savingWords.value
  return {
    words: `${words.words}${aside ? ` · ${aside} set aside` : ''}`,
    title: `${words.title}${onlyHere ? ` ${plural(onlyHere, 'change')} in this open window only.` : ''}`,
  }
})
const savingWords = computed(() => {
  const { state, kept, onlyHere } = history.saving
  const n = plural(kept, 'change')
  const here = onlyHere ? `${n} only in this window` : `${n} kept here`
  if (state === 'saved') return { words: 'All saved', title: 'Every change is stored by the server.' }
  if (state === 'saving') return { words: 'Saving …', title: `${n} on the way to the server.` }
  if (state === 'away')
    return {
      words: kept ? `Offline · ${here}` : 'Offline',
      title: 'Go on working: changes are sent when the server is back.',
    }
  return {
    words: `Not saved · ${here}`,
    title: 'The server does not take changes now. They are sent again.',
  }
})
const otherColours = computed(() => (themeName.value === 'day' ? 'Night colours' : 'Day colours'))
/** Ways to find one's way; what is spare goes where there is no room. */
const icons = computed(() => [
  {
    ...{ name: 'Find a command', icon: Search, spare: false },
    title: withKey('Find a command by name', 'search'),
    do: () => void (dialogs.open = 'search'),
  },
  {
    ...{ name: 'Guide', icon: CircleHelp, spare: true },
    title: withKey('Guide: a page for each stage of the work', 'guide'),
    do: () => side.toggle('guide'),
  },
  {
    ...{ name: 'Shortcuts', icon: Keyboard, spare: true },
    title: withKey('All shortcuts', 'shortcuts'),
    do: () => void (dialogs.open = 'shortcuts'),
  },
  {
    ...{ name: otherColours.value, icon: themeName.value === 'day' ? Moon : Sun, spare: true },
    title: otherColours.value,
    do: toggle,
  },
])
function rename(e: Event): void {
  // A field that goes away tells of its change once more.
  if (!dialogs.renaming) return
  dialogs.renaming = false
  const name = (e.target as HTMLInputElement).value.trim()
  if (name && name !== desk.shot!.name) void renameShot(name)
}
function setLength(e: Event): void {
  const input = e.target as HTMLInputElement
  const length = parseLength(input.value, desk.shot!.rate)
  if (typeof length === 'string') tell(length)
  else if (length !== desk.shot!.length) desk.run({ name: 'shot.set', args: { length } })
  input.value = String(desk.shot!.length)
}
</script>

<template>
  <header class="on-dark @container h-12 shrink-0 bg-bottle text-on-bottle">
    <div class="flex h-full items-center gap-3 px-3 @max-[1100px]:gap-2">
      <NuxtLink
        to="/"
        class="flex shrink-0 items-center gap-2 rounded px-1 font-semibold"
        title="To the list of shots"
        ><img
          src="/fintro.svg"
          alt=""
          class="size-6"
        /><span class="hidden @min-[900px]:inline">Fintro</span></NuxtLink
      >
      <span class="hidden max-w-36 min-w-0 truncate text-on-bottle-soft @min-[1100px]:block">{{ production }}</span>
      <span
        class="hidden text-on-bottle-soft @min-[1100px]:inline"
        aria-hidden="true"
        >›</span
      >
      <input
        v-if="dialogs.renaming"
        class="h-7 w-44 rounded bg-on-bottle px-1.5 text-[#1d2824]"
        :value="desk.shot?.name"
        maxlength="80"
        aria-label="Name of the shot"
        @vue:mounted="({ el }: { el: unknown }) => (el as HTMLInputElement).select()"
        @change="rename"
        @blur="dialogs.renaming = false"
        @keydown.enter="rename"
        @keydown.esc="dialogs.renaming = false"
      />
      <h1
        v-else
        class="max-w-44 min-w-20 truncate font-semibold"
      >
        <button
          type="button"
          class="max-w-full truncate rounded px-1 hover:bg-white/10"
          title="Rename the shot"
          @click="dialogs.renaming = true"
        >
          {{ desk.shot?.name }}
        </button>
      </h1>

      <div class="mx-auto flex shrink-0 items-center gap-2 @max-[900px]:gap-1">
        <output
          class="w-12 text-right font-mono text-[22px] leading-none font-semibold"
          aria-label="Frame"
          >{{ desk.frame }}</output
        >
        <span
          class="hidden w-[132px] font-mono text-[11.5px] text-on-bottle-soft @min-[1120px]:inline"
          title="Timecode and feet+frames"
          >{{ desk.shot ? timecodeOf(desk.frame, desk.shot.rate) : '' }} · {{ feetFrames(desk.frame) }}</span
        >
        <button
          type="button"
          class="@max-[880px]:hidden! bar-button px-2"
          aria-label="To the first frame"
          :title="withKey('To the first frame', 'first')"
          @click="desk.goTo(player.range.first)"
        >
          <SkipBack :size="14" />
        </button>
        <PlayButton class="play-button" />
        <PlayMenu :actions="actions" />
        <button
          type="button"
          class="bar-button"
          :aria-pressed="!!player.loop"
          :class="{ 'bg-white/20': player.loop }"
          :title="
            withKey(
              player.played.last < player.range.last
                ? 'Plays up to the last exposure. Loop over the selected frames'
                : 'Loop over the selected frames, or over the whole shot',
              'loop',
            )
          "
          @click="
            player.loop =
              !player.loop && desk.selection ? { first: desk.selection.first, last: desk.selection.last } : null
          "
        >
          <Repeat :size="13" />{{ looped }}
        </button>
        <button
          v-if="player.trialRate"
          type="button"
          class="bar-button border-dashed border-on-bottle"
          :title="`Only tried in playback. A click goes back to the shot's ${rateLabel(desk.shot!.rate)}.`"
          @click="player.trialRate = null"
        >
          trying {{ rateLabel(player.trialRate) }}, not {{ rateLabel(desk.shot!.rate) }}
        </button>
        <button
          v-else
          type="button"
          class="@max-[880px]:hidden! shrink-0 rounded px-1 whitespace-nowrap text-on-bottle-soft hover:bg-white/10"
          :title="withKey('The shot’s own rate: length, rate, going to a frame', 'side-shot')"
          @click="side.toggle('shot')"
        >
          {{ desk.shot ? rateLabel(desk.shot.rate) : '' }} fps
        </button>
        <label class="flex items-center gap-1 text-on-bottle-soft"
          >of<input
            class="h-7 w-14 rounded border border-white/30 bg-transparent px-1 text-center font-mono text-on-bottle"
            :value="desk.shot?.length"
            aria-label="Length of the shot: frames, seconds (2.5 s) or feet+frames (3+13)"
            title="Length: frames, seconds (2.5 s) or feet+frames (3+13)"
            @change="setLength"
            @keydown.enter="($event.target as HTMLElement).blur()"
        /></label>
        <span
          v-if="player.skipped"
          class="rounded border border-dashed border-on-bottle-soft px-1.5 text-[11.5px]"
          aria-live="polite"
          title="Pictures that this computer left out to stay on time"
          >{{ player.skipped }}<span class="@max-[1100px]:sr-only"> skipped</span></span
        >
      </div>

      <button
        type="button"
        class="max-w-44 min-w-16 truncate rounded px-1 text-[12px] text-on-bottle-soft hover:bg-white/10"
        :title="`${saving.words}. ${saving.title}`"
        @click="dialogs.open = 'saving'"
      >
        <span
          role="status"
          data-part="saving"
          >{{ saving.words }}</span
        >
      </button>
      <SavingDialog
        v-if="dialogs.open === 'saving'"
        :sentence="saving.title"
        @close="dialogs.open = null"
      />
      <div class="flex shrink-0 items-center gap-1">
        <button
          type="button"
          class="bar-button px-1.5"
          :disabled="!history.undoLabel"
          :aria-label="history.undoLabel ? `Undo: ${history.undoLabel}` : 'Undo'"
          :title="history.undoLabel ? withKey(`Undo: ${history.undoLabel}`, 'undo') : 'Nothing to undo'"
          @click="desk.session?.undo()"
        >
          <Undo2 :size="15" />
        </button>
        <button
          type="button"
          class="bar-button px-1.5"
          :disabled="!history.redoLabel"
          :aria-label="history.redoLabel ? `Redo: ${history.redoLabel}` : 'Redo'"
          :title="history.redoLabel ? withKey(`Redo: ${history.redoLabel}`, 'redo') : 'Nothing to redo'"
          @click="desk.session?.redo()"
        >
          <Redo2 :size="15" />
        </button>
        <button
          v-for="(i, place) in icons"
          :key="place"
          type="button"
          class="bar-button px-1.5"
          :class="{ '@max-[960px]:hidden! pointer-coarse:@max-[1100px]:hidden!': i.spare }"
          :aria-label="i.name"
          :title="i.title"
          @click="i.do"
        >
          <component
            :is="i.icon"
            :size="15"
          />
        </button>
        <button
          type="button"
          class="bar-button border-on-bottle font-semibold"
          :title="withKey('Export a movie, images, paper or data', 'hand-off')"
          @click="side.toggle('export')"
        >
          Export<span
            v-if="underWay.share !== null"
            class="w-9 text-right font-mono"
            :title="underWay.words"
            >{{ Math.floor(underWay.share * 100) }} %</span
          >
        </button>
      </div>
    </div>
  </header>
</template>

<style scoped>
@reference "~/assets/main.css";
.play-button {
  @apply inline-flex h-7 w-[76px] items-center justify-center gap-1.5 rounded bg-on-bottle font-semibold text-[#17372f] hover:bg-white;
}
</style>
