import { computed, shallowRef } from 'vue'
import { tell } from '~/ui/messages'
import type { Vec } from '#core/motion'
import { distance, growth, mapped, SAME } from '#core/motion'
import { placingAt } from '#core/pass'
import { cutOn } from '#core/picture'
import type { Column } from '#core/document'
import type { Scene } from '~/desk/scene'
import type { Desk } from '~/desk/desk'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { JointTool } from '~/figures/joint-tool'
import { PoseTool } from '~/figures/pose-tool'
import { EraserTool } from '~/light-table/eraser-tool'
import type { PencilSight } from '~/light-table/pencil-tool'
import { PencilTool } from '~/light-table/pencil-tool'
import { SelectTool } from '~/light-table/select-tool'
import { SuperimposeTool } from '~/superimpose/superimpose-tool'
import { TiesTool } from '~/ties/ties-tool'
import { MoveTool } from '~/moves/move-tool'
import { PathTool, pointOfHandle } from '~/travel/path-tool'
import { useTravel } from '~/travel/store'

/** A length that is dragged over, to set the scale. */
export interface Measure {
  readonly a: Vec
  readonly b: Vec
  readonly done: boolean
}

/** Shorter lengths are no measure, px of the screen. */
const SHORTEST = 8

/** Where the pointer is, px of the picture, and how large a px of the picture is on the screen. */
export interface At {
  readonly p: Vec
  readonly scale: number
}

/** The tools of the picture, and which of them the pointer works with. */
export class ToolBox {
  readonly path = new PathTool()
  readonly poses = new PoseTool()
  readonly pencil: PencilTool
  readonly eraser = new EraserTool()
  readonly selecting = new SelectTool()
  readonly joints = new JointTool()
  readonly ties = new TiesTool()
  readonly superimpose = new SuperimposeTool()
  readonly moving = new MoveTool()
  readonly measure = shallowRef<Measure | null>(null)
  /** Where the pencil is over the picture, to say beside it which drawing is under it. */
  readonly pen = shallowRef<Vec | null>(null)
  private readonly desk = useDesk()
  private readonly tools = useTools()
  private readonly travel = useTravel()
  /** Something can be changed on the active column. */
  readonly workable = computed(() => {
    const { column } = this.desk
    return !!column && !column.locked && !column.drawingsLocked && !column.hidden
  })

  constructor(sight: PencilSight) {
    this.pencil = new PencilTool(sight)
  }

  begin(e: PointerEvent, { p, scale }: At): void {
    const { drawing } = this.desk
    switch (this.tools.tool) {
      case 'joints':
        if (this.mayWork()) this.joints.click(p, scale)
        break
      case 'ties':
        this.ties.click(p, scale)
        break
      case 'superimpose':
        if (drawing) this.superimpose.begin(p, scale)
        else tell('There is no drawing here to lay others over.')
        break
      case 'select':
        if (drawing && this.mayWork()) this.selecting.begin(e, p, scale)
        break
      case 'eraser':
        if (drawing && this.mayWork()) this.eraser.begin(p, scale)
        break
      case 'pose':
        this.beginPose({ p, scale })
        break
      case 'scale':
        this.measure.value = { a: p, b: p, done: false }
        break
      case 'path':
        this.beginPath({ p, scale })
        break
      case 'move':
        this.moving.begin(...this.inPicture({ p, scale }))
        break
      case 'pencil':
        if (this.mayWork()) this.pencil.begin(e, p)
    }
  }

  move(e: PointerEvent, { p, scale }: At): void {
    const measure = this.measure.value
    if (this.path.dragging.value) this.path.drag(p, scale, { free: e.altKey })
    else if (measure && !measure.done) this.measure.value = { ...measure, b: p }
    else if (this.poses.busy()) this.poses.move(p, e)
    else if (this.pencil.busy()) this.pencil.move(e, p)
    else if (this.superimpose.dragging()) this.superimpose.move(p, e)
    else if (this.moving.busy()) this.moving.move(...this.inPicture({ p, scale }), e)
    else if (this.selecting.busy()) this.selecting.move(e, p, scale)
    else if (this.tools.tool === 'eraser') this.eraser.move(p, scale)
    else this.hover({ p, scale })
  }

  async end({ p, scale }: At): Promise<void> {
    const measure = this.measure.value
    if (this.path.dragging.value) this.path.end()
    else if (measure && !measure.done) {
      const long = distance(measure.a, measure.b) * scale > SHORTEST
      this.measure.value = long ? { ...measure, done: true } : null
    } else if (this.poses.busy()) this.poses.end()
    else if (this.superimpose.dragging()) this.superimpose.end()
    else if (this.moving.busy()) this.moving.end()
    else if (this.selecting.busy()) this.selecting.end(p, scale)
    else if (this.eraser.busy()) await this.eraser.end()
    else if (this.pencil.busy()) await this.pencil.end()
  }

