import { defineStore } from 'pinia'
import type { ShallowRef } from 'vue'
import { computed, markRaw, ref, shallowRef, watch } from 'vue'
import { tell } from '~/ui/messages'
import type { Shot } from '#core/document'
import type { Stroke } from '#core/stroke'
import { openingPlan } from '#core/document'
import { Contents, sceneOf } from '#core/pass'
import { usePaintCounts } from '~/ui/paint/counts'
import type { Draft } from '#core/commands'
import type { Told } from '~/sync/listener'
import type { StateName } from '~/sync/opening'
import { ShotSession } from '~/sync/session'
import { useHistory } from './history'
import { asOne, namesIn } from './one-step'
import { createMatcher } from './matcher'
import { goneWords, posesGone } from './removed'
import type { Focus, Scene, Selection } from './scene'
import { focusIn, longest, withColumns, withPlayhead } from './scene'

/** What a change would give, shown before it is taken. */
export interface Preview {
  readonly drafts: readonly Draft[]
  readonly shot: Shot
  readonly words: string
  /** What was asked for, so that asking again takes it. */
  readonly asked?: string
}

/** A shot that is open: what is seen of it, and what is worked on. */
interface Sight {
  readonly scene: Scene
  readonly focus: Focus
}

/** Rows of the sheet below everything that is exposed, to go on in. */
const MORE_ROWS = 12

/**
 * The desk of one shot: what is shown of it, what is worked on, and what is tried out. The shot itself is changed by
 * commands alone (`run`). `scene` and `focus` are as they are shown, with what is tried out; `stored` is the shot
 * without it: what is made while something is tried out is made from that.
 */
export const useDesk = defineStore('desk', () => {
  const session = shallowRef<ShotSession | null>(null)
  const shot = shallowRef<Shot | null>(null)
  const preview = shallowRef<Preview | null>(null)
  const contents = shallowRef(markRaw(new Contents()))
  const playhead = usePlayhead()
  const seen = useSights({ session, shot, preview, contents, ...playhead })
  const { open, close } = useOpening({ session, shot, preview, contents, ...playhead })

  function goTo(f: number): void {
    const to = Math.max(1, Math.min(Math.round(f), seen.rows.value))
    if (to !== playhead.frame.value) playhead.frame.value = to
  }

  const { planId: _, ...shownAt } = playhead
  return { session, shot, preview, ...shownAt, ...seen, ...useDrafts({ session, shot, preview }), open, close, goTo }
})

/** Where one is: the column, the frame, what is selected, and whether it plays. */
function usePlayhead() {
  const planId = ref('')
  const columnId = ref('')
  const frame = ref(1)
  const selection = shallowRef<Selection | null>(null)
  const playing = ref(false)
  /** The frame that is worked on: while it plays, the one it was started from, so that only the picture runs. */
  const workFrame = ref(1)
  watch(
    [frame, playing],
    () => {
      if (!playing.value) workFrame.value = frame.value
    },
    { flush: 'sync' },
  )
  return { planId, columnId, frame, selection, playing, workFrame }
}

type Playhead = ReturnType<typeof usePlayhead>

interface Sighted extends Playhead {
  readonly session: ShallowRef<ShotSession | null>
  readonly shot: ShallowRef<Shot | null>
  readonly preview: ShallowRef<Preview | null>
  readonly contents: ShallowRef<Contents>
}

/** The scene and the focus as they are shown, and as they are stored. */
function useSights({ session, shot, preview, contents, ...at }: Sighted) {
  const strokeBy = (hash: string) => session.value?.strokes.by(hash)
  const keeper = {
    note: (stroke: Stroke) => session.value!.strokes.note(stroke),
    keep: (stroke: Stroke) => session.value!.strokes.add(stroke),
  }
  const sceneOn = (s: Shot): Scene => withColumns(sceneOf(s, at.planId.value, contents.value), strokeBy, keeper)
  const whereabouts = computed(() => ({
    column: at.columnId.value,
    workFrame: at.workFrame.value,
    selection: at.selection.value,
  }))
  const focusOn = (s: Scene): Focus => withPlayhead(focusIn(s, whereabouts.value), () => at.frame.value)
  const storedScene = computed(() => (shot.value ? sceneOn(shot.value) : null))
  const stored = computed<Sight | null>(() =>
    storedScene.value ? { scene: storedScene.value, focus: focusOn(storedScene.value) } : null,
  )
  const scene = computed(() => (preview.value ? sceneOn(preview.value.shot) : storedScene.value))
  const focus = computed(() => (scene.value ? focusOn(scene.value) : null))
  return {
    scene,
    focus,
    stored,
    /** Frames on the sheet: the shot and what overhangs it, with room to go on. */
    rows: computed(() => Math.max(scene.value?.shot.length ?? 0, longest(scene.value?.columns ?? [])) + MORE_ROWS),
    shown: computed(() => scene.value?.shot ?? null),
    plan: computed(() => scene.value?.plan ?? null),
    columns: computed(() => scene.value?.columns ?? []),
    column: computed(() => focus.value?.column ?? null),
    stack: computed(() => focus.value?.stack ?? null),
    place: computed(() => focus.value?.place ?? null),
    drawing: computed(() => focus.value?.drawing ?? null),
  }
}

