import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import type { Ref } from 'vue'
import { computed, ref, shallowRef } from 'vue'
import type { Clip } from './arrange'
import type { CopiedColumn } from './column-copy'
import { useSounds } from '~/sound/store'
import { useDesk } from '~/desk/desk'
import { cameraLeftOf, columnOf, leftOf, readingLeftOf, ROW_HEIGHTS, rowsOf, soundLeftOf, USUAL_ROW } from './layout'

/** What the margin counts in. */
export type Margin = 'frame' | 'timecode' | 'feet'

/** A browser remembers so many letters at most of a copied column. */
const MOST_KEPT = 2_000_000

/** The column that was copied last, here or in another window of this browser. */
function useCopiedColumn() {
  const keptColumn = useRemembered<CopiedColumn | Record<string, never>>('fintro-column', {})
  /** One that is too large for this browser to remember is there until the window is closed. */
  const largeColumn = shallowRef<CopiedColumn | null>(null)
  const copiedColumn = computed({
    get: () => largeColumn.value ?? (keptColumn.value.text ? (keptColumn.value as CopiedColumn) : null),
    set: now => {
      const large = !!now && now.text.length > MOST_KEPT
      largeColumn.value = large ? now : null
      keptColumn.value = large || !now ? {} : now
    },
  })
  return { keptColumn, copiedColumn }
}

/** The columns of the sound and of what is spoken: whether they are open, and where they and those behind them begin. */
function useSoundColumn(notes: Readonly<Ref<boolean>>) {
  const sounds = useSounds()
  const sound = useRemembered('fintro-sound-column', true)
  /** Where it begins, px; null where it is not seen. */
  const soundLeft = computed(() => (sound.value && sounds.list.length ? soundLeftOf({ notes: notes.value }) : null))
  /** What is spoken is seen where there are lines. */
  const reading = useRemembered('fintro-reading-column', true)
  /** What the camera does is seen where there is one. */
  const camera = useRemembered('fintro-camera-column', true)
  const shown = computed(() => ({
    notes: notes.value,
    sound: soundLeft.value !== null,
    reading: reading.value && Object.keys(useDesk().plan?.lines ?? {}).length > 0,
    camera: camera.value && !!useDesk().plan?.camera,
  }))
  /** Where that of the camera begins, px; null where it is not seen. */
  const cameraLeft = computed(() => (shown.value.camera ? cameraLeftOf(shown.value) : null))
  /** Where its column begins, px; null where it is not seen. */
  const readingLeft = computed(() => (shown.value.reading ? readingLeftOf(shown.value) : null))
  /** Where the columns begin, px. */
  const left = computed(() => leftOf(shown.value))
  return { sound, soundLeft, reading, readingLeft, camera, cameraLeft, left }
}

/** How the sheet is looked at, what was copied from it, and which of its forms are open. */
export const useSheet = defineStore('sheet', () => {
  const remembered = useRemembered('fintro-row', USUAL_ROW)
  /** Height of a frame's row, px. */
  const rowHeight = computed({
    get: () => (ROW_HEIGHTS.includes(remembered.value as 15) ? remembered.value : USUAL_ROW),
    set: px => {
      remembered.value = px
    },
  })
  /** The height of a row that is some steps roomier or denser; undefined where there is none. */
  const rowBeside = (by: 1 | -1): number | undefined => ROW_HEIGHTS[ROW_HEIGHTS.indexOf(rowHeight.value as 15) + by]
  function zoomRows(by: 1 | -1): void {
    rowHeight.value = rowBeside(by) ?? rowHeight.value
  }
  const margin = useRemembered<Margin>('fintro-margin', 'frame')
  /** The column of action notes is open. */
  const notes = useRemembered('fintro-notes', false)
  const rows = computed(() => rowsOf(rowHeight.value))
  const { sound, reading, camera, ...places } = useSoundColumn(notes)
  /** How wide a column is, px: wider where there is room for pictures. */
  const column = computed(() => columnOf(rowHeight.value))
  const clip = shallowRef<Clip | null>(null)
  const { keptColumn, copiedColumn } = useCopiedColumn()
  /** The place where it would be pasted is marked. */
  const clipMarked = ref(false)
  /** A drawing's number is being typed into the cell at the playhead. */
  const typing = ref(false)
  /** The frames that a note is being written over. */
  const noting = shallowRef<{ frame: number; frames: number } | null>(null)

  function reset(): void {
    clipMarked.value = false
    typing.value = false
    noting.value = null
  }

  return {
    rowHeight,
    rowBeside,
    zoomRows,
    rows,
    ...places,
    column,
    margin: skipHydrate(margin),
    notes: skipHydrate(notes),
    sound: skipHydrate(sound),
    reading: skipHydrate(reading),
    camera: skipHydrate(camera),
    clip,
    keptColumn: skipHydrate(keptColumn),
    copiedColumn,
    clipMarked,
    typing,
    noting,
    reset,
  }
})
