import { cornersOf } from '#core/figure'
import type { Desk } from '~/desk/desk'
import { drawFeet } from '~/cycles/draw-feet'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { drawHandles } from '~/figures/draw-handles'
import { drawEraser, drawJoints, drawLeak, drawSelected } from '~/light-table/draw-tools'
import { useLightTable } from '~/light-table/store'
import { drawSuperimpose } from '~/superimpose/draw-superimpose'
import { drawTies } from '~/ties/draw-ties'
import { drawArcs, drawMeasure, drawPins } from '~/travel/draw-arcs'
import { useTravel } from '~/travel/store'
import { theme } from '~/ui/colours'
import type { View } from '~/ui/paint/view'
import type { ToolBox } from './tool-box'

type C = CanvasRenderingContext2D

/** The ways of followed points, in the picture: a column that is carried draws them where it goes. */
export function drawWays(c: C, v: View): void {
  const [desk, travel] = [useDesk(), useTravel()]
  if (travel.arcs) drawArcs(c, desk.scene!, desk.focus!, travel.tracks, v)
}

/** What lies over the column that is worked on, in its own space: pins, handles, and what the tool in hand shows. */
export function drawAids(c: C, v: View, box: ToolBox): void {
  const [desk, { tool }] = [useDesk(), useTools()]
  const { scene, stack, drawing, playing } = desk
  const { path, poses, eraser, joints, measure } = box
  if (!playing && drawing && stack) drawPins(c, scene!.contents.hold(scene!, stack, drawing.id), v)
  drawFeet(c, v)
  if (box.showsHandles()) {
    const followed = tool === 'path' ? useTravel().points : null
    drawHandles(c, v, poses.posed.value, { hovered: poses.hovered.value, followed })
  }
  if (tool === 'path' && !playing) drawCorners(c, v, box)
  const off = path.dragging.value
  if (off?.off) drawMeasure(c, v, off.dot.own, off.to)
  if (measure.value) drawMeasure(c, v, measure.value.a, measure.value.b)
  const { leak, eraser: rubber } = useLightTable()
  if (leak) drawLeak(c, v, leak)
  if (tool === 'eraser') drawEraser(c, v, eraser.at.value, eraser.way.value, rubber.size)
  if (tool === 'joints') drawJoints(c, v, joints.joints.value, joints.on.value)
  if (!playing) drawHeld(c, v, box, desk)
}

/** What the tool in hand has hold of, while nothing plays. */
function drawHeld(c: C, v: View, { selecting, superimpose, ties }: ToolBox, desk: Desk): void {
  const { tool } = useTools()
  if (tool === 'select') {
    drawSelected(c, v, {
      box: selecting.frame(v.scale),
      grips: selecting.grips(v.scale),
      line: selecting.line.value,
      lasso: useLightTable().lasso,
      riding: selecting.riding.look.value,
    })
  }
  if (tool === 'superimpose' && desk.drawing) drawSuperimpose(c, v, superimpose.look(v.scale))
  if (tool === 'ties') drawTies(c, v, ties.seen())
}

/** Corners of shapes can be followed, too. */
function drawCorners(c: C, v: View, { poses }: ToolBox): void {
  c.fillStyle = theme().pencil
  for (const { subject, pose } of poses.posed.value)
    for (const k of cornersOf(subject.figure, pose))
      c.fillRect(v.x + k.at.x * v.scale - 1.25, v.y + k.at.y * v.scale - 1.25, 2.5, 2.5)
}
