import { fillChart, moveTick, setPath, spaceChart } from './charts'
import { addPose, addStrokes, addSubject, poseDrawing, releaseDrawing, removeDrawing, removeStrokes, removeSubject, setDrawing } from './drawings'
import { clearFrames, exposeDrawing, exposeRange, holdFrames, movePose, pushRun, shiftRun, tradeRun } from './exposures'
import { revert } from './revert'
import { addColumn, removeColumn, setColumn, setShot } from './shots'

/** Everything that Fintro can do to a shot, by name. */
export const commands = {
  'shot.set': setShot,
  'column.add': addColumn,
  'column.set': setColumn,
  'column.remove': removeColumn,
  'subject.add': addSubject,
  'subject.remove': removeSubject,
  'pose.add': addPose,
  'pose.move': movePose,
  'drawing.set': setDrawing,
  'drawing.pose': poseDrawing,
  'drawing.release': releaseDrawing,
  'drawing.remove': removeDrawing,
  'stroke.add': addStrokes,
  'stroke.remove': removeStrokes,
  'chart.fill': fillChart,
  'chart.space': spaceChart,
  'chart.tick': moveTick,
  'chart.path': setPath,
  'run.push': pushRun,
  'run.trade': tradeRun,
  'run.shift': shiftRun,
  'run.expose': exposeDrawing,
  'range.expose': exposeRange,
  'range.hold': holdFrames,
  'range.clear': clearFrames,
  'revert': revert,
} as const

export { onStep } from './exposures'
