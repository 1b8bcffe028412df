import { toast } from 'vue-sonner'
import type { Recipe } from '#core/chart'
import { placed, recipeName } from '#core/chart'
import { isCore } from '#core/pass'
import { runAfter, runAt, runBefore } from '#core/sheet'
import type { CoreRole } from '#core/shot'
import type { Desk, Preview } from '~/stores/desk'
import type { Wish } from '~/sync/session'
import type { RangeWish } from './wishes'
import { fill, fixOf, lastPose, newPose, overRange, planAndColumn, space } from './wishes'
import { back, copyRange, cutRange, holdTo, outcomeOf, paste, putIn, reverse, snapToStep, spreadEvenly, takeOut } from './arrange'
import { U0, U1 } from './layout'
import { spaced, traded } from './rail-gestures'
import { refOf } from './spots'
import { chosenPasses, cut, giveSpacing, join, nextToDraw, numberByFrame, passHere, spacingOf, throwAt, unwedge, wedge } from './spans'

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
export interface Doors { play: () => void, search: () => void, shortcuts: () => void, addPose: () => void, handOff: () => void, theme: () => void, type: () => void, more: () => void }

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
  const now = d.selection ?? { column: column.id, columns: [column.id], first: d.frame, last: d.frame }
  const anchor = d.frame === now.first ? now.last : now.first
  d.goTo(d.frame + by)
  d.selection = { ...now, first: Math.min(anchor, d.frame), last: Math.max(anchor, d.frame) }
}

/** The chosen columns reach one further. */
function widen(d: Desk, by: 1 | -1): void {
  const now = d.selection ?? { column: d.column!.id, columns: [d.column!.id], first: d.frame, last: d.frame }
  const ids = d.columns.map(c => c.id)
  const from = ids.indexOf(now.column)
  const other = now.columns[0] === now.column ? ids.indexOf(now.columns.at(-1)!) : ids.indexOf(now.columns[0]!)
  const to = Math.max(0, Math.min(ids.length - 1, other + by))
  d.selection = { ...now, columns: ids.slice(Math.min(from, to), Math.max(from, to) + 1) }
}

function moreFrames(d: Desk, delta: number): void {
  if (d.place) d.run({ name: 'run.push', args: { ...planAndColumn(d), run: refOf(d.place), delta } })
}

function movePose(d: Desk, delta: number): void {
  const bars = pickedBars(d)
  if (bars.length) {
    const made = traded(bars, bars[0]!, delta, d)
    if (made && d.run(...made.wishes)) d.goTo(d.frame + delta)
    return
  }
  if (!d.place) return
  const wish = { name: isCore(d.drawing ?? undefined) ? 'pose.move' as const : 'run.shift' as const, args: { ...planAndColumn(d), run: refOf(d.place), delta } }
  if (d.run(wish)) d.goTo(d.frame + delta)
}

/** Shows what changes of the chosen frames give; asked a second time, they are taken. */
export function tryOver(d: Desk, name: string, wishes: readonly Wish[], tried: Preview | null = null): void {
  d.drop()
  if (!wishes.length) {
    toast(`${name}: there is nothing here to do that with.`)
    return
  }
  if (tried?.asked === name) {
    d.run(...tried.wishes)
    return
  }
  const why = d.tryOut(wishes)
  if (why) toast(why)
  else d.preview = { ...d.preview!, asked: name, words: `${name}: ${outcomeOf(d, d.preview!.shot)}.` }
}

/** Shows what an exposure over the range gives; asked a second time, it is taken. */
export function tryRange(d: Desk, wish: RangeWish, tried: Preview | null = null): void {
  d.drop()
  tryOver(d, rangeName(wish), overRange(d, wish), tried)
}

export const STEP_NAMES = ['', 'Ones', 'Twos', 'Threes', 'Fours', 'Fives', 'Sixes', 'Sevens', 'Eights']
export const rangeName = (w: RangeWish): string => (w.kind === 'expose' ? `${STEP_NAMES[w.step]} by ${w.by === 'push' ? 'push' : 'thinning'}` : w.kind === 'hold' ? 'Hold' : 'Blank')

/** The picked bars, or none. */
const pickedBars = (d: Desk) => d.rail.bars.filter(b => d.picked.has(b.run.id))

