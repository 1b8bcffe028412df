import { toast } from 'vue-sonner'
import { recipes } from '#core/chart'
import { isCore } from '#core/pass'
import { runAfter, runAt, runBefore } from '#core/sheet'
import type { CoreRole } from '#core/shot'
import type { Desk, Preview } from '~/stores/desk'
import type { RangeWish } from './wishes'
import { fill, fixOf, lastPose, newPose, outcome, overRange, planAndColumn, space } from './wishes'
import { refOf } from './spots'

/** One thing that can be done from anywhere: by key, by the command search, by a button. */
export interface Action {
  readonly id: string
  readonly name: string
  readonly group: 'Look' | 'Poses' | 'In-betweens' | 'Exposure' | 'Draw' | 'Shot'
  /** Keys as tinykeys writes them. */
  readonly keys: readonly string[]
  /** May be asked again while the key is held. */
  readonly repeats?: boolean
  readonly can?: (d: Desk) => boolean
  /** `tried` is what was being shown when it was asked; it has been dropped by then. */
  readonly do: (d: Desk, tried: Preview | null) => void
}

/** What the desk's parts offer to actions: things that belong to the page, not to the document. */
export interface Doors { play: () => void, search: () => void, shortcuts: () => void, addPose: () => void, handOff: () => void, theme: () => void }

const hasExposure = (d: Desk) => !!d.place
const inChart = (d: Desk) => !!d.drawing && !isCore(d.drawing) && !!d.contents.chartOf(d.plan!, d.drawing.id)

function stepDrawing(d: Desk, by: 1 | -1): void {
  const runs = d.column?.runs
  const here = runs && runAt(runs, Math.min(d.frame, runs.frames))
  if (!runs || !here) return
  const to = by > 0 ? runAfter(runs, here) : d.frame > here.start && d.frame <= runs.frames ? here : runBefore(runs, here)
  if (to) d.goTo(to.start)
}

function extend(d: Desk, by: number): void {
  const column = d.column
  if (!column) return
  const now = d.selection?.column === column.id ? d.selection : { column: column.id, first: d.frame, last: d.frame }
  const anchor = d.frame === now.first ? now.last : now.first
  d.goTo(d.frame + by)
  d.selection = { column: column.id, first: Math.min(anchor, d.frame), last: Math.max(anchor, d.frame) }
}

function moreFrames(d: Desk, delta: number): void {
  if (d.place) d.run({ name: 'run.push', args: { ...planAndColumn(d), run: refOf(d.place), delta } })
}

function movePose(d: Desk, delta: number): void {
  if (!d.place) return
  const wish = { name: isCore(d.drawing ?? undefined) ? 'pose.move' as const : 'run.shift' as const, args: { ...planAndColumn(d), run: refOf(d.place), delta } }
  if (d.run(wish)) d.goTo(d.frame + delta)
}

/** Shows what an exposure over the range gives; asked a second time, it is taken. */
export function tryRange(d: Desk, wish: RangeWish, tried: Preview | null = null): void {
  d.drop()
  const made = overRange(d, wish)
  if (!made) return
  if (tried && JSON.stringify(tried.wish) === JSON.stringify(made)) {
    d.run(made)
    return
  }
  const before = d.shot!
  const why = d.tryOut(made)
  if (why) toast(why)
  else d.preview = { ...d.preview!, words: `${rangeName(wish)}: ${outcome(d, before, d.preview!.shot)}.` }
}

const STEP_NAMES = ['', 'Ones', 'Twos', 'Threes', 'Fours']
export const rangeName = (w: RangeWish): string => (w.kind === 'expose' ? `${STEP_NAMES[w.step]} by ${w.by === 'push' ? 'push' : 'thinning'}` : w.kind === 'hold' ? 'Hold' : 'Blank')

