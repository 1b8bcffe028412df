import { defineStore, skipHydrate } from 'pinia'
import { useLocalStorage } from '@vueuse/core'
import { computed, markRaw, ref, shallowRef, watch } from 'vue'
import { toast } from 'vue-sonner'
import { Contents, drawingShown, isPose, passAt, railOf } from '#core/pass'
import { exposedOn, shownAt } from '#core/sheet'
import type { Point, Track } from '#core/travel'
import { sticking, trackOf } from '#core/travel'
import type { Shot } from '#core/document'
import { shownPlan } from '#core/document'
import type { Rate } from '#core/time'
import type { Clip } from '~/sheet/arrange'
import type { GhostSettings } from '~/ghosts/ghosts'
import { GHOSTS } from '~/ghosts/ghosts'
import { ROWS, setNotes, setRow } from '~/sheet/layout'
import type { Lens } from '~/picture/lens'
import { STRAIGHT } from '~/picture/lens'
import type { Spacing } from '~/chart/spans'
import type { Saving, Draft } from '~/sync/session'
import { ShotSession } from '~/sync/session'

export type Tool = 'pose' | 'pencil' | 'eraser' | 'select' | 'joints' | 'path' | 'scale'
/** Selected frames: of `columns` (from left to right), begun in `column`. */
export interface Selection {
  readonly column: string
  readonly columns: readonly string[]
  readonly first: number
  readonly last: number
  /** Not all frames from first to last, but the exposures of this drawing: wherever it is exposed at the time. */
  readonly drawing?: string
}
/** What a change would give, shown before it is taken. */
export interface Preview {
  readonly drafts: readonly Draft[]
  readonly shot: Shot
  readonly words: string
  /** What was asked for, so that asking again takes it. */ readonly asked?: string
}