function nudgeTick(d: Desk, by: number): void {
  const bars = pickedBars(d)
  const held = bars.find(b => b.kind === 'in-between')
  if (held) {
    const made = spaced(bars, held, (by / 32) * (held.part!.to - held.part!.from) * (U1 - U0), d, true)
    if (made) d.run(...made.wishes)
    return
  }
  const chart = d.drawing && d.contents.chartOf(d.plan!, d.drawing.id)
  if (!chart) return
  const i = chart.ticks.findIndex(t => t.drawing === d.drawing!.id)
  const u = placed(chart.ticks[i]!.u + by / 32, chart.ticks[i - 1]?.u, chart.ticks[i + 1]?.u)
  d.run({ name: 'chart.tick', args: { plan: d.plan!.id, chart: chart.id, drawing: d.drawing!.id, u } })
}

function count(d: Desk, by: number): void {
  if (d.pass) d.run(fill(d, d.pass, Math.max(0, (d.pass.chart?.ticks.length ?? 0) + by)))
}

function setRole(d: Desk, role: CoreRole): void {
  if (d.drawing) d.run({ name: 'drawing.set', args: { stack: d.stack!.id, drawing: d.drawing.id, role } })
}

/** Does what was made, or says why it cannot be. */
function doOrSay(d: Desk, made: Wish | string | null): boolean {
  if (typeof made === 'string') toast(made)
  return !!made && typeof made !== 'string' && d.run(made)
}

/** A breakdown: an in-between is cut out of its chart, a core drawing takes the role. */
export function makeBreakdown(d: Desk): void {
  const chart = d.drawing && !isCore(d.drawing) ? d.contents.chartOf(d.plan!, d.drawing.id) : null
  if (chart) doOrSay(d, cut(d, chart, d.drawing!))
  else setRole(d, 'breakdown')
}

/** An in-between that fixes only what is posed on it, or a plain one again. */
export function breakParts(d: Desk): void {
  const chart = d.drawing && d.contents.chartOf(d.plan!, d.drawing.id)
  if (chart) d.run({ name: 'drawing.fix', args: { plan: d.plan!.id, chart: chart.id, drawing: d.drawing!.id, fixed: d.drawing!.fixed ? null : {} } })
}

/** Wedges, and points out where the drawing beside it now looks the same: halving has come to its end there. */
function doWedge(d: Desk, side: 'first' | 'second'): void {
  const pass = passHere(d)
  if (!pass) return
  const before = new Set(d.stuck)
  if (!d.run(wedge(d, pass, side))) return
  const stuck = [...d.stuck].find(run => !before.has(run))
  const bar = d.rail.bars.find(b => b.run.id === stuck)
  if (bar) toast(`Drawing ${bar.number} looks the same as the one before it.`, { description: 'The picture will stick there. Take one out, or move it in its span.' })
}

function goToNext(d: Desk): void {
  const next = nextToDraw(d)
  if (!next) {
    toast('Every in-between of this column is drawn, or there are none.')
    return
  }
  d.goTo(next.frame)
  d.ghosts = true
  d.ghostPair = { on: next.line.drawing.id, first: next.line.first.id, second: next.line.second.id }
  toast(`Next: ${next.line.drawing.number} between ${next.line.first.number} and ${next.line.second.number}, ${next.line.words}.`)
}

function copySpacing(d: Desk): void {
  const pass = passHere(d)
  const spacing = pass && spacingOf(pass)
  if (!spacing) return
  d.copiedSpacing = spacing
  toast(`Copied: ${recipeName(spacing.recipe)}. Go to another span, or choose frames over several, and press Shift Y.`)
}

function pasteSpacing(d: Desk): void {
  const charts = new Set<string>()
  const wishes = chosenPasses(d).filter((p) => {
    const fresh = !!p.chart && !charts.has(p.chart.id)
    if (p.chart) charts.add(p.chart.id)
    return fresh
  }).flatMap(p => giveSpacing(d, p, d.copiedSpacing!) ?? [])
  if (wishes.length) d.run(...wishes)
  else toast('There is no chart with in-betweens here to take the spacing.')
}