  leave(): void {
    this.eraser.at.value = null
    this.poses.hovered.value = null
    this.ties.hover(null, 1)
    this.pen.value = null
  }

  busy = (): boolean =>
    this.poses.busy() ||
    this.pencil.busy() ||
    this.eraser.busy() ||
    this.selecting.busy() ||
    this.superimpose.busy() ||
    this.moving.busy() ||
    this.path.busy() ||
    !!this.measure.value

  cancel(): void {
    this.poses.cancel()
    this.pencil.cancel()
    this.eraser.cancel()
    this.selecting.cancel()
    this.superimpose.cancel()
    this.moving.cancel()
    this.path.cancel()
    this.measure.value = null
    this.desk.drop()
  }

  /** A point of the active column's own space in the picture, and how large a px of that is on the screen. */
  private inPicture({ p, scale }: At): [Vec, number] {
    const { scene, column, focus } = this.desk
    const lies = (scene && column && placingAt(scene, column, focus!.workFrame)) ?? SAME
    return [mapped(lies, p), scale / growth(lies)]
  }

  /** Handles of figures can be taken hold of, or selected to be followed. */
  showsHandles = (): boolean =>
    (this.tools.tool === 'pose' || this.tools.tool === 'path') && !this.desk.playing && this.workable.value

  private hover({ p, scale }: At): void {
    this.pen.value = this.tools.tool === 'pencil' ? p : null
    this.poses.hover(this.showsHandles() ? p : null, scale)
    this.ties.hover(this.tools.tool === 'ties' && !this.desk.playing ? p : null, scale)
  }

  private beginPose({ p, scale }: At): void {
    const hit = this.poses.handleAt(p, scale)
    if (hit && this.mayWork()) this.poses.begin(hit, p, scale)
  }

  /** A dot of an in-between is dragged; a handle or a corner is followed; another dot is gone to. */
  private beginPath({ p, scale }: At): void {
    const hit = this.poses.handleAt(p, scale)
    const dot = this.path.dotAt(p, scale)
    this.desk.playing = false
    if (dot && dot.dot.drawing.role === 'in-between' && this.mayWork()) return this.path.begin(dot)
    if (hit) return this.travel.follow(pointOfHandle(this.desk.stack!.subjects[hit.subject]!, hit.handle))
    if (dot) return this.desk.goTo(dot.dot.start)
    const corner = this.path.cornerNear(p, scale)
    if (corner) this.travel.follow(corner)
  }

  /** False, with the reason told, where nothing can be changed on the column. */
  private mayWork(): boolean {
    const { column, scene, focus } = this.desk
    if (this.workable.value) {
      const words = unseen(scene!, column!, focus!.workFrame)
      if (words) tell(words.text, { detail: words.detail })
      return !words
    }
    if (column?.drawingsLocked && !column.locked && !column.hidden) {
      tell(`The drawings of ${column.name} are locked; its timing is free.`, {
        offers: [{ label: 'Unlock them', do: () => unlockDrawings(this.desk, column.id) }],
      })
      return false
    }
    tell(`The column ${column?.name ?? ''} is ${column?.locked ? 'locked' : 'hidden'}: nothing can be changed on it.`, {
      detail: 'The buttons under its head change that.',
    })
    return false
  }
}

/** Why a column is not seen on a frame, though it is not hidden; null where it is. */
function unseen(scene: Scene, column: Column, frame: number): { text: string; detail: string } | null {
  if (!placingAt(scene, column, frame))
    return column.carrier
      ? {
          text: `${column.name} is not seen on this frame: what it rides on is not there.`,
          detail: 'In the column’s settings it can stay where that was last.',
        }
      : {
          text: `${column.name} is not seen on this frame: it was let go where what it rode on was not there.`,
          detail: 'In the column’s settings it can lie as it is drawn.',
        }
  if (!column.inside || cutOn(scene, column, frame, scene)) return null
  const on = scene.plan.columns[column.inside]!.name
  return {
    text: `${column.name} is seen only inside ${on}, and nothing is drawn there on this frame.`,
    detail: 'In the column’s settings it can be seen everywhere.',
  }
}

function unlockDrawings(desk: Desk, column: string): void {
  desk.run({ name: 'column.set', args: { plan: desk.plan!.id, column, drawingsLocked: false } })
}
