import { offsetCycle, retimeCycle } from './cycle-frames'
import { deriveHalf, followHalf, planCycle, removeCycle, setCycleSteps, setFeet, stageCycle, takeCycle } from './cycles'
import { waveCycle } from './waves'
import { markFootage, setFootage } from './footage'
import { cutColumn, standColumn } from './inside'
import { goMove, putMoves, removeCamera, removeMoves, shakeCamera, timeMove } from './moves'
import { fixParts, forgetSpacing, keepSpacing, removePin, renumber, setPin, setScale } from './aids'
import {
  backFrames,
  deleteTime,
  exposeHere,
  insertTime,
  moveFrames,
  orderPoses,
  pasteFrames,
  repeatFrames,
  replaceExposures,
  replaceIn,
  reverseFrames,
  spreadFrames,
  startExposures,
} from './arrange'
import { bindArt, releaseBound, removeBound, setBound } from './bound'
import { fillChart, moveTick, setPath, spaceChart } from './charts'
import {
  addDrawing,
  addPose,
  addStrokes,
  addSubject,
  finishDrawings,
  poseDrawing,
  releaseDrawing,
  removeDrawing,
  removeStrokes,
  removeSubject,
  setDrawing,
} from './drawings'
import {
  clearFrames,
  exposeDrawing,
  exposeRange,
  giveRun,
  holdFrames,
  movePose,
  pushRun,
  shiftRun,
  shiftRuns,
  tradeRun,
} from './exposures'
import { lineUpColumn, releaseColumn } from './line-up'
import { moveNotes, removeNote, setNote } from './notes'
import { removeRepeat, setRepeat, writeRepeat } from './repeats'
import { renewSubject } from './renew'
import { restore } from './restore'
import { revert } from './revert'
import { addColumn, linkColumns, orderColumns, removeColumn, setColumn, setRate, setShot, shareColumn } from './shots'
import { assignStrokes, mapStrokes, replaceStrokes, setSubject, sharePart, unsharePart } from './strokes'
import { swapPicture } from './swap'
import { putLine, removeLine, setLine, setWords } from './lines'
import { addSound, beatSound, removeSound, setSound } from './sounds'
import { exposeMouths, releaseMouths, setMouths } from './mouths'
import { togetherOf } from './together'
import { carryColumn } from './carry'
import { changeOver, cutChart, joinCharts, leadPart, placeTicks, throwCharts, unwedge, wedge } from './spans'
import { tieStrokes, untieStrokes } from './ties'

const single = {
  'shot.set': setShot,
  'column.add': addColumn,
  'column.set': setColumn,
  'column.inside': cutColumn,
  'column.stand': standColumn,
  'column.remove': removeColumn,
  'column.share': shareColumn,
  'footage.set': setFootage,
  'footage.mark': markFootage,
  'columns.order': orderColumns,
  'columns.link': linkColumns,
  'shot.rate': setRate,
  'subject.add': addSubject,
  'subject.remove': removeSubject,
  'pose.add': addPose,
  'pose.move': movePose,
  'drawing.add': addDrawing,
  'drawing.set': setDrawing,
  'drawing.pose': poseDrawing,
  'drawing.release': releaseDrawing,
  'drawing.fix': fixParts,
  'drawing.renumber': renumber,
  'drawing.finish': finishDrawings,
  'drawing.remove': removeDrawing,
  'stroke.add': addStrokes,
  'stroke.remove': removeStrokes,
  'stroke.replace': replaceStrokes,
  'strokes.map': mapStrokes,
  'strokes.part': assignStrokes,
  'subject.set': setSubject,
  'subject.renew': renewSubject,
  'picture.swap': swapPicture,
  'bound.add': bindArt,
  'bound.set': setBound,
  'bound.release': releaseBound,
  'bound.remove': removeBound,
  'part.share': sharePart,
  'part.unshare': unsharePart,
  'column.carry': carryColumn,
  'column.lineup': lineUpColumn,
  'column.release': releaseColumn,
  'chart.fill': fillChart,
  'chart.space': spaceChart,
  'chart.tick': moveTick,
  'chart.ticks': placeTicks,
  'chart.path': setPath,
  'chart.throw': throwCharts,
  'chart.cut': cutChart,
  'chart.join': joinCharts,
  'chart.wedge': wedge,
  'chart.unwedge': unwedge,
  'chart.lead': leadPart,
  'chart.change': changeOver,
  'chart.tie': tieStrokes,
  'chart.untie': untieStrokes,
  'run.push': pushRun,
  'run.trade': tradeRun,
  'run.shift': shiftRun,
  'runs.shift': shiftRuns,
  'run.give': giveRun,
  'run.expose': exposeDrawing,
  'range.expose': exposeRange,
  'range.hold': holdFrames,
  'range.clear': clearFrames,
  'range.repeat': repeatFrames,
  'range.reverse': reverseFrames,
  'range.back': backFrames,
  'range.spread': spreadFrames,
  'range.replace': replaceIn,
  'range.paste': pasteFrames,
  'range.move': moveFrames,
  'column.expose': replaceExposures,
  'poses.order': orderPoses,
  'frame.expose': exposeHere,
  'frames.insert': insertTime,
  'frames.delete': deleteTime,
  'runs.start': startExposures,
  'repeat.set': setRepeat,
  'repeat.remove': removeRepeat,
  'repeat.write': writeRepeat,
  'move.put': putMoves,
  'move.remove': removeMoves,
  'move.time': timeMove,
  'move.go': goMove,
  'camera.shake': shakeCamera,
  'camera.remove': removeCamera,
  'cycle.plan': planCycle,
  'cycle.take': takeCycle,
  'cycle.stage': stageCycle,
  'cycle.steps': setCycleSteps,
  'cycle.half': deriveHalf,
  'cycle.follow': followHalf,
  'cycle.feet': setFeet,
  'cycle.frame': retimeCycle,
  'cycle.offset': offsetCycle,
  'cycle.remove': removeCycle,
  'cycle.wave': waveCycle,
  'note.set': setNote,
  'note.remove': removeNote,
  'notes.shift': moveNotes,
  'sound.add': addSound,
  'sound.set': setSound,
  'sound.remove': removeSound,
  'sound.beats': beatSound,
  'line.put': putLine,
  'line.set': setLine,
  'line.words': setWords,
  'line.remove': removeLine,
  'mouths.set': setMouths,
  'mouths.expose': exposeMouths,
  'mouths.release': releaseMouths,
  'pin.set': setPin,
  'pin.remove': removePin,
  'shot.scale': setScale,
  'spacing.keep': keepSpacing,
  'spacing.forget': forgetSpacing,
} as const

/** Everything that Fintro can do to a shot, by name. */
export const commands = { ...single, together: togetherOf(single), revert, 'shot.restore': restore } as const

export { onStep } from './exposures'