/** The desk of one shot: what is shown and selected. The shot itself is changed by commands alone (`run`). */
export const useDesk = defineStore('desk', () => {
  const session = shallowRef<ShotSession | null>(null)
  const shot = shallowRef<Shot | null>(null)
  const saving = shallowRef<Saving>({ state: 'saved', kept: 0 })
  const undoLabel = ref<string | null>(null)
  const redoLabel = ref<string | null>(null)
  const preview = shallowRef<Preview | null>(null)
  const contents = markRaw(new Contents())

  const frame = ref(1)
  const columnId = ref('')
  const selection = shallowRef<Selection | null>(null)
  const loop = shallowRef<{ first: number; last: number } | null>(null)
  const playing = ref(false)
  const skipped = ref(0)
  /** Counts the pointer moves that changed something; each canvas carries the one it last drew. */
  const moves = ref(0)
  /** Counts changes that no document shows, such as strokes that arrived. */
  const strokesSeen = ref(0)
  const litChart = ref<string | null>(null)
  const chartPanel = shallowRef<{ run: string; tab?: number } | null>(null)
  /** Exposures picked on the rail, to be dragged together. */
  const picked = shallowRef<ReadonlySet<string>>(new Set())
  /** The two drawings that an in-between is drawn between, while the playhead is on it. */
  const ghostPair = shallowRef<{ on: string; first: string; second: string } | null>(null)
  const clip = shallowRef<Clip | null>(null)
  const copiedSpacing = shallowRef<Spacing | null>(null)
  const pinPanel = ref(false)
  /** Which of the side panels is open. */
  const side = ref<'tray' | 'poses' | 'shot' | 'parts' | 'reshape' | null>(null)
  /** A rate that is only tried in playback. */
  const trialRate = shallowRef<Rate | null>(null)

  const tool = useLocalStorage<Tool>('fintro-tool', 'pose')
  const ghosts = useLocalStorage('fintro-ghosts', true)
  /** Which ghosts are seen, how strongly and in what tints. */
  const ghostRule = useLocalStorage<GhostSettings>('fintro-ghost-rule', { ...GHOSTS }, { mergeDefaults: true })
  /** Drawings that are always seen as ghosts, by stack. */
  const pinnedGhosts = useLocalStorage<Record<string, string[]>>('fintro-ghost-pins', {})
  const ghostRow = ref(false)
  /** Ghosts are off while a key is held. */
  const ghostsHidden = ref(false)
  /** How the picture lies under the pen: zoom (1 fits), shift in px of the screen, turn in radians. */
  const lens = shallowRef<Lens>(STRAIGHT)
  /** Files that are being brought in; an empty list asks for some. */
  const bringing = shallowRef<readonly File[] | null>(null)
  /** A drawing that is looked at instead of the one on the frame, while rocking or flipping. */
  const flip = shallowRef<string | null>(null)
  /** What is flipped through while a key is held. */
  const flipping = ref<'rock' | 'selection' | 'pinned' | null>(null)
  /** How many neighbours are rocked between, and how many drawings a second are shown then. */
  const rock = useLocalStorage<{ n: number; speed: number }>('fintro-rock', { n: 2, speed: 4 })
  /** The size of the box that the picture is seen in, px of the screen. */
  const pictureBox = shallowRef({ width: 0, height: 0 })
  /** What the pen does on a held frame: draws on the held drawing, or begins a new one here. */
  const onHeld = useLocalStorage<'held' | 'blank' | 'copy'>('fintro-on-held', 'held')
  /** After each stroke the playhead goes to the next drawing. */
  const drawThrough = ref(false)
  const arcs = useLocalStorage('fintro-arcs', true)
  const plot = useLocalStorage('fintro-plot', false)
  const plotOf = useLocalStorage<'frame' | 'drawing'>('fintro-plot-of', 'frame')
  /** Points that are followed, by stack. */
  const followed = useLocalStorage<Record<string, Point[]>>('fintro-points', {})
  const rowHeight = useLocalStorage('fintro-row', 15)
  watch(rowHeight, px => setRow(ROWS.includes(px as 15) ? px : 15), { immediate: true, flush: 'sync' })
  /** Where new drawings come: at the playhead, or so many frames after the last begins. */
  const newAt = useLocalStorage<{ every: boolean; n: number }>('fintro-new-at', { every: false, n: 8 })
  /** The column of action notes is open: where there are notes, or on a draft. */
  const notes = ref(false)
  watch(notes, open => setNotes(open), { immediate: true, flush: 'sync' })
  const margin = useLocalStorage<'frame' | 'timecode' | 'feet'>('fintro-margin', 'frame')

  /** The shot as it is shown: with the change that is being tried out. */
  const shown = computed(() => preview.value?.shot ?? shot.value)
  /** The plan as it is seen: what repeat brackets add stands among the exposures, marked `again`. */
  const plan = computed(() => (shown.value ? shownPlan(shown.value) : null))
  const columns = computed(() => plan.value?.order.map(id => plan.value!.columns[id]!) ?? [])
  const column = computed(() => plan.value?.columns[columnId.value] ?? columns.value[0] ?? null)
  const stack = computed(() => (column.value ? shown.value!.stacks[column.value.stack]! : null))
  /** The frame that is worked on: while it plays, the one it was started from, so that only the picture runs. */
  const workFrame = ref(1)
  watch(
    [frame, playing],
    () => {
      if (!playing.value) workFrame.value = frame.value
    },
    { flush: 'sync' },
  )
  const place = computed(() => (column.value ? shownAt(column.value.runs, workFrame.value) : null))
  const drawing = computed(() => {
    const id = column.value ? drawingShown(column.value, workFrame.value) : null
    return id ? (stack.value!.drawings[id] ?? null) : null
  })
  const passes = computed(() => (column.value ? contents.passes(shown.value!, plan.value!, column.value) : []))
  const pass = computed(() => passAt(passes.value, workFrame.value))
  const rail = computed(() =>
    column.value ? railOf(contents, shown.value!, plan.value!, column.value) : { bars: [], stretches: [] },
  )
  const points = computed(() =>
    stack.value ? (followed.value[stack.value.id] ?? []).filter(p => stack.value!.subjects[p.subject]) : [],
  )
  const tracks = computed<Track[]>(() =>
    (arcs.value || plot.value) && column.value
      ? points.value.map(p => trackOf(contents, shown.value!, plan.value!, column.value!, p))
      : [],
  )
  const stuck = computed(() =>
    column.value ? sticking(contents, shown.value!, plan.value!, column.value) : new Set<string>(),
  )
  /** Frames on the sheet: the shot and what overhangs it, with room to go on. */
  const rows = computed(() => {
    const longest = Math.max(0, ...columns.value.map(c => c.runs.frames))
    return Math.max(shown.value?.length ?? 0, longest) + 12
  })
  const overhang = computed(() => Math.max(0, ...columns.value.map(c => c.runs.frames)) - (shown.value?.length ?? 0))
  const playRange = computed(() => {
    const length = shown.value?.length ?? 1
    const first = Math.min(loop.value?.first ?? 1, length)
    return { first, last: Math.max(first, Math.min(loop.value?.last ?? length, length)) }
  })
  /** The frames that range commands work on: the selection, or the exposure under the playhead. */
  const range = computed(() => {
    const s = selection.value
    if (s?.drawing && s.column === column.value?.id) {
      const all = exposedOn(column.value.runs, s.drawing)
      if (all.length) return { first: all[0]!.first, last: all.at(-1)!.last }
    } else if (s && s.column === column.value?.id) return { first: s.first, last: s.last }
    const p = place.value
    return p ? { first: p.start, last: p.start + p.run.frames - 1 } : { first: workFrame.value, last: workFrame.value }
  })

  function refresh(): void {
    const s = session.value
    if (!s) return
    if (shot.value !== s.shot) {
      shot.value = s.shot
      preview.value = null
    }
    strokesSeen.value += 1
    saving.value = s.saving
    undoLabel.value = s.undoLabel
    redoLabel.value = s.redoLabel
  }

  async function open(id: string): Promise<void> {
    session.value = markRaw(
      await ShotSession.open(id, {
        changed: refresh,
        tell: t => toast(t.message, { description: t.detail, duration: 9000 }),
      }),
    )
    refresh()
    frame.value = 1
    notes.value = Object.keys(plan.value?.notes ?? {}).length > 0
    columnId.value = plan.value?.order.find(c => !plan.value!.columns[c]!.background) ?? plan.value?.order[0] ?? ''
  }

  function close(): void {
    session.value?.close()
    session.value = null
    shot.value = null
    preview.value = null
    selection.value = null
    loop.value = null
    chartPanel.value = null
    picked.value = new Set()
    ghostPair.value = null
    pinPanel.value = false
    side.value = null
    trialRate.value = null
    lens.value = STRAIGHT
    bringing.value = null
    flip.value = null
    flipping.value = null
    drawThrough.value = false
    playing.value = false
  }

  /** Does commands as one undo step; true when they fitted. */
  function run(...drafts: Draft[]): boolean {
    preview.value = null
    return session.value?.run(...drafts).ok ?? false
  }

  /** Shows what changes would give. Gives the reason where they are refused. */
  function tryOut(draft: Draft | readonly Draft[], words = ''): string | null {
    const drafts = Array.isArray(draft) ? (draft as readonly Draft[]) : [draft as Draft]
    const out = session.value?.tryOut(...drafts)
    if (!out) return null
    preview.value = out.ok ? { drafts, shot: out.shot, words: words || out.label } : null
    moves.value += 1
    return out.ok ? null : out.refusal.message
  }

  /** Ends a preview by doing it. */
  function take(): boolean {
    const drafts = preview.value?.drafts
    return drafts ? run(...drafts) : false
  }

  const drop = (): void => {
    preview.value = null
  }

  /** Follows a point, or stops following it. */
  function follow(point: Point): void {
    const id = stack.value?.id
    if (!id) return
    const now = followed.value[id] ?? []
    const others = now.filter(p => p.subject !== point.subject || p.part !== point.part)
    followed.value = { ...followed.value, [id]: others.length < now.length ? others : [...now, point].slice(-6) }
  }

  function goTo(f: number): void {
    const to = Math.max(1, Math.min(Math.round(f), rows.value))
    if (to !== frame.value) frame.value = to
  }

  return {
    session,
    shot,
    saving,
    undoLabel,
    redoLabel,
    preview,
    contents,
    frame,
    workFrame,
    columnId,
    selection,
    loop,
    playing,
    skipped,
    moves,
    strokesSeen,
    litChart,
    chartPanel,
    picked,
    ghostPair,
    clip,
    copiedSpacing,
    pinPanel,
    side,
    trialRate,
    points,
    tracks,
    stuck,
    follow,
    // Remembered in this browser: what the server rendered must not overwrite it.
    tool: skipHydrate(tool),
    ghosts: skipHydrate(ghosts),
    ghostRule: skipHydrate(ghostRule),
    pinnedGhosts: skipHydrate(pinnedGhosts),
    ghostRow,
    ghostsHidden,
    lens,
    bringing,
    flip,
    flipping,
    rock: skipHydrate(rock),
    pictureBox,
    onHeld: skipHydrate(onHeld),
    drawThrough,
    arcs: skipHydrate(arcs),
    plot: skipHydrate(plot),
    plotOf: skipHydrate(plotOf),
    rowHeight: skipHydrate(rowHeight),
    margin: skipHydrate(margin),
    newAt: skipHydrate(newAt),
    notes,
    shown,
    plan,
    columns,
    column,
    stack,
    place,
    drawing,
    passes,
    pass,
    rail,
    rows,
    overhang,
    playRange,
    range,
    refresh,
    open,
    close,
    run,
    tryOut,
    take,
    drop,
    goTo,
    undo: () => session.value?.undo(),
    redo: () => session.value?.redo(),
    isPose,
  }
})

export type Desk = ReturnType<typeof useDesk>