function nudgeTick(d: Desk, by: number): void {
  const chart = d.drawing && d.contents.chartOf(d.plan!, d.drawing.id)
  if (!chart) return
  const i = chart.ticks.findIndex(t => t.drawing === d.drawing!.id)
  const u = Math.max(chart.ticks[i - 1]?.u ?? -0.25, Math.min(chart.ticks[i + 1]?.u ?? 1.25, chart.ticks[i]!.u + by / 32))
  d.run({ name: 'chart.tick', args: { plan: d.plan!.id, chart: chart.id, drawing: d.drawing!.id, u } })
}

function count(d: Desk, by: number): void {
  if (d.pass) d.run(fill(d, d.pass, Math.max(0, (d.pass.chart?.ticks.length ?? 0) + by)))
}

function setRole(d: Desk, role: CoreRole): void {
  if (d.drawing) d.run({ name: 'drawing.set', args: { stack: d.stack!.id, drawing: d.drawing.id, role } })
}

function nextColumn(d: Desk, by: number): void {
  const i = d.columns.findIndex(c => c.id === d.column?.id)
  const to = d.columns[(i + by + d.columns.length) % d.columns.length]
  if (to) d.columnId = to.id
}

const corePose = (d: Desk) => !!d.drawing && isCore(d.drawing)