function nextColumn(d: Desk, by: number): void {
  const i = d.columns.findIndex(c => c.id === d.column?.id)
  const to = d.columns[(i + by + d.columns.length) % d.columns.length]
  if (to) d.columnId = to.id
}

/** The last frame on which anything is exposed. */
export const exposedEnd = (d: Desk): number => Math.max(0, ...d.columns.filter(c => !c.background).map(c => c.runs.frames))

const corePose = (d: Desk) => !!d.drawing && isCore(d.drawing)

/** Everything the desk can do by key or by name. */
export function deskActions(doors: Doors): Action[] {
  const role = (r: CoreRole, key: string): Action => ({ id: `role-${r}`, name: `Make this drawing ${r === 'extreme' ? 'an' : 'a'} ${r}`, group: 'Poses', keys: [key], can: corePose, do: d => setRole(d, r) })
  const step = (n: number): Action[] => [
    { id: `push-${n}`, name: `${STEP_NAMES[n]} by push: every drawing kept, the length changes`, group: 'Exposure', keys: [`Digit${n}`], can: hasExposure, do: (d, tried) => tryRange(d, { kind: 'expose', step: n, by: 'push' }, tried) },
    { id: `thin-${n}`, name: `${STEP_NAMES[n]} by thinning: the length stays, fewer drawings`, group: 'Exposure', keys: [`Shift+Digit${n}`], can: hasExposure, do: (d, tried) => tryRange(d, { kind: 'expose', step: n, by: 'thin' }, tried) },
  ]
  const spacedAs = (id: string, key: string | null, recipe: Recipe): Action => ({
    id: `space-${id}`, name: `Space: ${recipeName(recipe).toLowerCase()}`, group: 'In-betweens', keys: key ? [key] : [], can: d => !!passHere(d)?.chart?.ticks.length,
    do: (d) => {
      const wish = space(d, passHere(d)!, recipe)
      if (wish) d.run(wish)
    },
  })
  const slow = (family: 'halves' | 'thirds' | 'favours', keys: [string, string, string]) => (['first', 'second', 'both'] as const).map((side, i) => spacedAs(`${family}-${side}`, keys[i]!, { family, slow: side }))
  const spacing = [
    spacedAs('even', 'q', { family: 'even' }),
    ...slow('halves', ['w', 'e', 'r']), ...slow('thirds', ['Shift+W', 'Shift+E', 'Shift+R']), ...slow('favours', ['t', 'Shift+T', 'Shift+Q']),
    spacedAs('hold', null, { family: 'moving-hold', slow: 'second', drift: 0.06, last: 2 }), spacedAs('fall', null, { family: 'fall' }), spacedAs('rise', null, { family: 'rise' }),
    spacedAs('swing', null, { family: 'swing' }), spacedAs('settle', null, { family: 'settle', swings: 3, damping: 0.2 }), spacedAs('wind-up', null, { family: 'wind-up', back: 0.1 }),
  ]
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
    { id: 'select-column', name: 'Choose the whole column', group: 'Exposure', keys: ['Shift+C'], can: hasExposure, do: (d) => { d.selection = { column: d.column!.id, columns: [d.column!.id], first: 1, last: d.column!.runs.frames } } },
    { id: 'pose-blank', name: 'New blank pose at the playhead', group: 'Poses', keys: ['n'], can: d => !!d.column, do: d => d.run(newPose(d, 'blank', 'playhead')) },
    { id: 'pose-copy', name: 'New pose at the playhead, a copy of the last', group: 'Poses', keys: ['c'], can: d => !!d.column && !!lastPose(d), do: d => d.run(newPose(d, { copyOf: lastPose(d, d.frame)!.id }, 'playhead')) },
    { id: 'pose-add', name: 'Add a pose …', group: 'Poses', keys: ['a'], can: d => !!d.column, do: doors.addPose },
    role('key', 'k'), role('extreme', 'x'),
    { id: 'role-breakdown', name: 'Make this drawing a breakdown (an in-between cuts its span)', group: 'Poses', keys: ['j'], can: d => !!d.drawing, do: makeBreakdown },
    { id: 'join', name: 'Join the spans beside this breakdown', group: 'Poses', keys: ['Shift+J'], can: d => d.drawing?.role === 'breakdown', do: d => doOrSay(d, join(d, d.drawing!)) },
    { id: 'break-parts', name: 'Break down only the parts that are posed on this in-between', group: 'Poses', keys: ['m'], can: d => inChart(d) && !d.drawing!.own, do: breakParts },
    { id: 'earlier', name: 'Move the drawing one frame earlier', group: 'Poses', keys: ['Alt+ArrowUp'], repeats: true, can: hasExposure, do: d => movePose(d, -1) },
    { id: 'later', name: 'Move the drawing one frame later', group: 'Poses', keys: ['Alt+ArrowDown'], repeats: true, can: hasExposure, do: d => movePose(d, 1) },
    { id: 'delete', name: 'Delete the drawing and its exposures', group: 'Poses', keys: ['Delete'], can: d => !!d.drawing, do: d => d.run({ name: 'drawing.remove', args: { stack: d.stack!.id, drawing: d.drawing!.id } }) },
    { id: 'chart', name: 'Spacing and number of in-betweens …', group: 'In-betweens', keys: ['s'], can: d => !!passHere(d), do: (d) => { d.chartPanel = { run: passHere(d)!.from.run.id } } },
    { id: 'tick-more', name: 'One in-between more', group: 'In-betweens', keys: ['BracketRight'], can: d => !!d.pass, do: d => count(d, 1) },
    { id: 'tick-fewer', name: 'One in-between less', group: 'In-betweens', keys: ['BracketLeft'], can: d => !!d.pass?.chart?.ticks.length, do: d => count(d, -1) },
    { id: 'wedge-first', name: 'Wedge beside the first pose: one drawing more, halfway to it', group: 'In-betweens', keys: ['Comma'], can: d => !!passHere(d), do: d => doWedge(d, 'first') },
    { id: 'wedge-second', name: 'Wedge beside the second pose: one drawing more, halfway to it', group: 'In-betweens', keys: ['Period'], can: d => !!passHere(d), do: d => doWedge(d, 'second') },
    { id: 'unwedge-first', name: 'Take the in-between beside the first pose out', group: 'In-betweens', keys: ['Shift+Comma'], can: d => !!passHere(d)?.chart?.ticks.length, do: d => d.run(unwedge(d, passHere(d)!, 'first')) },
    { id: 'unwedge-second', name: 'Take the in-between beside the second pose out', group: 'In-betweens', keys: ['Shift+Period'], can: d => !!passHere(d)?.chart?.ticks.length, do: d => d.run(unwedge(d, passHere(d)!, 'second')) },
    { id: 'next-task', name: 'Next in-between to draw, with the two it stands between', group: 'In-betweens', keys: ['v'], can: d => !!d.column, do: goToNext },
    { id: 'work', name: 'Order of work …', group: 'In-betweens', keys: ['Shift+V'], can: d => !!passHere(d)?.chart?.ticks.length, do: (d) => { d.chartPanel = { run: passHere(d)!.from.run.id, tab: 1 } } },
    { id: 'pick-pass', name: 'Pick all in-betweens of this span on the rail', group: 'In-betweens', keys: ['Shift+A'], can: d => !!passHere(d)?.members.length, do: (d) => { d.picked = new Set(passHere(d)!.members.map(m => m.run.id)) } },
    { id: 'copy-spacing', name: 'Copy this spacing', group: 'In-betweens', keys: ['y'], can: d => !!passHere(d)?.chart?.ticks.length, do: copySpacing },
    { id: 'paste-spacing', name: 'Give the copied spacing to the chosen spans', group: 'In-betweens', keys: ['Shift+Y'], can: d => !!d.copiedSpacing, do: pasteSpacing },
    { id: 'number', name: 'Name all in-betweens by the frame they fall on', group: 'In-betweens', keys: ['Shift+N'], can: hasExposure, do: (d) => {
      const made = numberByFrame(d)
      if (made) d.run(made)
      else toast('Every in-between is named by its frame already.')
    } },
    { id: 'throw', name: 'Throw: up to the top and down from it, on its own path', group: 'In-betweens', keys: [], can: d => !!passHere(d)?.chart, do: d => doOrSay(d, throwAt(d, d.contents, passHere(d)!)) },
    ...spacing,
    { id: 'tick-toward', name: 'Nearer to the second pose, by 1/32', group: 'In-betweens', keys: ['Alt+ArrowRight'], repeats: true, can: d => inChart(d) || d.picked.size > 0, do: d => nudgeTick(d, 1) },
    { id: 'tick-back', name: 'Nearer to the first pose, by 1/32', group: 'In-betweens', keys: ['Alt+ArrowLeft'], repeats: true, can: d => inChart(d) || d.picked.size > 0, do: d => nudgeTick(d, -1) },
    { id: 'own', name: 'Keep the in-between as it is, as its own', group: 'In-betweens', keys: ['o'], can: d => inChart(d) && !d.drawing!.own, do: d => d.run({ name: 'drawing.pose', args: { stack: d.stack!.id, drawing: d.drawing!.id, poses: {}, ...fixOf(d, d.drawing!) } }) },
    { id: 'release', name: 'Give the in-between back to its chart', group: 'In-betweens', keys: ['b'], can: d => inChart(d) && d.drawing!.own, do: d => d.run({ name: 'drawing.release', args: { plan: d.plan!.id, chart: d.contents.chartOf(d.plan!, d.drawing!.id)!.id, drawing: d.drawing!.id } }) },
    ...[1, 2, 3, 4, 5, 6, 7, 8].flatMap(step),
    { id: 'hold', name: 'Hold the first drawing over the chosen frames', group: 'Exposure', keys: ['h'], can: hasExposure, do: (d, tried) => tryRange(d, { kind: 'hold' }, tried) },
    { id: 'clear', name: 'Clear the chosen exposures to a blank', group: 'Exposure', keys: ['Backspace'], can: hasExposure, do: (d, tried) => tryRange(d, { kind: 'clear' }, tried) },
    { id: 'hold-next', name: 'Hold to the next pose', group: 'Exposure', keys: ['Alt+KeyH'], can: hasExposure, do: (d, tried) => tryOver(d, 'Hold to the next pose', holdTo(d, 'next'), tried) },
    { id: 'hold-end', name: 'Hold to the end of the shot', group: 'Exposure', keys: [], can: hasExposure, do: (d, tried) => tryOver(d, 'Hold to the end', holdTo(d, 'end'), tried) },
    { id: 'reverse', name: 'Reverse the chosen exposures', group: 'Exposure', keys: [], can: hasExposure, do: (d, tried) => tryOver(d, 'Reverse', reverse(d, false), tried) },
    { id: 'reverse-copies', name: 'Reverse the chosen exposures, with copies to alter', group: 'Exposure', keys: [], can: hasExposure, do: (d, tried) => tryOver(d, 'Reverse with copies', reverse(d, true), tried) },
    { id: 'back', name: 'There and back, the ends once', group: 'Exposure', keys: [], can: hasExposure, do: (d, tried) => tryOver(d, 'There and back', back(d, false), tried) },
    { id: 'back-copies', name: 'There and back, with copies to alter', group: 'Exposure', keys: [], can: hasExposure, do: (d, tried) => tryOver(d, 'There and back with copies', back(d, true), tried) },
    { id: 'spread', name: 'Spread the drawings evenly over the chosen frames', group: 'Exposure', keys: [], can: hasExposure, do: (d, tried) => tryOver(d, 'Spread evenly', spreadEvenly(d), tried) },
    { id: 'snap', name: 'Move poses to frames that the step allows', group: 'Exposure', keys: [], can: hasExposure, do: (d, tried) => {
      const { wishes, moved } = snapToStep(d)
      if (!wishes.length) toast('Every pose is on its step.')
      else tryOver(d, `Poses to the step (${moved.slice(0, 4).join(', ')}${moved.length > 4 ? ' …' : ''})`, wishes, tried)
    } },
    { id: 'put-in', name: 'Put one frame in here', group: 'Exposure', keys: ['Insert'], repeats: true, can: hasExposure, do: d => d.run(...putIn(d, 1, false)) },
    { id: 'put-in-all', name: 'Put one frame in here, in all columns', group: 'Exposure', keys: ['Alt+Insert'], can: hasExposure, do: d => d.run(...putIn(d, 1, true)) },
    { id: 'take-out', name: 'Take the chosen frames out; what follows moves up', group: 'Exposure', keys: ['Shift+Delete'], can: hasExposure, do: (d, tried) => tryOver(d, 'Take frames out', takeOut(d, false), tried) },
    { id: 'take-out-all', name: 'Take the chosen frames out in all columns', group: 'Exposure', keys: ['Alt+Delete'], can: hasExposure, do: (d, tried) => tryOver(d, 'Take frames out of all columns', takeOut(d, true), tried) },
    { id: 'copy', name: 'Copy the chosen exposures', group: 'Exposure', keys: ['$mod+KeyC'], can: hasExposure, do: (d) => {
      d.clip = copyRange(d)
      toast(`Copied ${d.clip.frames} frame${d.clip.frames === 1 ? '' : 's'} of ${d.clip.columns.length} column${d.clip.columns.length === 1 ? '' : 's'}.`)
    } },
    { id: 'cut', name: 'Cut the chosen exposures; a blank stays', group: 'Exposure', keys: ['$mod+KeyX'], can: hasExposure, do: (d) => {
      d.clip = copyRange(d)
      d.run(...cutRange(d))
    } },
    { id: 'paste', name: 'Paste over what is exposed here', group: 'Exposure', keys: ['$mod+KeyV'], can: d => !!d.clip, do: d => d.run(...paste(d, d.clip!, 'over', false)) },
    { id: 'paste-push', name: 'Paste between; what follows moves', group: 'Exposure', keys: ['$mod+Alt+KeyV'], can: d => !!d.clip, do: d => d.run(...paste(d, d.clip!, 'push', false)) },
    { id: 'paste-copies', name: 'Paste between, as new copies of the drawings', group: 'Exposure', keys: [], can: d => !!d.clip, do: d => d.run(...paste(d, d.clip!, 'push', true)) },
    { id: 'type', name: 'Type the number of a drawing to expose from here on …', group: 'Exposure', keys: ['Shift+Enter'], can: d => !!d.column, do: doors.type },
    { id: 'more', name: 'More to do with the chosen frames …', group: 'Exposure', keys: ['Shift+O'], can: hasExposure, do: doors.more },
    { id: 'select-frame', name: 'Choose this frame in all columns', group: 'Exposure', keys: ['Shift+F'], can: d => !!d.column, do: (d) => { d.selection = { column: d.column!.id, columns: d.columns.map(c => c.id), first: d.frame, last: d.frame } } },
    { id: 'select-rest', name: 'Choose from here to the end', group: 'Exposure', keys: ['Shift+End'], can: hasExposure, do: (d) => { d.selection = { column: d.column!.id, columns: d.selection?.columns ?? [d.column!.id], first: d.frame, last: Math.max(d.frame, d.column!.runs.frames) } } },
    { id: 'select-wider', name: 'Choose the next column, too', group: 'Exposure', keys: ['Shift+ArrowRight'], can: d => !!d.column, do: d => widen(d, 1) },
    { id: 'select-narrower', name: 'Choose the column before, too', group: 'Exposure', keys: ['Shift+ArrowLeft'], can: d => !!d.column, do: d => widen(d, -1) },
    { id: 'frame-more', name: 'One frame more of this drawing', group: 'Exposure', keys: ['Equal', 'Shift+Equal', 'NumpadAdd'], repeats: true, can: hasExposure, do: d => moreFrames(d, 1) },
    { id: 'frame-less', name: 'One frame less of this drawing', group: 'Exposure', keys: ['Minus', 'NumpadSubtract'], repeats: true, can: d => (d.place?.run.frames ?? 0) > 1, do: d => moreFrames(d, -1) },
    { id: 'take', name: 'Take what is shown', group: 'Exposure', keys: ['Enter'], do: (d, tried) => { if (tried) d.run(...tried.wishes) } },
    { id: 'trim', name: 'Trim the shot to what is exposed', group: 'Shot', keys: [], can: d => exposedEnd(d) > 0 && exposedEnd(d) !== d.shot!.length, do: d => d.run({ name: 'shot.set', args: { length: exposedEnd(d) } }) },
    { id: 'in', name: 'Play range begins here', group: 'Shot', keys: ['Shift+BracketLeft'], do: (d) => { d.loop = { first: d.frame, last: Math.max(d.frame, d.playRange.last) } } },
    { id: 'out', name: 'Play range ends here', group: 'Shot', keys: ['Shift+BracketRight'], do: (d) => { d.loop = { first: Math.min(d.frame, d.playRange.first), last: d.frame } } },
    { id: 'side-shot', name: 'Length, rate and going to a frame …', group: 'Shot', keys: ['Shift+L'], do: (d) => { d.side = d.side === 'shot' ? null : 'shot' } },
    { id: 'side-tray', name: 'The tray: all drawings of the column …', group: 'Shot', keys: ['Shift+K'], can: d => !!d.column, do: (d) => { d.side = d.side === 'tray' ? null : 'tray' } },
    { id: 'side-poses', name: 'Spread the poses in time, or act them out …', group: 'Poses', keys: ['Shift+G'], can: d => !!d.column, do: (d) => { d.side = d.side === 'poses' ? null : 'poses' } },
    { id: 'fit', name: 'Make the shot as long as what is exposed', group: 'Shot', keys: ['f'], can: d => d.overhang > 0, do: d => d.run({ name: 'shot.set', args: { length: d.shot!.length + d.overhang } }) },
    { id: 'tool-pose', name: 'Pose the figure', group: 'Draw', keys: ['p'], do: (d) => { d.tool = 'pose' } },
    { id: 'tool-pencil', name: 'Pencil', group: 'Draw', keys: ['d'], do: (d) => { d.tool = 'pencil' } },
    { id: 'tool-rubber', name: 'Rub out strokes', group: 'Draw', keys: ['u'], do: (d) => { d.tool = 'rubber' } },
    { id: 'tool-path', name: 'Follow points: arcs and travel', group: 'Draw', keys: ['Shift+P'], do: (d) => { d.tool = 'path' } },
    { id: 'tool-scale', name: 'Set the scale along something of known height', group: 'Draw', keys: [], do: (d) => { d.tool = 'scale' } },
    { id: 'arcs', name: 'Arcs on or off', group: 'Look', keys: ['i'], do: (d) => { d.arcs = !d.arcs } },
    { id: 'plot', name: 'Travel plot on or off', group: 'Look', keys: ['z'], do: (d) => { d.plot = !d.plot } },
    { id: 'pin', name: 'Pin a part to its place …', group: 'Poses', keys: ['Shift+I'], can: d => !!d.drawing, do: (d) => { d.pinPanel = true } },
    { id: 'undo', name: 'Undo', group: 'Shot', keys: ['$mod+KeyZ'], repeats: true, can: d => !!d.undoLabel, do: d => d.undo() },
    { id: 'redo', name: 'Redo', group: 'Shot', keys: ['$mod+Shift+KeyZ', '$mod+KeyY'], repeats: true, can: d => !!d.redoLabel, do: d => d.redo() },
    { id: 'hand-off', name: 'Hand off: images or the whole shot …', group: 'Shot', keys: ['Shift+H'], do: doors.handOff },
    { id: 'theme', name: 'Day or night colours', group: 'Shot', keys: [], do: doors.theme },
    { id: 'search', name: 'Find a command by name …', group: 'Shot', keys: ['Slash'], do: doors.search },
    { id: 'shortcuts', name: 'All shortcuts', group: 'Shot', keys: ['Shift+Slash', '?'], do: doors.shortcuts },
  ]
}

const CAPS: Record<string, string> = { ArrowDown: '↓', ArrowUp: '↑', ArrowLeft: '←', ArrowRight: '→', BracketLeft: '[', BracketRight: ']', Equal: '+', Minus: '−', Slash: '/', Comma: ',', Period: '.', Control: 'Ctrl', $mod: 'Ctrl', Delete: 'Del', Backspace: '⌫', PageDown: 'PgDn', PageUp: 'PgUp' }

/** A key as it is written on its cap: "Ctrl Shift Z". The question mark is one key to the reader. */
export function keyCaps(keys: string): string[] {
  if (keys === 'Shift+Slash') return ['?']
  return keys.split('+').map(k => CAPS[k] ?? k.replace(/^(Key|Digit)/, '').replace(/^[a-z]$/, c => c.toUpperCase()))
}