/** What goes along with changes of what it is made from: made of the shot as they leave it. */
export interface GoesAlong {
  /** True for the names of commands that it goes along with. */
  readonly when: (name: string) => boolean
  readonly made: (shot: Shot) => Draft[]
}

/** What is done with a change on its way: done at once, tried out, then taken or dropped. */
function useDrafts({ session, shot, preview }: Pick<Sighted, 'session' | 'shot' | 'preview'>) {
  const drop = (): void => {
    preview.value = null
  }
  const along: GoesAlong[] = []
  /** Something that goes along with some changes, in the same undo step. */
  const alongWith = (goes: GoesAlong): void => void along.push(goes)
  function withAlong(drafts: readonly Draft[]): Draft[] {
    const concerned = along.filter(a => namesIn(drafts).some(a.when))
    const out = concerned.length ? session.value?.tryOut(...drafts) : null
    const more = out?.ok ? concerned.flatMap(a => a.made(out.shot)) : []
    return more.length ? asOne(drafts, more) : [...drafts]
  }

  /** Does commands as one undo step, with what goes along; true when they fitted. */
  function run(...drafts: Draft[]): boolean {
    drop()
    const before = shot.value
    const ok = session.value?.run(...withAlong(drafts)).ok ?? false
    if (ok && before && session.value) tellGone(before, session.value)
    return ok
  }

  /** Shows what changes would give. Gives the reason where they are refused. */
  function tryOut(draft: Draft | readonly Draft[], words = ''): string | null {
    const drafts = withAlong(Array.isArray(draft) ? (draft as readonly Draft[]) : [draft as Draft])
    const out = session.value?.tryOut(...drafts)
    if (!out) return null
    preview.value = out.ok ? { drafts, shot: out.shot, words: words || out.label } : null
    usePaintCounts().moves += 1
    return out.ok ? null : out.refusal.message
  }

  /** Ends a preview by doing it. */
  const take = (): boolean => (preview.value ? run(...preview.value.drafts) : false)

  /** Tells what was just done, with a way back. */
  const tellDone = (words: string): void => {
    if (session.value) tellWithUndo(session.value, words)
  }

  return { run, tryOut, take, drop, tellDone, alongWith }
}

/** Where a pose was removed, that is told, with a way back. */
function tellGone(before: Shot, session: ShotSession): void {
  const after = session.shot
  const words = goneWords(posesGone(before, after))
  if (words) tellWithUndo(session, words)
}

/** Tells what was just done, with a way back as long as nothing else was done. */
function tellWithUndo(session: ShotSession, words: string): void {
  const after = session.shot
  const undo = () => {
    if (session.shot === after) void session.undo()
    else tell('The shot has changed since. Undo goes back step by step.')
  }
  tell(words, { offers: [{ label: 'Undo', do: undo }] })
}

/** Opening a shot, hearing of it, and closing it. */
function useOpening({ session, shot, preview, contents, ...at }: Sighted) {
  const history = useHistory()
  const counts = usePaintCounts()

  function shotChanged(): void {
    const s = session.value
    if (!s || shot.value === s.shot) return
    shot.value = s.shot
    preview.value = null
  }
  function stepsChanged(): void {
    history.undoLabel = session.value?.undoLabel ?? null
    history.redoLabel = session.value?.redoLabel ?? null
  }
  function savingChanged(): void {
    if (session.value) history.saving = session.value.saving
  }

  /** The first frame of the first column that is drawn in: no background, and no footage. */
  function begin(s: Shot): void {
    at.planId.value = openingPlan(s)
    const plan = s.plans[at.planId.value]!
    at.frame.value = 1
    at.columnId.value =
      plan.order.find(c => !plan.columns[c]!.background && !plan.columns[c]!.footage) ?? plan.order[0] ?? ''
  }

  /** Opens a shot, or an earlier state of it to be looked at. Throws ServerRefusal or ServerAway. */
  async function open(id: string, state: StateName | null = null): Promise<void> {
    contents.value = markRaw(new Contents(createMatcher(() => (counts.arrivals += 1))))
    const listener = {
      shotChanged,
      stepsChanged,
      savingChanged,
      arrived: () => (counts.arrivals += 1),
      tell: (t: Told) => tell(t.message, { detail: t.detail }),
    }
    session.value = markRaw(await (state ? ShotSession.look(id, state, listener) : ShotSession.open(id, listener)))
    begin(session.value.shot)
    shotChanged()
    stepsChanged()
    savingChanged()
  }

  function close(): void {
    session.value?.close()
    session.value = null
    shot.value = null
    preview.value = null
    at.selection.value = null
    at.playing.value = false
  }

  return { open, close }
}

export type Desk = ReturnType<typeof useDesk>