/** Everything the desk can do by key or by name. */
export function deskActions(doors: Doors): Action[] {
  const role = (r: CoreRole, key: string): Action => ({ id: `role-${r}`, name: `Make this drawing ${r === 'extreme' ? 'an' : 'a'} ${r}`, group: 'Poses', keys: [key], can: corePose, do: d => setRole(d, r) })
  const step = (n: number): Action[] => [
    { id: `push-${n}`, name: `${STEP_NAMES[n]} by push: every drawing kept, the length changes`, group: 'Exposure', keys: [`Digit${n}`], can: hasExposure, do: (d, tried) => tryRange(d, { kind: 'expose', step: n, by: 'push' }, tried) },
    { id: `thin-${n}`, name: `${STEP_NAMES[n]} by thinning: the length stays, fewer drawings`, group: 'Exposure', keys: [`Shift+Digit${n}`], can: hasExposure, do: (d, tried) => tryRange(d, { kind: 'expose', step: n, by: 'thin' }, tried) },
  ]
  const spacing = recipes.map((r, i): Action => ({
    id: `space-${i}`, name: `Space: ${r.family === 'even' ? 'even' : `halves, slow ${r.family === 'halves' && r.slow === 'both' ? 'at both ends' : r.family === 'halves' && r.slow === 'first' ? 'out of the first' : 'into the second'}`}`,
    group: 'In-betweens', keys: [['q', 'w', 'e', 'r'][i]!], can: d => !!d.pass?.chart,
    do: (d) => {
      const wish = space(d, d.pass!, r)
      if (wish) d.run(wish)
    },
  }))
  return [
    { id: 'play', name: 'Play or stop', group: 'Look', keys: ['Space'], do: doors.play },
    { id: 'frame-next', name: 'Next frame', group: 'Look', keys: ['ArrowDown'], repeats: true, do: d => d.goTo(d.frame + 1) },
    { id: 'frame-before', name: 'Frame before', group: 'Look', keys: ['ArrowUp'], repeats: true, do: d => d.goTo(d.frame - 1) },
    { id: 'drawing-next', name: 'Next drawing', group: 'Look', keys: ['ArrowRight'], repeats: true, do: d => stepDrawing(d, 1) },
    { id: 'drawing-before', name: 'Drawing before', group: 'Look', keys: ['ArrowLeft'], repeats: true, do: d => stepDrawing(d, -1) },
    { id: 'first', name: 'First frame of the range', group: 'Look', keys: ['Home'], do: d => d.goTo(d.playRange.first) },
    { id: 'last', name: 'Last frame of the range', group: 'Look', keys: ['End'], do: d => d.goTo(d.playRange.last) },
    { id: 'column-next', name: 'Next column', group: 'Look', keys: ['PageDown'], do: d => nextColumn(d, 1) },
    { id: 'column-before', name: 'Column before', group: 'Look', keys: ['PageUp'], do: d => nextColumn(d, -1) },
    { id: 'ghosts', name: 'Ghosts on or off', group: 'Look', keys: ['g'], do: (d) => { d.ghosts = !d.ghosts } },
    { id: 'loop', name: 'Loop over the chosen frames, or over the whole shot', group: 'Look', keys: ['l'], do: (d) => { d.loop = d.selection && d.selection.last > d.selection.first ? { first: d.selection.first, last: d.selection.last } : null } },
    { id: 'select-more', name: 'Choose one frame more', group: 'Exposure', keys: ['Shift+ArrowDown'], repeats: true, do: d => extend(d, 1) },
    { id: 'select-less', name: 'Choose one frame up', group: 'Exposure', keys: ['Shift+ArrowUp'], repeats: true, do: d => extend(d, -1) },
    { id: 'select-column', name: 'Choose the whole column', group: 'Exposure', keys: ['Shift+C'], can: hasExposure, do: (d) => { d.selection = { column: d.column!.id, first: 1, last: d.column!.runs.frames } } },
    { id: 'pose-blank', name: 'New blank pose at the playhead', group: 'Poses', keys: ['n'], can: d => !!d.column, do: d => d.run(newPose(d, 'blank', 'playhead')) },
    { id: 'pose-copy', name: 'New pose at the playhead, a copy of the last', group: 'Poses', keys: ['c'], can: d => !!d.column && !!lastPose(d), do: d => d.run(newPose(d, { copyOf: lastPose(d, d.frame)!.id }, 'playhead')) },
    { id: 'pose-add', name: 'Add a pose …', group: 'Poses', keys: ['a'], can: d => !!d.column, do: doors.addPose },
    role('key', 'k'), role('extreme', 'x'), role('breakdown', 'j'),
    { id: 'earlier', name: 'Move the drawing one frame earlier', group: 'Poses', keys: ['Alt+ArrowUp'], repeats: true, can: hasExposure, do: d => movePose(d, -1) },
    { id: 'later', name: 'Move the drawing one frame later', group: 'Poses', keys: ['Alt+ArrowDown'], repeats: true, can: hasExposure, do: d => movePose(d, 1) },
    { id: 'delete', name: 'Delete the drawing and its exposures', group: 'Poses', keys: ['Delete'], can: d => !!d.drawing, do: d => d.run({ name: 'drawing.remove', args: { stack: d.stack!.id, drawing: d.drawing!.id } }) },
    { id: 'chart', name: 'Spacing and number of in-betweens …', group: 'In-betweens', keys: ['s'], can: d => !!d.pass, do: (d) => { d.chartPanel = d.pass ? { run: d.pass.from.run.id } : null } },
    { id: 'more', name: 'One in-between more', group: 'In-betweens', keys: ['BracketRight'], can: d => !!d.pass, do: d => count(d, 1) },
    { id: 'fewer', name: 'One in-between less', group: 'In-betweens', keys: ['BracketLeft'], can: d => !!d.pass?.chart?.ticks.length, do: d => count(d, -1) },
    ...spacing,
    { id: 'tick-toward', name: 'Nearer to the second pose, by 1/32', group: 'In-betweens', keys: ['Alt+ArrowRight'], repeats: true, can: inChart, do: d => nudgeTick(d, 1) },
    { id: 'tick-back', name: 'Nearer to the first pose, by 1/32', group: 'In-betweens', keys: ['Alt+ArrowLeft'], repeats: true, can: inChart, do: d => nudgeTick(d, -1) },
    { id: 'own', name: 'Keep the in-between as it is, as its own', group: 'In-betweens', keys: ['o'], can: d => inChart(d) && !d.drawing!.own, do: d => d.run({ name: 'drawing.pose', args: { stack: d.stack!.id, drawing: d.drawing!.id, poses: {}, ...fixOf(d, d.drawing!) } }) },
    { id: 'release', name: 'Give the in-between back to its chart', group: 'In-betweens', keys: ['b'], can: d => inChart(d) && d.drawing!.own, do: d => d.run({ name: 'drawing.release', args: { plan: d.plan!.id, chart: d.contents.chartOf(d.plan!, d.drawing!.id)!.id, drawing: d.drawing!.id } }) },
    ...[1, 2, 3, 4].flatMap(step),
    { id: 'hold', name: 'Hold the first drawing over the chosen frames', group: 'Exposure', keys: ['h'], can: hasExposure, do: (d, tried) => tryRange(d, { kind: 'hold' }, tried) },
    { id: 'clear', name: 'Clear the chosen exposures to a blank', group: 'Exposure', keys: ['Backspace'], can: hasExposure, do: (d, tried) => tryRange(d, { kind: 'clear' }, tried) },
    { id: 'frame-more', name: 'One frame more of this drawing', group: 'Exposure', keys: ['Equal', 'Shift+Equal', 'NumpadAdd'], repeats: true, can: hasExposure, do: d => moreFrames(d, 1) },
    { id: 'frame-less', name: 'One frame less of this drawing', group: 'Exposure', keys: ['Minus', 'NumpadSubtract'], repeats: true, can: d => (d.place?.run.frames ?? 0) > 1, do: d => moreFrames(d, -1) },
    { id: 'take', name: 'Take what is shown', group: 'Exposure', keys: ['Enter'], do: (d, tried) => { if (tried) d.run(tried.wish) } },
    { id: 'fit', name: 'Make the shot as long as what is exposed', group: 'Shot', keys: ['f'], can: d => d.overhang > 0, do: d => d.run({ name: 'shot.set', args: { length: d.shot!.length + d.overhang } }) },
    { id: 'tool-pose', name: 'Pose the figure', group: 'Draw', keys: ['p'], do: (d) => { d.tool = 'pose' } },
    { id: 'tool-pencil', name: 'Pencil', group: 'Draw', keys: ['d'], do: (d) => { d.tool = 'pencil' } },
    { id: 'tool-rubber', name: 'Rub out strokes', group: 'Draw', keys: ['u'], do: (d) => { d.tool = 'rubber' } },
    { id: 'undo', name: 'Undo', group: 'Shot', keys: ['$mod+KeyZ'], repeats: true, can: d => !!d.undoLabel, do: d => d.undo() },
    { id: 'redo', name: 'Redo', group: 'Shot', keys: ['$mod+Shift+KeyZ', '$mod+KeyY'], repeats: true, can: d => !!d.redoLabel, do: d => d.redo() },
    { id: 'hand-off', name: 'Hand off: images or the whole shot …', group: 'Shot', keys: ['Shift+E'], do: doors.handOff },
    { id: 'theme', name: 'Day or night colours', group: 'Shot', keys: [], do: doors.theme },
    { id: 'search', name: 'Find a command by name …', group: 'Shot', keys: ['Slash'], do: doors.search },
    { id: 'shortcuts', name: 'All shortcuts', group: 'Shot', keys: ['Shift+Slash', '?'], do: doors.shortcuts },
  ]
}

const CAPS: Record<string, string> = { ArrowDown: '↓', ArrowUp: '↑', ArrowLeft: '←', ArrowRight: '→', BracketLeft: '[', BracketRight: ']', Equal: '+', Minus: '−', Slash: '/', Control: 'Ctrl', $mod: 'Ctrl', Delete: 'Del', Backspace: '⌫', PageDown: 'PgDn', PageUp: 'PgUp' }

/** A key as it is written on its cap: "Ctrl Shift Z". The question mark is one key to the reader. */
export function keyCaps(keys: string): string[] {
  if (keys === 'Shift+Slash') return ['?']
  return keys.split('+').map(k => CAPS[k] ?? k.replace(/^(Key|Digit)/, '').replace(/^[a-z]$/, c => c.toUpperCase()))
}
